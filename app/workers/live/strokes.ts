import type { Point } from '#core/base'
import type { LiveStroke } from '#core/brush'
import type { Act, BendAct, FreshStrokeAct, FreshStyle } from '#core/drawing'
import type { Bending } from '#core/moving'
import type { Adjusting, ShapeKind } from '#core/trueup'
import type { LiveSheet } from './live-sheet'
import { TrueUp, type Snapping } from './true-up'

/** What a host wants to know of strokes. */
export interface StrokeEvents {
  /** When an act that ends now is done, ms on the record's clock. */
  readonly at: () => number
  /** The pointer moved at this time, ms since the epoch: what it does is shown with the next frame. */
  readonly onInput?: (time: number) => void
  /** The stroke goes on: what it would be if it ended now. */
  readonly onUnderway?: (now: () => { at: number; act: Act }) => void
  /** Nothing of it stays. */
  readonly onDropped?: () => void
  /** It is an act now. */
  readonly onEnded?: () => void
}

interface Stroke {
  readonly kind: 'stroke'
  live: LiveStroke
  readonly layer: string
  readonly style: FreshStyle
  readonly samples: number[]
  /** What a held stroke became; it is drawn instead. */
  trueUp: TrueUp | null
}

interface Bend {
  readonly kind: 'bend'
  readonly live: Bending
  readonly act: BendAct
}

/** The stroke under the hand, from its first sample to the act that it becomes. There is one at a time. */
export class Strokes {
  private underway: Stroke | Bend | null = null

  constructor(
    private readonly sheet: LiveSheet,
    private readonly events: StrokeEvents,
  ) {}

  get isUnderway(): boolean {
    return this.underway !== null
  }

  /** Throws CoreError when nothing may be drawn there. */
  begin(layer: string, style: FreshStyle, samples: readonly number[], time: number): void {
    this.end()
    const live = this.sheet.engine.beginStroke(layer, style, samples)
    this.underway = { kind: 'stroke', live, layer, style, samples: [], trueUp: null }
    this.sheet.grow(live)
    this.extend(samples, time)
  }

  /** Pushing, swelling, pinching. Throws CoreError when nothing can be bent there. */
  beginBend(
    layer: string,
    bend: Pick<BendAct, 'how' | 'size' | 'strength'>,
    samples: readonly number[],
    time: number,
  ): void {
    this.end()
    const live = this.sheet.engine.beginBend(layer, bend)
    this.underway = { kind: 'bend', live, act: { kind: 'bend', version: 1, layer, ...bend, samples: [] } }
    this.sheet.grow(live)
    this.extend(samples, time)
  }

  /** `time`: when the pointer moved, ms since the epoch. */
  extend(samples: readonly number[], time: number): void {
    const { underway, events } = this
    if (!underway || (underway.kind === 'stroke' && underway.trueUp)) return
    const all = underway.kind === 'stroke' ? underway.samples : underway.act.samples
    all.push(...samples)
    events.onInput?.(time)
    this.sheet.invalidate(underway.live.extend(samples))
    events.onUnderway?.(() => ({ at: events.at(), act: actOf(underway) }))
  }

  /** The hand lifts: it becomes an act. */
  end(): void {
    const { underway, events } = this
    if (!underway) return
    this.underway = null
    if (underway.kind === 'bend') return this.endBend(underway)
    // A true shape's stroke is finished already.
    if (!underway.trueUp) this.sheet.invalidate(underway.live.finish())
    this.sheet.grow(null)
    this.sheet.engine.endStroke(underway.live, strokeOf(underway), events.at())
    events.onEnded?.()
  }

  private endBend({ live, act }: Bend): void {
    const { events } = this
    this.sheet.grow(null)
    // Where nothing was moved, there is no act.
    if (live.touched.parts().length === 0) return events.onDropped?.()
    this.sheet.engine.endBend(live, act, events.at())
    events.onEnded?.()
  }

  /** It was no stroke (a second finger came down): nothing of it stays. */
  drop(): void {
    const { underway } = this
    this.events.onDropped?.()
    if (!underway) return
    this.underway = null
    if (underway.kind === 'stroke') underway.live.drop()
    this.sheet.dropGrowing(underway.live)
  }

  /** The hand rests at the end of its stroke: it becomes a true shape, if it is more than a dot. Returns which. */
  trueUp(isEven: boolean, snap: Snapping): ShapeKind | null {
    const { underway } = this
    if (underway?.kind !== 'stroke') return null
    underway.trueUp ??= TrueUp.of(underway.samples, underway.style, isEven)
    underway.trueUp?.snapTo(snap)
    this.drawTrue(underway)
    return underway.trueUp?.kind ?? null
  }

  /** The hand that holds a true shape went on. Returns what the shape is now. */
  adjustTrue(to: Point, how: Adjusting): ShapeKind | null {
    const { underway } = this
    if (underway?.kind !== 'stroke' || !underway.trueUp) return null
    underway.trueUp.adjust(to, how)
    this.events.onInput?.(performance.timeOrigin + performance.now())
    this.drawTrue(underway)
    return underway.trueUp.kind
  }

  /** Draws the true shape in the place of what was there. */
  private drawTrue(stroke: Stroke): void {
    if (!stroke.trueUp) return
    const before = stroke.live.touched.parts()
    stroke.live.drop()
    const { style, samples } = stroke.trueUp.stroke
    stroke.live = this.sheet.engine.beginStroke(stroke.layer, style, samples)
    stroke.live.extend(samples)
    stroke.live.finish()
    this.sheet.grow(stroke.live)
    for (const { part } of [...before, ...stroke.live.touched.parts()]) this.sheet.invalidate(part)
  }
}

/** The act that a stroke under way would be if it ended now. */
function actOf(underway: Stroke | Bend): Act {
  return underway.kind === 'stroke' ? strokeOf(underway) : { ...underway.act, samples: [...underway.act.samples] }
}

function strokeOf({ trueUp, layer, style, samples }: Stroke): FreshStrokeAct {
  const drawn = trueUp?.stroke ?? { style, samples }
  return { kind: 'stroke', version: 2, layer, ...drawn.style, samples: [...drawn.samples] }
}
