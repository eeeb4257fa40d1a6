import { GUESTS_KEPT_DAYS } from '#shared/limits'
import { ANNOUNCED_DAYS } from '#shared/place'
import { inTransaction } from '../repositories/database'
import { eraseClass, eraseLearner } from '../repositories/erase'
import { oldGuests } from '../repositories/people'
import { forgetUnused } from '../repositories/plan-documents'
import { dueClasses, markDueClasses } from '../repositories/retention'
import { nowMs } from '../utils/clock'
import { note } from './audit'

/** Classes that were put away are erased after the time that whoever keeps the place has set. */

const ANNOUNCED_MS = ANNOUNCED_DAYS * 24 * 3600 * 1000

/** Whether it is time to tell of it. */
export const isNear = (eraseAt: Date | null): boolean =>
  eraseAt !== null && eraseAt.getTime() - nowMs() < ANNOUNCED_MS + 24 * 3600 * 1000

/** Erases guests whom nobody gave a name; gives how many. */
export async function eraseGuests(): Promise<number> {
  const guests = await oldGuests(GUESTS_KEPT_DAYS)
  for (const each of guests) await inTransaction(tx => eraseLearner(each, tx))
  return guests.length
}

/** Erases those whose time has come; gives how many. */
export async function eraseDue(): Promise<number> {
  await markDueClasses()
  const due = await dueClasses()
  for (const { id, name, teacherId } of due) {
    await inTransaction(tx => eraseClass(id, tx))
    await note('class-erased', { who: 'the place’s rule', teacherId, about: name })
  }
  if (due.length) await forgetUnused()
  return due.length
}
