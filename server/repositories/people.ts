import { Op } from 'sequelize'
import { LearnerModel, SchoolClassModel, TeacherModel, type Teacher, type SchoolClass, type Learner } from '../models'
import { classesHelpedBy } from './colleagues'
import type { Comfort } from '#shared/comfort'
import { command, question, type Tx } from './database'
import { every, made, one } from './values'

export type { Teacher, SchoolClass, Learner } from '../models'

export function teacherByEmail(email: string): Promise<Teacher | null> {
  return one(TeacherModel.findOne({ where: { email } }))
}

export function classByCode(code: string): Promise<SchoolClass | null> {
  return one(SchoolClassModel.findOne({ where: { code } }))
}

export function classById(id: number): Promise<SchoolClass | null> {
  return one(SchoolClassModel.findByPk(id))
}

/** What a teacher teaches, alone or with others: what is not archived; with `isArchived` only what is. */
export async function classesOf(teacherId: number, isArchived = false): Promise<SchoolClass[]> {
  const helped = await classesHelpedBy(teacherId)
  return every(
    SchoolClassModel.findAll({
      where: {
        [Op.or]: [{ teacherId }, { id: helped }],
        archivedAt: isArchived ? { [Op.ne]: null } : null,
      },
      order: ['name'],
    }),
  )
}

export function learnerByName(classId: number, name: string): Promise<Learner | null> {
  return one(LearnerModel.findOne({ where: { classId, name } }))
}

export function learnerById(id: number, transaction?: Tx): Promise<Learner | null> {
  return one(LearnerModel.findByPk(id, { transaction }))
}

/** A learner with the class. */
export async function learnerAndClass(id: number): Promise<{ learner: Learner; schoolClass: SchoolClass } | null> {
  const row = await one(LearnerModel.findByPk(id, { include: 'schoolClass' }))
  if (!row) return null
  const { schoolClass, ...learner } = row as Learner & { schoolClass: SchoolClass }
  return { learner, schoolClass }
}

/**
 * The row, locked until the transaction ends: what one learner asks at once is done one after the other. It is written
 * as well: of two that came by two servers of a cluster one then gives way.
 */
export async function lockLearner(id: number, transaction: Tx): Promise<Learner | null> {
  await command('UPDATE learners SET turn = turn + 1 WHERE id = :id', { id }, transaction)
  return learnerById(id, transaction)
}

/** Those that are in the class; with `isRemoved` only those that were taken out. */
export function learnersOf(classIds: number[], isRemoved = false): Promise<Learner[]> {
  return every(
    LearnerModel.findAll({
      where: { classId: classIds, removedAt: isRemoved ? { [Op.ne]: null } : null },
      order: ['name'],
    }),
  )
}

/** Those who are in it and those who were taken out. */
export function everyLearnerOf(classIds: number[], transaction?: Tx): Promise<Learner[]> {
  return every(LearnerModel.findAll({ where: { classId: classIds }, order: ['name'], transaction }))
}

export async function setComfort(learnerIds: number[], comfort: Comfort): Promise<void> {
  await LearnerModel.update({ comfort }, { where: { id: learnerIds } })
}

/** All rows of one learner, in whatever classes: this one first. */
export async function kinOf(learnerId: number): Promise<number[]> {
  const rows = await question<{ id: number }>(
    `SELECT o.id FROM learners l JOIN learners o ON o.folio_id = l.folio_id WHERE l.id = :learnerId AND o.id <> l.id`,
    { learnerId },
  )
  return [learnerId, ...rows.map(each => each.id)]
}

/** Makes one of these learners and of all who were one with them. */
export async function joinFolios(learnerIds: number[], folioId: number, tx: Tx): Promise<void> {
  const before = await question<{ folioId: number }>(
    'SELECT folio_id AS folioId FROM learners WHERE id IN (:learnerIds) AND folio_id IS NOT NULL',
    { learnerIds },
    tx,
  )
  await command('UPDATE learners SET folio_id = :folioId WHERE id IN (:learnerIds)', { learnerIds, folioId }, tx)
  if (before.length)
    await command(
      'UPDATE learners SET folio_id = :folioId WHERE folio_id IN (:folios)',
      { folioId, folios: before.map(each => each.folioId) },
      tx,
    )
}

