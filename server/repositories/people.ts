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

export function classesOf(teacherId: number): Promise<SchoolClass[]> {
  return SchoolClass.findAll({ where: { teacherId }, order: ['name'] })
}

export function learnerByName(classId: number, name: string): Promise<Learner | null> {
  return Learner.findOne({ where: { classId, name } })
}

export function learnerById(id: number): Promise<Learner | null> {
  return Learner.findByPk(id)
}

export function learnersOf(classIds: number[]): Promise<Learner[]> {
  return Learner.findAll({ where: { classId: classIds }, order: ['name'] })
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

export function addTeacher(values: { email: string, name: string, secret: string }, transaction?: Tx): Promise<Teacher> {
  return Teacher.create(values, { transaction })
}

export function addClass(values: { teacherId: number, name: string, code: string, meets: string }, transaction?: Tx): Promise<SchoolClass> {
  return SchoolClass.create(values, { transaction })
}

export function addLearner(values: { classId: number, name: string, secret: string }, transaction?: Tx): Promise<Learner> {
  return Learner.create(values, { transaction })
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
