import { LRUCache } from 'lru-cache'
import { literal, Op } from 'sequelize'
import type { Plan } from '#core/plan'
import {
  AssignmentLearnerModel,
  AssignmentModel,
  DrawingModel,
  PlanModel,
  PlanVersionModel,
  type Assignment,
  type Drawing,
  type PlanVersion,
  type StoredPlan,
} from '../models'
import type { Tx } from './database'
import {
  factsOf,
  forgetDocument,
  readCardPicture,
  readDocument,
  readPicture,
  storeDocument,
  storePicture,
} from './plan-documents'
import type { PlanFacts } from './plan-documents'
import { every, made, one } from './values'
import { now } from '../utils/clock'

export type { Assignment, PlanVersion, StoredPlan } from '../models'
export type { PlanFacts } from './plan-documents'

/** Plans, their versions and to whom they are given. What they say lies in `plan-documents.ts`. */

/** A plan with what is known of it without loading it. */
export type PlanWithFacts = StoredPlan & { readonly facts: PlanFacts }

/** The same with what is known of each. */
export async function withFacts<T extends { readonly digest: string }>(
  rows: T[],
): Promise<(T & { facts: PlanFacts })[]> {
  const facts = await factsOf(rows.map(each => each.digest))
  return rows.map(each => ({ ...each, facts: facts.get(each.digest)! }))
}

export function planById(id: number, transaction?: Tx): Promise<StoredPlan | null> {
  return one(PlanModel.findByPk(id, { transaction }))
}

/** A teacher's lessons. */
export async function plansOf(teacherId: number): Promise<PlanWithFacts[]> {
  return withFacts(await every(PlanModel.findAll({ where: { teacherId, kind: 'lesson' }, order: ['id'] })))
}

/** Lessons of other teachers that all may read. */
export async function sharedPlans(exceptOf: number): Promise<PlanWithFacts[]> {
  const where = {
    kind: 'lesson' as const,
    teacherId: { [Op.ne]: exceptOf },
    sharedAt: { [Op.ne]: null },
    archivedAt: null,
  }
  return withFacts(await every(PlanModel.findAll({ where, order: ['title', 'id'] })))
}

export function countPlans(teacherId: number): Promise<number> {
  return PlanModel.count({ where: { teacherId, kind: 'lesson' } })
}

/** Whosoever they are. */
export async function plansById(ids: number[]): Promise<StoredPlan[]> {
  if (ids.length === 0) return []
  return every(PlanModel.findAll({ where: { id: ids } }))
}

/** A learner's own sheets, the latest first. */
export async function ownPlansOf(learnerId: number): Promise<PlanWithFacts[]> {
  return withFacts(await every(PlanModel.findAll({ where: { learnerId }, order: [['id', 'DESC']] })))
}

export function countOwnPlans(learnerId: number): Promise<number> {
  return PlanModel.count({ where: { learnerId } })
}

/** Own sheets on which nothing is drawn any more. */
export async function dropSheetsWithoutDrawings(ids: number[]): Promise<void> {
  const used = new Set(
    (await DrawingModel.findAll({ where: { planId: ids }, attributes: ['planId'] })).map(each => each.planId),
  )
  await PlanModel.destroy({ where: { id: ids.filter(each => !used.has(each)), kind: 'sheet' } })
}

/** Something to draw on, of a learner's or (null) of the teacher's own. */
export async function addOwnPlan(
  teacherId: number,
  learnerId: number | null,
  plan: Plan,
  transaction: Tx,
): Promise<StoredPlan> {
  const digest = await storeDocument(plan, transaction)
  return made(PlanModel.create({ teacherId, learnerId, kind: 'sheet', title: plan.title, digest }, { transaction }))
}

/** What the panels of a mural share. */
export async function addMuralPlan(teacherId: number, plan: Plan, transaction: Tx): Promise<StoredPlan> {
  const digest = await storeDocument(plan, transaction)
  return made(PlanModel.create({ teacherId, kind: 'mural', title: plan.title, digest }, { transaction }))
}

/** A lesson. `picture`: what stands for it; `maker`: who drew what it was copied from. */
export async function addPlan(
  teacherId: number,
  plan: Plan,
  picture: Buffer | null,
  transaction: Tx,
  maker: string | null = null,
): Promise<StoredPlan> {
  const values = {
    digest: await storeDocument(plan, transaction),
    picture: picture && (await storePicture(picture, transaction)),
  }
  return made(PlanModel.create({ teacherId, title: plan.title, ...values, maker, changedAt: now() }, { transaction }))
}

