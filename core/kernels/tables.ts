import { seededRandom } from '../base'
import { FULL } from './contract'

/** Side of the dither matrix. */
export const DITHER_SIDE = 16
/** Side of the tooth texture; it repeats without a seam. */
export const TOOTH_SIDE = 256

/**
 * Ordered dither thresholds in (0, 1), a 16 × 16 Bayer matrix (Bayer 1973), each (k + ½) ÷ 256:
 * a value that falls on a whole number stays it.
 */
export function ditherMatrix(): Float32Array {
  const out = new Float32Array(DITHER_SIDE * DITHER_SIDE)
  for (let y = 0; y < DITHER_SIDE; y++) {
    for (let x = 0; x < DITHER_SIDE; x++) {
      let rank = 0
      for (let bit = 0; bit < 4; bit++) {
        const bx = (x >> bit) & 1
        const by = (y >> bit) & 1
        rank |= (((bx ^ by) << 1) | by) << (2 * (3 - bit))
      }
      out[y * DITHER_SIDE + x] = (rank + 0.5) / 256
    }
  }
  return out
}

/** Octaves of the tooth: cell size in px and weight. By eye, after cartridge paper at 150 dpi. */
const TOOTH_OCTAVES = [[2, 5], [4, 4], [8, 2], [1, 3]] as const

/**
 * The paper's tooth: 0 on a ridge … 32768 in a hollow, spread evenly over that range, so that a
 * thin mask loses the same share everywhere. Value noise on integers, ranked; the same everywhere.
 */
export function toothTexture(): Uint16Array {
  const side = TOOTH_SIDE
  const height = new Float64Array(side * side)
  for (const [cell, weight] of TOOTH_OCTAVES) addValueNoise(height, side, cell, weight, 7 * cell + 1)
  const order = Uint32Array.from(height.keys()).sort((a, b) => height[a]! - height[b]! || a - b)
  const out = new Uint16Array(side * side)
  order.forEach((pixel, rank) => { out[pixel] = Math.floor((rank * FULL) / (order.length - 1)) })
  return out
}

function addValueNoise(height: Float64Array, side: number, cell: number, weight: number, seed: number): void {
  const random = seededRandom(seed)
  const knots = side / cell
  const value = Float64Array.from({ length: knots * knots }, () => random.unit())
  const at = (kx: number, ky: number) => value[(ky % knots) * knots + (kx % knots)]!
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const kx = Math.floor(x / cell)
      const ky = Math.floor(y / cell)
      const fx = (x % cell) / cell
      const fy = (y % cell) / cell
      const top = at(kx, ky) + (at(kx + 1, ky) - at(kx, ky)) * fx
      const bottom = at(kx, ky + 1) + (at(kx + 1, ky + 1) - at(kx, ky + 1)) * fx
      height[y * side + x]! += weight * (top + (bottom - top) * fy)
    }
  }
}
