import { z } from 'zod'
import { cantTell, limitOf, type Found, type Looking, type Measure, PAGE } from '../contract'
import { rounded } from '../drawn/common'
import { toneFields } from './common'
import { regionView } from './view'
import { capital } from '../words'

const schema = z.strictObject({
  measure: z.literal('texture'),
  ...toneFields,
  /** Rough as leaves and stone, or even as a wall. */
  wants: z.enum(['lively', 'even']),
  /** What is behind should show through in places. */
  holes: z.boolean(),
})
type Settings = z.infer<typeof schema>

/** Standard deviation of L* within a window: at least for a lively surface; half of it at most for an even one. */
const LIVELY = { gentle: 2.6, standard: 4, strict: 6 } as const
/** Side of a window, px: about the size of a brush's marks. */
const WINDOW = 24
/** Holes are so much of the region, share; more, and it is bare. */
const HOLES = [0.02, 0.7] as const
const LEAST_PAINT = 0.12

function look(looking: Looking, settings: Settings): Found {
  const { what, target, layer, wants, holes, tolerance } = settings
  const view = regionView(looking, target, layer)
  if (!view || view.count < LEAST_PAINT * view.area)
    return cantTell(`There is too little colour on ${what} to be looked at yet.`)
  const bare = 1 - view.count / view.area
  const deviations: number[] = []
  for (let top = 0; top + WINDOW <= view.height; top += WINDOW) {
    for (let left = 0; left + WINDOW <= view.width; left += WINDOW) {
      let [count, sum, squares] = [0, 0, 0]
      for (let y = top; y < top + WINDOW; y++) {
        for (let x = left; x < left + WINDOW; x++) {
          const i = y * view.width + x
          if (!view.painted[i]) continue
          count++
          sum += view.lightness[i]!
          squares += view.lightness[i]! * view.lightness[i]!
        }
      }
      if (count >= (WINDOW * WINDOW) / 4) deviations.push(Math.sqrt(Math.max(squares / count - (sum / count) ** 2, 0)))
    }
  }
  if (deviations.length < 4) return cantTell(`There is too little colour on ${what} to be looked at yet.`)
  const value = deviations.sort((a, b) => a - b)[Math.floor(deviations.length / 2)]!
  const limit = limitOf(tolerance, LIVELY)
  const figure = { value: rounded(value), unit: 'L* from mark to mark' }
  if (wants === 'even') {
    const most = limit / 2
    const verdict = value <= most ? 'met' : value <= 1.7 * most ? 'nearly' : 'not-yet'
    return {
      verdict,
      figure,
      sentence:
        verdict === 'met'
          ? `${capital(what)} is even.`
          : `${capital(what)} is patchy. Big strokes of one colour make it even.`,
      marks: [],
    }
  }
  if (value < limit)
    return {
      verdict: value >= 0.6 * limit ? 'nearly' : 'not-yet',
      figure,
      sentence: `${capital(what)} is rather smooth. Let marks of lighter and darker shades lie side by side.`,
      marks: [],
    }
  if (holes && bare < HOLES[0])
    return {
      verdict: 'nearly',
      figure: { value: Math.round(100 * bare), unit: '% left open' },
      sentence: `${capital(what)} is closed all over. Leave holes for what is behind.`,
      marks: [],
    }
  if (holes && bare > HOLES[1])
    return {
      verdict: 'nearly',
      figure: { value: Math.round(100 * bare), unit: '% left open' },
      sentence: `${capital(what)} is still thin: ${Math.round(100 * bare)} % is open.`,
      marks: [],
    }
  return { verdict: 'met', figure, sentence: `${capital(what)} is alive with marks.`, marks: [] }
}

export const texture: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.marks }) },
}