/** What it says from now on; what it said before is forgotten if no version says it. `picture`: null: as it was. */
export async function changePlan(
  { id, digest: before, revision }: StoredPlan,
  plan: Plan,
  picture: Buffer | null,
  transaction: Tx,
): Promise<void> {
  const digest = await storeDocument(plan, transaction)
  await PlanModel.update(
    {
      digest,
      title: plan.title,
      revision: revision + 1,
      changedAt: now(),
      ...(picture && { picture: await storePicture(picture, transaction) }),
    },
    { where: { id }, transaction },
  )
  if (digest !== before) await forgetDocument(before, transaction)
}

export async function setArchived(id: number, isArchived: boolean): Promise<void> {
  await PlanModel.update({ archivedAt: isArchived ? now() : null }, { where: { id } })
}

export async function setShared(id: number, isShared: boolean): Promise<void> {
  await PlanModel.update({ sharedAt: isShared ? now() : null }, { where: { id } })
}

/** Another teacher's from now on. `maker`: who drew it. */
export async function setTeacher(id: number, teacherId: number, maker: string): Promise<void> {
  await PlanModel.update({ teacherId, maker }, { where: { id } })
}

/** The row, locked until the transaction ends: two who write at once come one after the other. */
export function lockPlan(id: number, transaction: Tx): Promise<StoredPlan | null> {
  return one(PlanModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE }))
}

/** Until the transaction ends nobody changes it, gives it or takes it back; others may hold it as well. */
export async function holdPlan(id: number, transaction: Tx): Promise<void> {
  await PlanModel.findByPk(id, { attributes: ['id'], transaction, lock: transaction.LOCK.SHARE })
}

export async function planPicture(id: number): Promise<Buffer | null> {
  const plan = await planById(id)
  return plan?.picture ? readPicture(plan.picture) : null
}

/** `make`: a small one of a whole one. */
export async function planCardPicture(id: number, make: (whole: Buffer) => Promise<Buffer>): Promise<Buffer | null> {
  const plan = await planById(id)
  return plan?.picture ? readCardPicture(plan.picture, make) : null
}

// --- versions

export function latestVersion(planId: number, transaction?: Tx): Promise<PlanVersion | null> {
  return one(PlanVersionModel.findOne({ where: { planId }, order: [['number', 'DESC']], transaction }))
}

export function versionsById(ids: number[]): Promise<PlanVersion[]> {
  return every(PlanVersionModel.findAll({ where: { id: ids } }))
}

/** A version that says what is stored under `digest`. */
export function addVersion(planId: number, number: number, digest: string, transaction?: Tx): Promise<PlanVersion> {
  return made(PlanVersionModel.create({ planId, number, digest, madeAt: now() }, { transaction }))
}

/** A version that says something of its own: a mural's panel. */
export async function addOwnVersion(planId: number, number: number, plan: Plan, transaction: Tx): Promise<PlanVersion> {
  return addVersion(planId, number, await storeDocument(plan, transaction), transaction)
}

/** Which plan, and which version of it; null: the plan as it is. */
export type Followed = Pick<Drawing, 'planId' | 'versionId'>

/** What versions say that were asked for lately: a version never says anything else. */
const saidByVersion = new LRUCache<number, string>({ max: 5000 })

/** Where what these say is stored, in their order: in two questions at most, however many there are. */
async function digestsFor(all: readonly Followed[], transaction?: Tx): Promise<string[]> {
  const said = new Map(all.flatMap(({ versionId: id }) => (id === null ? [] : [[id, saidByVersion.get(id)] as const])))
  const versions = [...said].flatMap(([id, digest]) => (digest === undefined ? [id] : []))
  const asTheyAre = all.flatMap(each => (each.versionId === null ? [each.planId] : []))
  const asked = { attributes: ['id', 'digest'], transaction }
  const [read, own] = await Promise.all([
    versions.length ? every(PlanVersionModel.findAll({ where: { id: versions }, ...asked })) : [],
    asTheyAre.length ? every(PlanModel.findAll({ where: { id: asTheyAre }, ...asked })) : [],
  ])
  for (const { id, digest } of read) {
    said.set(id, digest)
    // One that was made in this transaction may never have been.
    if (!transaction) saidByVersion.set(id, digest)
  }
  const ofPlan = new Map(own.map(each => [each.id, each.digest]))
  return all.map(({ planId, versionId }) => (versionId === null ? ofPlan.get(planId) : said.get(versionId))!)
}

const digestFor = async (of: Followed, transaction?: Tx): Promise<string> => (await digestsFor([of], transaction))[0]!

