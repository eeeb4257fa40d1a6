import type { Plan } from '#core/plan'
import { Assignment, PlanRow } from '../models'
import type { Tx } from './database'

const WITHOUT_PICTURE = { exclude: ['picture'] }

export function planById(id: number): Promise<PlanRow | null> {
  return PlanRow.findByPk(id, { attributes: WITHOUT_PICTURE })
}

export function plansOf(teacherId: number): Promise<PlanRow[]> {
  return PlanRow.findAll({ where: { teacherId, learnerId: null }, order: ['id'], attributes: WITHOUT_PICTURE })
}

/** Whosoever they are. */
export function plansById(ids: number[]): Promise<PlanRow[]> {
  return PlanRow.findAll({ where: { id: ids }, attributes: WITHOUT_PICTURE })
}

/** A learner's own sheets, the latest first. */
export function ownPlansOf(learnerId: number): Promise<PlanRow[]> {
  return PlanRow.findAll({ where: { learnerId }, order: [['id', 'DESC']], attributes: WITHOUT_PICTURE })
}

export function addOwnPlan(teacherId: number, learnerId: number, document: Plan, transaction?: Tx): Promise<PlanRow> {
  return PlanRow.create({ teacherId, learnerId, title: document.title, document, picture: null }, { transaction })
}

export async function plansOfClass(classId: number): Promise<PlanRow[]> {
  const given = await Assignment.findAll({ where: { classId }, order: ['place'] })
  const plans = await PlanRow.findAll({ where: { id: given.map(each => each.planId) }, attributes: WITHOUT_PICTURE })
  return given.flatMap(each => plans.find(plan => plan.id === each.planId) ?? [])
}

export async function isGiven(classId: number, planId: number): Promise<boolean> {
  return (await Assignment.count({ where: { classId, planId } })) > 0
}

export async function planPicture(id: number): Promise<Buffer | null> {
  return (await PlanRow.findByPk(id, { attributes: ['picture'] }))?.picture ?? null
}

export function addPlan(teacherId: number, document: Plan, picture: Buffer, transaction?: Tx): Promise<PlanRow> {
  return PlanRow.create({ teacherId, title: document.title, document, picture }, { transaction })
}

export async function givePlan(classId: number, planId: number, place: number, transaction?: Tx): Promise<void> {
  await Assignment.create({ classId, planId, place }, { transaction })
}
