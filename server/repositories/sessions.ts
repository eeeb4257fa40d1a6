import type { Person } from '#shared/views'
import type { Comfort } from '#shared/comfort'
import { command, question } from './database'

/*
 * Who is signed in, by the digest of what the browser has. All times are the database's, so that every process counts
 * the same.
 */

type Kind = Person['kind']

/** A session ends when nothing was heard of it for so long, and at the latest so long after it began. */
const LASTS: Readonly<Record<Kind, { readonly idle: string; readonly whole: string }>> = {
  learner: { idle: '30 DAY', whole: '200 DAY' },
  teacher: { idle: '3 DAY', whole: '30 DAY' },
}
/** A password that was given so lately need not be given again. */
const CONFIRMED_MINUTES = 15
/** When it was heard of is noted at most so often, s. */
const NOTED_S = 60

const isAlive = (Object.keys(LASTS) as Kind[])
  .map(kind => {
    const { idle, whole } = LASTS[kind]
    return `(s.kind = '${kind}' AND s.seen_at > NOW(3) - INTERVAL ${idle} AND s.began_at > NOW(3) - INTERVAL ${whole})`
  })
  .join(' OR ')

/**
 * Whose it is, and whether they may come in at all: a teacher who is not locked out, a learner in the register, of a
 * class that is not put away.
 */
const WHOSE = `FROM sessions s
  LEFT JOIN teachers t ON s.kind = 'teacher' AND t.id = s.person
  LEFT JOIN learners l ON s.kind = 'learner' AND l.id = s.person
  LEFT JOIN classes c ON c.id = l.class_id
  WHERE (${isAlive}) AND ((t.id IS NOT NULL AND t.locked_at IS NULL) OR (l.removed_at IS NULL
      AND (l.guest_until IS NULL OR l.guest_until > NOW(3)) AND c.id IS NOT NULL AND c.archived_at IS NULL))`

export interface Session {
  readonly id: number
  readonly person: Person
  /** The password was given lately. */
  readonly isConfirmed: boolean
}

interface Row {
  readonly id: number
  readonly kind: Kind
  readonly person: number
  readonly name: string
  readonly className: string | null
  readonly comfort: string | null
  readonly folioId: number | null
  readonly isKeeper: number
  readonly isConfirmed: number
  readonly isStale: number
}

/** The session of this digest; null: there is none that lasts. */
export async function sessionOf(token: string): Promise<Session | null> {
  const [row] = await question<Row>(
    `SELECT s.id, s.kind, s.person, COALESCE(t.name, l.name) AS name, c.name AS className,
      l.comfort, l.folio_id AS folioId,
      EXISTS (SELECT 1 FROM place p WHERE p.keeper_id = t.id) AS isKeeper,
      s.confirmed_at > NOW(3) - INTERVAL ${CONFIRMED_MINUTES} MINUTE AS isConfirmed,
      s.seen_at < NOW(3) - INTERVAL ${NOTED_S} SECOND AS isStale ${WHOSE} AND s.token = :token`,
    { token },
  )
  if (!row) return null
  if (row.isStale) await command('UPDATE sessions SET seen_at = NOW(3) WHERE id = :id', { id: row.id })
  const { id, kind, person, name, className } = row
  return {
    id,
    isConfirmed: Boolean(row.isConfirmed),
    person:
      kind === 'teacher'
        ? { kind, id: person, name, ...(row.isKeeper && { isKeeper: true }) }
        : {
            kind,
            id: person,
            name,
            className: className!,
            ...(row.comfort !== null && { comfort: JSON.parse(row.comfort) as Comfort }),
            ...(row.folioId !== null && { folio: row.folioId }),
          },
  }
}

export interface NewSession {
  readonly token: string
  readonly kind: Kind
  readonly person: number
  readonly address: string | null
  /** As people call it: “Firefox on Linux”. */
  readonly device: string
}

export async function addSession(session: NewSession): Promise<void> {
  await command(
    `INSERT INTO sessions (token, kind, person, address, device, began_at, seen_at, confirmed_at)
      VALUES (:token, :kind, :person, :address, :device, NOW(3), NOW(3), NOW(3))`,
    { ...session, address: session.address?.slice(0, 60) ?? null, device: session.device.slice(0, 80) },
  )
}

export async function confirmSession(id: number): Promise<void> {
  await command('UPDATE sessions SET confirmed_at = NOW(3) WHERE id = :id', { id })
}

export async function endSession(token: string): Promise<void> {
  await command('DELETE FROM sessions WHERE token = :token', { token })
}

/** One of somebody's own. */
export async function endSessionOf(kind: Kind, person: number, id: number): Promise<void> {
  await command('DELETE FROM sessions WHERE kind = :kind AND person = :person AND id = :id', { kind, person, id })
}

/** All of somebody's, but one. */
export async function endSessionsOf(kind: Kind, person: number, but = 0): Promise<void> {
  await command('DELETE FROM sessions WHERE kind = :kind AND person = :person AND id <> :but', { kind, person, but })
}

export interface SessionRow {
  readonly id: number
  readonly address: string | null
  readonly device: string
  readonly beganAt: Date
  readonly seenAt: Date
}

/** Those of somebody that last, the latest heard of first. */
export function sessionsOf(kind: Kind, person: number): Promise<SessionRow[]> {
  return question<SessionRow>(
    `SELECT s.id, s.address, s.device, s.began_at AS beganAt, s.seen_at AS seenAt ${WHOSE}
      AND s.kind = :kind AND s.person = :person ORDER BY s.seen_at DESC, s.id DESC`,
    { kind, person },
  )
}

/** Which of these last. */
export async function lasting(ids: readonly number[]): Promise<ReadonlySet<number>> {
  if (ids.length === 0) return new Set()
  const rows = await question<{ id: number }>(`SELECT s.id ${WHOSE} AND s.id IN (:ids)`, { ids: [...ids] })
  return new Set(rows.map(each => each.id))
}

/** Forgets those that last no more. */
export async function forgetSessions(): Promise<void> {
  await command(`DELETE s FROM sessions s WHERE NOT (${isAlive})`, {})
}