/** What a plan, or a version of one, says. */
export function documentOf({ digest }: Pick<StoredPlan, 'digest'>, transaction?: Tx): Promise<Plan> {
  return readDocument(digest, transaction)
}

/** The plan that a drawing follows, or that a class has. */
export async function documentFor(of: Followed, transaction?: Tx): Promise<Plan> {
  return readDocument(await digestFor(of, transaction), transaction)
}

/** What is known of it without loading it. */
export async function factsFor(of: Followed, transaction?: Tx): Promise<PlanFacts> {
  const digest = await digestFor(of, transaction)
  return (await factsOf([digest], transaction)).get(digest)!
}

/** The same of many, in their order. */
export async function factsForAll(all: readonly Followed[]): Promise<PlanFacts[]> {
  const digests = await digestsFor(all)
  const facts = await factsOf(digests)
  return digests.map(each => facts.get(each)!)
}

// --- given to classes

export interface Given {
  readonly id: number
  readonly facts: PlanFacts
  readonly row: Assignment
  /** Null: all of the class. */
  readonly learners: readonly number[] | null
}

/** The plans that a class was given, in their order, each in the version that it has. */
export async function plansOfClass(classId: number): Promise<Given[]> {
  const chosen: [ReturnType<typeof literal>, string] = [literal(LEARNERS_CHOSEN), 'chosen']
  const rows = AssignmentModel.findAll({ where: { classId }, attributes: { include: [chosen] }, ...IN_PLACE })
  const given = (await every(rows)) as (Assignment & { readonly chosen: string | null })[]
  const digests = await digestsFor(given)
  const facts = await factsOf(digests)
  return given.map(({ chosen: learners, ...row }, i) => ({
    id: row.planId,
    facts: facts.get(digests[i]!)!,
    row,
    learners: learners === null ? null : learners.split(',').map(Number),
  }))
}

const IN_PLACE = { order: ['place', 'planId'] }
/** Null: nobody was chosen, it is for all. */
const LEARNERS_CHOSEN = `(SELECT GROUP_CONCAT(chosen.learner_id) FROM assignment_learners chosen
  WHERE chosen.class_id = AssignmentModel.class_id AND chosen.plan_id = AssignmentModel.plan_id)`

/** Whom of the class a plan is for; null: all of it. */
export async function learnersFor(classId: number, planId: number, transaction?: Tx): Promise<number[] | null> {
  const chosen = await every(AssignmentLearnerModel.findAll({ where: { classId, planId }, transaction }))
  return chosen.length ? chosen.map(each => each.learnerId) : null
}

export async function setLearnersFor(
  classId: number,
  planId: number,
  learners: readonly number[] | null,
  transaction: Tx,
): Promise<void> {
  await AssignmentLearnerModel.destroy({ where: { classId, planId }, transaction })
  if (learners)
    await AssignmentLearnerModel.bulkCreate(
      [...new Set(learners)].map(learnerId => ({ classId, planId, learnerId })),
      { transaction },
    )
}

export async function givePlan(
  values: Pick<Assignment, 'classId' | 'planId' | 'place' | 'versionId'>,
  transaction?: Tx,
): Promise<void> {
  await AssignmentModel.create(values, { transaction })
}

export async function setGiven(
  { classId, planId }: Pick<Assignment, 'classId' | 'planId'>,
  values: Partial<Pick<Assignment, 'versionId' | 'opened' | 'startsAt' | 'dueAt' | 'way' | 'place'>>,
  transaction: Tx,
): Promise<void> {
  await AssignmentModel.update(values, { where: { classId, planId }, transaction })
}

export async function takePlan(
  { classId, planId }: Pick<Assignment, 'classId' | 'planId'>,
  transaction: Tx,
): Promise<void> {
  await AssignmentModel.destroy({ where: { classId, planId }, transaction })
}

export function assignmentsOf(planIds: number[]): Promise<Assignment[]> {
  return every(AssignmentModel.findAll({ where: { planId: planIds } }))
}

export function assignmentsOfClass(classId: number, transaction?: Tx): Promise<Assignment[]> {
  return every(AssignmentModel.findAll({ where: { classId }, ...IN_PLACE, transaction }))
}

export function assignment(classId: number, planId: number, transaction?: Tx): Promise<Assignment | null> {
  return one(AssignmentModel.findOne({ where: { classId, planId }, transaction }))
}

export function countGiven(classId: number, transaction?: Tx): Promise<number> {
  return AssignmentModel.count({ where: { classId }, transaction })
}
