import { z } from 'zod'
import { listOf } from '#core/base'
import type { PanelSeamsFound, Side } from '#core/mural'
import { planSchema } from '#core/plan'

/** A mural: one picture of a class, every learner a part of it. What passes between app and server. */

/** Bytes of the picture that it is cut from at most. */
const GREATEST_PICTURE = 8_000_000
const px = z.int().min(0).max(200_000)

export const muralGridSchema = z.strictObject({
  columns: z.int().min(1).max(40),
  rows: z.int().min(1).max(40),
  width: z.int().min(100).max(4000),
  height: z.int().min(100).max(4000),
  bleed: z.int().min(0).max(400),
})

/** What is kept of a mural beside its plan. */
export const muralFactsSchema = z.strictObject({
  title: z.string().trim().min(1).max(70),
  words: z.string().trim().max(1500),
  grid: muralGridSchema,
  ground: px.nullable(),
  unit: z.int().min(4).max(10_000).nullable(),
  unitWords: z.string().trim().max(60),
  /** Where all lines that go away meet, px of the mural; null: nobody asks for it. */
  vanishing: z
    .strictObject({ x: z.int().min(-100_000).max(200_000), y: z.int().min(-100_000).max(200_000) })
    .nullable(),
  isUnder: z.boolean(),
  /** Whether learners choose their panels; else the teacher gives them. */
  isPicked: z.boolean(),
})
export type MuralFacts = z.infer<typeof muralFactsSchema>

export const newMuralSchema = z.strictObject({
  facts: muralFactsSchema,
  palette: planSchema.shape.palette,
  /** PNG, JPEG or WebP; null: a bare grid. */
  picture: z
    .base64()
    .min(1)
    .max(Math.ceil(GREATEST_PICTURE / 3) * 4)
    .nullable(),
})
export type NewMural = z.infer<typeof newMuralSchema>

export const takePanelSchema = z.strictObject({ isTaken: z.boolean() })
export const givePanelSchema = z.strictObject({ learner: z.int().min(1).nullable() })
export const posterSchema = z.strictObject({
  paper: z.enum(['a4', 'a3']),
  width: z.coerce.number().int().min(100).max(20_000),
})

const mark = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('colour'), from: px, to: px, difference: z.number().min(0).max(200) }),
  z.strictObject({ kind: z.literal('line'), at: px, on: z.enum(['first', 'second']) }),
])
const seam = z.strictObject({
  meets: z.number().min(0).max(1),
  linesMet: z.int().min(0).max(10_000),
  lines: z.int().min(0).max(10_000),
  marks: listOf(mark, { most: 400 }).readonly(),
})
/** How a panel meets its neighbours, measured with the panel as the first. */
export const panelSeamsSchema = z.strictObject({
  left: seam.optional(),
  right: seam.optional(),
  above: seam.optional(),
  below: seam.optional(),
})
export type PanelSeams = z.infer<typeof panelSeamsSchema>

export interface PanelCard {
  place: number
  name: string
  /** Null: nobody draws it yet. */
  learner: { id: number; name: string; isMe: boolean } | null
  /** What is drawn of it; `pictured`: how far it was when its picture was made. */
  drawing: {
    id: number
    position: number
    pictured: number | null
    lastStrokeAt: string | null
    handIn: number | null
  } | null
  seams: PanelSeamsFound
}

/** Why a panel is missing; `too-heavy`: drawing it again takes more than the server has. */
export type WhyMissing = 'free' | 'not-drawn' | 'other-size' | 'too-heavy'
export type AssemblyState = 'none' | 'waiting' | 'running' | 'done' | 'failed' | 'stopped'

export interface MuralView {
  id: number
  classId: number
  className: string
  facts: MuralFacts
  hasPicture: boolean
  isArchived: boolean
  panels: PanelCard[]
  /** For the teacher, who gives panels. */
  learners: { id: number; name: string }[]
  assembly: {
    state: AssemblyState
    done: number
    of: number
    /** The one that is whole: when, and what is missing in it. */
    whole: { at: string; missing: { place: number; why: WhyMissing }[]; isOld: boolean } | null
  }
}

export interface MuralCard {
  id: number
  title: string
  panels: number
  taken: number
  isArchived: boolean
}

/** A panel from the side of whoever draws it. */
export interface PanelView {
  mural: number
  title: string
  place: number
  name: string
  facts: MuralFacts
  neighbours: Partial<
    Record<
      Side,
      {
        place: number
        name: string
        learner: string | null
        /** Null: nothing is drawn. */
        pictured: number | null
        /** Its edges as base64, when they are newer than what was asked with. */
        edges: string | null
      }
    >
  >
}
