import { randomInt } from 'node:crypto'
import { seededRandom, type Random } from '#core/base'
import { drawCode, drawPin, readRows } from '#core/roster'
import type { Person, SlipsView } from '#shared/views'
import { inTransaction } from '../repositories/database'
import * as people from '../repositories/people'
import { Refused } from '../utils/refuse'
import { requireClass, requireLearner } from './rights'
import { sealSecret } from './secrets'
import { forgetTriesOf } from './signin'

/** Classes and their learners, as the teacher keeps them. */

type Teacher = Extract<Person, { kind: 'teacher' }>

/** Of such many codes hardly one is taken; so many lots are drawn before it is given up. */
const CODE_LOTS = 20

/** What is drawn by lot for the door must not be told from what was drawn before: a fresh seed from the system each time. */
const lot = (): Random => seededRandom(randomInt(2 ** 31 - 1))

export async function openClass(person: Teacher, { name, when }: { name: string, when: string }): Promise<{ id: number }> {
  for (let i = 0; i < CODE_LOTS; i++) {
    const code = drawCode(lot())
    if (await people.classByCode(code)) continue
    const { id } = await people.addClass({ teacherId: person.id, name, code, meets: when })
    return { id }
  }
  throw new Error('no free class code was drawn')
}

/** Adds learners, all or none, and tells their PINs: afterwards only that they fit can be told. */
export async function addLearners(person: Teacher, classId: number, given: readonly { name: string, pin: string | null }[]): Promise<SlipsView> {
  const { name: className, code } = await requireClass(person, classId)
  const known = (await people.learnersOf([classId])).map(each => each.name)
  const { learners, left } = readRows([['name', 'pin'], ...given.map(each => [each.name, each.pin ?? ''])], known)
  const [first] = left
  if (first) throw new Refused('malformed', `“${first.text}” can’t be added.`, first.why)
  if (learners.length === 0) throw new Refused('malformed', 'There is no name among these.', 'Write one name a line.')
  const drawn = await Promise.all(learners.map(async ({ name, pin }) => {
    const own = pin ?? drawPin(lot())
    return { name, pin: own, secret: await sealSecret(own) }
  }))
  const slips = await inTransaction(async (tx) => {
    const rows = []
    for (const { name, pin, secret } of drawn) rows.push({ id: (await people.addLearner({ classId, name, secret }, tx)).id, name, pin })
    return rows
  })
  return { className, code, slips }
}

/** A new PIN for someone who has lost theirs; the door is open to them again. */
export async function renewPin(person: Teacher, learnerId: number): Promise<SlipsView> {
  const { learner, schoolClass } = await requireLearner(person, learnerId)
  const pin = drawPin(lot())
  await people.setSecret(learner.id, await sealSecret(pin))
  await forgetTriesOf(schoolClass.code, learner.name)
  return { className: schoolClass.name, code: schoolClass.code, slips: [{ id: learner.id, name: learner.name, pin }] }
}
