import type { Verdict } from '../lookfor'

/** A look-for over a class: how many could be judged, and how many are not there yet. */
export interface ColumnSum {
  readonly judged: number
  /** `nearly` and `not-yet`. */
  readonly missed: number
}

/** Many miss a look-for when so large a share of those who could be judged does. Common practice, no source. */
export const MANY = 0.4
/** Fewer judged than this tell nothing of a class. */
const LEAST_JUDGED = 3

export function columnSum(verdicts: readonly (Verdict | null)[]): ColumnSum {
  const judged = verdicts.filter(each => each !== null && each !== 'cant-tell')
  return { judged: judged.length, missed: judged.filter(each => each !== 'met').length }
}

/** Where many fail first: the place of the first column, in the order of the plan, that many miss; −1 where none is. */
export function failsFirst(sums: readonly ColumnSum[]): number {
  return sums.findIndex(({ judged, missed }) => judged >= LEAST_JUDGED && missed >= MANY * judged)
}
