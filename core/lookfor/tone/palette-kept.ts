import { z } from 'zod'
import { colourName, difference00, type Rgb8 } from '../../colour'
import { colourSchema } from '../../drawing'
import { limitOf, type Evidence, type Found, type Measure } from '../contract'
import { listInWords, percentInWords } from '../words'
import { isReason, toneFields, viewOrReason } from './common'
import { viewMark } from './view'

const schema = z.strictObject({
  measure: z.literal('palette-kept'),
  ...toneFields,
  colours: z.array(colourSchema).min(1).max(24),
})
type Settings = z.infer<typeof schema>

/** CIEDE2000 (Sharma, Wu & Dalal 2005) up to which a colour counts as a well's. */
const NEAR = { gentle: 11, standard: 7, strict: 4 } as const
/** Share of the paint that must be kept, and nearly. */
const KEPT = 0.93
const NEARLY = 0.8
/** Colours are told apart in so many steps a channel. */
const STEPS = 32
/** A step from px to px, in all channels together, marks the soft edge between two colours: mixed, and nobody's. */
const EDGE = 30

function look(evidence: Evidence, settings: Settings): Found {
  const view = viewOrReason(evidence.drawing, settings)
  if (isReason(view)) return view
  const limit = limitOf(settings.tolerance, NEAR)
  const { rgba, painted, width, height } = view
  const sums = new Map<number, [number, number, number, number]>()
  const keyOf = new Int32Array(painted.length).fill(-1)
  let counted = 0
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x
      if (!painted[i] || isEdge(rgba, i, width)) continue
      const at = 4 * i
      const key = ((rgba[at]! * STEPS) >> 8) * STEPS * STEPS + ((rgba[at + 1]! * STEPS) >> 8) * STEPS + ((rgba[at + 2]! * STEPS) >> 8)
      keyOf[i] = key
      const sum = sums.get(key) ?? [0, 0, 0, 0]
      for (let c = 0; c < 3; c++) sum[c]! += rgba[at + c]!
      sum[3]++
      sums.set(key, sum)
      counted++
    }
  }
  const strays = new Map<number, { colour: Rgb8, count: number }>()
  for (const [key, [r, g, b, count]] of sums) {
    const colour: Rgb8 = [Math.round(r / count), Math.round(g / count), Math.round(b / count)]
    if (settings.colours.every(well => difference00(colour, [...well]) > limit)) strays.set(key, { colour, count })
  }
  const off = [...strays.values()].reduce((sum, { count }) => sum + count, 0)
  const kept = counted ? 1 - off / counted : 1
  const figure = { value: Math.round(1000 * kept) / 10, unit: '% of the paint' }
  const { what } = settings
  if (kept >= KEPT) return { verdict: 'met', figure, sentence: `The colours of ${what} are those of the palette.`, marks: [] }
  const names = [...new Set([...strays.values()].sort((a, b) => b.count - a.count).slice(0, 8).map(({ colour }) => colourName(colour)))].slice(0, 2)
  const set = painted.map((_, i) => (strays.has(keyOf[i]!) ? 1 : 0))
  return {
    verdict: kept >= NEARLY ? 'nearly' : 'not-yet', figure,
    sentence: `${percentInWords(1 - kept)} of ${what} has colours that are not in the palette: ${listInWords(names)}.`,
    marks: [viewMark(view, set, evidence.drawing)],
  }
}

function isEdge(rgba: Uint8Array, i: number, width: number): boolean {
  for (const next of [i - 1, i + 1, i - width, i + width]) {
    if (Math.abs(rgba[4 * i]! - rgba[4 * next]!) + Math.abs(rgba[4 * i + 1]! - rgba[4 * next + 1]!) + Math.abs(rgba[4 * i + 2]! - rgba[4 * next + 2]!) > EDGE) return true
  }
  return false
}

export const paletteKept: Measure<Settings> = { schema, look }
