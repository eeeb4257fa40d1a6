import type { Plan } from '#core/plan'
import { Assignment, AssignmentLearner, DrawingRow, PlanRow, PlanVersion } from '../models'
import type { Tx } from './database'

const WITHOUT_PICTURE = { exclude: ['picture'] }

export function planById(id: number): Promise<PlanRow | null> {
  return PlanRow.findByPk(id, { attributes: WITHOUT_PICTURE })
}

export function plansOf(teacherId: number): Promise<PlanRow[]> {
  return PlanRow.findAll({ where: { teacherId, kind: 'lesson' }, order: ['id'], attributes: WITHOUT_PICTURE })
}

/** Whosoever they are. */
export function plansById(ids: number[]): Promise<PlanRow[]> {
  return PlanRow.findAll({ where: { id: ids }, attributes: WITHOUT_PICTURE })
}

/** A learner's own sheets, the latest first. */
export function ownPlansOf(learnerId: number): Promise<PlanRow[]> {
  return PlanRow.findAll({ where: { learnerId }, order: [['id', 'DESC']], attributes: WITHOUT_PICTURE })
}

/** Own sheets on which nothing is drawn any more. */
export async function dropSheetsWithoutDrawings(ids: number[]): Promise<void> {
  const used = new Set(
    (await DrawingRow.findAll({ where: { planId: ids }, attributes: ['planId'] })).map(each => each.planId),
  )
  await PlanRow.destroy({ where: { id: ids.filter(each => !used.has(each)), kind: 'sheet' } })
}

/** Something to draw on, of a learner's or (null) of the teacher's own. */
export function addOwnPlan(
  teacherId: number,
  learnerId: number | null,
  document: Plan,
  transaction?: Tx,
): Promise<PlanRow> {
  return PlanRow.create(
    { teacherId, learnerId, kind: 'sheet', title: document.title, document, picture: null },
    { transaction },
  )
}

/** What the panels of a mural share. */
export function addMuralPlan(teacherId: number, document: Plan, transaction: Tx): Promise<PlanRow> {
  return PlanRow.create(
    { teacherId, learnerId: null, kind: 'mural', title: document.title, document, picture: null },
    { transaction },
  )
}

export interface GivenRow {
  readonly id: number
  readonly document: Plan
  readonly row: Assignment
  /** Null: all of the class. */
  readonly learners: readonly number[] | null
}

/** The plans that a class was given, in their order, each in the version that it has. */
export async function plansOfClass(classId: number): Promise<GivenRow[]> {
  const given = await Assignment.findAll({ where: { classId }, order: ['place', 'planId'] })
  const chosen = await AssignmentLearner.findAll({ where: { classId } })
  return Promise.all(
    given.map(async row => ({
      id: row.planId,
      document: await documentFor(row),
      row,
      learners: learnersIn(chosen, row.planId),
    })),
  )
}

function learnersIn(chosen: readonly AssignmentLearner[], planId: number): number[] | null {
  const own = chosen.filter(each => each.planId === planId).map(each => each.learnerId)
  return own.length ? own : null
}

/** Whom of the class a plan is for; null: all of it. */
export async function learnersFor(classId: number, planId: number, transaction?: Tx): Promise<number[] | null> {
  return learnersIn(await AssignmentLearner.findAll({ where: { classId, planId }, transaction }), planId)
}

export async function setLearnersFor(
  classId: number,
  planId: number,
  learners: readonly number[] | null,
  transaction: Tx,
): Promise<void> {
  await AssignmentLearner.destroy({ where: { classId, planId }, transaction })
  if (learners)
    await AssignmentLearner.bulkCreate(
      [...new Set(learners)].map(learnerId => ({ classId, planId, learnerId })),
      { transaction },
    )
}

export async function planPicture(id: number): Promise<Buffer | null> {
  return (await PlanRow.findByPk(id, { attributes: ['picture'] }))?.picture ?? null
}

export function addPlan(teacherId: number, document: Plan, picture: Buffer | null, transaction?: Tx): Promise<PlanRow> {
  return PlanRow.create({ teacherId, title: document.title, document, picture, changedAt: new Date() }, { transaction })
}

/** The row, locked until the transaction ends: two who write at once come one after the other. */
export function lockPlan(id: number, transaction: Tx): Promise<PlanRow | null> {
  return PlanRow.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE, attributes: WITHOUT_PICTURE })
}

export function latestVersion(planId: number, transaction?: Tx): Promise<PlanVersion | null> {
  return PlanVersion.findOne({ where: { planId }, order: [['number', 'DESC']], transaction })
}

/** Without their documents. */
export function versionsById(ids: number[]): Promise<PlanVersion[]> {
  return PlanVersion.findAll({ where: { id: ids }, attributes: ['id', 'planId', 'number', 'madeAt'] })
}

export function addVersion(planId: number, number: number, document: Plan, transaction?: Tx): Promise<PlanVersion> {
  return PlanVersion.create({ planId, number, document, madeAt: new Date() }, { transaction })
}

/** The plan that a drawing follows, or that a class has. */
export async function documentFor({ planId, versionId }: Pick<DrawingRow, 'planId' | 'versionId'>): Promise<Plan> {
  const row = versionId === null ? await planById(planId) : await PlanVersion.findByPk(versionId)
  return row!.document
}

export async function givePlan(
  values: Pick<Assignment, 'classId' | 'planId' | 'place' | 'versionId'>,
  transaction?: Tx,
): Promise<void> {
  await Assignment.create(values, { transaction })
}

export function assignmentsOf(planIds: number[]): Promise<Assignment[]> {
  return Assignment.findAll({ where: { planId: planIds } })
}

export function assignmentsOfClass(classId: number, transaction?: Tx): Promise<Assignment[]> {
  return Assignment.findAll({ where: { classId }, order: ['place', 'planId'], transaction })
}

export function assignment(classId: number, planId: number, transaction?: Tx): Promise<Assignment | null> {
  return Assignment.findOne({ where: { classId, planId }, transaction })
}

export function countGiven(classId: number, transaction?: Tx): Promise<number> {
  return Assignment.count({ where: { classId }, transaction })
}
