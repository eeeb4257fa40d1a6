import equal from 'fast-deep-equal'
import { entrySchema, type Entry } from '#core/drawing'

/** How what this browser has and what the server has of one record go together. */
export interface Merged {
  /** The record to go on with. */
  readonly entries: Entry[]
  /** Entries of it that the server has. */
  readonly position: number
  /** So many entries are the same here and there. */
  readonly same: number
  /**
   * Entries of this browser's that do not follow on the server's: the drawing went on elsewhere. They begin at
   * `forkAt`.
   */
  readonly apart: { readonly forkAt: number; readonly entries: Entry[] } | null
}

/** Puts both together; nothing of either is lost. */
export function mergeRecords(server: readonly Entry[], here: readonly Entry[]): Merged {
  const shared = Math.min(server.length, here.length)
  let same = 0
  while (same < shared && isSameEntry(server[same]!, here[same]!)) same++
  if (same === server.length) return { entries: [...here], position: server.length, same, apart: null }
  if (same === here.length) return { entries: [...server], position: server.length, same, apart: null }
  return { entries: [...server], position: server.length, same, apart: { forkAt: same, entries: here.slice(same) } }
}

/** Compared as the schema writes them, so that the order of keys does not matter. */
function isSameEntry(a: Entry, b: Entry): boolean {
  return a === b || equal(entrySchema.parse(a), entrySchema.parse(b))
}
