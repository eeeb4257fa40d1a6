import { seededRandom } from '../../base'
import type { TipGiven } from './contract'

/**
 * Moves a dab off the path by up to `scatter` per cent of the size, evenly over a disc. Without scatter it stays
 * exactly where it was.
 */
export function scatterOf({
  tool,
  seed,
}: Pick<TipGiven, 'tool' | 'seed'>): (x: number, y: number) => readonly [number, number] {
  if (tool.scatter === 0) return (x, y) => [x, y]
  const random = seededRandom(seed)
  const reach = (tool.scatter / 100) * tool.size
  return (x, y) => {
    const [u, v] = inDisc(random)
    return [x + u * reach, y + v * reach]
  }
}

/** A point evenly from the unit disc, by throwing away those outside it. */
export function inDisc(random: { between(low: number, high: number): number }): readonly [number, number] {
  for (;;) {
    const u = random.between(-1, 1)
    const v = random.between(-1, 1)
    if (u * u + v * v <= 1) return [u, v]
  }
}
