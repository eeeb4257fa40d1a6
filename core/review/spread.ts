import { quantileOf } from '../base'

/** How the members of a class spread in one thing: the middle half and its middle. */
export interface Spread {
  readonly low: number
  readonly middle: number
  readonly high: number
  readonly count: number
}

/** Quartiles and median of some values; null of none. */
export function spreadOf(values: readonly number[]): Spread | null {
  return values.length === 0
    ? null
    : {
        low: quantileOf(values, 0.25),
        middle: quantileOf(values, 0.5),
        high: quantileOf(values, 0.75),
        count: values.length,
      }
}

/** The same for each place of rows; rows that are shorter do not count there. */
export function spreadsOf(rows: readonly (readonly number[])[]): Spread[] {
  const long = Math.max(0, ...rows.map(row => row.length))
  return Array.from({ length: long }, (_, i) => spreadOf(rows.flatMap(row => row[i] ?? []))!)
}
