import type { DrawingRecord, Entry } from '#core/drawing'
import type { DrillName } from '#core/drill'
import type { Finding, MeasureName } from '#core/lookfor'
import type { Plan } from '#core/plan'
import type { Measures, Spread } from '#core/review'
import type { Comfort } from './comfort'
import type { MuralCard } from './mural'
import type { CriterionMark, LiveFinding, MarkLevel, Pin, SendBody } from './schemas'

/** What the server's routes answer. Times are ISO 8601, UTC. */

export type Person =
  /** `isKeeper`: of the place; absent: they are not. */
  | { kind: 'teacher'; id: number; name: string; isKeeper?: true }
  /**
   * `comfort`: absent: they said nothing, and it is as the device does. `folio`: names one who is in
   * several classes, the same in each; absent: they are in this one alone.
   */
  | { kind: 'learner'; id: number; name: string; className: string; comfort?: Comfort; folio?: number }

/** How much of a picture that is brought in is there, bytes, from its beginning. */
export interface PaintStored {
  has: number
  isWhole: boolean
}

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
  warmUps: { drill: string; seed: number }[]
}

/** A plan in the Plan book. */
export interface PlanBookCard extends PlanCard {
  topics: string[]
  isArchived: boolean
  changedAt: string | null
  /** Names of the classes that it is given to. */
  classes: string[]
  /** All teachers of the place may read it. */
  isShared: boolean
  /** Who made what it was copied from; null: its own teacher. */
  maker: string | null
}

/** A plan that another teacher shares. */
export interface LibraryCard extends PlanCard {
  topics: string[]
  by: string
  changedAt: string | null
}

