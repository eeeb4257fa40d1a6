import { seededRandom } from '../base'
import { FULL, type TextureName } from './contract'

/** Side of a texture, px; it repeats without a seam. */
export const TEXTURE_SIDE = 256

/** Octaves of a value noise: cell size in px and weight. */
type Octaves = readonly (readonly [cell: number, weight: number])[]

/** By eye, after papers at 150 dpi. */
const CARTRIDGE: Octaves = [
  [2, 5],
  [4, 4],
  [8, 2],
  [1, 3],
]
const COLD_PRESSED: Octaves = [
  [4, 5],
  [8, 4],
  [2, 3.5],
  [1, 2],
]
const FIBRES: Octaves = [
  [2, 1],
  [1, 1],
  [4, 1],
]

/** Distance between the ribs of laid paper, and between its chain lines, px. */
const RIB = 8
const CHAIN = 128
/** Width of a thread of canvas, px. */
const THREAD = 8

/**
 * The textures, each 256 × 256: 0 on a ridge … 32768 in a hollow, spread evenly over that range, so
 * that a thin mask loses the same share everywhere. From integers and seeded noise only, hence the
 * same everywhere. `cartridge` is what version 1 strokes were drawn with and never changes.
 */
const HEIGHTS: Record<TextureName, () => Float64Array> = {
  cartridge: () => noiseHeights(CARTRIDGE),
  'cold-pressed': () => noiseHeights(COLD_PRESSED),
  laid: () =>
    heights(FIBRES, (x, y) => {
      const rib = triangle(y / RIB)
      const chain = Math.max(0, 1 - Math.abs((x % CHAIN) - CHAIN / 2) / 2)
      return 3.5 * rib + 2.5 * chain
    }),
  canvas: () =>
    heights(FIBRES, (x, y) => {
      const isOver = (Math.floor(x / THREAD) + Math.floor(y / THREAD)) % 2 === 0
      const across = triangle((isOver ? y : x) / THREAD)
      const along = triangle((isOver ? x : y) / THREAD)
      return 4 * (across * 0.75 + along * 0.25) + (isOver ? 0 : 0.6)
    }),
}

export function textureOf(name: TextureName): Uint16Array {
  return ranked(HEIGHTS[name]())
}

/** The same for heights of one's own, 256 × 256, the greatest in the hollows. */
export const ownTexture = (heights: Float64Array): Uint16Array => ranked(heights)

/** 0 in the middle of each unit, 1 at its ends. */
function triangle(value: number): number {
  return Math.abs((value - Math.floor(value)) * 2 - 1)
}

function noiseHeights(octaves: Octaves): Float64Array {
  const height = new Float64Array(TEXTURE_SIDE * TEXTURE_SIDE)
  for (const [cell, weight] of octaves) addValueNoise(height, cell, weight, 7 * cell + 1)
  return height
}

function heights(octaves: Octaves, pattern: (x: number, y: number) => number): Float64Array {
  const height = noiseHeights(octaves)
  for (let i = 0; i < height.length; i++) height[i]! += pattern(i % TEXTURE_SIDE, Math.floor(i / TEXTURE_SIDE))
  return height
}

/** Heights put in order and spread evenly over 0 … {@link FULL}. */
function ranked(height: Float64Array): Uint16Array {
  const order = Uint32Array.from(height.keys()).sort((a, b) => height[a]! - height[b]! || a - b)
  const out = new Uint16Array(height.length)
  order.forEach((pixel, rank) => {
    out[pixel] = Math.floor((rank * FULL) / (order.length - 1))
  })
  return out
}

function addValueNoise(height: Float64Array, cell: number, weight: number, seed: number): void {
  const side = TEXTURE_SIDE
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
