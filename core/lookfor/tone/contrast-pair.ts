import { z } from 'zod'
import { colourName } from '../../colour'
import {
  areaSchema,
  atMost,
  cantTell,
  isFound,
  limitOf,
  limitSchema,
  type Found,
  type Looking,
  type Measure,
} from '../contract'
import { viewOrReason } from './common'
import { capital } from '../words'
import { hueTurn, lchOf, meanColour } from './mean-colour'

const area = z.strictObject({ what: z.string().min(1).max(60), target: areaSchema })
const schema = z.strictObject({
  measure: z.literal('contrast-pair'),
  areas: z.tuple([area, area]),
  tolerance: limitSchema,
})
type Settings = z.infer<typeof schema>

/** Degrees of hue (OKLCH) off opposite. */
const OFF = { gentle: 50, standard: 35, strict: 20 } as const
/** A colour greyer than this has no hue to speak of (OKLCH chroma). */
const GREY = 0.03

function look(looking: Looking, { areas, tolerance }: Settings): Found {
  const colours = []
  for (const each of areas) {
    const view = viewOrReason(looking, each)
    if (isFound(view)) return view
    colours.push(meanColour(view))
  }
  const [a, b] = colours.map(lchOf)
  const grey = areas.find((_, i) => [a!, b!][i]!.chroma < GREY)
  if (grey) return cantTell(`${capital(grey.what)} is grey: only colours have an opposite.`)
  const off = 180 - Math.abs(hueTurn(a!.hue, b!.hue))
  const verdict = atMost(off, limitOf(tolerance, OFF), 1.6)
  const names = colours.map(colourName)
  const figure = { value: Math.round(off), unit: '° off opposite' }
  if (verdict === 'met')
    return { verdict, figure, sentence: `${capital(names[0]!)} and ${names[1]} set each other off.`, marks: [] }
  return {
    verdict,
    figure,
    sentence: `${capital(areas[0].what)} (${names[0]}) and ${areas[1].what} (${names[1]}) are ${Math.round(180 - off)}° of hue apart; opposites are 180°.`,
    marks: [],
  }
}

export const contrastPair: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => settings },
}