export interface PlanBookView {
  plans: PlanBookCard[]
  library: LibraryCard[]
  /** What was drawn for a lesson, the latest first. */
  sheets: {
    drawing: number
    title: string
    width: number
    height: number
    position: number
    lastSeenAt: string | null
  }[]
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
  /** Who made it; null: it is one's own, and can be changed. */
  by: string | null
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

/** `unchecked`: drawing it again takes more than the server has. */
export type Verification = 'waiting' | 'matches' | 'differs' | 'unchecked'
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

/** Where a teacher is signed in, the latest heard of first. `device` may be empty. */
export interface SessionsView {
  sessions: { id: number; isThis: boolean; address: string | null; device: string; beganAt: string; seenAt: string }[]
}

/** What is noted for a class's teacher. */
export type Happened =
  | 'came-in'
  | 'not-let-in'
  | 'refused'
  | 'new-pin'
  | 'added'
  | 'renamed'
  | 'moved'
  | 'taken-out'
  | 'put-back'
  | 'erased'
  | 'plan-given'
  | 'plan-taken-back'
  | 'answered'
  | 'sessions-ended'
  | 'new-password'
  | 'second-factor-on'
  | 'second-factor-off'
  | 'place-set-up'
  | 'place-changed'
  | 'invited'
  | 'invitation-withdrawn'
  | 'link-used'
  | 'locked'
  | 'unlocked'
  | 'handed-on'
  | 'all-handed-over'
  | 'teacher-added'
  | 'teacher-left'
  | 'class-handed-on'
  | 'plan-shared'
  | 'plan-unshared'
  | 'plan-handed-on'
  | 'class-erased'
  | 'keeping-changed'
  | 'link-asked'
  | 'guests-let-in'
  | 'guest-came'
  | 'guest-stays'
  | 'also-in'
  | 'school-account'

export interface HappenedView {
  id: number
  className: string
  /** The latest first. */
  happened: { id: number; at: string; who: string; what: Happened; about: string; address: string | null }[]
}

export interface DeskView {
  name: string
  classes: { id: number; name: string; code: string; learners: number; when: string }[]
  /** Classes that were put away; `eraseAt`: when they are erased, if that is within the next month. */
  archived: { id: number; name: string; eraseAt: string | null }[]
  /** Those that were changed last, and how many there are. */
  plans: Pick<PlanCard, 'id' | 'title' | 'goal' | 'minutes' | 'steps'>[]
  allPlans: number
  /** The first of those that wait, oldest first, and how many wait in all. */
  waiting: HandInCard[]
  allWaiting: number
  /** The last that were answered. */
  answered: HandInCard[]
  /** What of each class waits for the teacher on its Wall: works offered, and kind words. */
  walls: { classId: number; works: number; words: number }[]
  /** Of all classes together; null: there is enough. */
  room: RoomView | null
}

/** Something came to a desk, or went from it. */
export interface DeskNews {
  kind: 'changed'
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
  /** PINs are drawn as pictures. */
  hasPictures: boolean
  slips: Slip[]
}

/** `own`: each learner chooses between the simple and the richer path. */
export type GivenWay = 'own' | 'simple' | 'richer'

/** A plan that a learner can begin where there is no network. */
export interface GivenPlanView {
  id: number
  plan: Plan
  way: GivenWay
  startsAt: string | null
}

/** When a plan can be begun, by when it is due, and which path is taken. */
export interface GivenTerms {
  startsAt: string | null
  dueAt: string | null
  way: GivenWay
}

export interface GivenPlan extends GivenTerms {
  id: number
  title: string
  /** Whom of the class it is for; null: all of it. */
  learners: number[] | null
  /** Whether there is a richer path. */
  isRicherThere: boolean
  /** Who has begun, and who has handed in. */
  begun: number
  handedIn: number
}

export interface TeacherOfClass {
  id: number
  name: string
  /** Whose class it is. */
  isLead: boolean
}

export interface TeachersView {
  /** Others of the place, whom a class or a plan can be given to. */
  teachers: { id: number; name: string }[]
}

export interface RegisterView {
  id: number
  name: string
  code: string
  when: string
  isArchived: boolean
  /** PINs are drawn as pictures. */
  hasPicturePins: boolean
  /** Guests come in with the class code alone until then; null: they do not. */
  guestsUntil: string | null
  /** Put away, it is erased then; null: it is kept. */
  eraseAt: string | null
  /** What the school's own lists call it. */
  sourceId: string | null
  /** Who teaches it, whose it is first. */
  teachers: TeacherOfClass[]
  /** What waits for the teacher on the Wall. */
  wall: { works: number; words: number }
  murals: MuralCard[]
  /** In their order. */
  plans: GivenPlan[]
  /** Who was taken out; their work is kept. */
  removed: { id: number; name: string; removedAt: string }[]
  learners: {
    id: number
    name: string
    sourceId: string | null
    /** Here for a lesson, without a PIN. */
    isGuest: boolean
    /** Other classes that they are in. */
    also: string[]
    plan: string | null
    step: string | null
    hasBegun: boolean
    strokes: number
    lastSeenAt: string | null
    handIns: number
    latest: { id: number; state: HandInState } | null
  }[]
}

/** The sheet of a plan: how large it is, px, and its paper's colour. */
export type SheetForm = Pick<Plan['sheet'], 'width' | 'height' | 'paper'>

export interface FolioView {
  name: string
  classId: number
  className: string
  /** Works that the teacher would like to hang on the Wall. */
  askedFor: number
  /** Warm-ups that the class is asked for, the latest day first. */
  warmUpSets: OwnWarmUpSet[]
  /** `mine`: the names of one's own panels; `drawings`, `handIns`: of them. */
  murals: (MuralCard & { mine: string[]; drawings: FolioDrawing[]; handIns: FolioHandIn[] })[]
  plans: (PlanCard &
    GivenTerms & {
      /** Names what the class has of it: another one is another plan. */
      version: number | null
      /** Of which class it is, for who is in several; null: in one alone. */
      className: string | null
      /** Px. */
      sheet: SheetForm
      /** The one that is gone on with. */
      drawing: FolioDrawing | null
      /** All others with anything in them, the latest first. */
      others: FolioDrawing[]
      handIns: FolioHandIn[]
    })[]
  /** Sheets of one's own, the latest first; `plan`: what the sheet is. */
  own: { plan: number; title: string; drawing: FolioDrawing; width: number; height: number; handIns: FolioHandIn[] }[]
  /** Null: there is enough. */
  room: RoomView | null
  /** What was put away and can still be taken back, the latest first. */
  removed: { id: number; title: string; removedAt: string }[]
}

/** How much of the room for drawings is filled, when little is left. */
export interface RoomView {
  isFull: boolean
  percent: number
}

export interface FolioDrawing {
  id: number
  /** A name of its own; null: its plan's. */
  title: string | null
  position: number
  lastSeenAt: string | null
}

export interface WarmUpsView {
  /** The oldest first. */
  tries: { drill: string; seed: number; score: number; triedAt: string }[]
  /** What the class is asked for, the latest day first. */
  sets: OwnWarmUpSet[]
}

export interface WarmUpSetView {
  id: number
  title: string
  /** YYYY-MM-DD. */
  day: string
  warmUps: { drill: DrillName; seed: number }[]
}
/** Of one warm-up of a set; null: not tried. */
export type SetScore = { best: number; tries: number } | null
export interface OwnWarmUpSet extends WarmUpSetView {
  scores: SetScore[]
}
export interface ClassWarmUpsView {
  classId: number
  className: string
  learners: { id: number; name: string }[]
  /** The latest day first; scores by learner, then by warm-up, both in their order. */
  sets: (WarmUpSetView & { scores: SetScore[][] })[]
}

export interface FolioHandIn {
  id: number
  handedInAt: string
  state: HandInState
  attempt: number
  /** How many look-fors are met, of how many that could be judged; null while it is being looked at. */
  met: number | null
  judged: number | null
  answer: AnswerView | null
}

export interface AnswerView {
  marks: Record<string, MarkLevel>
  words: string
  next: string
  outcome: 'again' | 'accepted'
  pins: Pin[]
  /** What the teacher drew over the work. */
  sketch: DrawingRecord | null
  criteria: CriterionMark[]
  teacher: string
  answeredAt: string
}

/** What a teacher draws for: a lesson, a step of one again, or to try a plan as a learner. */
export type TeachersPurpose = 'lesson' | 'redraw' | 'try'

export interface DrawingView {
  id: number
  /** Whose it is: a learner's number, or a teacher's below nought. */
  owner: number
  /** A name of its own; null: its plan's. */
  title: string | null
  planId: number
  plan: Plan
  /** Null: a learner's drawing. */
  purpose: TeachersPurpose | null
  /** Which path the class takes. */
  way: GivenWay
  /** The step that it was last at, or begins with. */
  startAt: string | null
  /** Entries the server has. */
  position: number
  /** Number of the next batch. */
  nextBatch: number
  entries: Entry[]
  lastAnswer: AnswerView | null
}

/** By look-for. */
export type Verdicts = Readonly<Record<string, Finding['verdict']>>

export interface StepFindings {
  step: string
  findings: Finding[]
}

/** Quartiles of a class's hand-ins, place by place as in their measures. */
export interface ClassSpread {
  values: Spread[]
  ladder: Spread[]
  hues: Spread[]
  steps: { step: string; tookMs: Spread }[]
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
  /** It is the photograph of a page: nobody knows how it was drawn. */
  onPaper: boolean
  hash: string
  record: DrawingRecord
  findings: StepFindings[]
  answer: AnswerView | null
  /** Null while it is being measured. */
  measures: Measures | null
  /** How the class's hand-ins for this plan spread; null for learners, and where there are too few. */
  spread: ClassSpread | null
  /** Other hand-ins of the learner's for this plan, the oldest first. */
  others: { id: number; attempt: number; handedInAt: string }[]
  /** The pile it belongs to: hand-ins that wait, oldest first. */
  pile: number[]
}

/** Something for learners at work, as it comes to them. */
export type News =
  | (Extract<SendBody['news'], { kind: 'words' }> & { from: string })
  | Extract<SendBody['news'], { kind: 'ghost' }>
  /** The hand that was up was seen. */
  | { kind: 'hand-down' }
  /** Steps that wait for the teacher and are open now. */
  | { kind: 'opened'; plan: number; opened: string[] }

/** What the stream of a learner at work tells. */
export type LearnersNews =
  | { kind: 'news'; id: number; news: News }
  /** The teacher's sheet that all look at, and how far it is; null: everyone draws. */
  | { kind: 'front'; front: { drawing: number; position: number } | null }

/** A learner in the Round. Times are ISO 8601, UTC. */
export interface RoundCard {
  id: number
  name: string
  /** What was drawn on last; null: nothing yet. */
  drawing: {
    id: number
    plan: { id: number; title: string; steps: number }
    /** From 1 on; null: none is open. */
    step: { number: number; title: string } | null
    stepAt: string | null
    lastStrokeAt: string | null
    /** Entries. */
    position: number
    /** How far it was when its picture was made; null: there is none. */
    pictured: number | null
    found: LiveFinding[] | null
    handIn: HandInState | null
  } | null
  /** A hand that is up. */
  asks: { words: string; at: string } | null
  /** Signed out, and not drawn since. */
  hasLeft: boolean
}

export interface RoundView {
  id: number
  name: string
  /** The teacher's clock may differ from the server's. */
  now: string
  plans: { id: number; title: string; steps: { id: string; title: string; waits: boolean }[]; opened: string[] }[]
  /** The teacher's sheet that everyone looks at. */
  front: number | null
  /** The plan that the teacher said is drawn today; null: nothing was said, or it was another class's time. */
  today: number | null
}

/** What the stream of a Round tells: cards that changed, and learners who are not in the class any more. */
export interface RoundNews {
  cards: RoundCard[]
  gone: number[]
  /** What sheets look like now, of those that look different: as data URLs. */
  pictures: { drawing: number; picture: string }[]
}

/** Entries of a record from a place on. */
export interface EntriesView {
  sheet: DrawingRecord['sheet']
  entries: Entry[]
  position: number
}

/** A class's hand-ins for a plan on one table. */
export interface TableView {
  id: number
  name: string
  plans: { id: number; title: string }[]
  /** Null: the class has none yet. */
  plan: number | null
  /** Of that plan. */
  sheet: SheetForm | null
  /** Look-fors of the plan in its order. */
  lookFors: { id: string; title: string; step: number }[]
  rows: TableRow[]
}

/** A learner's latest hand-in for it; null: none yet. */
export interface TableRow {
  learner: { id: number; name: string }
  handIn: {
    id: number
    attempt: number
    handedInAt: string
    state: HandInState
    /** By look-for; what its step was not opened for is missing. */
    verdicts: Verdicts
    marks: Record<string, MarkLevel>
    measures: Measures | null
  } | null
}

/**
 * A plan that trains what it measures. `learners`: for whom of the class it is; null: for all of it, or for nobody yet.
 */
export interface PracticePlan {
  id: number
  title: string
  measures: MeasureName[]
  learners: number[] | null
}

/** How learners get on over a term. */
export interface ProgressView {
  classId: number
  className: string
  /** The class's plans and what they ask for; of a learner those that can be drawn now. */
  plans: PracticePlan[]
  /** What else the teacher's Plan book has. */
  book: PracticePlan[]
  /** All of the class for its teacher; only the own one for a learner. */
  learners: LearnerProgress[]
}

export interface LearnerProgress {
  id: number
  name: string
  /** Hand-ins that were looked at, the oldest first. */
  handIns: {
    id: number
    plan: number
    at: string
    attempt: number
    state: HandInState
    judged: { measure: MeasureName; verdict: Finding['verdict'] }[]
  }[]
  /** The oldest first. */
  tries: { drill: string; score: number; triedAt: string }[]
  /** Days (UTC) on which they drew, and how long, ms. */
  days: { day: string; workedMs: number }[]
}

/** What the server has of a record: entries, and the number of the batch that comes next. */
export type Stored = Readonly<Record<'position' | 'nextBatch', number>>
