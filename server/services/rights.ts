import type { Person } from '#shared/views'
import { helps } from '../repositories/colleagues'
import * as drawings from '../repositories/drawings'
import type { Drawing } from '../repositories/drawings'
import * as handIns from '../repositories/handins'
import type { WholeHandIn } from '../repositories/handins'
import * as people from '../repositories/people'
import type { Learner, SchoolClass } from '../repositories/people'
import * as plans from '../repositories/plans'
import type { StoredPlan } from '../repositories/plans'
import { Refused } from '../utils/refuse'

/** Who may touch what. A learner: own drawings. A teacher: those of own classes. Everyone else is refused. */

export const notFound = (what: string) =>
  new Refused('not-found', `There is no such ${what}.`, 'Go back and choose another.')
const notYours = (what: string) =>
  new Refused('not-yours', `This ${what} is not yours to open.`, 'Go back to your own pages.')

/** Throws Refused `not-found` or `not-yours`. */
export async function requireDrawing(person: Person, id: number): Promise<Drawing> {
  const drawing = await drawings.drawingById(id)
  if (!drawing) throw notFound('drawing')
  if (await isOwner(person, drawing)) return drawing
  const of = drawing.learnerId === null ? null : await people.learnerAndClass(drawing.learnerId)
  if (!of || !(await isTaughtBy(person, of.schoolClass))) throw notYours('drawing')
  return drawing
}

const isTaughtBy = async (person: Person, schoolClass: SchoolClass): Promise<boolean> =>
  person.kind === 'teacher' && teaches(person.id, schoolClass)

async function isOwner(person: Person, { learnerId, teacherId }: Drawing): Promise<boolean> {
  if (person.kind === 'teacher') return teacherId === person.id
  return learnerId !== null && (await isSelf(person, learnerId))
}

/** A learner who is in several classes is the same one in each. */
const isSelf = async (person: LearnerPerson, learnerId: number): Promise<boolean> =>
  learnerId === person.id || (await idsOf(person)).includes(learnerId)

/** The rows of a learner: in most cases one. */
export const idsOf = async ({ id, folio }: LearnerPerson): Promise<number[]> =>
  folio === undefined ? [id] : people.kinOf(id)

type LearnerPerson = Extract<Person, { kind: 'learner' }>

/** A drawing that this person draws on. Throws Refused `not-yours`. */
export async function requireOwnDrawing(person: Person, id: number): Promise<Drawing> {
  const drawing = await requireDrawing(person, id)
  if (!(await isOwner(person, drawing)))
    throw new Refused(
      'not-yours',
      'Only its learner draws on this sheet.',
      'Open a drawing of your own, or look at theirs in the Crit.',
    )
  return drawing
}

/** Throws Refused `not-found`. */
export async function requireHandIn(person: Person, id: number): Promise<WholeHandIn> {
  const whole = await handIns.wholeHandIn(id)
  if (!whole) throw notFound('hand-in')
  if (!(await isOwner(person, whole.drawing)) && !(await isTaughtBy(person, whole.schoolClass)))
    throw notYours('drawing')
  return whole
}

/** Whoever is named is in the class; `ever`: or was taken out of it. Throws Refused `malformed`. */
export async function requireMembers(
  classId: number,
  learners: readonly number[],
  when: 'now' | 'ever' = 'now',
): Promise<void> {
  const members = new Set(
    (await (when === 'ever' ? people.everyLearnerOf([classId]) : people.learnersOf([classId]))).map(each => each.id),
  )
  if (learners.some(each => !members.has(each)))
    throw new Refused(
      'malformed',
      'Someone whom you chose is not in the class.',
      'Load the page again and choose once more.',
    )
}

/** A lesson in the teacher's own Plan book. Throws Refused `not-yours`. */
export async function requireLesson(person: Person, id: number): Promise<StoredPlan> {
  const plan = await requireReadable(person, id)
  if (plan.teacherId !== person.id)
    throw new Refused('not-yours', 'This plan is another teacher’s.', 'Copy it to your Plan book: the copy is yours.')
  return plan
}

