import { z } from 'zod'
import { isFound, limitOf, type Found, type Looking, type Measure, PAGE } from '../contract'
import { capital, percentInWords } from '../words'
import { toneFields, viewOrReason } from './common'
import { viewMark } from './view'

const schema = z.strictObject({ measure: z.literal('no-pure-ends'), ...toneFields })
type Settings = z.infer<typeof schema>

/**
 * Px that are as good as black or white, % of the paint: pure ends are kept for almost nothing (common practice, no
 * source).
 */
const PURE = { gentle: 6, standard: 2.5, strict: 0.8 } as const
const BLACK = 4
const WHITE = 98.6

function look(looking: Looking, settings: Settings): Found {
  const view = viewOrReason(looking, settings)
  if (isFound(view)) return view
  const pure = new Uint8Array(view.painted.length)
  let [black, white] = [0, 0]
  for (let i = 0; i < pure.length; i++) {
    if (!view.painted[i]) continue
    if (view.lightness[i]! <= BLACK) black++
    else if (view.lightness[i]! >= WHITE) white++
    else continue
    pure[i] = 1
  }
  const share = (black + white) / view.count
  const limit = limitOf(settings.tolerance, PURE)
  const figure = { value: Math.round(1000 * share) / 10, unit: '%' }
  const { what } = settings
  if (100 * share <= limit)
    return {
      verdict: 'met',
      figure,
      sentence: `${capital(what)} keeps pure black and white for almost nothing.`,
      marks: [],
    }
  const word = black > white ? 'black' : 'white'
  return {
    verdict: 100 * share <= 2 * limit ? 'nearly' : 'not-yet',
    figure,
    sentence: `${percentInWords(share)} of ${what} is pure ${word}. A ${word === 'black' ? 'very dark' : 'very light'} colour lets the last ${word === 'black' ? 'shadow' : 'highlight'} still be seen.`,
    marks: [viewMark(view, pure)],
  }
}

export const noPureEnds: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.marks }) },
}
