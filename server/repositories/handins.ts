import type { Measures } from '#core/review'
import type { StepFindings, Verdicts } from '#shared/views'
import {
  AnswerModel,
  HandInModel,
  type Answer,
  type Drawing,
  type HandIn,
  type Learner,
  type SchoolClass,
} from '../models'
import { question, type Tx } from './database'
import { every, made, one } from './values'

export type { HandIn, Answer } from '../models'

const WITHOUT_PICTURE = { exclude: ['picture', 'cardPicture'] }

const BY_TIME = ['handedInAt', 'id']
const MEASURED = { exclude: [...WITHOUT_PICTURE.exclude, 'findings'] }
const JUDGED = { exclude: [...MEASURED.exclude, 'measures'] }
const HEAD = { exclude: [...JUDGED.exclude, 'verdicts'] }
/** A hand-in without its pictures and what was found in words and marks. */
export type MeasuredHandIn = Omit<HandIn, 'picture' | 'cardPicture' | 'findings'>
/** And without what was measured of it. */
export type JudgedHandIn = Omit<MeasuredHandIn, 'measures'>
/** Of a hand-in what lists show. */
export type HandInHead = Omit<JudgedHandIn, 'verdicts'>

export function handInById(id: number): Promise<HandIn | null> {
  return one(HandInModel.findByPk(id, { attributes: WITHOUT_PICTURE }))
}

/** With its drawing, whose it is and their class. */
export interface WholeHandIn {
  readonly handIn: HandIn
  readonly drawing: Drawing
  readonly learner: Learner
  readonly schoolClass: SchoolClass
}

export async function wholeHandIn(id: number): Promise<WholeHandIn | null> {
  const include = { association: 'drawing', include: [{ association: 'learner', include: ['schoolClass'] }] }
  const row = await one(HandInModel.findByPk(id, { attributes: WITHOUT_PICTURE, include }))
  if (!row) return null
  type Nested = HandIn & { drawing: Drawing & { learner: Learner & { schoolClass: SchoolClass } } }
  const { drawing: withLearner, ...handIn } = row as Nested
  const { learner: withClass, ...drawing } = withLearner
  const { schoolClass, ...learner } = withClass
  return { handIn, drawing, learner, schoolClass }
}

/** Of these drawings, in the order of time. */
async function ofDrawings(
  drawingIds: number[],
  attributes: { exclude: string[] },
  transaction?: Tx,
): Promise<HandIn[]> {
  if (drawingIds.length === 0) return []
  const where = { drawingId: drawingIds }
  return every(HandInModel.findAll({ where, order: [...BY_TIME], attributes, transaction }))
}

export const measuredHandInsOf = async (drawingIds: number[]): Promise<MeasuredHandIn[]> =>
  withVerdicts(await ofDrawings(drawingIds, MEASURED))
export const handInHeadsOf = (drawingIds: number[], transaction?: Tx): Promise<HandInHead[]> =>
  ofDrawings(drawingIds, HEAD, transaction)

/** A hand-in with what it is of, and what its teacher said of the look-fors. */
export type AnsweredHandIn = JudgedHandIn & {
  readonly drawing: Pick<Drawing, 'learnerId' | 'planId' | 'versionId'>
  readonly marks: Answer['marks']
}

/** All that these learners handed in, in the order of time. */
export async function answeredHandInsOf(learnerIds: number[]): Promise<AnsweredHandIn[]> {
  if (learnerIds.length === 0) return []
  const drawing = { association: 'drawing', attributes: ['learnerId', 'planId', 'versionId'] }
  const include = [
    { ...drawing, where: { learnerId: learnerIds }, required: true },
    { association: 'answer', attributes: ['marks'] },
  ]
  const rows = await every(HandInModel.findAll({ order: [...BY_TIME], attributes: JUDGED, include }))
  type Nested = JudgedHandIn & Pick<AnsweredHandIn, 'drawing'> & { answer: Pick<Answer, 'marks'> | null }
  return withVerdicts(
    (rows as unknown as Nested[]).map(({ answer, ...row }) => ({ ...row, marks: answer?.marks ?? {} })),
  )
}

