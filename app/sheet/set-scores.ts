import { DRILLS } from '#core/drill'
import type { ClassWarmUpsView, SetScore } from '#shared/views'
import { csvFile } from './csv'

/** Mean of the best scores of what was tried, rounded; null: nothing was. */
export function meanOf(scores: readonly SetScore[]): number | null {
  const tried = scores.filter(each => each !== null)
  return tried.length ? Math.round(tried.reduce((sum, each) => sum + each.best, 0) / tried.length) : null
}

type ScoredSet = ClassWarmUpsView['sets'][number]

/** Mean over all who tried it, by warm-up of the set. */
export const classMeans = ({ warmUps, scores }: ScoredSet): (number | null)[] =>
  warmUps.map((_, i) => meanOf(scores.map(each => each[i]!)))

/** A set as a table: a row for each learner. RFC 4180. */
export function setTable({ warmUps, scores }: ScoredSet, learners: ClassWarmUpsView['learners']): Uint8Array {
  const rows: (string | number)[][] = [
    ['learner', ...warmUps.flatMap(({ drill, seed }) => [`${DRILLS[drill].title} (No. ${seed})`, 'tries']), 'mean'],
    ...learners.map(({ name }, i) => [
      name,
      ...scores[i]!.flatMap(each => (each ? ([each.best, each.tries] as (string | number)[]) : ['', ''])),
      meanOf(scores[i]!) ?? '',
    ]),
  ]
  return csvFile(rows)
}
