import type { Pixels } from '../contract'

const f = Math.fround

/** The twin of `readPicture`: single-precision steps in the same order. */
export function readPicturePlain(
  { width, height, pixels }: Pixels,
  xs: Float64Array,
  ys: Float64Array,
  count: number,
  out: Float32Array,
): void {
  for (let i = 0; i < count; i++) {
    const x = xs[i]! - 0.5
    const y = ys[i]! - 0.5
    const sum = [0, 0, 0, 0]
    if (x > -3 && y > -3 && x < width + 3 && y < height + 3) {
      const ix = Math.floor(x)
      const iy = Math.floor(y)
      for (let j = 0; j < 4; j++) {
        const py = iy - 1 + j
        if (py < 0 || py >= height) continue
        for (let k = 0; k < 4; k++) {
          const px = ix - 1 + k
          if (px < 0 || px >= width) continue
          addPixel(sum, pixels, 4 * (py * width + px), f(weight(f(y - iy), j) * weight(f(x - ix), k)))
        }
      }
    }
    const alpha = Math.min(Math.max(sum[3]!, 0), 255)
    for (let c = 0; c < 3; c++) out[4 * i + c] = Math.min(Math.max(f(sum[c]! * f(1 / 255)), 0), alpha)
    out[4 * i + 3] = alpha
  }
}

function addPixel(sum: number[], pixels: Uint8Array, at: number, w: number): void {
  const by = f(w * pixels[at + 3]!)
  for (let c = 0; c < 3; c++) sum[c] = f(sum[c]! + f(pixels[at + c]! * by))
  sum[3] = f(sum[3]! + by)
}

/** Catmull–Rom weights (Keys 1981, a = −½). */
export function weight(t: number, i: number): number {
  switch (i) {
    case 0:
      return f(f(f(f(f(2 - t) * t) - 1) * t) * 0.5)
    case 1:
      return f(f(f(f(f(f(3 * t) - 5) * t) * t) + 2) * 0.5)
    case 2:
      return f(f(f(f(f(4 - f(3 * t)) * t) + 1) * t) * 0.5)
    default:
      return f(f(f(f(t - 1) * t) * t) * 0.5)
  }
}