/** Where a process of an earlier version has left verdicts out, they are taken from what it found, and kept. */
async function withVerdicts<T extends JudgedHandIn>(rows: T[]): Promise<T[]> {
  const without = rows.filter(each => each.met !== null && each.verdicts === null).map(each => each.id)
  if (without.length === 0) return rows
  const found = await every(HandInModel.findAll({ where: { id: without }, attributes: ['id', 'findings'] }))
  const verdicts = new Map(found.map(each => [each.id, verdictsOf(each.findings ?? [])]))
  for (const [id, own] of verdicts) await HandInModel.update({ verdicts: own }, { where: { id } })
  return rows.map(each => ({ ...each, verdicts: verdicts.get(each.id) ?? each.verdicts }))
}

/** What was measured of the latest hand-in of each who is in a class, for one plan. */
export async function latestMeasures(classId: number, planId: number): Promise<Measures[]> {
  const rows = await question<{ measures: string }>(
    `SELECT measures FROM (
      SELECT g.measures, ROW_NUMBER() OVER (PARTITION BY l.id ORDER BY g.handed_in_at DESC, g.id DESC) AS nth
      FROM hand_ins g JOIN drawings d ON d.id = g.drawing_id AND d.plan_id = :planId
      JOIN learners l ON l.id = d.learner_id AND l.class_id = :classId AND l.removed_at IS NULL
    ) latest WHERE nth = 1 AND measures IS NOT NULL`,
    { classId, planId },
  )
  return rows.map(each => JSON.parse(each.measures) as Measures)
}

/** All that a learner handed in for a plan, in the order of time. */
export function attemptsAt(
  learnerId: number,
  planId: number,
): Promise<Pick<HandIn, 'id' | 'attempt' | 'handedInAt'>[]> {
  return question(
    `SELECT g.id, g.attempt, g.handed_in_at AS handedInAt FROM hand_ins g
      JOIN drawings d ON d.id = g.drawing_id AND d.learner_id = :learnerId AND d.plan_id = :planId
      ORDER BY g.handed_in_at, g.id`,
    { learnerId, planId },
  )
}

export async function handInHeadsById(ids: number[]): Promise<HandInHead[]> {
  if (ids.length === 0) return []
  return every(HandInModel.findAll({ where: { id: ids }, attributes: HEAD }))
}

export async function handInPicture(id: number): Promise<Buffer | null> {
  return (await HandInModel.findByPk(id, { attributes: ['picture'] }))?.picture ?? null
}

export function addHandIn(
  values: Pick<HandIn, 'drawingId' | 'attempt' | 'position' | 'hash' | 'note' | 'handedInAt'>,
  transaction?: Tx,
): Promise<HandIn> {
  return made(HandInModel.create(values, { transaction }))
}

/** Takes what still waits of a drawing, or of several, off the pile. */
export async function replaceWaiting(drawingId: number | number[], transaction: Tx): Promise<void> {
  await HandInModel.update({ state: 'replaced' }, { where: { drawingId, state: 'waiting' }, transaction })
}

export function countHandIns(drawingId: number, transaction?: Tx): Promise<number> {
  return HandInModel.count({ where: { drawingId }, transaction })
}

/** A learner's drawings of a plan on paper that were handed in, and how often. */
export async function onPaperOf(
  learnerId: number,
  planId: number,
  transaction: Tx,
): Promise<{ drawings: number[]; count: number }> {
  const rows = await question<{ id: number; count: number }>(
    `SELECT d.id, COUNT(h.id) AS count FROM drawings d JOIN hand_ins h ON h.drawing_id = d.id
      WHERE d.learner_id = :learnerId AND d.plan_id = :planId AND d.on_paper = 1 GROUP BY d.id`,
    { learnerId, planId },
    transaction,
  )
  return { drawings: rows.map(each => each.id), count: rows.reduce((sum, each) => sum + Number(each.count), 0) }
}

