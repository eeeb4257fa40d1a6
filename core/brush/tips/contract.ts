import type { Dab, Pixels } from '../../kernels'
import type { PictureName } from '../../pictures'
import type { DabBox } from '../dabs'
import type { Trace } from '../path'
import type { Response } from '../response'
import type { Tip, ToolSettings } from '../settings'

/** An affine map of the sheet: x' = a·x + c·y + e, y' = b·x + d·y + f. */
export interface Frame {
  readonly a: number
  readonly b: number
  readonly c: number
  readonly d: number
  readonly e: number
  readonly f: number
}

/** What a tip draws with. */
export interface TipGiven<K extends Tip['kind'] = Tip['kind']> {
  readonly tool: ToolSettings
  readonly tip: Extract<Tip, { kind: K }>
  readonly response: Response
  readonly box: DabBox
  /** Of the act: all that is left to chance comes from it. */
  readonly seed: number
  /** Where this copy of the stroke lies; points are mapped already, what a tip turns itself is not. */
  readonly frame: Frame
  /** Px of one's own. Throws CoreError `picture-missing`. */
  readonly pictureOf: (name: PictureName) => Pixels
  /** Puts a dab down with its top left corner at whole sheet px. */
  readonly put: (dab: Dab, x: number, y: number) => void
}

/** One kind of tip: follows a path and puts dabs down. The same path and seed give the same dabs. */
export type MakeTip<K extends Tip['kind']> = (given: TipGiven<K>) => Trace
