import type { Kernels } from '../kernels'
import { dilated, packBits, unpackBits } from './bits'

/**
 * 1 for every px within `radius` of one that is set, the circle itself included; row-major. What `squaredDistances` ≤ radius²
 * says, many times sooner.
 *
 * @param set row-major; non-zero is set
 */
export function nearTo(kernels: Pick<Kernels, 'dilate'>, set: Uint8Array, width: number, height: number, radius: number): Uint8Array {
  return unpackBits(dilated(kernels, packBits(set, width, height), radius))
}

/**
 * Distance from a set px to the nearest one that is clear, px, exact: looked for ring by ring, for a few px of thin shapes.
 * What lies beyond the picture is set.
 */
export function depthAt(set: Uint8Array, width: number, height: number, x: number, y: number): number {
  let least = Infinity
  for (let ring = 1; ring * ring < least && ring < width + height; ring++) {
    for (let k = -ring; k <= ring; k++) {
      const far = ring * ring + k * k
      if (far >= least) continue
      if (isClear(x + k, y - ring) || isClear(x + k, y + ring) || isClear(x - ring, y + k) || isClear(x + ring, y + k)) least = far
    }
  }
  return Math.sqrt(least)

  function isClear(px: number, py: number): boolean {
    return px >= 0 && py >= 0 && px < width && py < height && !set[py * width + px]
  }
}
