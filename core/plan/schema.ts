import { z } from 'zod'
import { toolSettingsSchema } from '../brush'
import {
  actSchema,
  bordersSchema,
  colourSchema,
  GREATEST_GAP,
  isReadying,
  layerIdSchema,
  layerNameSchema,
  recordSchema,
  sheetSchema,
} from '../drawing'
import { guideSchema } from '../guides'
import { lookForSchema } from '../lookfor'
import { DRILL_NAMES, GREATEST_SEED } from '../drill'
import { picturesIn, richSchema } from './rich'

/**
 * Gaps that a pour closes unless it is set otherwise, px: what a hand leaves without seeing it (common practice, no
 * source).
 */
export const USUAL_GAP = 6

const words = z.string().min(1).max(2000)

/** A tool laid out in the tray, as it should be set. */
const laidToolSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('tool'), settings: toolSettingsSchema }),
  z.strictObject({
    kind: z.literal('pour'),
    tolerance: z.int().min(0).max(255),
    grow: z.int().min(0).max(8),
    borders: bordersSchema,
    /** Gaps so wide are closed, px; absent: {@link USUAL_GAP}. */
    gap: z.int().min(0).max(GREATEST_GAP).optional(),
  }),
])
export type LaidTool = z.infer<typeof laidToolSchema>

/** A picture that belongs to a plan: a reference, one within the words, what a step comes to. */
const pictureIdSchema = z.string().regex(/^[a-z0-9-]{1,60}$/)
/** Base64 characters of one picture at most: about 3 MB. */
const GREATEST_PICTURE = 4_000_000
export const pictureSchema = z.strictObject({
  id: pictureIdSchema,
  type: z.enum(['image/png', 'image/jpeg', 'image/webp']),
  base64: z.base64().min(1).max(GREATEST_PICTURE),
})
export type PlanPicture = z.infer<typeof pictureSchema>

/** How a learner goes on from a step. */
export const GO_ON = ['freely', 'met', 'opened'] as const
export type GoOn = (typeof GO_ON)[number]

const wellSchema = z.strictObject({ name: z.string().min(1).max(40), colour: colourSchema })

/** One step of a plan. */
export const stepSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  title: z.string().min(1).max(80),
  /** What to do, a paragraph each. */
  words: z.array(words).min(1).max(40),
  /** The same with emphasis, lists and pictures; absent: plain. */
  rich: richSchema.optional(),
  /** The same in simpler words, for those who like it so: a paragraph each. */
  simple: z.array(words).min(1).max(12).optional(),
  /** A short hint for those who want to do it well. */
  tip: words.optional(),
  /** What usually goes wrong, and how to put it right. */
  slip: z.strictObject({ slip: words, remedy: words }),
  /** The step's layer; made ready when the step opens. `place`: 0 at the bottom. */
  layer: z.strictObject({ id: layerIdSchema, name: layerNameSchema, place: z.int().min(0).max(100) }),
  /** Layers lowered or hidden when the step opens, % of full. */
  dim: z.array(z.strictObject({ layer: layerIdSchema, opacity: z.int().min(0).max(100), visible: z.boolean() })),
  /** What else is made ready when the step opens for the first time: settings of layers, the light pin, a cut. */
  ready: z.array(actSchema.refine(isReadying, 'this act is drawn, not laid out')).max(60).optional(),
  tools: z.array(laidToolSchema).min(1).max(12),
  /** Guides laid over the sheet while the step is open. */
  guides: z.array(guideSchema).max(12).optional(),
  /** The well that is lifted at first: a place in the plan's palette. */
  well: z.int().min(0),
  lookFors: z.array(lookForSchema).max(20),
  /** Absent: freely. `met`: when the look-fors are met. `opened`: when the teacher opens the next step. */
  goOn: z.enum(GO_ON).optional(),
  /** Only those who go the richer way do this step. */
  isRicher: z.boolean().optional(),
  /** To be copied exactly; absent: variation is welcome. */
  isExact: z.boolean().optional(),
  /** What it can look like in the end. */
  result: pictureIdSchema.optional(),
  /** Pinned beside the sheet. */
  reference: pictureIdSchema.optional(),
})
export type Step = z.infer<typeof stepSchema>

/** Wells of a palette, and steps, at most. */
export const MOST_WELLS = 24
export const MOST_STEPS = 60

/** A lesson. */
export const planSchema = z
  .strictObject({
    version: z.literal(1),
    title: z.string().min(1).max(80),
    goal: words,
    level: z.enum(['first', 'second', 'third']),
    minutes: z.int().min(1).max(600),
    sheet: sheetSchema,
    palette: z.array(wellSchema).min(1).max(MOST_WELLS),
    steps: z.array(stepSchema).min(1, 'a plan needs a step').max(MOST_STEPS),
    topics: z.array(z.string().trim().min(1).max(30)).max(12).optional(),
    /** Warm-ups before the lesson: the same tries for everyone. */
    warmUps: z
      .array(z.strictObject({ drill: z.enum(DRILL_NAMES), seed: z.int().min(0).max(GREATEST_SEED) }))
      .max(5)
      .optional(),
    pictures: z.array(pictureSchema).max(120).optional(),
    /** The teacher's own drawing of the lesson, whose strokes are the ghosts of the steps. */
    demonstration: recordSchema,
  })
  .superRefine((plan, context) => {
    const ids = new Set<string>()
    const lookFors = new Set<string>()
    const pictures = new Set(plan.pictures?.map(each => each.id))
    plan.steps.forEach((step, i) => {
      const say = (field: string, message: string) =>
        context.addIssue({ code: 'custom', path: ['steps', i, field], message })
      if (step.well >= plan.palette.length) say('well', 'the step lifts a well that the palette does not have')
      if (ids.has(step.id)) say('id', 'two steps have one name')
      ids.add(step.id)
      step.lookFors.forEach(({ id }, k) => {
        if (lookFors.has(id))
          context.addIssue({
            code: 'custom',
            path: ['steps', i, 'lookFors', k, 'id'],
            message: 'two look-fors of the plan have one name',
          })
        lookFors.add(id)
      })
      for (const field of ['result', 'reference'] as const)
        if (step[field] !== undefined && !pictures.has(step[field])) say(field, 'the plan does not hold this picture')
      for (const picture of step.rich ? picturesIn(step.rich) : [])
        if (!pictures.has(picture)) say('rich', 'the words show a picture that the plan does not hold')
    })
  })
export type Plan = z.infer<typeof planSchema>
