import { z } from 'zod'
import { components } from '../../raster'
import { atMost, isFound, limitOf, type Found, type Looking, type Measure, PAGE } from '../contract'
import { rounded } from '../drawn/common'
import { lightnessCounts, percentile, toneFields, viewOrReason } from './common'
import { innerPaint, viewMark } from './view'
import { capital } from '../words'

const schema = z.strictObject({ measure: z.literal('sparing-highlights'), ...toneFields })
type Settings = z.infer<typeof schema>

/** Area of the lightest spots, % of the form: few and small (common practice, no source). */
const AREA = { gentle: 9, standard: 6, strict: 3 } as const
/** Spots at most. */
const SPOTS = 5
/** A highlight stands so far above the light half of the form, L*. */
const ABOVE = 9
const LEAST_SPOT = 12

function look(looking: Looking, settings: Settings): Found {
  const view = viewOrReason(looking, settings)
  if (isFound(view)) return view
  const inner = innerPaint(view, 2)
  const counts = lightnessCounts(view, inner)
  const [upper, top] = [percentile(counts, 0.75), percentile(counts, 0.998)]
  const { what, tolerance } = settings
  const found = (set: Uint8Array) =>
    components(set, view.width, view.height).found.filter(spot => spot.area >= LEAST_SPOT)
  // Where light is everywhere, the quarter that is lighter is light, and no highlight stands above it.
  const from = Math.max(upper + ABOVE, top - 12)
  const set = inner.map((value, i) => (value && view.lightness[i]! >= from ? 1 : 0))
  const spots = found(set)
  const area = spots.reduce((sum, spot) => sum + spot.area, 0)
  const share = (100 * area) / view.count
  const bright =
    (100 * inner.reduce((sum, value, i) => sum + (value && view.lightness[i]! >= top - 5 ? 1 : 0), 0)) / view.count
  const middle = percentile(counts, 0.4)
  const isWashedOut = spots.length === 0 && top - middle >= ABOVE && bright > 2 * limitOf(tolerance, AREA)
  const figure = { value: rounded(isWashedOut ? bright : share), unit: '% of the form' }
  const mark = (which: Uint8Array) => [viewMark(view, which)]
  if (isWashedOut)
    return {
      verdict: 'not-yet',
      figure,
      sentence: `The lightest light covers ${Math.round(bright)} % of ${what}. Keep it for a few small spots.`,
      marks: mark(inner.map((value, i) => (value && view.lightness[i]! >= top - 5 ? 1 : 0))),
    }
  if (spots.length === 0)
    return {
      verdict: 'nearly',
      figure: { value: 0, unit: 'highlights' },
      sentence: `${capital(what)} has no highlight yet. One small light spot makes it shine.`,
      marks: [],
    }
  const areaVerdict = atMost(share, limitOf(tolerance, AREA))
  if (areaVerdict !== 'met')
    return {
      verdict: areaVerdict,
      figure,
      sentence: `The highlights cover ${rounded(share)} % of ${what}. Smaller ones shine more.`,
      marks: mark(set),
    }
  if (spots.length > SPOTS)
    return {
      verdict: spots.length > 2 * SPOTS ? 'not-yet' : 'nearly',
      figure: { value: spots.length, unit: 'highlights' },
      sentence: `${capital(what)} has ${spots.length} highlights. A few are enough.`,
      marks: mark(set),
    }
  return {
    verdict: 'met',
    figure,
    sentence: `${capital(what)} has ${spots.length === 1 ? 'one small highlight' : `${spots.length} small highlights`}.`,
    marks: [],
  }
}

export const sparingHighlights: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.marks }) },
}
