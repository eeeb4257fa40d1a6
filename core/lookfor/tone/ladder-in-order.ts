import { z } from 'zod'
import { boundsOf } from '../../base'
import { areaSchema, limitOf, cantTell, atMost, limitSchema, type Found, type Looking, type Measure } from '../contract'
import { rounded } from '../drawn/common'
import { medianLightness } from './common'
import { clearPaint, regionView } from './view'
import { capital } from '../words'

const schema = z.strictObject({
  measure: z.literal('ladder-in-order'),
  what: z.string().min(1).max(60),
  /** The rungs from dark to light, each x, y, x, y … px. */
  rungs: z.array(areaSchema).min(2).max(12),
  tolerance: limitSchema,
})
type Settings = z.infer<typeof schema>

/** How uneven the steps may be: the largest as many times the smallest. */
const UNEVEN = { gentle: 4.5, standard: 3, strict: 1.8 } as const
/** Two rungs nearer than this are the same shade, L*. */
const SAME = 2
/** Of each rung at least so much must be painted. */
const PAINTED = 0.35

function look(looking: Looking, { what, rungs, tolerance }: Settings): Found {
  const values: number[] = []
  for (const [i, rung] of rungs.entries()) {
    const view = regionView(looking, rung)
    if (!view || view.count < PAINTED * view.area) return cantTell(`Rung ${i + 1} of ${what} is not painted yet.`)
    values.push(medianLightness(view, clearPaint(view, 3)))
  }
  const steps = values.slice(1).map((value, i) => value - values[i]!)
  const mark = (i: number, label: string) => {
    const { x0, y0, x1, y1 } = boundsOf(rungs[i]!)
    return {
      kind: 'ring' as const,
      x: Math.round((x0 + x1) / 2),
      y: Math.round((y0 + y1) / 2),
      radius: Math.round(Math.min(x1 - x0, y1 - y0) / 2),
      label,
    }
  }
  const wrong = steps.findIndex(step => step < SAME)
  const figure = {
    value: rounded(Math.max(...steps) / Math.max(Math.min(...steps), 0.5)),
    unit: 'times the smallest step',
  }
  if (wrong >= 0) {
    const isTurned = steps[wrong]! < -SAME
    return {
      verdict: isTurned || steps.filter(step => step < SAME).length > 1 ? 'not-yet' : 'nearly',
      figure: { value: Math.round(steps[wrong]!), unit: 'L* to the next rung' },
      sentence: isTurned
        ? `Rung ${wrong + 2} of ${what} is darker than rung ${wrong + 1}: each should be lighter than the one before.`
        : `Rungs ${wrong + 1} and ${wrong + 2} of ${what} are the same shade.`,
      marks: [mark(wrong, `${values[wrong]!}`), mark(wrong + 1, `${values[wrong + 1]!}`)],
    }
  }
  const uneven = Math.max(...steps) / Math.min(...steps)
  const verdict = atMost(uneven, limitOf(tolerance, UNEVEN), 1.6)
  if (verdict === 'met')
    return { verdict, figure, sentence: `${capital(what)} climbs from dark to light in even steps.`, marks: [] }
  const largest = steps.indexOf(Math.max(...steps))
  return {
    verdict,
    figure,
    sentence: `From rung ${largest + 1} to ${largest + 2} of ${what} is a jump (${Math.round(steps[largest]!)} of 100); the smallest step is ${Math.round(Math.min(...steps))}.`,
    marks: [mark(largest, `${values[largest]!}`), mark(largest + 1, `${values[largest + 1]!}`)],
  }
}

export const ladderInOrder: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => settings },
}
