import { z } from 'zod'
import { toolSettingsSchema } from '../brush'
import { bordersSchema, colourSchema, GREATEST_GAP, layerIdSchema, layerNameSchema, recordSchema, sheetSchema } from '../drawing'
import { guideSchema } from '../guides'
import { lookForSchema } from '../lookfor'

/** Gaps that a pour closes unless it is set otherwise, px: what a hand leaves without seeing it (common practice, no source). */
export const USUAL_GAP = 6

const words = z.string().min(1).max(2000)

/** A tool laid out in the tray, as it should be set. */
const laidToolSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('tool'), settings: toolSettingsSchema }),
  z.strictObject({
    kind: z.literal('pour'), tolerance: z.int().min(0).max(255), grow: z.int().min(0).max(8), borders: bordersSchema,
    /** Gaps so wide are closed, px; absent: {@link USUAL_GAP}. */
    gap: z.int().min(0).max(GREATEST_GAP).optional(),
  }),
])
export type LaidTool = z.infer<typeof laidToolSchema>

const wellSchema = z.strictObject({ name: z.string().min(1).max(40), colour: colourSchema })

/** One step of a plan. */
export const stepSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  title: z.string().min(1).max(80),
  /** What to do, a paragraph each. */
  words: z.array(words).min(1),
  /** What usually goes wrong, and how to put it right. */
  slip: z.strictObject({ slip: words, remedy: words }),
  /** The step's layer; made ready when the step opens. `place`: 0 at the bottom. */
  layer: z.strictObject({ id: layerIdSchema, name: layerNameSchema, place: z.int().min(0).max(100) }),
  /** Layers lowered or hidden when the step opens, % of full. */
  dim: z.array(z.strictObject({ layer: layerIdSchema, opacity: z.int().min(0).max(100), visible: z.boolean() })),
  tools: z.array(laidToolSchema).min(1),
  /** Guides laid over the sheet while the step is open. */
  guides: z.array(guideSchema).max(12).optional(),
  /** The well that is lifted at first: a place in the plan's palette. */
  well: z.int().min(0),
  lookFors: z.array(lookForSchema),
})
export type Step = z.infer<typeof stepSchema>

/** A lesson. */
export const planSchema = z.strictObject({
  version: z.literal(1),
  title: z.string().min(1).max(80),
  goal: words,
  level: z.enum(['first', 'second', 'third']),
  minutes: z.int().min(1).max(600),
  sheet: sheetSchema,
  palette: z.array(wellSchema).min(1).max(24),
  steps: z.array(stepSchema).min(1),
  /** The teacher's own drawing of the lesson, whose strokes are the ghosts of the steps. */
  demonstration: recordSchema,
}).refine(
  plan => plan.steps.every(step => step.well < plan.palette.length), 'a step lifts a well that the palette does not have',
)
export type Plan = z.infer<typeof planSchema>
