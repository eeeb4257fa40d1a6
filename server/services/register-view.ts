import type { Person, RegisterView } from '#shared/views'
import { teachersOfClass } from '../repositories/colleagues'
import * as people from '../repositories/people'
import { plansOfClass, type Given } from '../repositories/plans'
import { drawnIn, type DrawnRow } from '../repositories/register'
import { waitingOn } from '../repositories/wall'
import { muralCards } from './murals'
import { isComing, termsOf } from './pages'
import { requireClass } from './rights'

/** The register of a class: who is in it, what it has, how far each is. */

type Teacher = Extract<Person, { kind: 'teacher' }>

export async function registerView(person: Teacher, classId: number): Promise<RegisterView> {
  const { id, name, code, meets, archivedAt, eraseAt, sourceId, ...schoolClass } = await requireClass(person, classId)
  const ever = await people.everyLearnerOf([id])
  const learners = ever.filter(each => each.removedAt === null)
  const rows = await drawnIn(id)
  const plans = await plansOfClass(id)
  const also = await people.alsoIn(learners.filter(each => each.folioId !== null).map(each => each.id))
  return {
    id,
    name,
    code,
    when: meets,
    isArchived: archivedAt !== null,
    hasPicturePins: Boolean(schoolClass.hasPicturePins),
    guestsUntil: isComing(schoolClass.guestsUntil) ? schoolClass.guestsUntil!.toISOString() : null,
    eraseAt: eraseAt?.toISOString() ?? null,
    sourceId,
    teachers: await teachersOfClass(id),
    wall: (await waitingOn([id])).map(({ works, words }) => ({ works, words }))[0] ?? { works: 0, words: 0 },
    murals: await muralCards(id, true),
    plans: plans.map(plan => {
      const theirs = rows.filter(each => each.planId === plan.id)
      const countOf = (some: readonly DrawnRow[]) => new Set(some.map(each => each.learnerId)).size
      return {
        id: plan.id,
        title: plan.facts.title,
        learners: plan.learners ? [...plan.learners] : null,
        isRicherThere: plan.facts.steps.some(each => each.isRicher),
        ...termsOf(plan.row),
        begun: countOf(theirs.filter(each => each.position > 0)),
        handedIn: countOf(theirs.filter(each => each.handIn !== null)),
      }
    }),
    removed: ever.flatMap(({ id: learner, name: who, removedAt }) =>
      removedAt ? [{ id: learner, name: who, removedAt: removedAt.toISOString() }] : [],
    ),
    learners: learners.map(({ id: learner, name: who, sourceId: source, guestUntil }) => ({
      id: learner,
      name: who,
      sourceId: source,
      isGuest: guestUntil !== null,
      also: also.get(learner) ?? [],
      ...standOf(
        rows.filter(each => each.learnerId === learner),
        plans,
      ),
    })),
  }
}

/** What a learner did last, and how much they handed in. `rows`: theirs. */
function standOf(rows: readonly DrawnRow[], plans: readonly Given[]) {
  const drawing = rows.at(-1)
  const plan = plans.find(each => each.id === drawing?.planId)
  const handIns = rows
    .filter(each => each.handedInAt !== null)
    .sort((a, b) => Number(a.handedInAt) - Number(b.handedInAt))
  const latest = handIns.at(-1)
  return {
    // Own sheets and panels of murals are none of the class's plans.
    plan: plan?.facts.title ?? drawing?.planTitle ?? null,
    step: plan?.facts.steps.find(step => step.id === drawing?.step)?.title ?? null,
    hasBegun: drawing !== undefined && drawing.position > 0,
    strokes: drawing?.position ?? 0,
    lastSeenAt: drawing?.lastSeenAt?.toISOString() ?? null,
    handIns: handIns.length,
    latest: latest ? { id: latest.handIn!, state: latest.state! } : null,
  }
}
