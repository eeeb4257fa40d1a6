import mariadb from 'mariadb'
import {
  DataTypes,
  Sequelize,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
} from 'sequelize'
import type { DrawingRecord } from '#core/drawing'
import type { Plan } from '#core/plan'
import type { Measures } from '#core/review'
import type { GivenWay, HandInState, News, StepFindings, TeachersPurpose } from '#shared/views'
import type { MuralFacts, PanelSeams } from '#shared/mural'
import type { WordsState, WorkState } from '#shared/wall'
import type { CritKit, CriterionMark, DrillTryBody, LiveFinding, MarkLevel, Pin, WarmUpSetBody } from '#shared/schemas'

type Row<M extends Model> = Model<InferAttributes<M>, InferCreationAttributes<M>>

export class Teacher extends Model<InferAttributes<Teacher>, InferCreationAttributes<Teacher>> {
  declare id: CreationOptional<number>
  declare email: string
  declare name: string
  /** scrypt in the PHC string format; of earlier times salt and key, hex, parted by a colon. */
  declare secret: string
  declare critKit: CreationOptional<CritKit | null>
}

export class SchoolClass extends Model<InferAttributes<SchoolClass>, InferCreationAttributes<SchoolClass>> {
  declare id: CreationOptional<number>
  declare teacherId: number
  declare name: string
  declare code: string
  declare meets: string
  declare archivedAt: CreationOptional<Date | null>
  /** The teacher's sheet that all of the class is looking at now. */
  declare frontDrawingId: CreationOptional<number | null>
  /** What the class draws today, as the teacher said. */
  declare todayPlanId: CreationOptional<number | null>
  declare todayAt: CreationOptional<Date | null>
}

export class Learner extends Model<InferAttributes<Learner>, InferCreationAttributes<Learner>> {
  declare id: CreationOptional<number>
  declare classId: number
  declare name: string
  declare secret: string
  /** Taken out of the class; all work is kept. */
  declare removedAt: CreationOptional<Date | null>
  /** Signed out last. */
  declare leftAt: CreationOptional<Date | null>
}

export class PlanRow extends Model<InferAttributes<PlanRow>, InferCreationAttributes<PlanRow>> {
  declare id: CreationOptional<number>
  declare teacherId: number
  /** Whose own sheet it is; null: a teacher's plan. */
  declare learnerId: CreationOptional<number | null>
  /** `sheet`: something to draw on, not a lesson; `mural`: what the panels of one share. */
  declare kind: CreationOptional<'lesson' | 'sheet' | 'mural'>
  declare title: string
  declare document: Plan
  declare picture: Buffer | null
  /** Counts what was saved: two who write at once are told apart. */
  declare revision: CreationOptional<number>
  declare changedAt: CreationOptional<Date | null>
  declare archivedAt: CreationOptional<Date | null>
}

/** A plan as it was when it was given: never changed. */
export class PlanVersion extends Model<InferAttributes<PlanVersion>, InferCreationAttributes<PlanVersion>> {
  declare id: CreationOptional<number>
  declare planId: number
  declare number: number
  declare document: Plan
  declare madeAt: Date
}

export class Assignment extends Model<InferAttributes<Assignment>, InferCreationAttributes<Assignment>> {
  declare classId: number
  declare planId: number
  declare place: number
  declare versionId: number | null
  /** Steps that wait for the teacher and were opened. */
  declare opened: CreationOptional<string[] | null>
  declare startsAt: CreationOptional<Date | null>
  declare dueAt: CreationOptional<Date | null>
  declare way: CreationOptional<GivenWay>
}

/** A plan that is not for all of the class: for whom it is. */
export class AssignmentLearner extends Model<
  InferAttributes<AssignmentLearner>,
  InferCreationAttributes<AssignmentLearner>
> {
  declare classId: number
  declare planId: number
  declare learnerId: number
}

