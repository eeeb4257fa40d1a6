import { packSample, SAMPLE_FIELDS, unpackSample } from '#core/brush'
import type { Follower } from '#core/guides'

/**
 * Holds the packed samples of one stroke to its guides. While it is not clear which way the hand
 * means, nothing comes out; the time that passed goes to the next sample that does.
 */
export function heldTo(follower: Follower): (packed: readonly number[]) => number[] {
  let owed = 0
  return (packed) => {
    const out: number[] = []
    for (let i = 0; i < packed.length / SAMPLE_FIELDS; i++) {
      const sample = unpackSample(packed, i)
      const place = follower.place(sample)
      owed += sample.wait
      if (!place) continue
      out.push(...packSample({ ...place, pressure: sample.pressure, wait: owed }))
      owed = 0
    }
    return out
  }
}
