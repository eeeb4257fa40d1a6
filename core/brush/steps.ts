import { between, distance, type PathPoint, type Trace } from './path'

/** A place where dabs go down, with what the hand does there. */
export interface Step extends PathPoint {
  /** Direction of the path, unit length; both 0 before it has one. */
  readonly dx: number
  readonly dy: number
  /** Length of the path so far, px. */
  readonly along: number
  /** px per ms, over the last few hundredths of a second. */
  readonly speed: number
}

/** Time over which speed is levelled, ms. */
const SPEED_MS = 40

/** Follows a path and calls `emit` at the distances that `spacingAt` gives, px. */
export class Spacer implements Trace {
  private left = 0
  private along = 0
  private speed = 0

  constructor(
    private readonly spacingAt: (step: Step) => number,
    private readonly emit: (step: Step) => void,
  ) {}

  begin(point: PathPoint): void {
    this.emit(this.start(point))
  }

  /** Begins without calling `emit`; returns the step that it would have been called with. */
  start(point: PathPoint): Step {
    const { x, y, pressure, time } = point
    const step = { x, y, pressure, time, dx: 0, dy: 0, along: 0, speed: 0 }
    this.left = this.spacingAt(step)
    return step
  }

  piece(a: PathPoint, b: PathPoint): void {
    const length = distance(a, b)
    if (length === 0) return
    const elapsed = b.time - a.time
    if (elapsed > 0) this.speed += (length / elapsed - this.speed) * (elapsed / (elapsed + SPEED_MS))
    const dx = (b.x - a.x) / length
    const dy = (b.y - a.y) / length
    let along = 0
    while (length - along >= this.left) {
      along += this.left
      const { x, y, pressure, time } = between(a, b, along / length)
      // Written out: spreading took most of the time of a replay.
      const step = { x, y, pressure, time, dx, dy, along: this.along + along, speed: this.speed }
      this.emit(step)
      this.left = this.spacingAt(step)
    }
    this.left -= length - along
    this.along += length
  }
}
