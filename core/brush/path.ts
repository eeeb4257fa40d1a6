import type { Sample } from './samples'

/** A place on the way of the pen. Sheet px; pressure 0 … 1; ms since the stroke began. */
export interface PathPoint {
  readonly x: number
  readonly y: number
  readonly pressure: number
  readonly time: number
}

/** What follows a path: it is told where it begins and each short straight piece of it. */
export interface Trace {
  begin(point: PathPoint): void
  piece(from: PathPoint, to: PathPoint): void
}

/** Length of the straight pieces that a curve is walked in, px. */
const PIECE = 2

/**
 * Turns samples into short straight pieces as they come: quadratic curves through the midpoints of
 * neighbouring samples. However the samples are cut into calls, the same pieces come out.
 */
export class PathWalker {
  private before: PathPoint | null = null
  private from: PathPoint | null = null
  private time = 0

  constructor(private readonly trace: Trace) {}

  add(sample: Sample): void {
    this.time += sample.wait
    const point = { x: sample.x, y: sample.y, pressure: sample.pressure, time: this.time }
    if (!this.before || !this.from) {
      this.before = point
      this.from = point
      this.trace.begin(point)
      return
    }
    const to = between(this.before, point, 0.5)
    this.curve(this.from, this.before, to)
    this.from = to
    this.before = point
  }

  /** Walks the rest, up to the last sample: no lag is left at lift-off. */
  finish(): void {
    if (this.before && this.from) this.trace.piece(this.from, this.before)
  }

  private curve(a: PathPoint, control: PathPoint, b: PathPoint): void {
    const length = distance(a, control) + distance(control, b)
    const pieces = Math.max(1, Math.ceil(length / PIECE))
    let last = a
    for (let i = 1; i <= pieces; i++) {
      const t = i / pieces
      const next = between(between(a, control, t), between(control, b, t), t)
      this.trace.piece(last, next)
      last = next
    }
  }
}

export function between(a: PathPoint, b: PathPoint, t: number): PathPoint {
  return {
    x: a.x + (b.x - a.x) * t,
    y: a.y + (b.y - a.y) * t,
    pressure: a.pressure + (b.pressure - a.pressure) * t,
    time: a.time + (b.time - a.time) * t,
  }
}

export function distance(a: PathPoint, b: PathPoint): number {
  const dx = b.x - a.x
  const dy = b.y - a.y
  return Math.sqrt(dx * dx + dy * dy)
}
