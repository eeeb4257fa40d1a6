import { practiseNext, trendsOf, type Judged, type Proposal, type Trend } from '#core/review'
import type { LearnerProgress, ProgressView } from '#shared/views'

/** What of a learner, or of several together, the Progress pages show. */

function judgedOf({ handIns }: LearnerProgress): Judged[] {
  return handIns.flatMap(({ at, plan, judged }) => judged.map(each => ({ ...each, at: Date.parse(at), plan })))
}

export function trendsFor(learner: LearnerProgress): Trend[] {
  return trendsOf(judgedOf(learner))
}

const WEEK_MS = 7 * 86_400_000

/** A class's trends: what was handed in within a week is taken together. */
export function classTrends(learners: readonly LearnerProgress[]): Trend[] {
  return trendsOf(learners.flatMap(judgedOf).map(each => ({ ...each, at: Math.floor(each.at / WEEK_MS) * WEEK_MS })))
}

/** What to practise next, with the plans that ask for it: of the class, and of the Plan book. */
export function proposalsFor(
  trends: readonly Trend[],
  { plans, book }: Pick<ProgressView, 'plans' | 'book'>,
  learners: readonly LearnerProgress[],
): Proposal[] {
  const handedIn = new Map(learners.flatMap(each => each.handIns).map(each => [each.plan, Date.parse(each.at)]))
  return practiseNext(trends, [...plans, ...book], handedIn)
}

/** Tries by warm-up, the warm-up that was tried last first. */
export function triesByDrill({ tries }: LearnerProgress): { drill: string; scores: number[] }[] {
  const by = new Map<string, number[]>()
  for (const { drill, score } of tries) {
    const scores = by.get(drill) ?? []
    by.delete(drill)
    by.set(drill, [...scores, score])
  }
  return [...by].reverse().map(([drill, scores]) => ({ drill, scores }))
}

/** Days of several learners together. */
export function daysTogether(learners: readonly LearnerProgress[]): { day: string; workedMs: number }[] {
  const sums = new Map<string, number>()
  for (const { day, workedMs } of learners.flatMap(each => each.days)) sums.set(day, (sums.get(day) ?? 0) + workedMs)
  return [...sums].sort(([a], [b]) => a.localeCompare(b)).map(([day, workedMs]) => ({ day, workedMs }))
}
