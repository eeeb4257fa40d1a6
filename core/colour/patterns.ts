import { mixtureOf, type Rgb8 } from './mix'

/**
 * A colour told without seeing it: heraldic hatching as on prints in black and white (the system of Silvester
 * Petra-Sancta, 1638, from memory): yellow dots, white plain, red upright lines, blue level lines, green lines falling
 * to the right, purple lines falling to the left, black upright and level lines crossed. Orange, which it has not, is
 * upright lines between dots (our own); grey is plain.
 */
export const PATTERNS = ['plain', 'dots', 'upright', 'level', 'falling', 'rising', 'crossed', 'lines-and-dots'] as const
export type Pattern = (typeof PATTERNS)[number]

/** Hues of OKLCH up to which a pattern goes, degrees: as the names of colours part them. */
const HUES: readonly [number, Pattern][] = [
  [8, 'rising'],
  [38, 'upright'],
  [72, 'lines-and-dots'],
  [118, 'dots'],
  [182, 'falling'],
  [276, 'level'],
  [360, 'rising'],
]

export function patternOf(rgb: Rgb8): Pattern {
  const { lightness, chroma, hue } = mixtureOf(rgb)
  if (lightness < 0.3) return 'crossed'
  if (chroma < 0.03) return 'plain'
  return HUES.find(([to]) => hue < to)![1]
}
