import type { AnswerBody } from '#shared/schemas'
import type { AnswerView, Person } from '#shared/views'
import type { Answer } from '../models'
import { inTransaction } from '../repositories/database'
import * as handIns from '../repositories/handins'
import * as people from '../repositories/people'
import { requireHandIn } from './rights'

export async function answerView(answer: Answer): Promise<AnswerView> {
  const { marks, words, next, outcome, answeredAt, teacherId } = answer
  const teacher = (await people.teacherById(teacherId))?.name ?? ''
  return { marks, words, next, outcome, teacher, answeredAt: answeredAt.toISOString() }
}

/** Returns a hand-in with marks and words. An answer can be written again; the last one counts. */
export async function answerHandIn(person: Extract<Person, { kind: 'teacher' }>, id: number, body: AnswerBody): Promise<{ ok: true }> {
  await requireHandIn(person, id)
  await inTransaction(tx => handIns.setAnswer({ handInId: id, teacherId: person.id, answeredAt: new Date(), ...body }, tx))
  return { ok: true }
}
