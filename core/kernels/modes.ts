/**
 * Ways in which a layer mixes with what lies below: the 16 of the W3C recommendation Compositing and
 * Blending Level 1 (§9, §10), and plus-lighter (its Level 2 draft, §9.1.14). A mode's place is its number in the
 * kernels.
 */
export const BLEND_MODES = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'color-dodge',
  'color-burn',
  'hard-light',
  'soft-light',
  'difference',
  'exclusion',
  'hue',
  'saturation',
  'color',
  'luminosity',
  'plus-lighter',
] as const
export type BlendMode = (typeof BLEND_MODES)[number]

const NUMBERS = new Map<BlendMode, number>(BLEND_MODES.map((mode, i) => [mode, i]))

export function modeNumber(mode: BlendMode): number {
  return NUMBERS.get(mode)!
}
