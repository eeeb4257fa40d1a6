import { ownPlan, starterEntries } from '#core/plan'
import type { NewDrawing, NewSheet } from '#shared/schemas'
import type { DrawingView, GivenPlanView, GivenWay, Person, Stored } from '#shared/views'
import { inTransaction, isDouble } from '../repositories/database'
import * as drawings from '../repositories/drawings'
import type { Drawing } from '../repositories/drawings'
import * as handIns from '../repositories/handins'
import * as people from '../repositories/people'
import type { Learner } from '../repositories/people'
import * as plans from '../repositories/plans'
import { Refused } from '../utils/refuse'
import { answerView } from './answers'
import { currentOf } from './own-drawings'
import { beginWith, entriesJson } from './records'
import { idsOf, notFound, requireDrawing, requireOwnPlan } from './rights'
import { requireRoomForDrawing } from './room'
import { nowMs } from '../utils/clock'

type LearnerPerson = Extract<Person, { kind: 'learner' }>

/**
 * The learner's drawing for a plan: the latest, or a new one when there is none or `afresh` is asked; with `from` one
 * that begins with what the teacher has drawn before that step. It follows the version that the class has.
 */
export function openDrawing(person: LearnerPerson, given: NewDrawing): Promise<Begun> {
  return onceUnder(person, given.key, () => begin(person, given))
}

async function begin(person: LearnerPerson, { plan: planId, afresh, from, key }: NewDrawing): Promise<Begun> {
  const { plan, learner } = await requireOwnPlan(person, planId)
  // Begun in whichever class of theirs, it is gone on with.
  const known = afresh || key ? null : currentOf(await drawings.drawingsFor(await idsOf(person), plan.id))
  if (known) return begunOf(known)
  if (plan.archivedAt !== null)
    throw new Refused('not-found', 'This plan was put away.', 'Ask your teacher, if you would like to begin it.')
  await requireRoomForDrawing(learner.id)
  return inTransaction(async tx => {
    await plans.holdPlan(plan.id, tx)
    const given = await plans.assignment(learner.classId, plan.id, tx)
    if (!given && plan.learnerId === null) throw notFound('plan')
    if (given?.startsAt && given.startsAt.getTime() > nowMs())
      throw new Refused('not-yet', 'This plan has not started yet.', 'Your folio says when it opens.')
    const versionId = given?.versionId ?? null
    const document = await plans.documentFor({ planId: plan.id, versionId }, tx)
    if (from !== undefined && !document.steps.some(each => each.id === from))
      throw new Refused('not-found', 'There is no such step.', 'Choose a step of the plan.')
    const drawing = await drawings.addDrawing(
      {
        learnerId: learner.id,
        planId: plan.id,
        versionId,
        ...(from !== undefined && { step: from }),
        ...(key && { begunKey: key }),
      },
      tx,
    )
    return {
      id: drawing.id,
      ...(await beginWith(drawing, starterEntries(document, from ?? document.steps[0]!.id), tx)),
    }
  })
}

/** A drawing, and what the server has of it. */
type Begun = { id: number } & Stored

const begunOf = ({ id, position, nextBatch }: Drawing): Begun => ({ id, position, nextBatch })

/** Begins it, unless a browser that began it without a network asks under its key again; also of two at once. */
async function onceUnder(person: LearnerPerson, key: string | undefined, run: () => Promise<Begun>): Promise<Begun> {
  if (key === undefined) return run()
  const ids = await idsOf(person)
  const known = await drawings.begunUnder(ids, key)
  if (known) return begunOf(known)
  try {
    return await run()
  } catch (error) {
    const other = isDouble(error) ? await drawings.begunUnder(ids, key) : null
    if (!other) throw error
    return begunOf(other)
  }
}

/** What can be drawn of a plan where there is no network: as the class has it. */
export async function givenPlan(person: LearnerPerson, id: number): Promise<GivenPlanView> {
  const { plan, learner } = await requireOwnPlan(person, id)
  const given = await plans.assignment(learner.classId, plan.id)
  if (!given || plan.archivedAt !== null) throw notFound('plan')
  return {
    id: plan.id,
    plan: await plans.documentFor({ planId: plan.id, versionId: given.versionId }),
    way: given.way,
    startsAt: given.startsAt?.toISOString() ?? null,
  }
}

/** Own sheets of one learner at most. */
const GREATEST_OWN_SHEETS = 200

/** Lays out a sheet of the learner's own, and opens it. Throws Refused `too-big`. */
export function openOwnSheet(person: LearnerPerson, given: NewSheet): Promise<Begun> {
  return onceUnder(person, given.key, () => layOut(person, given))
}

async function layOut(person: LearnerPerson, { title, sheet, key }: NewSheet): Promise<Begun> {
  await requireRoomForDrawing(person.id)
  const learner = (await people.learnerById(person.id))!
  const { teacherId } = (await people.classById(learner.classId))!
  if ((await plans.countOwnPlans(person.id)) >= GREATEST_OWN_SHEETS) {
    throw new Refused(
      'too-big',
      `You have ${GREATEST_OWN_SHEETS} sheets of your own already.`,
      'Go on with one of them.',
    )
  }
  return inTransaction(async tx => {
    const plan = await plans.addOwnPlan(teacherId, person.id, ownPlan(title, sheet), tx)
    return begunOf(
      await drawings.addDrawing({ learnerId: person.id, planId: plan.id, ...(key && { begunKey: key }) }, tx),
    )
  })
}

const wayFor = async (learner: Learner | null, planId: number): Promise<GivenWay> =>
  (learner && (await plans.assignment(learner.classId, planId))?.way) ?? 'own'

/** Its entries come as JSON, beside it. */
export async function drawingView(
  person: Person,
  id: number,
): Promise<{ view: Omit<DrawingView, 'entries'>; entries: Buffer }> {
  const drawing = await requireDrawing(person, id)
  const learner = drawing.learnerId === null ? null : await people.learnerById(drawing.learnerId)
  const given = await handIns.handInHeadsOf([id])
  const answers = await handIns.answersOf(given.map(each => each.id))
  const last = answers.sort((a, b) => a.answeredAt.getTime() - b.answeredAt.getTime()).at(-1)
  const view = {
    id,
    // As whom a browser keeps it: a learner who is in several classes is one.
    owner: learner ? (learner.folioId ?? learner.id) : -drawing.teacherId!,
    title: drawing.title,
    planId: drawing.planId,
    plan: await plans.documentFor(drawing),
    purpose: drawing.purpose,
    way: await wayFor(learner, drawing.planId),
    startAt: drawing.step,
    position: drawing.position,
    nextBatch: drawing.nextBatch,
    lastAnswer: last ? await answerView(last) : null,
  }
  return { view, entries: await entriesJson(id, 0, drawing.position) }
}
