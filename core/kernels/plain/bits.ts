import type { Tile } from '../contract'

/**
 * Compares packed RGBA8 pixels, little-endian, channel by channel after weighing by alpha; the greatest difference,
 * whole numbers.
 */
export function differenceFrom(wanted: number): (pixel: number) => number {
  const premultiply = (pixel: number, shift: number) => ((pixel >>> shift) & 255) * (pixel >>> 24)
  const red = premultiply(wanted, 0)
  const green = premultiply(wanted, 8)
  const blue = premultiply(wanted, 16)
  const alpha = wanted >>> 24
  return pixel => {
    const most = Math.max(
      Math.abs(premultiply(pixel, 0) - red),
      Math.abs(premultiply(pixel, 8) - green),
      Math.abs(premultiply(pixel, 16) - blue),
    )
    return Math.max(Math.ceil(most / 255), Math.abs((pixel >>> 24) - alpha))
  }
}

export function differPlain(
  tile: Tile,
  wanted: number,
  tolerance: number,
  differences: Uint8Array,
  same: Uint32Array,
): void {
  const pixels = new Uint32Array(tile.buffer, tile.byteOffset, differences.length)
  const differenceOf = differenceFrom(wanted)
  same.fill(0)
  for (let i = 0; i < pixels.length; i++) {
    const difference = differenceOf(pixels[i]!)
    differences[i] = difference
    if (difference <= tolerance) same[i >>> 5] = same[i >>> 5]! | (1 << (i & 31))
  }
}

/** Each set bit sets the disc round it: the rows above and below, as far as the disc reaches there. */
export function dilatePlain(words: Uint32Array, stride: number, reach: readonly number[]): Uint32Array {
  const out = new Uint32Array(words.length)
  const width = 32 * stride
  const rows = words.length / stride
  for (let y = 0; y < rows; y++) {
    for (let x = 0; x < width; x++) {
      if (((words[y * stride + (x >>> 5)]! >>> (x & 31)) & 1) === 0) continue
      for (let dy = 1 - reach.length; dy < reach.length; dy++) {
        if (y + dy < 0 || y + dy >= rows) continue
        const by = reach[Math.abs(dy)]!
        for (let px = Math.max(x - by, 0); px <= Math.min(x + by, width - 1); px++) {
          const at = (y + dy) * stride + (px >>> 5)
          out[at] = out[at]! | (1 << (px & 31))
        }
      }
    }
  }
  return out
}
