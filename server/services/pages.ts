import type { PictureSize } from '#shared/schemas'
import type { FolioHandIn, FolioView, GivenTerms, Person, PlanCard, SheetForm } from '#shared/views'
import * as drawings from '../repositories/drawings'
import type { Drawing } from '../repositories/drawings'
import * as handIns from '../repositories/handins'
import * as people from '../repositories/people'
import * as plans from '../repositories/plans'
import type { Assignment } from '../repositories/plans'
import { countAsked } from '../repositories/wall'
import { nowMs } from '../utils/clock'
import { Refused } from '../utils/refuse'
import { answerView } from './answers'
import { muralsFor } from './murals'
import { currentOf, folioDrawing, isTakenBackYet } from './own-drawings'
import { requireLearner, requirePlan } from './rights'
import { roomView } from './room'
import { smallOf } from './small-pictures'
import { ownSets } from './warm-up-sets'

type Teacher = Extract<Person, { kind: 'teacher' }>
type LearnerPerson = Extract<Person, { kind: 'learner' }>

export function planCard(id: number, { title, goal, level, minutes, steps, warmUps }: plans.PlanFacts): PlanCard {
  return { id, title, goal, level, minutes, steps: steps.length, warmUps }
}

export const sheetForm = ({ width, height, paper }: SheetForm): SheetForm => ({ width, height, paper })

export const isComing = (time: Date | null): boolean => time !== null && time.getTime() > nowMs()

export function termsOf({ startsAt, dueAt, way }: Pick<Assignment, 'startsAt' | 'dueAt' | 'way'>): GivenTerms {
  return { startsAt: startsAt?.toISOString() ?? null, dueAt: dueAt?.toISOString() ?? null, way }
}

/** Throws Refused `not-signed-in`. */
export async function folioView(person: LearnerPerson): Promise<FolioView> {
  const learner = await people.learnerById(person.id)
  if (!learner) throw new Refused('not-signed-in', 'Your name is not in the register any more.', 'Ask your teacher.')
  return folioFor(person, await ownRows(learner, person.className))
}

/** The row of a learner in a class. */
interface OwnRow {
  readonly learner: people.Learner
  readonly className: string
}

