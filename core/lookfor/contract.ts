import { z } from 'zod'
import type { StandingAct } from '../drawing'
import type { Kernels } from '../kernels'
import type { Drawing } from '../layers'

export const verdictSchema = z.enum(['met', 'nearly', 'not-yet', 'cant-tell'])
export type Verdict = z.infer<typeof verdictSchema>

/** How near is near enough. */
export const toleranceSchema = z.enum(['gentle', 'standard', 'strict'])
export type Tolerance = z.infer<typeof toleranceSchema>

/** The same, or the limit itself in the unit of the look-for's figure. */
export const limitSchema = z.union([toleranceSchema, z.number().positive()])
export type Limit = z.infer<typeof limitSchema>

/**
 * Where something is expected, x, y, x, y … px of the sheet; empty: nobody has said where yet, and it can't be told.
 */
export const areaSchema = z
  .array(z.number())
  .refine(
    values => values.length === 0 || (values.length >= 6 && values.length % 2 === 0),
    'an area needs three corners at least: x, y, x, y, x, y',
  )

/** The limit that a tolerance stands for. */
export function limitOf(tolerance: Limit, limits: Readonly<Record<Tolerance, number>>): number {
  return typeof tolerance === 'number' ? tolerance : limits[tolerance]
}

/** A figure that is better the smaller it is: met up to the limit, nearly up to `slack` times that. */
export function atMost(value: number, limit: number, slack = 2): Exclude<Verdict, 'cant-tell'> {
  return value <= limit ? 'met' : value <= slack * limit ? 'nearly' : 'not-yet'
}

/** The worse of two verdicts. */
export function worse<V extends Exclude<Verdict, 'cant-tell'>>(a: V, b: V): V {
  return ORDER.indexOf(a) > ORDER.indexOf(b) ? a : b
}
const ORDER: readonly Verdict[] = ['met', 'nearly', 'not-yet']

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
  /** It was drawn on paper: nobody knows by which strokes; `drawing` is what the page shows. */
  readonly isOnPaper?: boolean
}

/** Evidence with what it is computed by. */
export interface Looking extends Evidence {
  readonly kernels: Kernels
}

/** A finding before it is given the look-for's name. */
export type Found = Omit<Finding, 'lookFor'>

/** Whether a finding came in place of what it was to be made from: why nothing can be said. */
export function isFound<T extends object>(value: T | Found): value is Found {
  return 'verdict' in value
}

/** One kind of look-for: its settings and its measure. Pure: the same evidence gives the same finding. */
export interface Measure<S extends { measure: string }> {
  readonly schema: z.ZodType<S>
  readonly look: (looking: Looking, settings: S) => Found
  /** What it looks at where the drawing is one on paper. */
  readonly onPaper: OnPaper<S>
  /** What still counts as met, as a band over the sheet; absent: the measure has no place in itself. */
  readonly band?: (evidence: Evidence, settings: S) => Band[]
}

/**
 * Of a drawing on paper: what paper does not tell; or the settings with what the page has in place of their layers.
 * `unsure`: other things on the page may be taken for it, so that it can speak for a drawing, but not against it.
 */
export type OnPaper<S> =
  { readonly untold: string } | { readonly as: (settings: S) => S; readonly unsure?: string | undefined }

/** What a page has in place of layers: its dark lines, all its marks, and those that are no lines. */
export const PAGE = { lines: 'page-lines', marks: 'page-marks', colour: 'page-colour' } as const

/** A way over the sheet, x, y, x, y … px, with room to both sides of it. */
export interface Band {
  readonly points: readonly number[]
  readonly isClosed: boolean
  /** Px to each side; 0: only the way itself. */
  readonly reach: number
}

export function cantTell(sentence: string): Found {
  return { verdict: 'cant-tell', figure: null, sentence, marks: [] }
}
