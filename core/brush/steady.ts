import type { Sample } from './samples'

/** How slowly each level follows the hand, ms: the time constant of each of its two stages. By hand, no source. */
const FOLLOW_MS = [0, 6, 12, 20, 30, 44, 62, 85, 115, 155, 210] as const
/** Pressure follows faster than place: a tapered end must not be smoothed away. */
const PRESSURE_SHARE = 0.5
/** After lift-off it goes on in steps of so many ms until it is as near as that, px. */
const CATCH_UP_MS = 8
const CAUGHT_PX = 0.3
const MOST_CATCH_UP = 120

/**
 * Calms a hand: two exponential smoothings one after the other (backward Euler, so that no
 * exponential is needed and the same bytes come out everywhere), in time, so that it does not matter
 * how often the pen is asked. Resting or lifting lets it catch up, through the same curve: the
 * stroke ends where the pen did.
 */
export class Steadier {
  private first: Sample | null = null
  private raw: Sample | null = null
  private steady: Sample | null = null

  /** @param level 0 … 10; 0 gives the samples back as they are. */
  constructor(private readonly level: number) {}

  add(sample: Sample): Sample {
    this.raw = sample
    if (this.level === 0) return sample
    if (!this.first || !this.steady) {
      this.first = sample
      this.steady = sample
      return sample
    }
    return this.follow(sample, sample.wait)
  }

  /** What is left to the place where the pen was lifted. */
  finish(): Sample[] {
    const { raw, level } = this
    const rest: Sample[] = []
    if (level === 0 || !raw) return rest
    while (this.distanceTo(raw) > CAUGHT_PX && rest.length < MOST_CATCH_UP) rest.push(this.follow(raw, CATCH_UP_MS))
    if (this.distanceTo(raw) > 0) rest.push({ ...raw, wait: CATCH_UP_MS })
    return rest
  }

  private follow(to: Sample, wait: number): Sample {
    const follow = FOLLOW_MS[this.level]!
    // Events that come in the same millisecond still move it a little.
    const elapsed = Math.max(wait, 0.5)
    const k = elapsed / (elapsed + follow)
    const kPressure = elapsed / (elapsed + follow * PRESSURE_SHARE)
    const first = this.first!
    const steady = this.steady!
    const x = first.x + (to.x - first.x) * k
    const y = first.y + (to.y - first.y) * k
    this.first = { ...to, x, y }
    this.steady = {
      x: steady.x + (x - steady.x) * k,
      y: steady.y + (y - steady.y) * k,
      pressure: steady.pressure + (to.pressure - steady.pressure) * kPressure,
      wait,
    }
    return this.steady
  }

  private distanceTo(to: Sample): number {
    const dx = to.x - this.steady!.x
    const dy = to.y - this.steady!.y
    return Math.sqrt(dx * dx + dy * dy)
  }
}
