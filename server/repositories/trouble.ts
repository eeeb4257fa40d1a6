import { NOT_READY } from './nodes'

/**
 * Numbers of what the database says when two transactions were in each other's way and this one gave way: a deadlock
 * (with Galera also a conflict at certification), a lock that was waited for too long, a row that has changed since.
 * (https://mariadb.com/kb/en/mariadb-error-code-reference/)
 */
const GAVE_WAY = new Set([1213, 1205, 1020])

/** It could not be asked at all; or it was asked, and the line broke before it answered. */
export type Trouble = 'gave-way' | 'not-begun' | 'cut-off' | 'full' | 'other'

interface Failure {
  readonly errno?: number
  readonly fatal?: boolean
  /** The server's words, without the question. */
  readonly sqlMessage?: string | null
}

/** “Disk full”, “the table is full”; or that a file can't be written, for want of room (ENOSPC, 28). */
const isFull = (errno: number, words: string): boolean =>
  errno === 1021 ||
  errno === 1114 ||
  ([1005, 1026, 1030, 1180].includes(errno) && /No space left|(?:errno|error):? (?:number )?28\b/i.test(words))

/** What a failed question says about whether it was done. */
export function troubleOf(error: unknown): Trouble {
  const { name, parent } = (error ?? {}) as { name?: string; parent?: Failure }
  const errno = parent?.errno ?? 0
  if (GAVE_WAY.has(errno)) return 'gave-way'
  if (errno === NOT_READY || /^Sequelize(Connection|HostNot|InvalidConnection)/.test(name ?? '')) return 'not-begun'
  if (isFull(errno, parent?.sqlMessage ?? '')) return 'full'
  // “Error during COMMIT”: a server that was parted from its cluster in that moment.
  if (errno === 1180) return 'cut-off'
  return parent?.fatal ? 'cut-off' : 'other'
}