export class DrawingRow extends Model<InferAttributes<DrawingRow>, InferCreationAttributes<DrawingRow>> {
  declare id: CreationOptional<number>
  /** Whose it is: a learner's, or a teacher's own. */
  declare learnerId: CreationOptional<number | null>
  declare teacherId: CreationOptional<number | null>
  declare planId: number
  /** The version of the plan that it follows; null: the plan as it is. */
  declare versionId: CreationOptional<number | null>
  /** What a teacher draws it for. */
  declare purpose: CreationOptional<TeachersPurpose | null>
  /** Entries and batches that are stored. */
  declare position: CreationOptional<number>
  declare nextBatch: CreationOptional<number>
  declare step: CreationOptional<string | null>
  /** When that step was opened. */
  declare stepAt: CreationOptional<Date | null>
  /** The record's clock at its last entry, ms. */
  declare clockMs: CreationOptional<number>
  declare writer: CreationOptional<string | null>
  declare writerSeenAt: CreationOptional<Date | null>
  declare lastSeenAt: CreationOptional<Date | null>
  /**
   * Of strokes that did not follow on: which drawing they were drawn on, and the name under which the copy was asked
   * for.
   */
  declare copiedFrom: CreationOptional<number | null>
  declare copyKey: CreationOptional<string | null>
  /** A name of its own; null: its plan's. */
  declare title: CreationOptional<string | null>
  /** Put away by its learner: it can be taken back for a while. */
  declare removedAt: CreationOptional<Date | null>
}

export class RecordBatch extends Model<InferAttributes<RecordBatch>, InferCreationAttributes<RecordBatch>> {
  declare drawingId: number
  declare number: number
  declare start: number
  declare count: number
  /** SHA-256 of the JSON, hex. */
  declare digest: string
  /** zlib-packed JSON of the entries. */
  declare packed: Buffer
}

export class HandIn extends Model<InferAttributes<HandIn>, InferCreationAttributes<HandIn>> {
  declare id: CreationOptional<number>
  declare drawingId: number
  declare attempt: number
  declare position: number
  declare hash: string
  declare note: string
  declare state: CreationOptional<HandInState>
  declare verification: CreationOptional<'waiting' | 'matches' | 'differs'>
  declare findings: CreationOptional<StepFindings[] | null>
  declare measures: CreationOptional<Measures | null>
  declare picture: CreationOptional<Buffer | null>
  declare handedInAt: Date
}

export class Answer extends Model<InferAttributes<Answer>, InferCreationAttributes<Answer>> {
  declare handInId: number
  declare teacherId: number
  declare marks: Record<string, MarkLevel>
  declare words: string
  declare next: string
  declare outcome: 'again' | 'accepted'
  declare pins: CreationOptional<Pin[] | null>
  declare sketch: CreationOptional<DrawingRecord | null>
  declare criteria: CreationOptional<CriterionMark[] | null>
  declare answeredAt: Date
}

/** `verify`: a hand-in is drawn again and looked at; `mural`: one is put together. */
export type JobKind = 'verify' | 'mural'

export class Job extends Model<InferAttributes<Job>, InferCreationAttributes<Job>> {
  declare id: CreationOptional<number>
  declare kind: JobKind
  /** A hand-in, or a mural. */
  declare subject: number
  declare state: CreationOptional<'waiting' | 'running' | 'done' | 'failed' | 'stopped'>
  /** How much of it is done, of how much. */
  declare done: CreationOptional<number>
  declare whole: CreationOptional<number>
  declare tries: CreationOptional<number>
  declare leaseUntil: CreationOptional<Date | null>
}

export class SignInTry extends Model<InferAttributes<SignInTry>, InferCreationAttributes<SignInTry>> {
  declare door: string
  declare count: number
  declare since: Date
}

/** What a drawing looks like while it is drawn, as its browser sends it. */
export class LivePicture extends Model<InferAttributes<LivePicture>, InferCreationAttributes<LivePicture>> {
  declare drawingId: number
  declare position: number
  declare picture: Buffer
  /** What the learner's own looks found last. */
  declare findings: LiveFinding[] | null
  /** Of a mural's panel: its edges as bytes, and how it meets its neighbours. */
  declare edges: CreationOptional<Buffer | null>
  declare seams: CreationOptional<PanelSeams | null>
  declare madeAt: Date
}

export class Mural extends Model<InferAttributes<Mural>, InferCreationAttributes<Mural>> {
  declare id: CreationOptional<number>
  declare classId: number
  /** What its panels share; its versions are the panels' own, numbered from 1. */
  declare planId: number
  declare facts: MuralFacts
  declare picture: Buffer | null
  declare madeAt: Date
  declare archivedAt: CreationOptional<Date | null>
  /** Counts assemblies: the parts of the one that is whole. */
  declare run: CreationOptional<number | null>
  declare assembledAt: CreationOptional<Date | null>
  /** What is missing in it, by panel. */
  declare missing: CreationOptional<MissingPanel[] | null>
}

