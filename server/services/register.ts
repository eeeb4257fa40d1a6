import { randomInt } from 'node:crypto'
import { seededRandom, type Random } from '#core/base'
import { cleanName, drawCode, drawPin, nameKey, readRows, whyNoName } from '#core/roster'
import type { ChangeClass, NewClass, NewLearner, Terms } from '#shared/schemas'
import type { Person, SlipsView } from '#shared/views'
import { inTransaction, isDouble, type Tx } from '../repositories/database'
import * as drawings from '../repositories/drawings'
import { eraseClass, eraseLearner } from '../repositories/erase'
import * as live from '../repositories/live'
import * as people from '../repositories/people'
import * as plans from '../repositories/plans'
import { forgetUnused } from '../repositories/plan-documents'
import { markDueClasses } from '../repositories/retention'
import { endSessionsOf } from '../repositories/sessions'
import { Refused } from '../utils/refuse'
import { requireClass, requireLearner, requireLead, requireMembers } from './rights'
import { sealSecret } from './secrets'
import { note } from './audit'
import { openDoorOf } from './doors'
import { now } from '../utils/clock'

/** Classes and their learners, as the teacher keeps them. */

type Teacher = Extract<Person, { kind: 'teacher' }>

/** Of such many codes hardly one is taken; so many lots are drawn before it is given up. */
const CODE_LOTS = 20

/**
 * What is drawn by lot for the door must not be told from what was drawn before: a fresh seed from the system each
 * time.
 */
const lot = (): Random => seededRandom(randomInt(2 ** 31 - 1))

/** A PIN, drawn unless one is given, and as it is kept. */
export async function sealedPin(given: string | null = null): Promise<{ pin: string; secret: string }> {
  const pin = given ?? drawPin(lot())
  return { pin, secret: await sealSecret(pin) }
}

export async function openClass(person: Teacher, { name, when, sourceId }: NewClass): Promise<{ id: number }> {
  for (let i = 0; i < CODE_LOTS; i++) {
    const code = drawCode(lot())
    if (await people.classByCode(code)) continue
    const { id } = await people.addClass({ teacherId: person.id, name, code, meets: when, sourceId: sourceId ?? null })
    return { id }
  }
  throw new Error('no free class code was drawn')
}

/**
 * Adds learners, all or none, and tells their PINs: afterwards only that they fit can be told.
 * Throws Refused `malformed`.
 */
export async function addLearners(person: Teacher, classId: number, given: readonly NewLearner[]): Promise<SlipsView> {
  const { name: className, code, hasPicturePins: hasPictures } = await requireClass(person, classId)
  const removed = await people.learnersOf([classId], true)
  const known = [...(await people.learnersOf([classId])), ...removed].map(each => each.name)
  const { learners, left } = readRows([['name', 'pin'], ...given.map(each => [each.name, each.pin ?? ''])], known)
  const [first] = left
  const back = removed.find(each => first && nameKey(each.name) === nameKey(first.text))
  if (back)
    throw new Refused(
      'malformed',
      `“${back.name}” was taken out of this class.`,
      'Put them back from the list below the register: their work is kept.',
    )
  if (first) throw new Refused('malformed', `“${first.text}” can’t be added.`, first.why)
  if (learners.length === 0) throw new Refused('malformed', 'There is no name among these.', 'Write one name a line.')
  const drawn = await Promise.all(
    // Nobody is left out here: who stands where is as it was given.
    learners.map(async ({ name, pin }, i) => ({
      name,
      sourceId: given[i]!.sourceId ?? null,
      ...(await sealedPin(pin)),
    })),
  )
  const slips = await named(
    'One of these names',
    inTransaction(async tx => {
      const rows = []
      for (const { pin, ...each } of drawn)
        rows.push({ id: (await people.addLearner({ classId, ...each }, tx)).id, name: each.name, pin })
      return rows
    }),
  )
  await note('added', { who: person.name, classId, about: slips.map(each => each.name).join(', ') })
  return { className, code, hasPictures, slips }
}

