import { converter, differenceCiede2000, displayable, type Lab65, type Oklab } from 'culori'
import type { Rgb8 } from './mix'

const toLab65 = converter('lab65')
const toOklab = converter('oklab')
const toRgb = converter('rgb')
const deltaE00 = differenceCiede2000()

function cssRgb([r, g, b]: Rgb8) {
  return { mode: 'rgb' as const, r: r / 255, g: g / 255, b: b / 255 }
}

function byte(value: number): number {
  return Math.min(Math.max(Math.round(value * 255), 0), 255)
}

/** L* of CIE 1976, 0 … 100, with the white of the screen (D65). */
export function lightnessOf(rgb: Rgb8): number {
  return toLab65(cssRgb(rgb)).l
}

/** CIE 1976 L*, a*, b* with the white of the screen (D65). */
export function labOf(rgb: Rgb8): readonly [number, number, number] {
  const { l, a, b }: Lab65 = toLab65(cssRgb(rgb))
  return [l, a, b]
}

/** OKLab (Ottosson 2020; CSS Color Module Level 4, §9.2). */
export function oklabOf(rgb: Rgb8): readonly [number, number, number] {
  const { l, a, b }: Oklab = toOklab(cssRgb(rgb))
  return [l, a, b]
}

/** The colour of the screen at a place of OKLab; what it can't show is cut off channel by channel. */
export function rgbOfOklab([l, a, b]: readonly [number, number, number]): Rgb8 {
  const rgb = toRgb({ mode: 'oklab', l, a, b })
  return [byte(rgb.r), byte(rgb.g), byte(rgb.b)]
}

/** How different two colours look: CIEDE2000 (Sharma, Wu & Dalal 2005). About 1 is just seen, side by side. */
export function difference00(a: Rgb8, b: Rgb8): number {
  return deltaE00(cssRgb(a), cssRgb(b))
}

/** Whether the screen can show a colour of OKLCH. */
export function isShowable(lightness: number, chroma: number, hue: number): boolean {
  return displayable({ mode: 'oklch', l: lightness, c: chroma, h: hue })
}

/** sRGB's transfer function and back (IEC 61966-2-1), 0 … 1. */
export function toLinear(value: number): number {
  return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4
}
export function fromLinear(value: number): number {
  return value <= 0.0031308 ? value * 12.92 : 1.055 * value ** (1 / 2.4) - 0.055
}
