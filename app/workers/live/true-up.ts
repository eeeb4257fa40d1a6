import type { Point } from '#core/base'
import type { FreshStyle } from '#core/drawing'
import { snapPoints, type SnapLine } from '#core/parts'
import {
  adjusted,
  outlineOf,
  placesOf,
  recognise,
  shapeSamples,
  trueTool,
  type Adjusting,
  type ShapeKind,
  type TrueShape,
} from '#core/trueup'

/** Lines that a shape may lie against, and how near it must come, sheet px. */
export interface Snapping {
  readonly lines: readonly SnapLine[]
  readonly reach: number
}

/** A held stroke that became a true shape and is still adjusted. */
export class TrueUp {
  private shape: TrueShape
  /** What it may lie against, and how near it must come, sheet px. */
  private snap: Snapping = { lines: [], reach: 0 }

  private constructor(
    private readonly base: TrueShape,
    /** What the hand drew, packed. */
    private readonly hand: readonly number[],
    private readonly grabbed: Point,
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

  adjust(to: Point, how: Adjusting): void {
    this.shape = this.snapped(adjusted(this.base, this.grabbed, to, how))
  }

  /** From now on it lies against lines that are near. */
  snapTo(snap: Snapping): void {
    this.snap = snap
    this.shape = this.snapped(this.shape)
  }

  private snapped(shape: TrueShape): TrueShape {
    const { points } = outlineOf(shape)
    const { dx, dy } = snapPoints(points, this.snap.lines, this.snap.reach)
    return dx || dy ? adjusted(shape, { x: 0, y: 0 }, { x: dx, y: dy }, { how: 'move', isPerfect: false }) : shape
  }

  /** The stroke of the shape as it is now. */
  get stroke(): { style: FreshStyle; samples: number[] } {
    const { shape, style } = this
    return {
      style: { ...style, tool: trueTool(style.tool, shape), trued: shape.kind },
      samples: shapeSamples(shape, this.hand, this.isEven),
    }
  }
}
