import { Op } from 'sequelize'
import { LearnerModel, SchoolClassModel, TeacherModel, type Teacher, type SchoolClass, type Learner } from '../models'
import { classesHelpedBy } from './colleagues'
import { command, type Tx } from './database'
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
  values: { classId: number; name: string; secret: string; sourceId?: string | null },
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

export function teacherById(id: number): Promise<Teacher | null> {
  return one(TeacherModel.findByPk(id))
}

export async function setCritKit(teacherId: number, critKit: Teacher['critKit']): Promise<void> {
  await TeacherModel.update({ critKit }, { where: { id: teacherId } })
}

export async function setClass(
  id: number,
  values: Partial<
    Pick<SchoolClass, 'name' | 'meets' | 'archivedAt' | 'eraseAt' | 'frontDrawingId' | 'todayPlanId' | 'todayAt'>
  >,
  transaction?: Tx,
): Promise<void> {
  await SchoolClassModel.update(values, { where: { id }, transaction })
}

export async function setLearner(
  id: number,
  values: Partial<Pick<Learner, 'name' | 'removedAt' | 'classId'>>,
  transaction?: Tx,
): Promise<void> {
  await LearnerModel.update(values, { where: { id }, transaction })
}
