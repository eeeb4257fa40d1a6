import { powerOf } from '../base'
import { toLinear } from './spaces'

/** Steps of the luminance table: finer than 8 bits can tell. */
const STEPS = 4096
/** CIE 1976: below this luminance L* goes straight up. */
const LINEAR_BELOW = 216 / 24389

let tables: { readonly linear: Float64Array; readonly lightness: Float32Array } | null = null
function madeTables() {
  return (tables ??= {
    linear: Float64Array.from({ length: 256 }, (_, i) => toLinear(i / 255) * STEPS),
    lightness: Float32Array.from({ length: STEPS + 2 }, (_, i) => lightnessOfLuminance(i / STEPS)),
  })
}

/** L* of a luminance, 0 … 1 (CIE 15:2018, 8.2.1). */
function lightnessOfLuminance(y: number): number {
  return y > LINEAR_BELOW ? 116 * powerOf(y, 1 / 3) - 16 : y * (24389 / 27)
}

/**
 * L* (CIE 1976, 0 … 100, the screen's white) of every px of a picture, its alpha left aside. Luminance by the sRGB
 * primaries (IEC 61966-2-1); by a table with straight steps between: within 0.05 of {@link lightnessOf}.
 *
 * @param rgba RGBA8, row-major
 */
export function lightnessPlane(rgba: Uint8Array): Float32Array {
  const { linear, lightness } = madeTables()
  const out = new Float32Array(rgba.length / 4)
  const px = wholePx(rgba)
  for (let i = 0; i < out.length; i++) {
    // Flat colour is the rule.
    if (i > 0 && px[i] === px[i - 1]) {
      out[i] = out[i - 1]!
      continue
    }
    const y =
      0.212639 * linear[rgba[4 * i]!]! + 0.7151687 * linear[rgba[4 * i + 1]!]! + 0.0721923 * linear[rgba[4 * i + 2]!]!
    const step = Math.floor(y)
    const low = lightness[step]!
    out[i] = low + (lightness[step + 1]! - low) * (y - step)
  }
  return out
}

/** The same px, each as one number: to tell whether two are alike. */
export function wholePx(rgba: Uint8Array): Uint32Array {
  return rgba.byteOffset % 4 === 0
    ? new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.length >> 2)
    : new Uint32Array(rgba.slice().buffer)
}