/** Names of other classes that these learners are in. */
export async function alsoIn(learnerIds: number[]): Promise<Map<number, string[]>> {
  if (learnerIds.length === 0) return new Map()
  const rows = await question<{ id: number; name: string }>(
    `SELECT l.id, c.name FROM learners l JOIN learners o ON o.folio_id = l.folio_id AND o.id <> l.id
      JOIN classes c ON c.id = o.class_id WHERE l.id IN (:learnerIds) AND o.removed_at IS NULL ORDER BY c.name`,
    { learnerIds },
  )
  const also = new Map<number, string[]>()
  for (const { id, name } of rows) also.set(id, [...(also.get(id) ?? []), name])
  return also
}

/** Until when guests may come in with the class code alone, h from now; null: they may not. */
export async function letGuestsIn(classId: number, hours: number | null): Promise<void> {
  await command('UPDATE classes SET guests_until = NOW(3) + INTERVAL :hours HOUR WHERE id = :classId', {
    classId,
    hours,
  })
}

/** Guests who got no name for so many days. */
export function oldGuests(days: number): Promise<{ id: number; name: string; classId: number }[]> {
  return question(
    `SELECT id, name, class_id AS classId FROM learners WHERE guest_until < NOW(3) - INTERVAL ${Math.trunc(days)} DAY`,
    {},
  )
}

export function addTeacher(
  values: { email: string; name: string; secret: string; isDemo?: boolean },
  transaction?: Tx,
): Promise<Teacher> {
  return made(TeacherModel.create(values, { transaction }))
}

export function addClass(
  values: { teacherId: number; name: string; code: string; meets: string; sourceId?: string | null },
  transaction?: Tx,
): Promise<SchoolClass> {
  return made(SchoolClassModel.create(values, { transaction }))
}

export function addLearner(
  values: Pick<Learner, 'classId' | 'name' | 'secret'> & Partial<Learner>,
  transaction?: Tx,
): Promise<Learner> {
  return made(LearnerModel.create(values, { transaction }))
}

export async function setLeft(learnerId: number, time: Date): Promise<void> {
  await LearnerModel.update({ leftAt: time }, { where: { id: learnerId } })
}

export async function setTeachersSecret(teacherId: number, secret: string, transaction?: Tx): Promise<void> {
  await TeacherModel.update({ secret }, { where: { id: teacherId }, transaction })
}

export async function setSecret(learnerId: number, secret: string): Promise<void> {
  await LearnerModel.update({ secret }, { where: { id: learnerId } })
}

/** `lockedAt` null: they may come in. */
export async function setLocked(teacherId: number, lockedAt: Date | null, transaction?: Tx): Promise<void> {
  await TeacherModel.update({ lockedAt }, { where: { id: teacherId }, transaction })
}

/** Who came in by an account of the school's before. */
export function teacherBySchoolAccount(schoolAccount: string): Promise<Teacher | null> {
  return one(TeacherModel.findOne({ where: { schoolAccount } }))
}

export async function setSchoolAccount(teacherId: number, schoolAccount: string, transaction: Tx): Promise<void> {
  await TeacherModel.update({ schoolAccount }, { where: { id: teacherId }, transaction })
}

export function demoTeacher(): Promise<Teacher | null> {
  return one(TeacherModel.findOne({ where: { isDemo: true } }))
}

export function countTeachers(): Promise<number> {
  return TeacherModel.count()
}

export async function renameTeacher(id: number, email: string): Promise<void> {
  await TeacherModel.update({ email }, { where: { id } })
}

/** Names of teachers by their number. */
export async function teacherNames(ids: readonly number[]): Promise<Map<number, string>> {
  if (ids.length === 0) return new Map()
  const rows = await every(TeacherModel.findAll({ where: { id: [...new Set(ids)] }, attributes: ['id', 'name'] }))
  return new Map(rows.map(each => [each.id, each.name]))
}

export function teacherById(id: number): Promise<Teacher | null> {
  return one(TeacherModel.findByPk(id))
}

export async function setCritKit(teacherId: number, critKit: Teacher['critKit']): Promise<void> {
  await TeacherModel.update({ critKit }, { where: { id: teacherId } })
}

export async function setClass(
  id: number,
  values: Partial<
    Pick<
      SchoolClass,
      'name' | 'meets' | 'archivedAt' | 'eraseAt' | 'hasPicturePins' | 'frontDrawingId' | 'todayPlanId' | 'todayAt'
    >
  >,
  transaction?: Tx,
): Promise<void> {
  await SchoolClassModel.update(values, { where: { id }, transaction })
}

export async function setLearner(
  id: number,
  values: Partial<Pick<Learner, 'name' | 'removedAt' | 'classId' | 'secret' | 'guestUntil' | 'folioId'>>,
  transaction?: Tx,
): Promise<void> {
  await LearnerModel.update(values, { where: { id }, transaction })
}
