import type { Kernels } from '../kernels'
import { dilated, inverted, packBits, unpackBits } from './bits'

/**
 * 1 for every set px that lies farther than `margin` from each clear one, px; row-major. What `squaredDistances` >
 * margin² from the clear ones says, many times sooner. What lies beyond the picture is set.
 *
 * @param set row-major; non-zero is set
 */
export function withoutRim(
  kernels: Pick<Kernels, 'dilate'>,
  set: Uint8Array,
  width: number,
  height: number,
  margin: number,
): Uint8Array {
  return unpackBits(inverted(dilated(kernels, inverted(packBits(set, width, height)), margin)))
}

/**
 * Distance from a set px to the nearest one that is clear, px, exact: looked for ring by ring, for a few px of thin
 * shapes. What lies beyond the picture is set.
 */
export function depthAt(set: Uint8Array, width: number, height: number, x: number, y: number): number {
  let least = Infinity
  for (let ring = 1; ring * ring < least && ring < width + height; ring++) {
    for (let k = -ring; k <= ring; k++) {
      const far = ring * ring + k * k
      if (far >= least) continue
      if (isClear(x + k, y - ring) || isClear(x + k, y + ring) || isClear(x - ring, y + k) || isClear(x + ring, y + k))
        least = far
    }
  }
  return Math.sqrt(least)

  function isClear(px: number, py: number): boolean {
    return px >= 0 && py >= 0 && px < width && py < height && !set[py * width + px]
  }
}
