import type { Grain } from '../kernels'
import type { Borders } from './matcher'
import type { Pattern } from './patterns'

/** What a pour is told. */
export interface Pour {
  /** Places that were touched or dragged over; or a loop round cells, x, y, x, y … Sheet px. */
  readonly where:
    | { readonly kind: 'places'; readonly points: readonly number[] }
    | { readonly kind: 'loop'; readonly points: readonly number[] }
  readonly paint:
    | { readonly kind: 'colour'; readonly colour: readonly [number, number, number] }
    /** Takes what is there away. */
    | { readonly kind: 'clear' }
    | {
        readonly kind: 'pattern'
        readonly colour: readonly [number, number, number]
        readonly pattern: Pattern
        readonly size: number
      }
    /** `cover`: how much the paint covers before the grain takes its part; full paint fills every hollow. */
    | {
        readonly kind: 'grain'
        readonly colour: readonly [number, number, number]
        readonly grain: Grain
        readonly cover: number
      }
  readonly tolerance: number
  readonly borders: Borders
  /** Gaps in the line of so many clear px count as closed. */
  readonly gap: number
  /** How far it creeps under the line, px. */
  readonly grow: number
  readonly seed: number
}
