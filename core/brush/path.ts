import type { Sample } from './samples'

/** Where a dab goes. Sheet px; pressure 0 … 1. */
export interface PathPoint {
  readonly x: number
  readonly y: number
  readonly pressure: number
}

/** Length of the straight pieces that a curve is walked in, px. */
const PIECE = 2

/**
 * Turns samples into dab positions as they come: quadratic curves through the midpoints of
 * neighbouring samples, walked at the spacing that `spacingAt` gives for the pressure there.
 * However the samples are cut into calls, the same positions come out.
 */
export class PathWalker {
  private before: PathPoint | null = null
  private from: PathPoint | null = null
  private left = 0

  constructor(
    private readonly spacingAt: (pressure: number) => number,
    private readonly emit: (point: PathPoint) => void,
  ) {}

  add(sample: Sample): void {
    const point = { x: sample.x, y: sample.y, pressure: sample.pressure }
    if (!this.before || !this.from) {
      this.before = point
      this.from = point
      this.left = this.spacingAt(point.pressure)
      this.emit(point)
      return
    }
    const to = between(this.before, point, 0.5)
    this.curve(this.from, this.before, to)
    this.from = to
    this.before = point
  }

  /** Draws the rest, up to the last sample: no lag is left at lift-off. */
  finish(): void {
    if (this.before && this.from) this.line(this.from, this.before)
  }

  private curve(a: PathPoint, control: PathPoint, b: PathPoint): void {
    const length = distance(a, control) + distance(control, b)
    const pieces = Math.max(1, Math.ceil(length / PIECE))
    let last = a
    for (let i = 1; i <= pieces; i++) {
      const t = i / pieces
      const next = between(between(a, control, t), between(control, b, t), t)
      this.line(last, next)
      last = next
    }
  }

  private line(a: PathPoint, b: PathPoint): void {
    const length = distance(a, b)
    let along = 0
    while (length - along >= this.left) {
      along += this.left
      const point = between(a, b, along / length)
      this.emit(point)
      this.left = this.spacingAt(point.pressure)
    }
    this.left -= length - along
  }
}

function between(a: PathPoint, b: PathPoint, t: number): PathPoint {
  return {
    x: a.x + (b.x - a.x) * t,
    y: a.y + (b.y - a.y) * t,
    pressure: a.pressure + (b.pressure - a.pressure) * t,
  }
}

function distance(a: PathPoint, b: PathPoint): number {
  const dx = b.x - a.x
  const dy = b.y - a.y
  return Math.sqrt(dx * dx + dy * dy)
}
