import type { FreshStyle } from '#core/drawing'
import { adjusted, placesOf, recognise, shapeSamples, trueTool, type Adjusting, type ShapeKind, type TrueShape } from '#core/trueup'

/** Where the hand is, sheet px. */
export interface Place {
  readonly x: number
  readonly y: number
}

/** A held stroke that became a true shape and is still adjusted. */
export class TrueUp {
  private shape: TrueShape

  private constructor(
    private readonly base: TrueShape,
    /** What the hand drew, packed. */
    private readonly hand: readonly number[],
    private readonly grabbed: Place,
    private readonly style: FreshStyle,
    private readonly isEven: boolean,
  ) {
    this.shape = base
  }

  /** Null where the stroke is no more than a dot. */
  static of(hand: readonly number[], style: FreshStyle, isEven: boolean): TrueUp | null {
    const places = placesOf(hand)
    const found = recognise(places)
    return found && new TrueUp(found.shape, hand, places.at(-1)!, style, isEven)
  }

  get kind(): ShapeKind {
    return this.shape.kind
  }

  adjust(to: Place, how: Adjusting): void {
    this.shape = adjusted(this.base, this.grabbed, to, how)
  }

  /** The stroke of the shape as it is now. */
  get stroke(): { style: FreshStyle, samples: number[] } {
    const { shape, style } = this
    return { style: { ...style, tool: trueTool(style.tool, shape), trued: shape.kind }, samples: shapeSamples(shape, this.hand, this.isEven) }
  }
}