/** A new PIN for someone who has lost theirs; the door is open to them again. */
export async function renewPin(person: Teacher, learnerId: number): Promise<SlipsView> {
  const { learner, schoolClass } = await requireLearner(person, learnerId)
  const { pin, secret } = await sealedPin()
  await people.setSecret(learner.id, secret)
  await endSessionsOf('learner', learner.id)
  await openDoorOf(learner.id)
  await note('new-pin', { who: person.name, classId: schoolClass.id, about: learner.name })
  return slipOf(schoolClass, learner, pin)
}

export const slipOf = (
  { name, code, hasPicturePins }: people.SchoolClass,
  learner: { id: number; name: string },
  pin: string,
): SlipsView => ({
  className: name,
  code,
  hasPictures: hasPicturePins,
  slips: [{ id: learner.id, name: learner.name, pin }],
})

/** Another name for a learner; their work stays theirs. Throws Refused `malformed`. */
export async function renameLearner(person: Teacher, learnerId: number, given: string): Promise<{ ok: true }> {
  const { learner, schoolClass } = await requireLearner(person, learnerId)
  const name = cleanName(given)
  const why = whyNoName(name)
  if (why) throw new Refused('malformed', `“${given.slice(0, 60)}” can’t be a name here.`, why)
  const others = (await people.everyLearnerOf([schoolClass.id])).filter(each => each.id !== learner.id)
  if (others.some(each => nameKey(each.name) === nameKey(name)))
    throw new Refused(
      'malformed',
      `There is a ${name} in this class already.`,
      'Add a letter or a second name, so that the two are told apart.',
    )
  await named(`“${name}”`, people.setLearner(learner.id, { name }))
  await note('renamed', { who: person.name, classId: schoolClass.id, about: `${learner.name}: ${name}` })
  return { ok: true }
}

/**
 * Names are looked at before they are stored; whoever stores the same at that moment, or what the database takes for
 * the same name, is told so. Throws Refused `malformed`.
 */
export async function named<T>(what: string, stored: Promise<T>): Promise<T> {
  try {
    return await stored
  } catch (error) {
    if (!isDouble(error)) throw error
    throw new Refused('malformed', `${what} is in this class already.`, 'Load the register again: nothing was changed.')
  }
}

/**
 * Takes a learner out of the class, or puts them back. All work is kept; while they are out nobody comes in with their
 * slip.
 */
export async function removeLearner(person: Teacher, learnerId: number, isRemoved: boolean): Promise<{ ok: true }> {
  const { learner, schoolClass } = await requireLearner(person, learnerId)
  await people.setLearner(learnerId, { removedAt: isRemoved ? now() : null })
  if (isRemoved) await endSessionsOf('learner', learnerId)
  const what = isRemoved ? 'taken-out' : 'put-back'
  await note(what, { who: person.name, classId: schoolClass.id, about: learner.name })
  return { ok: true }
}

/**
 * Erases a learner who was taken out, with all they made: it can't be undone. Throws Refused `malformed`.
 */
export async function eraseForGood(person: Teacher, learnerId: number): Promise<{ ok: true }> {
  const { learner, schoolClass } = await requireLearner(person, learnerId)
  if (!learner.removedAt)
    throw new Refused('malformed', `${learner.name} is in the class.`, 'Take them out first: that can be undone.')
  await inTransaction(tx => eraseLearner(learner, tx))
  await forgetUnused()
  await note('erased', { who: person.name, classId: schoolClass.id, about: 'a learner since erased' })
  return { ok: true }
}

/**
 * Moves a learner to another class with the work: plans that were drawn on come along, for this one alone where the
 * class has not got them.
 * Throws Refused `malformed`.
 */
export async function moveLearner(
  person: Teacher,
  learnerId: number,
  classId: number,
): Promise<{ code: string; className: string }> {
  const { learner, schoolClass } = await requireLearner(person, learnerId)
  const to = await requireClass(person, classId)
  if (to.id === schoolClass.id) return { code: to.code, className: to.name }
  if ((await people.everyLearnerOf([to.id])).some(each => nameKey(each.name) === nameKey(learner.name)))
    throw new Refused(
      'malformed',
      `There is a ${learner.name} in ${to.name} already.`,
      'Change one of the two names first.',
    )
  const drawn = [...new Set((await drawings.drawingsOf([learner.id])).map(each => each.planId))]
  await named(
    `“${learner.name}”`,
    inTransaction(async tx => {
      for (const planId of drawn) await bringAlong(planId, learner.id, schoolClass.id, to.id, tx)
      await people.setLearner(learner.id, { classId: to.id, removedAt: null }, tx)
    }),
  )
  await live.lowerHand(learner.id)
  await openDoorOf(learner.id)
  for (const each of [schoolClass, to])
    await note('moved', { who: person.name, classId: each.id, about: `${learner.name}: ${to.name}` })
  return { code: to.code, className: to.name }
}

