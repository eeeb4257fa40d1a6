import { z } from 'zod'
import type { StandingAct } from '../drawing'
import type { Drawing } from '../layers'

/** How near is near enough. */
export const toleranceSchema = z.enum(['gentle', 'standard', 'strict'])
export type Tolerance = z.infer<typeof toleranceSchema>

export const verdictSchema = z.enum(['met', 'nearly', 'not-yet', 'cant-tell'])
export type Verdict = z.infer<typeof verdictSchema>

const point = z.number()

/** Something to draw over the sheet, sheet px. */
export const markSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('ring'), x: point, y: point, radius: point, label: z.string() }),
  z.object({ kind: z.literal('region'), polygons: z.array(z.array(point)) }),
  z.object({ kind: z.literal('path'), points: z.array(point) }),
])
export type Mark = z.infer<typeof markSchema>

/** The result of a look-for: verdict, figure, a sentence that names place and size, and marks. */
export const findingSchema = z.object({
  lookFor: z.string(),
  verdict: verdictSchema,
  /** What was measured, with its unit; null when it could not be. */
  figure: z.object({ value: z.number(), unit: z.string() }).nullable(),
  sentence: z.string(),
  marks: z.array(markSchema),
})
export type Finding = z.infer<typeof findingSchema>

/** What a measure may look at. */
export interface Evidence {
  readonly drawing: Drawing
  /** Every act that stands. */
  readonly acts: readonly StandingAct[]
  /** The step that is being looked at. */
  readonly step: string
}

/** A finding before it is given the look-for's name. */
export type Found = Omit<Finding, 'lookFor'>

/** One kind of look-for: its settings and its measure. Pure: the same evidence gives the same finding. */
export interface Measure<S extends { measure: string }> {
  readonly schema: z.ZodType<S>
  readonly look: (evidence: Evidence, settings: S) => Found
}

export function cantTell(sentence: string): Found {
  return { verdict: 'cant-tell', figure: null, sentence, marks: [] }
}
