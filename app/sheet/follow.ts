import { packSample, SAMPLE_FIELDS, unpackSample } from '#core/brush'
import type { Follower } from '#core/guides'

/**
 * Holds the packed samples of one stroke to its guides. While it is not clear which way the hand means, nothing comes
 * out; then all that was drawn until there comes, on the line.
 */
export function heldTo(follower: Follower): (packed: readonly number[]) => number[] {
  let waiting: ReturnType<typeof unpackSample>[] = []
  return packed => {
    const out: number[] = []
    for (let i = 0; i < packed.length / SAMPLE_FIELDS; i++) {
      waiting.push(unpackSample(packed, i))
      if (!follower.place(waiting.at(-1)!)) continue
      for (const { pressure, wait, ...at } of waiting)
        out.push(...packSample({ ...follower.place(at)!, pressure, wait }))
      waiting = []
    }
    return out
  }
}
