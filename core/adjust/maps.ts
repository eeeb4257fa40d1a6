import { cosDegrees, sinDegrees } from '../base'
import { oklabOfRgb, rgbOfOklab, rgbOfOklabInto, type Oklab } from './oklab'
import type { Adjustment, AdjustmentOf } from './settings'
import { curveTable, levelsTable, lightTable, stepsTable, type Table } from './tables'

/**
 * What becomes of a colour: writes red, green, blue, 0 … 255 and not rounded, and a share of the alpha that stays, 0 …
 * 1.
 */
export type ColourMap = (r: number, g: number, b: number, out: Float64Array) => void

/**
 * How light a colour is in sRGB's own numbers, 0 … 255 (coefficients of luminanceToAlpha, Filter Effects Module Level
 * 1).
 */
export function lumaOf(r: number, g: number, b: number): number {
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}

/**
 * Adjustments that look at each px by itself; null for those that look round it. @param isRough a few values off, and
 * much sooner
 */
export function mapFor(adjustment: Adjustment, isRough = false): ColourMap | null {
  switch (adjustment.kind) {
    case 'colour':
      return (isRough ? latticed : remembered)(turner(adjustment))
    case 'light':
      return byTables(lightTable(adjustment))
    case 'levels':
      return byTables(levelsTable(adjustment))
    case 'curves':
      return curvesMap(adjustment)
    case 'steps':
      return byTables(stepsTable(adjustment.count))
    case 'tones':
      return tonesMap(adjustment)
    case 'grey':
      return greyMap(adjustment.amount / 100)
    case 'threshold':
      return (r, g, b, out) => put(out, lumaOf(r, g, b) >= adjustment.at ? 255 : 0)
    case 'sketch':
      return (isRough ? latticed : remembered)(sketchMap(adjustment))
    case 'blur':
    case 'sharpen':
    case 'lines':
      return null
  }
}

function put(out: Float64Array, value: number): void {
  out[0] = value
  out[1] = value
  out[2] = value
  out[3] = 1
}

function byTables(red: Table, green = red, blue = red): ColourMap {
  return (r, g, b, out) => {
    out[0] = red[r]!
    out[1] = green[g]!
    out[2] = blue[b]!
    out[3] = 1
  }
}

/** The curve of all channels, and then each channel's own. */
function curvesMap({ all, red, green, blue }: AdjustmentOf<'curves'>): ColourMap {
  const whole = curveTable(all)
  const after = (own: typeof red): Table => {
    if (!own) return whole
    const table = curveTable(own)
    return whole.map(value => {
      const i = Math.min(Math.floor(value), 254)
      return table[i]! + (table[i + 1]! - table[i]!) * (value - i)
    })
  }
  return byTables(after(red), after(green), after(blue))
}

/** Colours that are remembered, a power of two. */
const REMEMBERED = 1 << 15

/** The same, with what was found out for a colour remembered: pictures hold the same ones again and again. */
function remembered(map: ColourMap): ColourMap {
  const keys = new Int32Array(REMEMBERED).fill(-1)
  const values = new Float32Array(4 * REMEMBERED)
  return (r, g, b, out) => {
    const key = r | (g << 8) | (b << 16)
    const slot = (Math.imul(key, 0x9e3779b1) >>> 17) & (REMEMBERED - 1)
    if (keys[slot] !== key) {
      map(r, g, b, out)
      keys[slot] = key
      values.set(out, 4 * slot)
    }
    // Also what was found out just now comes from there, so that it is the same the next time.
    for (let c = 0; c < 4; c++) out[c] = values[4 * slot + c]!
  }
}

/** Places of a lattice along each channel, and how far apart. */
const KNOTS = 18
const APART = 16

