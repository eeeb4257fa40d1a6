import { z } from 'zod'
import { listOf, numbers } from '#core/base'
import { entrySchema, numbersIn, pictureNameSchema, sheetSchema } from '#core/drawing'
import { DRILL_NAMES, GREATEST_SEED } from '#core/drill'
import { MOST_LISTED, PIN, WHY_NO_PIN } from '#core/roster'
import { KEY_NAME, KEY_SIGN, LETTER_SIZES, MOST_OWN_KEYS, type Comfort } from './comfort'
import { BATCH_ENTRIES, BATCH_NUMBERS, LIVE_PICTURE_BYTES, PAINT_BYTES, PAINT_PART_BYTES } from './limits'
import { panelSeamsSchema } from './mural'

/** The greatest number that a place or a count may have: an INT of the database. */
const MOST = 2_000_000_000
const count = z.int().min(0).max(MOST)

export const idSchema = z.coerce.number().int().min(1).max(Number.MAX_SAFE_INTEGER)

export const teacherSignInSchema = z.strictObject({
  email: z.email().max(200),
  password: z.string().min(1).max(200),
  /** Of those who have a second factor. */
  code: z.string().trim().min(1).max(40).optional(),
})

export const confirmSchema = z.strictObject({ password: z.string().min(1).max(200) })

const pin = z.string().regex(PIN, WHY_NO_PIN)
export const learnerSignInSchema = z.strictObject({
  code: z
    .string()
    .trim()
    .toUpperCase()
    .regex(/^[A-Z0-9]{4,12}$/, 'A class code has four to twelve letters and digits.'),
  name: z.string().trim().min(1).max(60),
  pin,
})

export const guestSchema = learnerSignInSchema.omit({ pin: true })

/** What the school's own lists call somebody or something. */
const sourceId = z.string().min(1).max(255)
/** A new class. */
export const newClassSchema = z.strictObject({
  name: z.string().trim().min(1).max(80),
  when: z.string().trim().max(120),
  sourceId: sourceId.optional(),
})
export type NewClass = z.infer<typeof newClassSchema>
/** `hasPicturePins`: PINs are drawn as pictures. */
export const changeClassSchema = newClassSchema
  .omit({ sourceId: true })
  .extend({ hasPicturePins: z.boolean().optional() })
export type ChangeClass = z.infer<typeof changeClassSchema>
export const guestsSchema = z.strictObject({ isOpen: z.boolean() })
/** Learners for a class; a PIN of null is drawn by lot. */
export const addLearnersSchema = z.strictObject({
  learners: listOf(z.strictObject({ name: z.string().max(200), pin: pin.nullable(), sourceId: sourceId.optional() }), {
    least: 1,
    most: MOST_LISTED,
  }),
})
export type NewLearner = z.infer<typeof addLearnersSchema>['learners'][number]

export const renameLearnerSchema = z.strictObject({ name: z.string().max(200) })
export const removeSchema = z.strictObject({ isRemoved: z.boolean() })

/** Years that a date may have: whatever a class plans, and what every column can hold. */
const isInTime = (iso: string) => iso >= '2000' && iso < '2200'
const WHY_NO_TIME = 'The year is not between 2000 and 2199.'
const moment = z.iso.datetime().refine(isInTime, WHY_NO_TIME)
const day = z.iso.date().refine(isInTime, WHY_NO_TIME)
/** How a class has a plan: when, by when, which path, and who of it (null: all). */
export const termsSchema = z
  .strictObject({
    startsAt: moment.nullable(),
    dueAt: moment.nullable(),
    way: z.enum(['own', 'simple', 'richer']),
    learners: listOf(z.int().min(1), { least: 1, most: 500 }).nullable(),
  })
  .refine(({ startsAt, dueAt }) => !startsAt || !dueAt || Date.parse(startsAt) < Date.parse(dueAt), {
    message: 'It is due before it starts.',
    path: ['dueAt'],
  })
export type Terms = z.infer<typeof termsSchema>
export const orderSchema = z.strictObject({ plans: listOf(z.int().min(1), { most: 500 }) })