export interface MissingPanel {
  readonly place: number
  readonly why: 'free' | 'not-drawn' | 'other-size'
}

export class MuralPanel extends Model<InferAttributes<MuralPanel>, InferCreationAttributes<MuralPanel>> {
  declare muralId: number
  /** Row by row, from 0. */
  declare place: number
  declare versionId: number
  declare learnerId: CreationOptional<number | null>
  declare drawingId: CreationOptional<number | null>
  /** Its own part as it was put in last, PNG, of the record up to here. */
  declare picture: CreationOptional<Buffer | null>
  declare pictured: CreationOptional<number | null>
  /** Its edges in that picture, and how they meet the neighbours' in the whole. */
  declare edges: CreationOptional<Buffer | null>
  declare seams: CreationOptional<PanelSeams | null>
}

/** A piece of an assembled mural's PNG. */
export class MuralPart extends Model<InferAttributes<MuralPart>, InferCreationAttributes<MuralPart>> {
  declare muralId: number
  declare run: number
  declare number: number
  declare bytes: Buffer
}

export class RaisedHand extends Model<InferAttributes<RaisedHand>, InferCreationAttributes<RaisedHand>> {
  declare learnerId: number
  declare drawingId: number
  declare words: string
  declare raisedAt: Date
}

/** Something for learners at work. */
export class NewsRow extends Model<InferAttributes<NewsRow>, InferCreationAttributes<NewsRow>> {
  declare id: CreationOptional<number>
  declare classId: number
  /** Null: for all of the class. */
  declare learnerId: number | null
  declare body: News
  declare madeAt: Date
}

/** One try of a warm-up. */
export class DrillTry extends Model<InferAttributes<DrillTry>, InferCreationAttributes<DrillTry>> {
  declare id: CreationOptional<number>
  declare learnerId: number
  declare drill: string
  declare seed: number
  declare score: number
  declare figures: DrillTryBody['figures']
  declare triedAt: Date
}

/** Warm-ups that a class does on a day. */
export class WarmUpSet extends Model<InferAttributes<WarmUpSet>, InferCreationAttributes<WarmUpSet>> {
  declare id: CreationOptional<number>
  declare classId: number
  declare title: string
  /** YYYY-MM-DD. */
  declare day: string
  declare warmUps: WarmUpSetBody['warmUps']
}

export class Signature extends Model<InferAttributes<Signature>, InferCreationAttributes<Signature>> {
  declare learnerId: number
  /** Outlines of a pad, x, y, x, y … each. */
  declare outlines: number[][]
}

export class WallWork extends Model<InferAttributes<WallWork>, InferCreationAttributes<WallWork>> {
  declare id: CreationOptional<number>
  declare classId: number
  declare learnerId: number
  declare handInId: number
  declare title: string
  declare isNamed: boolean
  declare state: WorkState
  declare place: CreationOptional<number>
  declare askedAt: Date
  declare hungAt: CreationOptional<Date | null>
}

/** Words below a work, of a learner or of a teacher. */
export class WallWords extends Model<InferAttributes<WallWords>, InferCreationAttributes<WallWords>> {
  declare id: CreationOptional<number>
  declare workId: number
  declare learnerId: number | null
  declare teacherId: number | null
  declare words: string
  declare state: WordsState
  declare saidAt: Date
}

// Functions, because Sequelize writes into what it is given.
const id = () => ({ type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true })
const reference = () => ({ type: DataTypes.BIGINT, allowNull: false })
const key = () => ({ ...reference(), primaryKey: true })
const text = (length: number) => ({ type: DataTypes.STRING(length), allowNull: false })
const count = () => ({ type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 })
const time = () => ({ type: DataTypes.DATE(3), allowNull: false })
const timeOrNull = () => ({ type: DataTypes.DATE(3), allowNull: true })

