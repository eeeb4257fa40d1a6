import { z } from 'zod'
import { isFound, limitOf, type Found, type Looking, type Measure, PAGE } from '../contract'
import { lightnessCounts, toneFields, viewOrReason } from './common'
import { clearPaint } from './view'
import { capital } from '../words'

const schema = z.strictObject({
  measure: z.literal('enough-shades'),
  ...toneFields,
  /** Shades asked for. */
  shades: z.int().min(2).max(12),
})
type Settings = z.infer<typeof schema>

/** Shades are told apart from so many L* on. A clear step beside each other is about 4 (by eye). */
const APART = 4
/** Each must have so much of the area. */
const SHARE = 0.025
/** Missing shades that are forgiven. */
const FORGIVEN = { gentle: 1, standard: 0, strict: 0 } as const
/** Mixed px at the paint's edge are no shade, px. */
const EDGE = 2

/**
 * The most values that lie apart from each other and have their share of the area within half that distance: bands and
 * gradients alike. Chosen from dark to light, each as early as it can be, which is most.
 */
export function shadesIn(counts: Float64Array): number[] {
  const total = counts.reduce((a, b) => a + b, 0)
  const near = (at: number) => {
    let sum = 0
    for (let i = Math.max(at - APART / 2 + 1, 0); i <= Math.min(at + APART / 2 - 1, counts.length - 1); i++)
      sum += counts[i]!
    return sum
  }
  const found: number[] = []
  for (let at = 0; at < counts.length; at++) {
    const last = found[found.length - 1]
    if ((last !== undefined && at - last < APART) || near(at) < SHARE * total) continue
    // The fullest place near by stands for the shade.
    let best = at
    for (let i = at; i < Math.min(at + APART / 2, counts.length); i++) if (counts[i]! > counts[best]!) best = i
    found.push(best)
  }
  return found
}

function look(looking: Looking, settings: Settings): Found {
  const view = viewOrReason(looking, settings)
  if (isFound(view)) return view
  const { what, shades, tolerance } = settings
  const found = shadesIn(lightnessCounts(view, clearPaint(view, EDGE))).length
  const wanted = typeof tolerance === 'number' ? Math.round(tolerance) : shades - limitOf(tolerance, FORGIVEN)
  const figure = { value: found, unit: found === 1 ? 'shade' : 'shades' }
  if (found >= wanted) return { verdict: 'met', figure, sentence: `${capital(what)} has ${found} shades.`, marks: [] }
  return {
    verdict: found >= wanted - 1 && found > 1 ? 'nearly' : 'not-yet',
    figure,
    sentence:
      found === 1
        ? `${capital(what)} is one flat shade; ${shades} make it round.`
        : `${capital(what)} has ${found} shades that can be told apart; ${shades} are asked for.`,
    marks: [],
  }
}

export const enoughShades: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.marks }) },
}
