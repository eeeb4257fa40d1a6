import { z } from 'zod'
import { isFound, limitOf, type Found, type Looking, type Measure, PAGE } from '../contract'
import { lightnessCounts, percentile, toneFields, viewOrReason } from './common'
import { capital } from '../words'

const schema = z.strictObject({ measure: z.literal('value-range'), ...toneFields })
type Settings = z.infer<typeof schema>

/** From the dark to the light, L*, 2nd to 98th percentile. */
const RANGE = { gentle: 26, standard: 36, strict: 50 } as const
/** From this share of it on it is nearly enough. */
const NEARLY = 0.75

function look(looking: Looking, settings: Settings): Found {
  const view = viewOrReason(looking, settings)
  if (isFound(view)) return view
  const counts = lightnessCounts(view, view.painted)
  const [dark, light] = [percentile(counts, 0.02), percentile(counts, 0.98)]
  const limit = limitOf(settings.tolerance, RANGE)
  const value = light - dark
  const figure = { value, unit: 'L* from dark to light' }
  const { what } = settings
  if (value >= limit)
    return {
      verdict: 'met',
      figure,
      sentence: `${capital(what)} goes from dark (${dark}) to light (${light}).`,
      marks: [],
    }
  const which = 100 - light > dark ? 'lights lighter' : 'darks darker'
  return {
    verdict: value >= NEARLY * limit ? 'nearly' : 'not-yet',
    figure,
    sentence: `${capital(what)} goes only from ${dark} to ${light} of 100. Make the ${which}.`,
    marks: [],
  }
}

export const valueRange: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.marks }) },
}