/** The latest of a drawing. */
export async function latestHandIn(drawingId: number): Promise<number | null> {
  const where = { drawingId }
  return (await HandInModel.findOne({ where, attributes: ['id'], order: [['id', 'DESC']] }))?.id ?? null
}

/** Of all drawings of a learner, within the last day. */
export async function countToday(learnerId: number, transaction?: Tx): Promise<number> {
  const [row] = await question<{ count: number }>(
    `SELECT COUNT(*) AS count FROM hand_ins h JOIN drawings d ON d.id = h.drawing_id
      WHERE d.learner_id = :learnerId AND h.handed_in_at > NOW() - INTERVAL 1 DAY`,
    { learnerId },
    transaction,
  )
  return Number(row!.count)
}

export async function setExamined(
  id: number,
  values: {
    verification: 'matches' | 'differs'
    findings: StepFindings[]
    measures: Measures
    picture: Buffer
    hash?: string
  },
  transaction?: Tx,
): Promise<void> {
  const row = await HandInModel.findByPk(id, { attributes: WITHOUT_PICTURE, transaction })
  const { findings } = values
  const told = { verdicts: verdictsOf(findings), ...countMet(findings), cardPicture: null }
  await row?.update({ ...values, ...told }, { transaction })
}

const verdictsOf = (findings: readonly StepFindings[]): Verdicts =>
  Object.fromEntries(findings.flatMap(each => each.findings.map(found => [found.lookFor, found.verdict])))

/** How many look-fors are met, of how many that could be judged. */
export function countMet(findings: readonly StepFindings[]): { met: number; judged: number } {
  const all = findings.flatMap(each => each.findings).filter(each => each.verdict !== 'cant-tell')
  return { met: all.filter(each => each.verdict === 'met').length, judged: all.length }
}

/** The small picture of a hand-in: as it is kept, or made of the whole one by `make` and kept; null: none yet. */
export async function handInCardPicture(id: number, make: (whole: Buffer) => Promise<Buffer>): Promise<Buffer | null> {
  const row = await HandInModel.findByPk(id, { attributes: ['cardPicture'] })
  if (!row || row.cardPicture) return row?.cardPicture ?? null
  const whole = await handInPicture(id)
  if (!whole) return null
  const cardPicture = await make(whole)
  await HandInModel.update({ cardPicture }, { where: { id } })
  return cardPicture
}

/** It could not be drawn again: that takes more than the server has. */
export async function setUnchecked(id: number): Promise<void> {
  await HandInModel.update({ verification: 'unchecked' }, { where: { id } })
}

/** The answer to a hand-in, locked until the transaction ends. */
export function lockAnswer(handInId: number, transaction: Tx): Promise<Answer | null> {
  return one(AnswerModel.findByPk(handInId, { transaction, lock: transaction.LOCK.UPDATE }))
}

/** The row, locked until the transaction ends: two who answer at once come one after the other. */
export function lockHandIn(id: number, transaction: Tx): Promise<HandIn | null> {
  return one(HandInModel.findByPk(id, { attributes: ['id'], transaction, lock: transaction.LOCK.UPDATE }))
}

export function answersOf(handInIds: number[]): Promise<Answer[]> {
  return every(AnswerModel.findAll({ where: { handInId: handInIds } }))
}

export async function setAnswer(
  values: Omit<Answer, 'pins' | 'sketch' | 'criteria'> & Partial<Answer>,
  transaction: Tx,
): Promise<void> {
  await AnswerModel.upsert(values, { transaction })
  await HandInModel.update({ state: values.outcome }, { where: { id: values.handInId }, transaction })
}
