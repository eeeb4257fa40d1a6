import type { Timing } from './contract'

/** Latencies kept for the bench. */
const MOST = 4000

/** How long it takes from the pointer to the frame that shows it. */
export class Latencies {
  private readonly pending: number[] = []
  readonly timing: Timing = { latencies: [], frames: [] }

  /** The pointer moved at this time, ms since the epoch. */
  noteInput(time: number): void {
    this.pending.push(time)
  }

  /** A frame was drawn, in so many ms. */
  noteFrame(ms: number): void {
    const now = performance.timeOrigin + performance.now()
    const { latencies, frames } = this.timing
    for (const time of this.pending.splice(0)) latencies.push(now - time)
    frames.push(ms)
    if (latencies.length > MOST) latencies.splice(0, latencies.length - MOST)
    if (frames.length > MOST) frames.splice(0, frames.length - MOST)
  }
}
