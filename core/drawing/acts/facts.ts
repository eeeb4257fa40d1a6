import { boundsOf, scaledRect, type Rect } from '../../base'
import { SUBPIXELS, type ToolSettings, type ToolSettings1 } from '../../brush'
import type { PictureName } from '../../pictures'

/** What the hand does in an act that draws. */
export type Work = 'draw' | 'pour' | 'fill' | 'shade' | 'move' | 'letters' | 'adjust' | 'bring'

/** What an act is, for whoever reads a record. */
export interface ActFacts {
  /** Whether it only lays something out: layers and what they are set to, the light pin, the sheet. */
  readonly isReadying: boolean
  /** What it is called, in small letters; of a stroke the tool's own name. */
  readonly name: string
  /** Null: nothing is drawn. It lays something out, chooses a part, or puts the stack in order. */
  readonly work: Work | null
  /** The layer that it is about; of an act that lays its own layer, the one that it is made from. Null: none. */
  readonly layer: string | null
  /** Whether it works on the paint of that one layer. */
  readonly isOnPaint: boolean
  /** Null where no tool is used. */
  readonly tool: ToolSettings | ToolSettings1 | null
  /** What it lays; null where it lays none, or several. */
  readonly colour: readonly [number, number, number] | null
  /** Px from outside that it needs. */
  readonly pictures: readonly PictureName[]
  /** Where the hand was, sheet px; null: all over. Asked for by itself: it goes through all samples. */
  readonly box: () => Rect | null
}

/** What a kind of act says of itself; what it leaves out is as here. */
export type ActsOwnFacts = Pick<ActFacts, 'name'> & Partial<Omit<ActFacts, 'isReadying'>>
export const PLAIN_FACTS: Omit<ActFacts, 'name' | 'isReadying'> = {
  work: null,
  layer: null,
  isOnPaint: false,
  tool: null,
  colour: null,
  pictures: [],
  box: () => null,
}

/** The box round places; null round none. @param values sixteenths of a px, x and y first of every `step` of them */
export function boxOfPlaces(values: readonly number[], step: number): Rect | null {
  const bounds = boundsOf(values, step)
  return bounds.x1 < bounds.x0 ? null : scaledRect(bounds, 1 / SUBPIXELS)
}
