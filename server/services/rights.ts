import type { Person } from '#shared/views'
import type { DrawingRow, HandIn, Learner, PlanRow, SchoolClass } from '../models'
import * as drawings from '../repositories/drawings'
import * as handIns from '../repositories/handins'
import * as people from '../repositories/people'
import * as plans from '../repositories/plans'
import { Refused } from '../utils/refuse'

/** Who may touch what. A learner: own drawings. A teacher: those of own classes. Everyone else is refused. */

const notFound = (what: string) => new Refused('not-found', `There is no such ${what}.`, 'Go back and choose another.')
const notYours = (what: string) => new Refused('not-yours', `This ${what} is not yours to open.`, 'Go back to your own pages.')

export interface DrawingAccess {
  drawing: DrawingRow
  learner: Learner
  schoolClass: SchoolClass
}

export async function requireDrawing(person: Person, id: number): Promise<DrawingAccess> {
  const drawing = await drawings.drawingById(id)
  if (!drawing) throw notFound('drawing')
  const learner = (await people.learnerById(drawing.learnerId))!
  const schoolClass = (await people.classById(learner.classId))!
  const mine = person.kind === 'learner' ? learner.id === person.id : schoolClass.teacherId === person.id
  if (!mine) throw notYours('drawing')
  return { drawing, learner, schoolClass }
}

export async function requireHandIn(person: Person, id: number): Promise<DrawingAccess & { handIn: HandIn }> {
  const handIn = await handIns.handInById(id)
  if (!handIn) throw notFound('hand-in')
  return { handIn, ...await requireDrawing(person, handIn.drawingId) }
}

export async function requireClass(person: Person, id: number): Promise<SchoolClass> {
  const schoolClass = await people.classById(id)
  if (!schoolClass) throw notFound('class')
  if (person.kind !== 'teacher' || schoolClass.teacherId !== person.id) throw notYours('class')
  return schoolClass
}

export async function requirePlan(person: Person, id: number): Promise<PlanRow> {
  const plan = await plans.planById(id)
  if (!plan) throw notFound('plan')
  const mine = person.kind === 'teacher'
    ? plan.teacherId === person.id
    : plan.learnerId === person.id || await plans.isGiven((await people.learnerById(person.id))?.classId ?? 0, id)
  if (!mine) throw notYours('plan')
  return plan
}