/** What a drawing looks like just now, for the Round: a picture, and what was found in its step. */
export const livePictureSchema = z.strictObject({
  position: count,
  /** WebP or PNG. */
  base64: z.base64().max(Math.ceil(LIVE_PICTURE_BYTES / 3) * 4),
  found: listOf(
    z.strictObject({
      title: z.string().max(120),
      verdict: z.enum(['met', 'nearly', 'not-yet', 'cant-tell']),
      sentence: z.string().max(400),
    }),
    { most: 24 },
  ).nullable(),
  /**
   * Of a mural's panel: the colours along its edges, left, right, above, below, three bytes a place; and how it meets
   * its neighbours.
   */
  edges: z.base64().max(80_000).optional(),
  seams: panelSeamsSchema.optional(),
})
export type LivePictureBody = z.infer<typeof livePictureSchema>
export type LiveFinding = NonNullable<LivePictureBody['found']>[number]

/** A picture by the hash of its px. */
export const paintHashSchema = pictureNameSchema.shape.hash
/** A part of a picture that is brought in, as a PNG; without bytes: only how much of it is there is asked. */
export const paintPartSchema = z.strictObject({
  width: pictureNameSchema.shape.width,
  height: pictureNameSchema.shape.height,
  /** Of the whole file, bytes. */
  size: z.int().min(1).max(PAINT_BYTES),
  /** What the device calls its own sending: parts of two devices are not mixed. */
  key: z.string().regex(/^[A-Za-z0-9-]{8,40}$/),
  /** Where the part begins. */
  at: z.int().min(0).max(PAINT_BYTES),
  base64: z.base64().max(Math.ceil(PAINT_PART_BYTES / 3) * 4),
})
export type PaintPart = z.infer<typeof paintPartSchema>

/** A place in a list, from 0. */
export const placeSchema = z.coerce.number().int().min(0).max(100_000)
/** Panels whose edges are known already, and up to where: “3:120,4:77”. */
export const knownPanelsSchema = z.strictObject({
  known: z
    .string()
    .max(200)
    .regex(/^(\d{1,6}:\d{1,9}(,\d{1,6}:\d{1,9})*)?$/)
    .default('')
    .transform(
      text => new Map(text === '' ? [] : text.split(',').map(each => each.split(':').map(Number) as [number, number])),
    ),
})

export const tableSchema = z.strictObject({ plan: idSchema.optional() })
export const raiseHandSchema = z.strictObject({ words: z.string().trim().max(300) })
/** Today's plan of a class; null: whichever is drawn on. */
export const todaySchema = z.strictObject({ plan: z.int().min(1).nullable() })
export const moveLearnerSchema = z.strictObject({ classId: z.int().min(1) })
/** The sheet that a class looks at; `isAgain`: it is there still, if it is in front at all. */
export const frontSchema = z.strictObject({ drawing: z.int().min(1).nullable(), isAgain: z.boolean().optional() })
export const sinceSchema = z.strictObject({ from: z.coerce.number().int().min(0).max(MOST).default(0) })
export const afterSchema = z.strictObject({
  after: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).optional(),
})

/** Strokes that a teacher shows over sheets at once at most. */
const MOST_SHOWN = 40
/** Something for learners at work; `to` null: all of the class. `on`: whose places the strokes have. */
export const sendSchema = z.strictObject({
  to: listOf(z.int().min(1), { least: 1, most: 500 }).nullable(),
  news: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('words'), words: z.string().trim().min(1).max(500) }),
    z.strictObject({
      kind: z.literal('ghost'),
      plan: z.int().min(1),
      on: z.enum(['plan', 'sheet']),
      record: z.strictObject({
        version: z.literal(1),
        sheet: sheetSchema,
        entries: listOf(entrySchema, { least: 1, most: MOST_SHOWN }),
      }),
    }),
  ]),
})
export type SendBody = z.infer<typeof sendSchema>

/**
 * Names who writes: the first {@link DEVICE_NAME} characters its browser, the rest the tab and the time that it was
 * opened.
 */
const writer = z.string().regex(/^[a-z0-9-]{8,40}$/)

/** A run of a record's entries, in order. `from` is the place of the first; batches are numbered from 0. */
export const batchSchema = z.strictObject({
  number: count,
  from: count,
  writer,
  entries: listOf(entrySchema, { least: 1, most: BATCH_ENTRIES }).refine(
    entries => entries.reduce((sum, entry) => sum + numbersIn(entry), 0) <= BATCH_NUMBERS,
    `the strokes of one part have at most ${BATCH_NUMBERS} numbers together`,
  ),
})
export type Batch = z.infer<typeof batchSchema>

/**
 * `isAgain`: by one that has written before and was replaced since; it may go on only where the other has fallen
 * silent.
 */
