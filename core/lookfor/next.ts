import type { Finding, Verdict } from './contract'

/** What helps most comes first: what is not there yet, then what nearly is, then what could not be told. */
const ORDER: Readonly<Record<Verdict, number>> = { 'not-yet': 0, nearly: 1, 'cant-tell': 2, met: 3 }

/**
 * The one most useful next thing, and the others; null when all is met. Among equals the order in which they are asked
 * for.
 */
export function nextThing(findings: readonly Finding[]): {
  readonly next: Finding | null
  readonly others: readonly Finding[]
} {
  const next = findings.reduce<Finding | null>(
    (best, each) => (each.verdict !== 'met' && (!best || ORDER[each.verdict] < ORDER[best.verdict]) ? each : best),
    null,
  )
  return { next, others: findings.filter(each => each !== next) }
}