/** A lesson that a teacher may read, try, copy and give. Throws Refused `not-found` or `not-yours`. */
export async function requireReadable(person: Person, id: number): Promise<StoredPlan> {
  const plan = await requirePlan(person, id)
  if (person.kind !== 'teacher' || plan.kind !== 'lesson') throw notYours('plan')
  return plan
}

/** A teacher reads what is shared, and what a class has that they teach. */
async function mayRead(teacherId: number, plan: StoredPlan): Promise<boolean> {
  if (plan.teacherId === teacherId) return true
  if (plan.sharedAt !== null && plan.archivedAt === null && !(await people.teacherById(teacherId))?.isDemo) return true
  const classes = [...(await people.classesOf(teacherId)), ...(await people.classesOf(teacherId, true))]
  return (await plans.assignmentsOf([plan.id])).some(given => classes.some(each => each.id === given.classId))
}

/** Throws Refused `not-found` or `not-yours`. */
export async function requireClass(person: Person, id: number): Promise<SchoolClass> {
  const schoolClass = await people.classById(id)
  if (!schoolClass) throw notFound('class')
  if (!(await isTaughtBy(person, schoolClass))) throw notYours('class')
  return schoolClass
}

/** The class is theirs, or they teach it with whose it is. */
const teaches = async (teacherId: number, { id, teacherId: lead }: SchoolClass): Promise<boolean> =>
  lead === teacherId || helps(teacherId, id)

/** A class that is the teacher's own. Throws Refused `not-found` or `not-yours`. */
export async function requireLead(person: Person, id: number): Promise<SchoolClass> {
  const schoolClass = await requireClass(person, id)
  if (schoolClass.teacherId !== person.id)
    throw new Refused(
      'not-yours',
      'This is for the teacher whose class it is.',
      'Ask them: they stand first among those who teach it.',
    )
  return schoolClass
}

/** A learner of the teacher's own classes. Throws Refused `not-found`. */
export async function requireLearner(
  person: Person,
  id: number,
): Promise<{ learner: Learner; schoolClass: SchoolClass }> {
  const whole = await people.learnerAndClass(id)
  if (!whole) throw notFound('learner')
  if (!(await isTaughtBy(person, whole.schoolClass))) throw notYours('class')
  return whole
}

export async function classIdOf(person: Extract<Person, { kind: 'learner' }>): Promise<number> {
  return (await people.learnerById(person.id))!.classId
}

/**
 * Whether a plan is for this learner: given to all of the class or to some with them, or begun before that was changed.
 */
export async function isFor(learner: Learner, planId: number): Promise<boolean> {
  if (!(await plans.assignment(learner.classId, planId))) return false
  const chosen = await plans.learnersFor(learner.classId, planId)
  return chosen === null || chosen.includes(learner.id) || (await drawings.drawingsFor(learner.id, planId)).length > 0
}

/** As whom a learner has a plan: in the class where they came in, or in another one of theirs; null: in none. */
async function rowFor(person: LearnerPerson, planId: number): Promise<Learner | null> {
  for (const id of await idsOf(person)) {
    const learner = await people.learnerById(id)
    if (learner && learner.removedAt === null && (await isFor(learner, planId))) return learner
  }
  return null
}

/** Throws Refused `not-found` or `not-yours`. */
export async function requirePlan(person: Person, id: number): Promise<StoredPlan> {
  if (person.kind === 'learner') return (await requireOwnPlan(person, id)).plan
  const plan = await plans.planById(id)
  if (!plan) throw notFound('plan')
  if (!(await mayRead(person.id, plan))) throw notYours('plan')
  return plan
}

/** A plan for a learner, and as whom they have it. Throws Refused `not-found` or `not-yours`. */
export async function requireOwnPlan(
  person: LearnerPerson,
  id: number,
): Promise<{ plan: StoredPlan; learner: Learner }> {
  const plan = await plans.planById(id)
  if (!plan) throw notFound('plan')
  const isTheirOwn = plan.learnerId !== null && (await isSelf(person, plan.learnerId))
  const learner = isTheirOwn ? await people.learnerById(plan.learnerId!) : await rowFor(person, id)
  if (!learner) throw notYours('plan')
  return { plan, learner }
}
