import { z } from 'zod'
import { colourName, lightnessOf } from '../../colour'
import { areaSchema, isFound, limitOf, type Found, type Looking, type Measure, PAGE } from '../contract'
import { hueTurn, lchOf, meanColour } from './mean-colour'
import { toneFields, viewOrReason } from './common'

const schema = z.strictObject({
  measure: z.literal('lively-shadow'),
  ...toneFields,
  /** A place of the same thing in the light, x, y, x, y … px. */
  base: areaSchema,
})
type Settings = z.infer<typeof schema>

/** So much darker a shadow is, L*. */
const DARKER = 5
/** So much of the base's chroma must be left, %: a shadow is a little livelier (common practice, no source). */
const CHROMA = { gentle: 70, standard: 85, strict: 100 } as const
/** Or the hue turns by so many degrees: then it is no mere grey. */
const TURNED = 8
/** Below this chroma (OKLCH) a base is grey: its shadow may be anything but black. */
const GREY = 0.02

function look(looking: Looking, settings: Settings): Found {
  const { what, tolerance } = settings
  const shadow = viewOrReason(looking, { ...settings, what: `the shadow of ${what}` })
  if (isFound(shadow)) return shadow
  const base = viewOrReason(looking, { ...settings, target: settings.base })
  if (isFound(base)) return base
  const [dark, light] = [meanColour(shadow), meanColour(base)]
  const darker = lightnessOf(light) - lightnessOf(dark)
  const figureOf = (value: number, unit: string) => ({ value: Math.round(value), unit })
  if (darker < DARKER) {
    return {
      verdict: darker > 1 ? 'nearly' : 'not-yet',
      figure: figureOf(darker, 'L* darker'),
      sentence:
        darker > 1
          ? `The shadow of ${what} is hardly darker than its light side.`
          : `The shadow of ${what} is not darker than its light side.`,
      marks: [],
    }
  }
  const [own, from] = [lchOf(dark), lchOf(light)]
  const kept = from.chroma < GREY ? 100 : (100 * own.chroma) / from.chroma
  // As a colour gets darker the screen holds less chroma of it: against that the share is taken.
  const room = from.lightness > 0 ? Math.min(own.lightness / from.lightness, 1) : 1
  const share = kept / room
  const turn = own.chroma < GREY / 2 ? 0 : Math.abs(hueTurn(from.hue, own.hue))
  const limit = limitOf(tolerance, CHROMA)
  const isLively = share >= limit || (turn >= TURNED && share >= 0.6 * limit)
  const figure = figureOf(kept, '% of its colour kept')
  if (isLively)
    return {
      verdict: 'met',
      figure,
      sentence: `The shadow of ${what} is dark and still a colour: ${colourName(dark)}.`,
      marks: [],
    }
  return {
    verdict: share >= 0.75 * limit ? 'nearly' : 'not-yet',
    figure,
    sentence: `The shadow of ${what} is grey rather than a darker ${colourName(light)}. Take the colour darker and a little livelier, or turn its hue.`,
    marks: [],
  }
}

export const livelyShadow: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.marks }) },
}
