import type { Person, SessionsView } from '#shared/views'
import * as sessions from '../repositories/sessions'
import type { Session } from '../repositories/sessions'
import { note } from './audit'
import type { From } from './doors'
import { requirePassword } from './signin'

/** Where a teacher is signed in, and how to end that. */

type Teacher = Extract<Person, { kind: 'teacher' }>

export async function sessionsView(person: Teacher, own: Session): Promise<SessionsView> {
  const rows = await sessions.sessionsOf('teacher', person.id)
  return {
    sessions: rows.map(({ id, address, device, beganAt, seenAt }) => ({
      id,
      isThis: id === own.id,
      address,
      device,
      beganAt: beganAt.toISOString(),
      seenAt: seenAt.toISOString(),
    })),
  }
}

/** Ends one of one's own, or (null) all but this one. */
export async function endSessions(person: Teacher, own: Session, id: number | null): Promise<{ ok: true }> {
  if (id === null) await sessions.endSessionsOf('teacher', person.id, own.id)
  else await sessions.endSessionOf('teacher', person.id, id)
  await note('sessions-ended', { who: person.name, teacherId: person.id })
  return { ok: true }
}

/** The password once more, before what can't be undone. Throws Refused `wrong-sign-in`, `too-many-tries` or `busy`. */
export async function confirm(person: Teacher, own: Session, password: string, from: From): Promise<{ ok: true }> {
  await requirePassword(person.id, password, from)
  await sessions.confirmSession(own.id)
  return { ok: true }
}
