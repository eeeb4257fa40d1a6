/** Which tools find room on the ledge, and how large their pictures are. */

/** A tool's picture at its best and at its least, and what opens the others, rem. */
const BEST_REM = 6.6
const LEAST_REM = 4.2
const MORE_REM = 3

export interface LaidOut {
  /** In the order in which they lie. */
  readonly shown: readonly string[]
  readonly folded: readonly string[]
  readonly slotRem: number
}

/**
 * Lays out as many tools as find room. What was lifted last stays out; the others fold in the order in which they were
 * not lifted.
 *
 * @param keys all tools, as they lie
 * @param recent those that were lifted, the last one first
 * @param roomRem width for them, rem; not known yet: 0
 */
export function laidOut(keys: readonly string[], recent: readonly string[], roomRem: number): LaidOut {
  if (roomRem === 0) return { shown: keys, folded: [], slotRem: BEST_REM }
  if (keys.length * LEAST_REM <= roomRem)
    return { shown: keys, folded: [], slotRem: Math.min(BEST_REM, roomRem / keys.length) }
  const count = Math.max(1, Math.floor((roomRem - MORE_REM) / LEAST_REM))
  const first = [...recent.filter(each => keys.includes(each)), ...keys.filter(each => !recent.includes(each))].slice(
    0,
    count,
  )
  return {
    shown: keys.filter(each => first.includes(each)),
    folded: keys.filter(each => !first.includes(each)),
    slotRem: Math.min(BEST_REM, Math.max((roomRem - MORE_REM) / count, LEAST_REM)),
  }
}
