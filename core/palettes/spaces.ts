import { clampChroma, converter, displayable, toGamut, type Color } from 'culori'
import type { Rgb8 } from '../colour'

/*
 * Colours of other spaces as the screen shows them. What sRGB lacks is brought in as CSS Color 4 (13.2) says: its
 * chroma in OKLCH is lowered until hardly a difference is left.
 */

const toRgb = converter('rgb')
const intoGamut = toGamut('rgb', 'oklch')

export interface OnScreen {
  readonly colour: Rgb8
  /** It is livelier than the screen can show. */
  readonly wasBeyond: boolean
  readonly isSeeThrough: boolean
}

const eightBits = (value: number) => Math.min(255, Math.max(0, Math.round(value * 255)))

/** `said`: as culori has it. */
export function onScreen(said: Color): OnScreen {
  const colour = displayed(said)
  const { alpha = 1 } = colour
  const wasBeyond = !displayable(rounded(colour))
  const {
    r = 0,
    g = 0,
    b = 0,
  } = wasBeyond
    ? ((intoGamut(colour) ?? clampChroma(colour, 'oklch', 'rgb')) as { r: number; g: number; b: number })
    : toRgb(colour)
  return { colour: [eightBits(r), eightBits(g), eightBits(b)], wasBeyond, isSeeThrough: alpha < 1 }
}

/**
 * Rec. 2020 as displays show it, gamma 2.4 (CSS Color 4, 10.9, as it reads since 2025; colorjs.io has it so), where
 * culori has the curve of cameras (ITU-R BT.2020-2, table 4).
 */
function displayed(colour: Color): Color {
  if (colour.mode !== 'rec2020') return colour
  const asCamera = (value: number) => Math.sign(value) * cameraCurve(Math.abs(value) ** 2.4)
  return { ...colour, r: asCamera(colour.r), g: asCamera(colour.g), b: asCamera(colour.b) }
}
const [ALPHA, BETA] = [1.09929682680944, 0.018053968510807]
const cameraCurve = (linear: number): number => (linear < BETA ? 4.5 * linear : ALPHA * linear ** 0.45 - (ALPHA - 1))

/** Without what rounding on the way leaves beyond the edges: less than half a step of eight bits is none. */
function rounded(colour: Color): Color {
  const { r = 0, g = 0, b = 0 } = toRgb(colour)
  const near = (value: number) => (value < 0 && value > -0.002 ? 0 : value > 1 && value < 1.002 ? 1 : value)
  return { mode: 'rgb', r: near(r), g: near(g), b: near(b) }
}

/** What was brought in and what was left out of the colours themselves, a sentence each. */
export function notesOn(all: readonly OnScreen[]): string[] {
  const beyond = all.filter(each => each.wasBeyond).length
  const through = all.filter(each => each.isSeeThrough).length
  return [
    ...(beyond
      ? [
          `${countOf(beyond)} livelier than the screen shows: the nearest that it shows ${beyond === 1 ? 'is' : 'are'} taken.`,
        ]
      : []),
    ...(through
      ? [`${countOf(through)} see-through: wells are not, so ${through === 1 ? 'it is' : 'they are'} taken in full.`]
      : []),
  ]
}
const countOf = (count: number) => (count === 1 ? 'One colour is' : `${count} colours are`)