/** Connects and binds every model. The pool opens connections when they are needed. */
export function connect(url: string): Sequelize {
  const sequelize = new Sequelize(url, {
    dialect: 'mariadb',
    dialectModule: mariadb,
    logging: false,
    define: { timestamps: false, underscored: true },
    pool: { max: 10, acquire: 8000 },
    dialectOptions: { connectTimeout: 3000, maxAllowedPacket: 256 * 1024 * 1024 },
  })
  const bind = { sequelize }
  Teacher.init(
    { id: id(), email: text(200), name: text(80), secret: text(200), critKit: json('critKit', true) },
    { ...bind, tableName: 'teachers' },
  )
  SchoolClass.init(
    {
      id: id(),
      teacherId: reference(),
      name: text(80),
      code: text(12),
      meets: text(120),
      archivedAt: timeOrNull(),
      frontDrawingId: DataTypes.BIGINT,
      todayPlanId: DataTypes.BIGINT,
      todayAt: timeOrNull(),
    },
    { ...bind, tableName: 'classes' },
  )
  Learner.init(
    {
      id: id(),
      classId: reference(),
      name: text(60),
      secret: text(200),
      removedAt: timeOrNull(),
      leftAt: timeOrNull(),
    },
    { ...bind, tableName: 'learners' },
  )
  PlanRow.init(
    {
      id: id(),
      teacherId: reference(),
      learnerId: DataTypes.BIGINT,
      kind: { ...text(10), defaultValue: 'lesson' },
      title: text(80),
      document: json('document', false),
      picture: DataTypes.BLOB('long'),
      revision: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 },
      changedAt: timeOrNull(),
      archivedAt: timeOrNull(),
    },
    { ...bind, tableName: 'plans' },
  )
  PlanVersion.init(
    { id: id(), planId: reference(), number: count(), document: json('document', false), madeAt: time() },
    { ...bind, tableName: 'plan_versions' },
  )
  Assignment.init(
    {
      classId: key(),
      planId: key(),
      place: count(),
      versionId: DataTypes.BIGINT,
      opened: json('opened', true),
      startsAt: timeOrNull(),
      dueAt: timeOrNull(),
      way: { ...text(10), defaultValue: 'own' },
    },
    { ...bind, tableName: 'assignments' },
  )
  AssignmentLearner.init(
    { classId: key(), planId: key(), learnerId: key() },
    { ...bind, tableName: 'assignment_learners' },
  )
  DrawingRow.init(
    {
      id: id(),
      learnerId: DataTypes.BIGINT,
      teacherId: DataTypes.BIGINT,
      planId: reference(),
      versionId: DataTypes.BIGINT,
      purpose: DataTypes.STRING(10),
      position: count(),
      nextBatch: count(),
      clockMs: count(),
      step: DataTypes.STRING(60),
      stepAt: timeOrNull(),
      writer: DataTypes.STRING(40),
      writerSeenAt: timeOrNull(),
      lastSeenAt: timeOrNull(),
      copiedFrom: DataTypes.BIGINT,
      copyKey: DataTypes.STRING(40),
      title: DataTypes.STRING(80),
      removedAt: timeOrNull(),
    },
    { ...bind, tableName: 'drawings' },
  )
  RecordBatch.init(
    {
      drawingId: key(),
      number: { type: DataTypes.INTEGER, primaryKey: true },
      start: count(),
      count: count(),
      digest: text(64),
      packed: { type: DataTypes.BLOB('long'), allowNull: false },
    },
    { ...bind, tableName: 'record_batches' },
  )
  HandIn.init(
    {
      id: id(),
      drawingId: reference(),
      attempt: count(),
      position: count(),
      hash: text(64),
      note: text(1000),
      state: { ...text(20), defaultValue: 'waiting' },
      verification: { ...text(20), defaultValue: 'waiting' },
      findings: json('findings', true),
      measures: json('measures', true),
      picture: DataTypes.BLOB('long'),
      handedInAt: time(),
    },
    { ...bind, tableName: 'hand_ins' },
  )
  Answer.init(
    {
      handInId: key(),
      teacherId: reference(),
      marks: json('marks', false),
      words: text(4000),
      next: text(1000),
      outcome: text(20),
      answeredAt: time(),
      pins: json('pins', true),
      sketch: json('sketch', true),
      criteria: json('criteria', true),
    },
    { ...bind, tableName: 'answers' },
  )
  Job.init(
    {
      id: id(),
      kind: text(20),
      subject: reference(),
      state: { ...text(20), defaultValue: 'waiting' },
      tries: count(),
      leaseUntil: timeOrNull(),
      done: count(),
      whole: count(),
    },
    { ...bind, tableName: 'jobs' },
  )
  SignInTry.init(
    { door: { ...text(200), primaryKey: true }, count: count(), since: time() },
    { ...bind, tableName: 'sign_in_tries' },
  )
  LivePicture.init(
    {
      drawingId: key(),
      position: count(),
      picture: { type: DataTypes.BLOB('medium'), allowNull: false },
      findings: json('findings', true),
      edges: DataTypes.BLOB('medium'),
      seams: json('seams', true),
      madeAt: time(),
    },
    { ...bind, tableName: 'live_pictures' },
  )
  Mural.init(
    {
      id: id(),
      classId: reference(),
      planId: reference(),
      facts: json('facts', false),
      picture: DataTypes.BLOB('long'),
      madeAt: time(),
      archivedAt: timeOrNull(),
      run: DataTypes.BIGINT,
      assembledAt: timeOrNull(),
      missing: json('missing', true),
    },
    { ...bind, tableName: 'murals' },
  )
  MuralPanel.init(
    {
      muralId: key(),
      place: { type: DataTypes.INTEGER, primaryKey: true },
      versionId: reference(),
      learnerId: DataTypes.BIGINT,
      drawingId: DataTypes.BIGINT,
      picture: DataTypes.BLOB('long'),
      pictured: DataTypes.INTEGER,
      edges: DataTypes.BLOB('medium'),
      seams: json('seams', true),
    },
    { ...bind, tableName: 'mural_panels' },
  )
  MuralPart.init(
    {
      muralId: key(),
      run: key(),
      number: { type: DataTypes.INTEGER, primaryKey: true },
      bytes: { type: DataTypes.BLOB('long'), allowNull: false },
    },
    { ...bind, tableName: 'mural_parts' },
  )
  RaisedHand.init(
    { learnerId: key(), drawingId: reference(), words: text(300), raisedAt: time() },
    { ...bind, tableName: 'raised_hands' },
  )
  NewsRow.init(
    { id: id(), classId: reference(), learnerId: DataTypes.BIGINT, body: json('body', false), madeAt: time() },
    { ...bind, tableName: 'news' },
  )
  DrillTry.init(
    {
      id: id(),
      learnerId: reference(),
      drill: text(40),
      seed: count(),
      score: count(),
      figures: json('figures', false),
      triedAt: time(),
    },
    { ...bind, tableName: 'drill_tries' },
  )
  WarmUpSet.init(
    {
      id: id(),
      classId: reference(),
      title: text(80),
      day: { type: DataTypes.DATEONLY, allowNull: false },
      warmUps: json('warmUps', false),
    },
    { ...bind, tableName: 'warm_up_sets' },
  )
  Signature.init({ learnerId: key(), outlines: json('outlines', false) }, { ...bind, tableName: 'signatures' })
  WallWork.init(
    {
      id: id(),
      classId: reference(),
      learnerId: reference(),
      handInId: reference(),
      title: text(120),
      isNamed: { type: DataTypes.BOOLEAN, allowNull: false },
      state: text(10),
      place: count(),
      askedAt: time(),
      hungAt: timeOrNull(),
    },
    { ...bind, tableName: 'wall_works' },
  )
  WallWords.init(
    {
      id: id(),
      workId: reference(),
      learnerId: DataTypes.BIGINT,
      teacherId: DataTypes.BIGINT,
      words: text(400),
      state: text(10),
      saidAt: time(),
    },
    { ...bind, tableName: 'wall_words' },
  )
  return sequelize
}

/** A column that holds JSON: MariaDB keeps it as text, so it is written and read here. */
function json(column: string, allowNull: boolean) {
  return {
    type: DataTypes.TEXT('long'),
    allowNull,
    get(this: Row<Model>) {
      const value: unknown = this.getDataValue(column as never)
      return typeof value === 'string' ? (JSON.parse(value) as unknown) : value
    },
    set(this: Row<Model>, value: unknown) {
      this.setDataValue(column as never, (value === null ? null : JSON.stringify(value)) as never)
    },
  }
}
