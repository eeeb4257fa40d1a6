import type { MeasureName } from '#core/lookfor'
import { VERDICT_OF_MARK } from '#shared/marks'
import type { LearnerProgress, Person, PracticePlan, ProgressView } from '#shared/views'
import * as handIns from '../repositories/handins'
import * as people from '../repositories/people'
import type { Learner, SchoolClass } from '../repositories/people'
import * as plans from '../repositories/plans'
import * as progress from '../repositories/progress'
import { requireClass, requireLearner } from './rights'
import { nowMs } from '../utils/clock'

type Teacher = Extract<Person, { kind: 'teacher' }>
type LearnerPerson = Extract<Person, { kind: 'learner' }>

export async function classProgress(person: Teacher, classId: number): Promise<ProgressView> {
  const schoolClass = await requireClass(person, classId)
  const [given, own, view] = await Promise.all([
    plans.plansOfClass(classId),
    plans.plansOf(person.id),
    people.learnersOf([classId]).then(learners => progressOf(schoolClass, learners)),
  ])
  const others = own.filter(each => each.archivedAt === null && !given.some(one => one.id === each.id))
  return {
    ...view,
    plans: given.map(each => practicePlan(each, each.learners)),
    book: others.map(each => practicePlan(each)),
  }
}

/** One learner's for their teacher, also of one who was taken out. */
export async function progressOfLearner(person: Teacher, learnerId: number): Promise<ProgressView> {
  const { learner, schoolClass } = await requireLearner(person, learnerId)
  return ownProgress({ kind: 'learner', id: learner.id, name: learner.name, className: schoolClass.name })
}

export async function ownProgress(person: LearnerPerson): Promise<ProgressView> {
  const learner = (await people.learnerById(person.id))!
  const given = (await plans.plansOfClass(learner.classId)).filter(
    ({ row, learners }) =>
      (learners === null || learners.includes(learner.id)) &&
      (row.startsAt === null || row.startsAt.getTime() <= nowMs()),
  )
  return {
    ...(await progressOf((await people.classById(learner.classId))!, [learner])),
    plans: given.map(each => practicePlan(each)),
    book: [],
  }
}

function practicePlan(
  { id, facts }: { id: number; facts: plans.PlanFacts },
  learners: readonly number[] | null = null,
): PracticePlan {
  return {
    id,
    learners: learners && [...learners],
    title: facts.title,
    measures: [...new Set(facts.steps.flatMap(step => step.lookFors.map(each => each.measure)))],
  }
}

async function progressOf(
  { id, name }: SchoolClass,
  learners: readonly Learner[],
): Promise<Omit<ProgressView, 'plans' | 'book'>> {
  const ids = learners.map(each => each.id)
  const [rows, tries, days] = await Promise.all([
    handIns.answeredHandInsOf(ids),
    progress.triesOfAll(ids),
    progress.daysOf(ids),
  ])
  const measures = await measuresFor(rows.map(each => each.drawing))
  return {
    classId: id,
    className: name,
    learners: learners.map((learner): LearnerProgress => ({
      id: learner.id,
      name: learner.name,
      handIns: rows
        .filter(each => each.drawing.learnerId === learner.id)
        .map(row => {
          const known = measures.get(keyOf(row.drawing))!
          return {
            id: row.id,
            plan: row.drawing.planId,
            at: row.handedInAt.toISOString(),
            attempt: row.attempt,
            state: row.state,
            judged: Object.entries(row.verdicts ?? {}).flatMap(([lookFor, verdict]) => {
              const measure = known.get(lookFor)
              const mark = row.marks[lookFor]
              return measure ? [{ measure, verdict: mark ? VERDICT_OF_MARK[mark] : verdict }] : []
            }),
          }
        }),
      tries: tries
        .filter(each => each.learnerId === learner.id)
        .map(({ drill, score, triedAt }) => ({ drill, score, triedAt: triedAt.toISOString() })),
      days: days.filter(each => each.learnerId === learner.id).map(({ day, workedMs }) => ({ day, workedMs })),
    })),
  }
}

const keyOf = ({ planId, versionId }: plans.Followed) => `${planId} ${versionId ?? ''}`

/** By plan and version: which look-for is of which measure. */
async function measuresFor(
  drawn: readonly plans.Followed[],
): Promise<ReadonlyMap<string, ReadonlyMap<string, MeasureName>>> {
  const needed = new Map(drawn.map(each => [keyOf(each), each]))
  const facts = await plans.factsForAll([...needed.values()])
  return new Map(
    [...needed.keys()].map((key, i) => [
      key,
      new Map(facts[i]!.steps.flatMap(step => step.lookFors.map(each => [each.id, each.measure] as const))),
    ]),
  )
}