/** A plan that a learner draws on goes where the learner goes, in the version that they have. */
async function bringAlong(planId: number, learnerId: number, from: number, to: number, tx: Tx): Promise<void> {
  const old = await plans.assignment(from, planId, tx)
  // Own sheets and panels of murals are nobody's assignment.
  if (!old) return
  const known = await plans.assignment(to, planId, tx)
  if (!known) {
    await plans.givePlan({ classId: to, planId, place: await plans.countGiven(to, tx), versionId: old.versionId }, tx)
    return plans.setLearnersFor(to, planId, [learnerId], tx)
  }
  const have = await plans.learnersFor(to, planId, tx)
  if (have) await plans.setLearnersFor(to, planId, [...new Set([...have, learnerId])], tx)
}

export async function changeClass(
  person: Teacher,
  classId: number,
  { name, when, hasPicturePins }: ChangeClass,
): Promise<{ ok: true }> {
  await requireClass(person, classId)
  await people.setClass(classId, { name, meets: when, ...(hasPicturePins !== undefined && { hasPicturePins }) })
  return { ok: true }
}

/** Puts a class away at the end of a term, or takes it out again. */
export async function archiveClass(person: Teacher, classId: number, isArchived: boolean): Promise<{ ok: true }> {
  await requireClass(person, classId)
  await people.setClass(classId, { archivedAt: isArchived ? now() : null, eraseAt: null, frontDrawingId: null })
  await markDueClasses()
  return { ok: true }
}

/**
 * Erases a class that was put away, with all of its learners and what they made: it can't be undone.
 * Throws Refused `not-yours` or `malformed`.
 */
export async function eraseClassForGood(person: Teacher, classId: number): Promise<{ ok: true }> {
  const { name, archivedAt } = await requireLead(person, classId)
  if (!archivedAt) throw new Refused('malformed', `${name} is not put away.`, 'Put it away first: that can be undone.')
  await inTransaction(tx => eraseClass(classId, tx))
  await forgetUnused()
  await note('class-erased', { who: person.name, teacherId: person.id, about: name })
  return { ok: true }
}

/** When, by whom and on which path a class draws a plan that it has. */
export async function setTerms(
  person: Teacher,
  classId: number,
  planId: number,
  { startsAt, dueAt, way, learners }: Terms,
): Promise<{ ok: true }> {
  await requireClass(person, classId)
  if (learners) await requireMembers(classId, learners, 'ever')
  await inTransaction(async tx => {
    const given = await plans.assignment(classId, planId, tx)
    if (!given) throw new Refused('not-found', 'This class does not have the plan.', 'Give it to the class first.')
    const time = (iso: string | null) => (iso === null ? null : new Date(iso))
    await plans.setGiven(given, { startsAt: time(startsAt), dueAt: time(dueAt), way }, tx)
    await plans.setLearnersFor(classId, planId, learners, tx)
  })
  return { ok: true }
}

/** The order of a term: the plans named come first, in that order. */
export async function orderPlans(person: Teacher, classId: number, order: readonly number[]): Promise<{ ok: true }> {
  await requireClass(person, classId)
  await inTransaction(async tx => {
    const rows = await plans.assignmentsOfClass(classId, tx)
    const place = (planId: number) => (order.includes(planId) ? order.indexOf(planId) : order.length)
    const sorted = [...rows].sort((a, b) => place(a.planId) - place(b.planId) || a.place - b.place)
    for (const [i, row] of sorted.entries()) await plans.setGiven(row, { place: i }, tx)
  })
  return { ok: true }
}
