import { medianOf } from '../base'

/*
 * How a learner at work stands, told from times and looks alone: what the Round sorts by.
 */

/**
 * `asking` wants the teacher · `stuck` has been at one step far longer than the others · `silent` has not drawn for a
 * while · `away` has not for long · `done` has handed in.
 */
export const STANDINGS = ['asking', 'stuck', 'silent', 'drawing', 'done', 'away', 'not-begun'] as const
export type Standing = (typeof STANDINGS)[number]

/** No stroke for so long is silence, ms; common practice, no source. */
export const SILENT_MS = 3 * 60_000
/** No stroke for so long: not at the sheet any more, ms. */
export const AWAY_MS = 20 * 60_000
/**
 * In one step so many times as long as half the class needed, but never under the least, ms; common practice, no
 * source.
 */
export const STUCK_FACTOR = 2
export const STUCK_LEAST_MS = 5 * 60_000

export interface AtWork {
  /** Times, ms on one clock; null: not yet. */
  readonly now: number
  readonly lastStrokeAt: number | null
  readonly stepAt: number | null
  readonly isAsking: boolean
  /** Signed out, and not drawn since. */
  readonly hasLeft?: boolean
  /** Handed in, and nothing drawn since. */
  readonly isHandedIn: boolean
  /** How long the class is in this step, as a rule, ms; null: too few to tell. */
  readonly usualMs: number | null
}

export function standingOf({
  now,
  lastStrokeAt,
  stepAt,
  isAsking,
  hasLeft = false,
  isHandedIn,
  usualMs,
}: AtWork): Standing {
  if (isAsking && !hasLeft) return 'asking'
  if (isHandedIn) return 'done'
  if (lastStrokeAt === null) return 'not-begun'
  const silence = now - lastStrokeAt
  if (hasLeft || silence >= AWAY_MS) return 'away'
  if (stepAt !== null && usualMs !== null && now - stepAt >= Math.max(STUCK_FACTOR * usualMs, STUCK_LEAST_MS))
    return 'stuck'
  return silence >= SILENT_MS ? 'silent' : 'drawing'
}

/** So many must be in a step before it can be said what is usual in it. */
const LEAST_KNOWN = 3

/** The median of the times that a class has been in a step, ms: the usual one. Null when there are fewer than three. */
export function usualTime(ms: readonly number[]): number | null {
  return ms.length < LEAST_KNOWN ? null : medianOf(ms)
}
