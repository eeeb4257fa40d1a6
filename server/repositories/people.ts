import { Op } from 'sequelize'
import { Learner, SchoolClass, SignInTry, Teacher } from '../models'
import type { Tx } from './database'

export function teacherByEmail(email: string): Promise<Teacher | null> {
  return Teacher.findOne({ where: { email } })
}

export function classByCode(code: string): Promise<SchoolClass | null> {
  return SchoolClass.findOne({ where: { code } })
}

export function classById(id: number): Promise<SchoolClass | null> {
  return SchoolClass.findByPk(id)
}

/** Those that are not archived; with `isArchived` only those that are. */
export function classesOf(teacherId: number, isArchived = false): Promise<SchoolClass[]> {
  return SchoolClass.findAll({
    where: { teacherId, archivedAt: isArchived ? { [Op.ne]: null } : null },
    order: ['name'],
  })
}

export function learnerByName(classId: number, name: string): Promise<Learner | null> {
  return Learner.findOne({ where: { classId, name } })
}

export function learnerById(id: number, transaction?: Tx): Promise<Learner | null> {
  return Learner.findByPk(id, { transaction })
}

/** Those that are in the class; with `isRemoved` only those that were taken out. */
export function learnersOf(classIds: number[], isRemoved = false): Promise<Learner[]> {
  return Learner.findAll({
    where: { classId: classIds, removedAt: isRemoved ? { [Op.ne]: null } : null },
    order: ['name'],
  })
}

/** Those who are in it and those who were taken out. */
export function everyLearnerOf(classIds: number[]): Promise<Learner[]> {
  return Learner.findAll({ where: { classId: classIds }, order: ['name'] })
}

/** Whether a learner may come in: in the register, and of a class that is not put away. */
export async function isEnrolled(learnerId: number): Promise<boolean> {
  const learner = await Learner.findByPk(learnerId, { attributes: ['classId', 'removedAt'] })
  if (!learner || learner.removedAt) return false
  const schoolClass = await SchoolClass.findByPk(learner.classId, { attributes: ['archivedAt'] })
  return schoolClass !== null && schoolClass.archivedAt === null
}

export function triesAt(door: string): Promise<SignInTry | null> {
  return SignInTry.findByPk(door)
}

export async function setTries(door: string, count: number, since: Date): Promise<void> {
  await SignInTry.upsert({ door, count, since })
}

export async function forgetTries(door: string): Promise<void> {
  await SignInTry.destroy({ where: { door } })
}

export function addTeacher(
  values: { email: string; name: string; secret: string },
  transaction?: Tx,
): Promise<Teacher> {
  return Teacher.create(values, { transaction })
}

export function addClass(
  values: { teacherId: number; name: string; code: string; meets: string },
  transaction?: Tx,
): Promise<SchoolClass> {
  return SchoolClass.create(values, { transaction })
}

export function addLearner(
  values: { classId: number; name: string; secret: string },
  transaction?: Tx,
): Promise<Learner> {
  return Learner.create(values, { transaction })
}

export async function setLeft(learnerId: number, time: Date): Promise<void> {
  await Learner.update({ leftAt: time }, { where: { id: learnerId } })
}

export async function setTeachersSecret(teacherId: number, secret: string): Promise<void> {
  await Teacher.update({ secret }, { where: { id: teacherId } })
}

export async function setSecret(learnerId: number, secret: string): Promise<void> {
  await Learner.update({ secret }, { where: { id: learnerId } })
}

export function countTeachers(): Promise<number> {
  return Teacher.count()
}

export async function renameTeacher(id: number, email: string): Promise<void> {
  await Teacher.update({ email }, { where: { id } })
}

export function teacherById(id: number): Promise<Teacher | null> {
  return Teacher.findByPk(id)
}
