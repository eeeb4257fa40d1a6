import { GREATEST_CHROMA, mixtureOf, rgbOf, type Rgb8 } from './mix'
import { lightnessOf } from './spaces'

export const LEAST_RUNGS = 3
export const GREATEST_RUNGS = 12

/** L* of the ends: pure black and white are kept for almost nothing (common practice, no source). */
const DARKEST = 7
const LIGHTEST = 96
/** Greatest step from rung to rung, L*: with few rungs the ladder stays near its base. */
const GREATEST_STEP = 15
/** Dark rungs are livelier by up to this share, light ones paler (common practice, no source). */
const LIVELIER = 0.3
const PALER = 0.55
/** Hue turns toward the shadow's by up to this, and toward the light's, degrees (common practice, no source). */
const SHADOW_TURN = 24
const LIGHT_TURN = 16
/** The chroma that the shadow of a grey gets: greys are not dead in the shade. */
const SHADOW_OF_GREY = 0.022

/** A light by its colour's hue in OKLCH, degrees; the shadow turns the other way. */
export const LIGHTS = { 'warm sun': 85, lamp: 65, 'blue sky': 250, moon: 275 } as const
export type LightName = keyof typeof LIGHTS

export interface Ladder {
  /** Dark to light. */
  readonly rungs: readonly Rgb8[]
  /** Which of them is the base. */
  readonly base: number
}

/**
 * A row of shades of one colour, even in perceived lightness (CIE L*). Dark rungs are livelier and turn toward the hue
 * of the shadow, light rungs are paler and turn toward the light's.
 *
 * @param lightHue the light's hue, degrees in OKLCH
 * @param count rungs, {@link LEAST_RUNGS} … {@link GREATEST_RUNGS}
 */
export function shadeLadder(base: Rgb8, lightHue: number, count: number): Ladder {
  const own = lightnessOf(base)
  const { place, step } = bestPlace(own, count)
  const mixture = mixtureOf(base, lightHue)
  const isGrey = mixture.chroma < 0.02
  const shadowHue = (lightHue + 180) % 360
  const rungs = Array.from({ length: count }, (_, i) => {
    if (i === place) return base
    const wanted = own + (i - place) * step
    // How far from the base toward the end, 0 … 1.
    const far = i < place ? (place - i) / Math.max(place, 1) : (i - place) / Math.max(count - 1 - place, 1)
    if (i < place) {
      const hue = isGrey ? shadowHue : turnedToward(mixture.hue, shadowHue, SHADOW_TURN * far)
      return atLightness(wanted, Math.max(mixture.chroma * (1 + LIVELIER * far), SHADOW_OF_GREY * far), hue)
    }
    return atLightness(
      wanted,
      mixture.chroma * (1 - PALER * far),
      turnedToward(mixture.hue, lightHue, LIGHT_TURN * far),
    )
  })
  return { rungs, base: place }
}

/** The rung that the base is, so that the steps are as great as can be on both sides. */
function bestPlace(own: number, count: number): { place: number; step: number } {
  let best = { place: 0, step: 0 }
  for (let place = 0; place < count; place++) {
    const below = place > 0 ? (own - DARKEST) / place : Infinity
    const above = place < count - 1 ? (LIGHTEST - own) / (count - 1 - place) : Infinity
    const step = Math.min(below, above, GREATEST_STEP)
    if (step > best.step + 1e-9) best = { place, step }
  }
  return best
}

/** From one hue toward another by at most so many degrees, the shorter way round. */
function turnedToward(hue: number, target: number, most: number): number {
  const turn = ((target - hue + 540) % 360) - 180
  return (hue + Math.max(-most, Math.min(most, turn)) + 360) % 360
}

/**
 * The colour of a hue and chroma that has an L*: OKLab's lightness is looked for by halving; chroma gives way to the
 * screen.
 */
function atLightness(wanted: number, chroma: number, hue: number): Rgb8 {
  let [low, high] = [0, 1]
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2
    if (lightnessOf(rgbOf({ lightness: middle, chroma: Math.min(chroma, GREATEST_CHROMA), hue })) < wanted) low = middle
    else high = middle
  }
  const [a, b] = [rgbOf({ lightness: low, chroma, hue }), rgbOf({ lightness: high, chroma, hue })]
  return Math.abs(lightnessOf(a) - wanted) < Math.abs(lightnessOf(b) - wanted) ? a : b
}
