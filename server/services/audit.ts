import { AsyncLocalStorage } from 'node:async_hooks'
import type { Happened, HappenedView, Person } from '#shared/views'
import * as audit from '../repositories/audit'
import { log, reasonOf } from '../utils/log'
import { requireClass } from './rights'

/*
 * Who did what from where: sign-ins and what was refused, new PINs, who was taken out and put back, plans that were
 * given, hand-ins that were answered. It stands in the log, and the class's teacher reads it.
 */

/** Rows that are shown at most. */
const MOST = 300

const requests = new AsyncLocalStorage<{ address: string | null }>()

/** What is done for a request knows where it came from. */
export const withAddress = <T>(address: string | null, run: () => T): T => requests.run({ address }, run)

export interface Noted {
  readonly who: string
  readonly teacherId?: number | null
  readonly classId?: number | null
  /** Whom or what it is about; no secrets. */
  readonly about?: string
}

/** Notes it. Not being able to keeps nobody from anything. */
export async function note(
  what: Happened,
  { who, teacherId = null, classId = null, about = '' }: Noted,
): Promise<void> {
  const address = requests.getStore()?.address ?? null
  log('info', 'audit', { what, who, teacher: teacherId, class: classId, about, address })
  if (teacherId === null && classId === null) return
  try {
    await audit.addHappened({ teacherId, classId, who, what, about, address })
  } catch (error) {
    log('error', 'audit-not-kept', { what, error: reasonOf(error) })
  }
}

export async function happenedView(
  person: Extract<Person, { kind: 'teacher' }>,
  classId: number,
): Promise<HappenedView> {
  const { id, name } = await requireClass(person, classId)
  const rows = await audit.happenedIn(id, person.id, MOST)
  return {
    id,
    className: name,
    happened: rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString() })),
  }
}
