import { z } from 'zod'
import { seamsLeft } from '../../bands'
import { atMost, isFound, limitOf, type Found, type Looking, type Measure, PAGE } from '../contract'
import { rounded } from '../drawn/common'
import { lightnessCounts, percentile, toneFields, viewOrReason } from './common'
import { viewMark } from './view'
import { capital } from '../words'

const schema = z.strictObject({
  measure: z.literal('seams-blended'),
  ...toneFields,
  /** How much of the ladder must be left, L* from dark to light; absent: {@link LEAST_RANGE}. */
  range: z.number().min(0).max(100).optional(),
})
type Settings = z.infer<typeof schema>

/** Strongest step that is left, L* a px. */
const STEP = { gentle: 2.2, standard: 1.5, strict: 1 } as const
/** Softened to less than this it is flat. */
const LEAST_RANGE = 12

function look(looking: Looking, settings: Settings): Found {
  const view = viewOrReason(looking, settings)
  if (isFound(view)) return view
  const limit = limitOf(settings.tolerance, STEP)
  const { set, px, count, strongest } = seamsLeft(
    view.kernels,
    view.lightness,
    view.painted,
    view.width,
    view.height,
    limit,
  )
  const counts = lightnessCounts(view, view.painted)
  const range = percentile(counts, 0.95) - percentile(counts, 0.05)
  const { what } = settings
  const wanted = settings.range ?? LEAST_RANGE
  if (range < wanted)
    return {
      verdict: range >= 0.7 * wanted ? 'nearly' : 'not-yet',
      figure: { value: range, unit: 'L* from dark to light' },
      sentence: `${capital(what)} has gone flat: the shades are ${range} of 100 apart. Leave parts untouched when you soften.`,
      marks: [],
    }
  const figure = { value: rounded(strongest), unit: 'L* a px' }
  if (count === 0)
    return { verdict: 'met', figure, sentence: `The shades of ${what} go over into each other.`, marks: [] }
  // A short piece of seam is a touch away from done.
  const share = px / Math.sqrt(view.count)
  const verdict = share < 0.25 ? 'nearly' : atMost(strongest, limit, 1.5)
  return {
    verdict: verdict === 'met' ? 'nearly' : verdict,
    figure,
    sentence: `${count === 1 ? 'A seam is' : `${count} pieces of seam are`} left on ${what}, up to ${rounded(strongest)} L* a px. Soften along ${count === 1 ? 'it' : 'them'}.`,
    marks: [viewMark(view, set)],
  }
}

export const seamsBlended: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.marks }) },
}
