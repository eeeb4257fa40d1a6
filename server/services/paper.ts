import { paperEntries } from '#core/plan'
import { OFTEN } from '#shared/limits'
import type { PaperHandIn } from '#shared/schemas'
import type { Person } from '#shared/views'
import { inTransaction, isDouble } from '../repositories/database'
import * as drawings from '../repositories/drawings'
import * as handIns from '../repositories/handins'
import * as jobs from '../repositories/jobs'
import type { Learner } from '../repositories/people'
import * as plans from '../repositories/plans'
import { now } from '../utils/clock'
import { Refused } from '../utils/refuse'
import { beginWith } from './records'
import { idsOf, isFor, notFound, requireLearner, requireOwnPlan } from './rights'
import { leftOf, requireRoomForDrawing } from './room'

/*
 * Drawings on paper: a page that was photographed becomes a drawing of a plan, and is handed in at once. Asked for
 * again under the same key it is the same one.
 */

/**
 * Hands a page in: a learner's own, or by their teacher.
 * Throws Refused `not-found`, `not-yours`, `picture-missing`, `no-room` or `enough`.
 */
export async function handInPaper(person: Person, given: PaperHandIn): Promise<{ id: number }> {
  const learner = await whose(person, given)
  const known = () => knownUnder(person.kind === 'learner' ? person : null, learner, given.key)
  const before = await known()
  if (before) return before
  await requireRoomForDrawing(learner.id)
  try {
    return { id: await add(person, learner, given) }
  } catch (error) {
    const other = isDouble(error) ? await known() : null
    if (!other) throw error
    return other
  }
}

/** Whose page it is: somebody who has the plan. */
async function whose(person: Person, { plan: planId, learner: id }: PaperHandIn): Promise<Learner> {
  if (person.kind === 'learner') {
    if (id !== undefined && id !== person.id)
      throw new Refused('not-yours', 'You hand in your own pages.', 'Leave out whose it is.')
    const { plan, learner } = await requireOwnPlan(person, planId)
    requireLesson(plan)
    return learner
  }
  if (id === undefined)
    throw new Refused('malformed', 'Nobody is named whose page it is.', 'Say which learner drew it.')
  const { learner } = await requireLearner(person, id)
  const plan = await plans.planById(planId)
  if (!plan || learner.removedAt !== null || !(await isFor(learner, planId))) throw notFound('plan for this learner')
  requireLesson(plan)
  return learner
}

function requireLesson({ kind }: { kind: string }): void {
  if (kind !== 'lesson')
    throw new Refused('not-found', 'A page is handed in for a lesson.', 'Bring it in onto the sheet instead.')
}

async function knownUnder(
  person: Extract<Person, { kind: 'learner' }> | null,
  learner: Learner,
  key: string,
): Promise<{ id: number } | null> {
  const drawing = await drawings.begunUnder(person ? await idsOf(person) : [learner.id], key)
  const id = drawing && (await handIns.latestHandIn(drawing.id))
  return id === null ? null : { id }
}

async function add(
  person: Person,
  learner: Learner,
  { plan: planId, picture, page, note, key }: PaperHandIn,
): Promise<number> {
  return inTransaction(async tx => {
    await plans.holdPlan(planId, tx)
    const versionId = (await plans.assignment(learner.classId, planId, tx))?.versionId ?? null
    const document = await plans.documentFor({ planId, versionId }, tx)
    if (person.kind === 'learner') leftOf(await handIns.countToday(learner.id, tx), OFTEN.handInsADay, 'handed in')
    const earlier = await handIns.onPaperOf(learner.id, planId, tx)
    const drawing = await drawings.addDrawing(
      {
        learnerId: learner.id,
        planId,
        versionId,
        begunKey: key,
        onPaper: true,
        title: `${document.title.slice(0, 60)}, on paper`,
      },
      tx,
    )
    const { position } = await beginWith(drawing, paperEntries(document, picture, page), tx)
    if (earlier.drawings.length > 0) await handIns.replaceWaiting(earlier.drawings, tx)
    // Which drawing it is becomes known when it is drawn.
    const attempt = 1 + earlier.count
    const handedIn = { drawingId: drawing.id, attempt, position, hash: '', note, handedInAt: now() }
    const { id } = await handIns.addHandIn(handedIn, tx)
    const { costMs } = (await drawings.lockDrawing(drawing.id, tx))!
    const asker = `${person.kind} ${person.id}`
    await jobs.addJob({ kind: 'verify', subject: id, asker, classId: learner.classId, costMs }, tx)
    return id
  })
}
