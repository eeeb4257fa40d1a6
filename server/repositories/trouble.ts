import { NOT_READY } from './nodes'

/**
 * Numbers of what the database says when two transactions were in each other's way and this one gave way: a deadlock
 * (with Galera also a conflict at certification), a lock that was waited for too long, a row that has changed since.
 * (https://mariadb.com/kb/en/mariadb-error-code-reference/)
 */
const GAVE_WAY = new Set([1213, 1205, 1020])

/** It could not be asked at all; or it was asked, and the line broke before it answered. */
export type Trouble = 'gave-way' | 'not-begun' | 'cut-off' | 'other'

/** What a failed question says about whether it was done. */
export function troubleOf(error: unknown): Trouble {
  const { name, parent } = error as { name?: string; parent?: { errno?: number; fatal?: boolean } }
  const errno = parent?.errno ?? 0
  if (GAVE_WAY.has(errno)) return 'gave-way'
  if (errno === NOT_READY || /^Sequelize(Connection|HostNot|InvalidConnection)/.test(name ?? '')) return 'not-begun'
  return parent?.fatal ? 'cut-off' : 'other'
}
