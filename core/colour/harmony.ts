import { mixtureOf, rgbOf, type Rgb8 } from './mix'

/** Colours that stand in a fixed way to another on the hue circle. */
export const HARMONIES = { complement: [180], neighbours: [-30, 30], triad: [120, -120] } as const
export type Harmony = keyof typeof HARMONIES

/** Same lightness, the chroma as far as the screen shows it, the hue turned in OKLCH. Of a grey they are greys. */
export function harmonyOf(colour: Rgb8, harmony: Harmony): Rgb8[] {
  const mixture = mixtureOf(colour)
  return HARMONIES[harmony].map(turn => rgbOf({ ...mixture, hue: (mixture.hue + turn + 360) % 360 }))
}
