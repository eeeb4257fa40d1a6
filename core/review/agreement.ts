export interface Agreement {
  /** Pairs that were judged twice. */
  readonly count: number
  /** Share of them on which both agree, 0 … 1. */
  readonly same: number
  /** Cohen's κ: 1 agreement, 0 what chance gives; null where chance alone agrees always. */
  readonly kappa: number | null
}

/**
 * How far two who judge the same things agree: Cohen, "A coefficient of agreement for nominal scales", 1960. Null of
 * none.
 */
export function agreementOf(pairs: readonly (readonly [string, string])[]): Agreement | null {
  const count = pairs.length
  if (count === 0) return null
  const names = new Set(pairs.flat())
  const same = pairs.filter(([a, b]) => a === b).length / count
  let chance = 0
  for (const name of names)
    chance += (pairs.filter(([a]) => a === name).length / count) * (pairs.filter(([, b]) => b === name).length / count)
  return { count, same, kappa: chance < 1 ? (same - chance) / (1 - chance) : null }
}
