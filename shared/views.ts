import type { DrawingRecord, Entry } from '#core/drawing'
import type { Finding } from '#core/lookfor'
import type { Plan } from '#core/plan'
import type { MarkLevel } from './schemas'

/** What the server's routes answer. Times are ISO 8601, UTC. */

export type Person
  = | { kind: 'teacher', id: number, name: string }
    | { kind: 'learner', id: number, name: string, className: string }

/** A learner's name as outlines x, y, x, y …; null when none is kept. */
export interface SignatureView {
  outlines: number[][] | null
}

export interface PlanCard {
  id: number
  title: string
  goal: string
  level: string
  minutes: number
  steps: number
  /** Warm-ups before it. */
  warmUps: { drill: string, seed: number }[]
}

/** A plan in the Plan book. */
export interface PlanBookCard extends PlanCard {
  topics: string[]
  isArchived: boolean
  changedAt: string | null
  /** Names of the classes that it is given to. */
  classes: string[]
}

export interface PlanBookView {
  plans: PlanBookCard[]
  /** What was drawn for a lesson, the latest first. */
  sheets: { drawing: number, title: string, width: number, height: number, position: number, lastSeenAt: string | null }[]
}

export interface PlanClassesView {
  /** Number of the latest version; null: it was never given. */
  version: number | null
  classes: PlanClass[]
}

export interface PlanView extends PlanClassesView {
  id: number
  revision: number
  plan: Plan
  isArchived: boolean
}

export interface PlanClass {
  id: number
  name: string
  /** Number of the version that it has; null: it is not given. */
  version: number | null
  /** The plan has changed since. */
  isBehind: boolean
  /** Steps that were opened. */
  opened: string[]
  /** Drawings under way. */
  drawings: number
}

export type Verification = 'waiting' | 'matches' | 'differs'
/** `replaced`: handed in again before it was looked at. */
export type HandInState = 'waiting' | 'again' | 'accepted' | 'replaced'

export interface HandInCard {
  id: number
  learner: string
  className: string
  plan: string
  handedInAt: string
  state: HandInState
  verification: Verification
  /** How many look-fors are met, of how many that could be judged; null while it is being looked at. */
  met: number | null
  judged: number | null
  attempt: number
}

export interface DeskView {
  name: string
  classes: { id: number, name: string, code: string, learners: number, when: string }[]
  plans: PlanCard[]
  waiting: HandInCard[]
  answered: HandInCard[]
}

/** What is written on a learner's slip: the PIN is known only when it is made. */
export interface Slip {
  id: number
  name: string
  pin: string
}

export interface SlipsView {
  className: string
  code: string
  slips: Slip[]
}

export interface RegisterView {
  id: number
  name: string
  code: string
  when: string
  plans: { id: number, title: string }[]
  learners: {
    id: number
    name: string
    plan: string | null
    step: string | null
    strokes: number
    lastSeenAt: string | null
    handIns: number
    latest: { id: number, state: HandInState } | null
  }[]
}

export interface FolioView {
  name: string
  className: string
  plans: (PlanCard & {
    drawing: { id: number, position: number, lastSeenAt: string | null } | null
    handIns: FolioHandIn[]
  })[]
  /** Sheets of one's own, the latest first. */
  own: { id: number, title: string, drawing: number, width: number, height: number, position: number, lastSeenAt: string | null, handIns: FolioHandIn[] }[]
}

export interface WarmUpsView {
  /** The oldest first. */
  tries: { drill: string, seed: number, score: number, triedAt: string }[]
}

export interface FolioHandIn {
  id: number
  handedInAt: string
  state: HandInState
  attempt: number
  answer: AnswerView | null
}

export interface AnswerView {
  marks: Record<string, MarkLevel>
  words: string
  next: string
  outcome: 'again' | 'accepted'
  teacher: string
  answeredAt: string
}

/** What a teacher draws for: a lesson, a step of one again, or to try a plan as a learner. */
export type TeachersPurpose = 'lesson' | 'redraw' | 'try'

export interface DrawingView {
  id: number
  planId: number
  plan: Plan
  /** Null: a learner's drawing. */
  purpose: TeachersPurpose | null
  /** The step that it was last at, or begins with. */
  startAt: string | null
  /** Entries the server has. */
  position: number
  /** Number of the next batch. */
  nextBatch: number
  entries: Entry[]
  lastAnswer: AnswerView | null
}

export interface StepFindings {
  step: string
  findings: Finding[]
}

export interface HandInView {
  id: number
  drawingId: number
  learner: string
  className: string
  planId: number
  plan: Plan
  note: string
  attempt: number
  handedInAt: string
  state: HandInState
  verification: Verification
  hash: string
  record: DrawingRecord
  findings: StepFindings[]
  answer: AnswerView | null
  /** The pile it belongs to: hand-ins that wait, oldest first. */
  pile: number[]
}