/** `rows`: the one that they came in by first. */
async function folioFor(person: LearnerPerson, rows: readonly OwnRow[]): Promise<FolioView> {
  const { learner } = rows[0]!
  const given = await plansOfRows(rows)
  const drawn = await drawings.drawingsOf(rows.map(each => each.learner.id))
  const handed = await handIns.handInHeadsOf(drawn.map(each => each.id))
  const answers = await handIns.answersOf(handed.map(each => each.id))
  const handInsFor = async (theirs: Drawing[]): Promise<FolioHandIn[]> => {
    const mine = handed.filter(each => theirs.some(one => one.id === each.drawingId)).reverse()
    return Promise.all(
      mine.map(async row => {
        const answer = answers.find(each => each.handInId === row.id)
        return {
          id: row.id,
          handedInAt: row.handedInAt.toISOString(),
          state: row.state,
          attempt: row.attempt,
          met: row.met,
          judged: row.judged,
          answer: answer ? await answerView(answer) : null,
        }
      }),
    )
  }
  // Of two classes that have it, the first in which it is for them.
  const theirPlans = onceEach(
    given.filter(
      ({ id, learners, as }) =>
        learners === null || learners.includes(as) || drawn.some(each => each.planId === id && each.learnerId === as),
    ),
  )
  const planEntries = theirPlans.map(async plan => {
    const theirs = drawn.filter(each => each.planId === plan.id)
    const present = theirs.filter(each => each.removedAt === null)
    const drawing = currentOf(present)
    return {
      ...planCard(plan.id, plan.facts),
      ...termsOf(plan.row),
      version: plan.row.versionId,
      className: rows.length > 1 ? plan.className : null,
      sheet: sheetForm(plan.facts.sheet),
      drawing: drawing ? folioDrawing(drawing) : null,
      others: present
        .filter(each => each !== drawing && each.position > 0)
        .reverse()
        .map(folioDrawing),
      handIns: await handInsFor(theirs),
    }
  })
  const ownPlans = (await Promise.all(rows.map(each => plans.ownPlansOf(each.learner.id)))).flat()
  const ownEntries = ownPlans.flatMap(({ id, title, facts }) =>
    drawn
      .filter(each => each.planId === id && each.removedAt === null)
      .reverse()
      .map(async drawing => {
        const { width, height } = facts.sheet
        return {
          plan: id,
          title: drawing.title ?? title,
          width,
          height,
          drawing: folioDrawing(drawing),
          handIns: await handInsFor([drawing]),
        }
      }),
  )
  const titles = new Map<number, string>([
    ...given.map(each => [each.id, each.facts.title] as const),
    ...ownPlans.map(each => [each.id, each.title] as const),
  ])
  const removed = drawn
    .filter(isTakenBackYet)
    .reverse()
    .map(each => ({
      id: each.id,
      title: each.title ?? titles.get(each.planId) ?? 'A drawing',
      removedAt: each.removedAt!.toISOString(),
    }))
  return {
    name: person.name,
    classId: learner.classId,
    className: person.className,
    askedFor: await countAsked(learner.id),
    warmUpSets: await ownSets(learner.id),
    murals: await Promise.all(
      (await muralsFor(learner)).map(async ({ drawings: ids, ...mural }) => {
        const theirs = drawn.filter(each => ids.includes(each.id))
        return { ...mural, drawings: theirs.map(folioDrawing), handIns: await handInsFor(theirs) }
      }),
    ),
    plans: await Promise.all(planEntries),
    own: await Promise.all(ownEntries),
    room: await roomView(person),
    removed,
  }
}

/** A learner in each of their classes that is not put away, the one that they came in by first. */
async function ownRows(learner: people.Learner, className: string): Promise<OwnRow[]> {
  if (learner.folioId === null) return [{ learner, className }]
  const ids = await people.kinOf(learner.id)
  const rows = await Promise.all(
    ids.map(async id => {
      const row = (await people.learnerById(id))!
      const schoolClass = (await people.classById(row.classId))!
      return { learner: row, className: schoolClass.name, isIn: row.removedAt === null && !schoolClass.archivedAt }
    }),
  )
  return rows.filter(each => each.isIn || each.learner.id === learner.id)
}

/** What all of these classes have; `as`: who the learner is there. */
async function plansOfRows(rows: readonly OwnRow[]) {
  const all = await Promise.all(
    rows.map(async ({ learner, className }) =>
      (await plans.plansOfClass(learner.classId)).map(plan => ({ ...plan, as: learner.id, className })),
    ),
  )
  return all.flat()
}

/** Each once, the first. */
const onceEach = <T extends { readonly id: number }>(all: readonly T[]): T[] =>
  all.filter((each, i) => all.findIndex(one => one.id === each.id) === i)

/**
 * A learner's folio for their teacher, who takes it along for them; also of one who was taken out. What they have in
 * other classes is those classes' teachers'.
 */
export async function folioOf(person: Teacher, learnerId: number): Promise<FolioView> {
  const { learner, schoolClass } = await requireLearner(person, learnerId)
  const { name: className } = schoolClass
  return folioFor({ kind: 'learner', id: learner.id, name: learner.name, className }, [{ learner, className }])
}

/** Throws Refused `not-found`. */
export async function planPicture(person: Person, id: number, size: PictureSize): Promise<Buffer> {
  await requirePlan(person, id)
  const picture = await (size === 'card' ? plans.planCardPicture(id, smallOf) : plans.planPicture(id))
  if (!picture) throw new Refused('not-found', 'This plan has no picture yet.', 'Draw its demonstration.')
  return picture
}