export const claimSchema = z.strictObject({ writer, takeOver: z.boolean(), isAgain: z.boolean().optional() })
export type Claim = z.infer<typeof claimSchema>
/** Names what was begun without a network: asked for again, it is the same one. */
const begunKey = z.string().regex(/^[\w-]{8,40}$/)
export const newDrawingSchema = z.strictObject({
  plan: z.int().min(1),
  afresh: z.boolean(),
  from: z.string().max(60).optional(),
  key: begunKey.optional(),
})
export type NewDrawing = z.infer<typeof newDrawingSchema>
/** A sheet of one's own. */
export const newSheetSchema = z.strictObject({
  title: z.string().trim().min(1).max(80),
  sheet: sheetSchema,
  key: begunKey.optional(),
})
export type NewSheet = z.infer<typeof newSheetSchema>

/** A lesson as it is changed: only what is new in it. `revision`: what it was changed from. */
export const savePlanSchema = z.strictObject({
  revision: count.min(1),
  plan: z.record(z.string().max(40), z.unknown()),
})
/** `learners`: who of the class; nobody named: all. */
export const givePlanSchema = z.strictObject({
  classId: z.int().min(1),
  isGiven: z.boolean(),
  learners: listOf(z.int().min(1), { least: 1, most: 500 }).optional(),
})
export type GivePlan = z.infer<typeof givePlanSchema>
export const openStepSchema = z.strictObject({
  classId: z.int().min(1),
  step: z.string().min(1).max(60),
  isOpen: z.boolean(),
})
/** Whom a class or a plan goes to. */
export const toTeacherSchema = z.strictObject({ teacher: z.int().min(1) })
export const shareSchema = z.strictObject({ isShared: z.boolean() })
export const archiveSchema = z.strictObject({ isArchived: z.boolean() })
export const stepSchemaBody = z.strictObject({ step: z.string().min(1).max(60) })

/** `key`: the same copy asked for again, after an answer was lost, is the same one. */
export const copySchema = z.strictObject({ position: count, key: z.string().min(8).max(40) })
const drawingTitle = z.string().trim().min(1).max(80)
/** `from`: not as it stands, but begun with what lay there after so many entries, as on a sheet that was laid out. */
export const duplicateSchema = z.strictObject({
  key: z.string().min(8).max(40),
  title: drawingTitle,
  from: count.min(1).optional(),
})
export type Duplicate = z.infer<typeof duplicateSchema>
export const renameDrawingSchema = z.strictObject({ title: drawingTitle })
export const removeDrawingSchema = z.strictObject({ isRemoved: z.boolean() })

export const handInSchema = z.strictObject({
  /** Entries that belong to it. */
  position: count.min(1),
  /** Content hash of the drawing there, as the learner's browser has it. */
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  note: z.string().trim().max(1000),
})

const darkness = z.int().min(2).max(98)
/** A page that was drawn on and photographed. `learner`: whose it is, where a teacher hands it in for them. */
export const paperHandInSchema = z.strictObject({
  plan: z.int().min(1),
  learner: z.int().min(1).optional(),
  picture: pictureNameSchema,
  /** How dark its lines and its marks are at least, %. */
  page: z.strictObject({ lines: darkness, marks: darkness }),
  note: z.string().trim().max(1000),
  key: begunKey,
})
export type PaperHandIn = z.infer<typeof paperHandInSchema>

const ON_PAD = [-1000, 2000] as const
/** Numbers of a signature in all: a dozen strokes of more than a thousand places. */
const MOST_ON_PAD = 30_000
/** Outlines of a signature on its pad: strokes and numbers at most as many as a name needs. */
export const signatureSchema = z.strictObject({
  outlines: listOf(
    numbers({ least: 6, most: 8000, group: 2, short: 'an outline is made of pairs: x, y', range: [ON_PAD, ON_PAD] }),
    { least: 1, most: 60 },
  ).refine(
    outlines => outlines.reduce((sum, each) => sum + each.length, 0) <= MOST_ON_PAD,
    `the outlines have at most ${MOST_ON_PAD} numbers together`,
  ),
})

/** A picture whole, or as cards show it. */
export const pictureSizeSchema = z.object({ size: z.enum(['whole', 'card']).default('whole') })
export type PictureSize = z.infer<typeof pictureSizeSchema>['size']

