import type { DrawingView, Person } from '#shared/views'
import * as drawings from '../repositories/drawings'
import * as handIns from '../repositories/handins'
import { answerView } from './answers'
import { entriesOf } from './records'
import { requireDrawing, requirePlan } from './rights'

/** The learner's drawing for a plan: the latest, or a new one when there is none or `afresh` is asked. */
export async function openDrawing(person: Extract<Person, { kind: 'learner' }>, planId: number, afresh: boolean): Promise<{ id: number }> {
  const plan = await requirePlan(person, planId)
  const known = afresh ? null : await drawings.latestDrawing(person.id, plan.id)
  return { id: (known ?? await drawings.addDrawing(person.id, plan.id)).id }
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
