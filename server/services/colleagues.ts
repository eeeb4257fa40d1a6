import type { Person, TeachersView } from '#shared/views'
import * as colleagues from '../repositories/colleagues'
import { inTransaction } from '../repositories/database'
import * as people from '../repositories/people'
import { Refused } from '../utils/refuse'
import { note } from './audit'
import { requireKeeper } from './place'
import { notFound, requireClass, requireLead } from './rights'

/** Several teachers of one class, and what goes from one teacher to another. */

type Teacher = Extract<Person, { kind: 'teacher' }>

/** Whom a class or a plan can go to. The demo's people give nothing away: everyone knows their secrets. */
export async function teachersView(person: Teacher): Promise<TeachersView> {
  if ((await people.teacherById(person.id))?.isDemo) return { teachers: [] }
  return { teachers: await colleagues.colleaguesOf(person.id) }
}

/** Another teacher who may come in. Throws Refused `not-found`. */
export async function requireColleague(person: Teacher, id: number): Promise<{ id: number; name: string }> {
  const found = (await teachersView(person)).teachers.find(each => each.id === id)
  if (!found) throw notFound('teacher')
  return found
}

/** From now on they teach the class as well. Throws Refused `not-yours` or `not-found`. */
export async function addColleague(person: Teacher, classId: number, teacherId: number): Promise<{ ok: true }> {
  await requireLead(person, classId)
  const { name } = await requireColleague(person, teacherId)
  await colleagues.addHelper(classId, teacherId)
  await note('teacher-added', { who: person.name, classId, about: name })
  return { ok: true }
}

/** They no longer teach it: whose class it is says so, or they themselves. Throws Refused `not-yours`. */
export async function dropColleague(person: Teacher, classId: number, teacherId: number): Promise<{ ok: true }> {
  await (person.id === teacherId ? requireClass : requireLead)(person, classId)
  const found = (await colleagues.teachersOfClass(classId)).find(each => each.id === teacherId)
  if (!found) throw notFound('teacher')
  if (found.isLead)
    throw new Refused('malformed', `The class is ${found.name}’s.`, 'Hand it on to another teacher first.')
  await colleagues.dropHelper(classId, teacherId)
  await note('teacher-left', { who: person.name, classId, about: found.name })
  return { ok: true }
}

/** It is another teacher's from now on; who had it still teaches it, until they leave. */
export async function handClassOn(person: Teacher, classId: number, teacherId: number): Promise<{ ok: true }> {
  await requireLead(person, classId)
  const { name } = await requireColleague(person, teacherId)
  await inTransaction(async tx => {
    await colleagues.handClassOn(classId, person.id, teacherId, tx)
  })
  await note('class-handed-on', { who: person.name, classId, about: name })
  return { ok: true }
}

/**
 * All classes and plans of a teacher who has gone become another's; for whoever keeps the place.
 * Throws Refused `not-yours`, `not-found` or `malformed`.
 */
export async function handAllOver(
  person: Teacher,
  fromId: number,
  toId: number,
): Promise<{ classes: number; plans: number }> {
  await requireKeeper(person)
  const [from, to] = [await people.teacherById(fromId), await people.teacherById(toId)]
  if (!from || !to) throw notFound('teacher')
  if (from.id === to.id || from.isDemo || to.isDemo || to.lockedAt)
    throw new Refused('malformed', `${to.name} can’t have them.`, 'Choose another teacher who may come in.')
  const given = await inTransaction(tx => colleagues.handAllOver(from, to.id, tx))
  await note('all-handed-over', { who: person.name, teacherId: person.id, about: `${from.name}: ${to.name}` })
  return given
}
