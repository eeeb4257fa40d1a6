import { ownPlan } from '#core/plan'
import type { NewSheet } from '#shared/schemas'
import type { DrawingView, Person } from '#shared/views'
import { inTransaction } from '../repositories/database'
import * as drawings from '../repositories/drawings'
import * as handIns from '../repositories/handins'
import * as people from '../repositories/people'
import * as plans from '../repositories/plans'
import { Refused } from '../utils/refuse'
import { answerView } from './answers'
import { entriesOf } from './records'
import { requireDrawing, requirePlan } from './rights'

/** The learner's drawing for a plan: the latest, or a new one when there is none or `afresh` is asked. */
export async function openDrawing(person: Extract<Person, { kind: 'learner' }>, planId: number, afresh: boolean): Promise<{ id: number }> {
  const plan = await requirePlan(person, planId)
  const known = afresh ? null : await drawings.latestDrawing(person.id, plan.id)
  return { id: (known ?? await drawings.addDrawing(person.id, plan.id)).id }
}

/** Own sheets of one learner at most. */
const GREATEST_OWN_SHEETS = 200

/** Lays out a sheet of the learner's own, and opens it. */
export async function openOwnSheet(person: Extract<Person, { kind: 'learner' }>, { title, sheet }: NewSheet): Promise<{ id: number }> {
  const learner = (await people.learnerById(person.id))!
  const { teacherId } = (await people.classById(learner.classId))!
  if ((await plans.ownPlansOf(person.id)).length >= GREATEST_OWN_SHEETS) {
    throw new Refused('too-big', `You have ${GREATEST_OWN_SHEETS} sheets of your own already.`, 'Go on with one of them.')
  }
  return inTransaction(async (tx) => {
    const plan = await plans.addOwnPlan(teacherId, person.id, ownPlan(title, sheet), tx)
    return { id: (await drawings.addDrawing(person.id, plan.id, tx)).id }
  })
}

export async function drawingView(person: Person, id: number): Promise<DrawingView> {
  const { drawing } = await requireDrawing(person, id)
  const plan = await requirePlan(person, drawing.planId)
  const given = await handIns.handInsOf([id])
  const answers = await handIns.answersOf(given.map(each => each.id))
  const last = answers.sort((a, b) => a.answeredAt.getTime() - b.answeredAt.getTime()).at(-1)
  return {
    id, planId: plan.id, plan: plan.document, position: drawing.position, nextBatch: drawing.nextBatch,
    entries: await entriesOf(id), lastAnswer: last ? await answerView(last) : null,
  }
}
