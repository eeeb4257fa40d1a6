import type { Rgb8 } from './mix'
import { oklabOf } from './spaces'
import { converter } from 'culori'

const toRgb = converter('rgb')

/** Red, green, blue, alpha, each 0 … {@link RAMP_ONE}. */
export type RampStop = readonly [number, number, number, number]
/** Full, of a channel of a ramp. */
export const RAMP_ONE = 65280
/** Stops of a ramp: between them it is straight, and no eye tells. */
const STOPS = 33

/**
 * Colours from one to another in even steps: in OKLab, where they look even, or in sRGB's own numbers. Null is clear,
 * and has the other's colour, so that nothing turns grey on the way. Made once and kept in the record: a replay
 * computes none of it.
 */
export function rampBetween(from: Rgb8 | null, to: Rgb8 | null, space: 'oklab' | 'srgb'): RampStop[] {
  const [a, b] = [from ?? to ?? [0, 0, 0], to ?? from ?? [0, 0, 0]] as [Rgb8, Rgb8]
  const [alphaA, alphaB] = [from ? 1 : 0, to ? 1 : 0]
  return Array.from({ length: STOPS }, (_, i) => {
    const t = i / (STOPS - 1)
    const rgb = space === 'srgb' ? a.map((value, c) => (value + (b[c]! - value) * t) / 255) : betweenInOklab(a, b, t)
    return [...rgb, alphaA + (alphaB - alphaA) * t].map(value =>
      Math.min(Math.max(Math.round(value * RAMP_ONE), 0), RAMP_ONE),
    ) as unknown as RampStop
  })
}

function betweenInOklab(from: Rgb8, to: Rgb8, t: number): number[] {
  const [p, q] = [oklabOf(from), oklabOf(to)]
  const [l, a, b] = p.map((value, c) => value + (q[c]! - value) * t) as [number, number, number]
  const rgb = toRgb({ mode: 'oklab', l, a, b })
  return [rgb.r, rgb.g, rgb.b]
}
