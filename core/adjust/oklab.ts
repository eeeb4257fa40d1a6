import { powerOf } from '../base'

/*
 * sRGB (IEC 61966-2-1) and OKLab (Ottosson 2020; CSS Color Module Level 4, §9.2) with the same last bit on every
 * engine. What is only looked at uses culori (see ../colour); what goes into a drawing is computed here.
 */

/** sRGB bytes as linear light, 0 … 1. */
const LINEAR = /* @__PURE__ */ Float64Array.from({ length: 256 }, (_, byte) => {
  const value = byte / 255
  return value <= 0.04045 ? value / 12.92 : powerOf((value + 0.055) / 1.055, 2.4)
})

/** Steps of the tables, by the square root of what is looked up, so that dark values lie apart as well. */
const STEPS = 4096
const ENCODED = /* @__PURE__ */ Float64Array.from({ length: STEPS + 2 }, (_, i) => {
  const value = (i / STEPS) * (i / STEPS)
  return value <= 0.0031308 ? value * 12.92 : 1.055 * powerOf(value, 1 / 2.4) - 0.055
})

/** Linear light, 0 … 1, as sRGB, 0 … 1. */
export function encoded(linear: number): number {
  if (linear <= 0) return 0
  if (linear >= 1) return 1
  if (linear <= 0.0031308) return linear * 12.92
  const at = Math.sqrt(linear) * STEPS
  const i = Math.floor(at)
  return ENCODED[i]! + (ENCODED[i + 1]! - ENCODED[i]!) * (at - i)
}

const ROOTS = /* @__PURE__ */ Float64Array.from({ length: STEPS + 2 }, (_, i) => powerOf(i / STEPS, 1 / 3))
/** Below this the table is too coarse. */
const LEAST_ROOT = 16 / STEPS

/** The cube root of 0 … 1: one step of Newton's from the table. */
function cubeRoot(x: number): number {
  if (x < LEAST_ROOT) return powerOf(x, 1 / 3)
  const at = x * STEPS
  const i = Math.min(Math.floor(at), STEPS)
  const y = ROOTS[i]! + (ROOTS[i + 1]! - ROOTS[i]!) * (at - i)
  return y - (y * y * y - x) / (3 * y * y)
}

export type Oklab = readonly [number, number, number]

/** OKLab of linear light, red, green, blue 0 … 1. */
export function oklabOfLinear(r: number, g: number, b: number): Oklab {
  const l = cubeRoot(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b)
  const m = cubeRoot(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b)
  const s = cubeRoot(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b)
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ]
}

/** Linear light of OKLab; beyond 0 … 1 where the screen can't show it. */
export function linearOfOklab([lightness, a, b]: Oklab): readonly [number, number, number] {
  const l = lightness + 0.3963377774 * a + 0.2158037573 * b
  const m = lightness - 0.1055613458 * a - 0.0638541728 * b
  const s = lightness - 0.0894841775 * a - 1.291485548 * b
  const [l3, m3, s3] = [l * l * l, m * m * m, s * s * s]
  return [
    4.0767416621 * l3 - 3.3077115913 * m3 + 0.2309699292 * s3,
    -1.2684380046 * l3 + 2.6097574011 * m3 - 0.3413193965 * s3,
    -0.0041960863 * l3 - 0.7034186147 * m3 + 1.707614701 * s3,
  ]
}

/** OKLab of a colour, bytes (or between them). */
export function oklabOfRgb(r: number, g: number, b: number): Oklab {
  return oklabOfLinear(linearAt(r), linearAt(g), linearAt(b))
}

function linearAt(value: number): number {
  const i = Math.floor(value)
  return i >= 255 ? 1 : LINEAR[i]! + (LINEAR[i + 1]! - LINEAR[i]!) * (value - i)
}

/** A little beyond what the screen shows counts as shown: rounding. */
const SLACK = 1e-4
/** Halvings in looking for the strongest chroma that the screen shows: to 1/256 of it. */
const HALVINGS = 8

/**
 * The colour of the screen, 0 … 255 and not rounded, at a place of OKLab. What it can't show loses chroma, not
 * lightness or hue (as CSS Color Module Level 4, §13, but by halving alone).
 */
export function rgbOfOklab([l, a, b]: Oklab): [number, number, number] {
  const out: [number, number, number] = [0, 0, 0]
  rgbOfOklabInto(out, l, a, b)
  return out
}

/** The same, into the first three places of `out`. */
export function rgbOfOklabInto(out: { [i: number]: number }, wanted: number, a: number, b: number): void {
  const lightness = Math.min(Math.max(wanted, 0), 1)
  let linear = linearOfOklab([lightness, a, b])
  if (!isShown(linear)) {
    let [low, high] = [0, 1]
    for (let i = 0; i < HALVINGS; i++) {
      const share = (low + high) / 2
      if (isShown(linearOfOklab([lightness, a * share, b * share]))) low = share
      else high = share
    }
    linear = linearOfOklab([lightness, a * low, b * low])
  }
  out[0] = 255 * encoded(linear[0])
  out[1] = 255 * encoded(linear[1])
  out[2] = 255 * encoded(linear[2])
}

function isShown([r, g, b]: readonly [number, number, number]): boolean {
  return r >= -SLACK && r <= 1 + SLACK && g >= -SLACK && g <= 1 + SLACK && b >= -SLACK && b <= 1 + SLACK
}