/** How a learner likes the program. */
export const comfortSchema: z.ZodType<Comfort> = z.strictObject({
  letters: z.union(LETTER_SIZES.map(each => z.literal(each))),
  isLeftHanded: z.boolean(),
  hasLessMotion: z.boolean(),
  isDim: z.boolean(),
  tellsColours: z.boolean(),
  hasSimplerWords: z.boolean(),
  // A page of before knew neither.
  hasNoLetterKeys: z.boolean().default(false),
  ownKeys: z
    .record(z.string().regex(KEY_NAME), z.string().regex(KEY_SIGN))
    .refine(keys => Object.keys(keys).length <= MOST_OWN_KEYS, `at most ${MOST_OWN_KEYS} keys`)
    .default({}),
})

/** Warm-ups that are done together at most. */
export const MOST_IN_SET = 8
/** Warm-ups that a class does on a day: the same tries for everyone, each once. */
export const warmUpSetSchema = z.strictObject({
  title: z.string().trim().min(1).max(80),
  day,
  warmUps: listOf(z.strictObject({ drill: z.enum(DRILL_NAMES), seed: z.int().min(0).max(GREATEST_SEED) }), {
    least: 1,
    most: MOST_IN_SET,
  }).refine(
    all => new Set(all.map(each => `${each.drill} ${each.seed}`)).size === all.length,
    'The same try is in it twice.',
  ),
})
export type WarmUpSetBody = z.infer<typeof warmUpSetSchema>

/** A try of a warm-up, as it was scored. */
export const drillTrySchema = z.strictObject({
  drill: z.enum(DRILL_NAMES),
  seed: z.int().min(0).max(GREATEST_SEED),
  score: z.int().min(0).max(100),
  figures: listOf(
    z.strictObject({
      name: z.string().max(60),
      value: z.number(),
      unit: z.string().max(40),
      points: z.number().min(0).max(100),
    }),
    { most: 8 },
  ),
})
export type DrillTryBody = z.infer<typeof drillTrySchema>
/** Tries may be so old when they come, ms: they were made where there was no network. */
const MOST_AGO_MS = 60 * 86_400_000
/** One that waited on its device: how long ago it was made, and what names it when it is sent again. */
export const keptTrySchema = drillTrySchema.extend({
  agoMs: z.int().min(0).max(MOST_AGO_MS).optional(),
  key: z
    .string()
    .regex(/^[\w-]{8,40}$/)
    .optional(),
})
export type KeptTryBody = z.infer<typeof keptTrySchema>

/** `meant`: found otherwise, and meant to be so. */
export const markLevelSchema = z.enum(['there', 'nearly', 'again', 'meant'])
export type MarkLevel = z.infer<typeof markLevelSchema>

/** Words at a place of the drawing, px of its sheet. */
export const pinSchema = z.strictObject({
  x: z.int().min(-4000).max(16_000),
  y: z.int().min(-4000).max(16_000),
  words: z.string().trim().min(1).max(300),
})
export type Pin = z.infer<typeof pinSchema>

const levels = listOf(z.string().trim().min(1).max(40), { least: 2, most: 6 })
/** A mark by a criterion of the teacher's: what the levels were called then is kept with it. `level` counts from 0. */
export const criterionMarkSchema = z
  .strictObject({ title: z.string().trim().min(1).max(80), levels, level: z.int().min(0).max(5) })
  .refine(({ levels: all, level }) => level < all.length, { message: 'There is no such level.', path: ['level'] })
export type CriterionMark = z.infer<typeof criterionMarkSchema>

/** What a teacher keeps for answering: phrases, and criteria with their levels, the best last. */
export const critKitSchema = z.strictObject({
  phrases: listOf(z.string().trim().min(1).max(400), { most: 60 }),
  criteria: listOf(z.strictObject({ title: z.string().trim().min(1).max(80), levels }), { most: 12 }),
})
export type CritKit = z.infer<typeof critKitSchema>

/** A drawing over the work. */
export const sketchSchema = z.strictObject({
  version: z.literal(1),
  sheet: sheetSchema,
  entries: listOf(entrySchema, { least: 1, most: 400 }),
})

export const answerSchema = z.strictObject({
  marks: z.record(z.string().max(60), markLevelSchema),
  words: z.string().trim().min(1, 'Write a few words.').max(4000),
  next: z.string().trim().max(1000),
  outcome: z.enum(['again', 'accepted']),
  pins: listOf(pinSchema, { most: 40 }).default([]),
  sketch: sketchSchema.nullable().default(null),
  criteria: listOf(criterionMarkSchema, { most: 12 }).default([]),
  /** When the answer that was on the screen was given; null: there was none. Another one since is not written over. */
  seen: moment.nullable().optional(),
})
export type AnswerBody = z.input<typeof answerSchema>
export type GivenAnswer = z.infer<typeof answerSchema>
