import type { Pixels } from '../kernels'

/** A small picture in logarithms: light, and how coloured it is. Row-major. */
export interface Planes {
  readonly width: number
  readonly height: number
  /** Px of the picture for one of these. */
  readonly scale: number
  /** ln of the mean of red, green and blue; of most over least of them. */
  readonly light: Float32Array
  readonly colour: Float32Array
}

/** What is darker than this is as dark: there is only noise. Of 255. */
const DARKEST = 6

/** @param side the longer side is no longer than this, px */
export function planesOf({ width, height, pixels }: Pixels, side: number): Planes {
  const by = Math.max(1, Math.ceil(Math.max(width, height) / side))
  const [w, h] = [Math.max(1, Math.floor(width / by)), Math.max(1, Math.floor(height / by))]
  const light = new Float32Array(w * h)
  const colour = new Float32Array(w * h)
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      let [r, g, b] = [0, 0, 0]
      for (let py = y * by; py < (y + 1) * by; py++) {
        for (let px = x * by, at = 4 * (py * width + px); px < (x + 1) * by; px++, at += 4) {
          r += pixels[at]!
          g += pixels[at + 1]!
          b += pixels[at + 2]!
        }
      }
      const n = by * by
      light[y * w + x] = Math.log((r + g + b) / (3 * n) + DARKEST)
      colour[y * w + x] = Math.log((Math.max(r, g, b) / n + 4 * DARKEST) / (Math.min(r, g, b) / n + 4 * DARKEST))
    }
  }
  return { width: w, height: h, scale: by, light: softened(light, w, h), colour: softened(colour, w, h) }
}

/** Each px the mean of itself and its eight neighbours: noise is less, edges stay where they are. */
export function softened(values: Float32Array, w: number, h: number): Float32Array {
  const out = new Float32Array(values.length)
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      let [sum, count] = [0, 0]
      for (let j = Math.max(0, y - 1); j <= Math.min(h - 1, y + 1); j++) {
        for (let i = Math.max(0, x - 1); i <= Math.min(w - 1, x + 1); i++) {
          sum += values[j * w + i]!
          count++
        }
      }
      out[y * w + x] = sum / count
    }
  }
  return out
}

/** Between its four nearest px; null beyond the picture. */
export function readPlanes(
  { width, height, light, colour }: Planes,
  x: number,
  y: number,
): { light: number; colour: number } | null {
  const [fx, fy] = [x - 0.5, y - 0.5]
  const [ix, iy] = [Math.floor(fx), Math.floor(fy)]
  if (ix < 0 || iy < 0 || ix + 1 >= width || iy + 1 >= height) return null
  const [u, v] = [fx - ix, fy - iy]
  const at = iy * width + ix
  const between = (values: Float32Array) =>
    (values[at]! * (1 - u) + values[at + 1]! * u) * (1 - v) +
    (values[at + width]! * (1 - u) + values[at + width + 1]! * u) * v
  return { light: between(light), colour: between(colour) }
}