/** The same by trilinear interpolation between places of a lattice: found out only where colours are. */
function latticed(map: ColourMap): ColourMap {
  const knots = new Float64Array(4 * KNOTS * KNOTS * KNOTS)
  const known = new Uint8Array(KNOTS * KNOTS * KNOTS)
  const value = new Float64Array(4)
  const knot = (i: number, j: number, k: number) => {
    const at = (k * KNOTS + j) * KNOTS + i
    if (!known[at]) {
      map(Math.min(i * APART, 255), Math.min(j * APART, 255), Math.min(k * APART, 255), value)
      knots.set(value, 4 * at)
      known[at] = 1
    }
    return 4 * at
  }
  return (r, g, b, out) => {
    const [i, j, k] = [r >> 4, g >> 4, b >> 4]
    const [u, v, w] = [(r & 15) / APART, (g & 15) / APART, (b & 15) / APART]
    const [a0, a1, b0, b1] = [knot(i, j, k), knot(i + 1, j, k), knot(i, j + 1, k), knot(i + 1, j + 1, k)]
    const [c0, c1, d0, d1] = [
      knot(i, j, k + 1),
      knot(i + 1, j, k + 1),
      knot(i, j + 1, k + 1),
      knot(i + 1, j + 1, k + 1),
    ]
    for (let c = 0; c < 4; c++) {
      const low =
        (knots[a0 + c]! * (1 - u) + knots[a1 + c]! * u) * (1 - v) + (knots[b0 + c]! * (1 - u) + knots[b1 + c]! * u) * v
      const high =
        (knots[c0 + c]! * (1 - u) + knots[c1 + c]! * u) * (1 - v) + (knots[d0 + c]! * (1 - u) + knots[d1 + c]! * u) * v
      out[c] = low * (1 - w) + high * w
    }
  }
}

/** Hue, chroma and lightness in OKLCH. */
function turner({ hue, chroma, lightness }: AdjustmentOf<'colour'>): ColourMap {
  const more = 1 + chroma / 100
  const [cos, sin] = [cosDegrees(hue) * more, sinDegrees(hue) * more]
  const light = lightness / 100
  const [slope, rise] = light > 0 ? [1 - light, light] : [1 + light, 0]
  return (r, g, b, out) => {
    const [l, a, c] = oklabOfRgb(r, g, b)
    rgbOfOklabInto(out, l * slope + rise, a * cos - c * sin, a * sin + c * cos)
    out[3] = 1
  }
}

/** grayscale() of the Filter Effects Module Level 1, §10.1. */
function greyMap(amount: number): ColourMap {
  return (r, g, b, out) => {
    const grey = lumaOf(r, g, b)
    out[0] = r + (grey - r) * amount
    out[1] = g + (grey - g) * amount
    out[2] = b + (grey - b) * amount
    out[3] = 1
  }
}

/** Colours over values, even in OKLab between the stops. */
function tonesMap({ stops, strength }: AdjustmentOf<'tones'>): ColourMap {
  const table = Array.from({ length: 256 }, (_, at) => toneAt(stops, at))
  const share = strength / 100
  return (r, g, b, out) => {
    const value = lumaOf(r, g, b)
    const i = Math.min(Math.floor(value), 254)
    const t = value - i
    const [low, high] = [table[i]!, table[i + 1]!]
    out[0] = r + (low[0] + (high[0] - low[0]) * t - r) * share
    out[1] = g + (low[1] + (high[1] - low[1]) * t - g) * share
    out[2] = b + (low[2] + (high[2] - low[2]) * t - b) * share
    out[3] = 1
  }
}

function toneAt(stops: AdjustmentOf<'tones'>['stops'], at: number): readonly [number, number, number] {
  const next = stops.findIndex(stop => stop.at > at)
  if (next === 0) return stops[0]!.colour
  if (next < 0) return stops[stops.length - 1]!.colour
  const [low, high] = [stops[next - 1]!, stops[next]!]
  const t = (at - low.at) / (high.at - low.at)
  const [p, q] = [oklabOfRgb(...low.colour), oklabOfRgb(...high.colour)]
  return rgbOfOklab(p.map((value, c) => value + (q[c]! - value) * t) as unknown as Oklab)
}

/** Below this chroma (OKLab) a colour has no hue to speak of; from twice as much on it counts wholly. By eye. */
const LEAST_CHROMA = 0.025
/** From the edge of what is taken out to what stays, degrees. */
const FADE_DEGREES = 14

/** Takes out what has the hue of a colour. */
function sketchMap({ colour, width }: AdjustmentOf<'sketch'>): ColourMap {
  const [, a0, b0] = oklabOfRgb(...colour)
  const c0 = Math.sqrt(a0 * a0 + b0 * b0)
  const inner = cosDegrees(width)
  const outer = cosDegrees(Math.min(width + FADE_DEGREES, 180))
  return (r, g, b, out) => {
    const [, p, q] = oklabOfRgb(r, g, b)
    const chroma = Math.sqrt(p * p + q * q)
    out[0] = r
    out[1] = g
    out[2] = b
    out[3] = 1
    if (chroma === 0 || c0 === 0) return
    const near = smooth(((p * a0 + q * b0) / (chroma * c0) - outer) / (inner - outer))
    out[3] = 1 - near * smooth(chroma / LEAST_CHROMA - 1)
  }
}

export function smooth(t: number): number {
  const x = Math.min(Math.max(t, 0), 1)
  return x * x * (3 - 2 * x)
}
