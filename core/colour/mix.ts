import { clampChroma, converter, type Oklch } from 'culori'

/** Red, green, blue, 0 … 255. */
export type Rgb8 = readonly [number, number, number]

/** A colour as a painter thinks of it, in OKLCH (Ottosson 2020, CSS Color Module Level 4). */
export interface Mixture {
  /** 0 black … 1 white. */
  readonly lightness: number
  /** 0 grey … about 0.37 for the liveliest of the screen. */
  readonly chroma: number
  /** Degrees, 0 ≤ hue < 360; a grey keeps the hue it was given. */
  readonly hue: number
}

/** The liveliest chroma that any colour of an sRGB screen reaches. */
export const GREATEST_CHROMA = 0.33

const toOklch = converter('oklch')
const toRgb = converter('rgb')

/** A grey has no hue: `hueOfGrey` is kept for it, so that a slider does not jump. */
export function mixtureOf([r, g, b]: Rgb8, hueOfGrey = 0): Mixture {
  const { l, c, h } = toOklch({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 })
  return { lightness: l, chroma: c, hue: h !== undefined && c > 1e-4 ? h : hueOfGrey }
}

/** The nearest colour of the screen: chroma is lowered until it can be shown, lightness and hue stay. */
export function rgbOf({ lightness, chroma, hue }: Mixture): Rgb8 {
  const wanted: Oklch = { mode: 'oklch', l: Math.min(Math.max(lightness, 0), 1), c: Math.max(chroma, 0), h: hue }
  const { r, g, b } = toRgb(clampChroma(wanted, 'oklch', 'rgb'))
  const byte = (value: number) => Math.min(Math.max(Math.round(value * 255), 0), 255)
  return [byte(r), byte(g), byte(b)]
}
