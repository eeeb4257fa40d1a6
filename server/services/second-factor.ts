import { randomInt } from 'node:crypto'
import { CLEAR_SIGNS } from '#core/roster'
import type { RecoveryView, SecondKeyView, SecondView } from '#shared/place'
import { inTransaction } from '../repositories/database'
import { teacherById } from '../repositories/people'
import { thePlace } from '../repositories/place'
import * as factors from '../repositories/second-factor'
import { nowMs } from '../utils/clock'
import { Refused } from '../utils/refuse'
import { keyedDigest, openText, sealText } from '../utils/seal'
import { bareCode } from '../utils/setup-code'
import { note } from './audit'
import type { Teacher } from './place'
import { newKey, stepOf, uriOf } from './time-codes'

/** A second factor at a teacher's own wish: a code of half a minute from an app, or one of ten recovery codes. */

const RECOVERY_CODES = 10

const password = () => useRuntimeConfig().session.password
const digestOfCode = (code: string) => keyedDigest(bareCode(code), password())

/** By lot from the system: 25¹⁶ there are. */
const drawCode = () =>
  Array.from({ length: 4 }, () =>
    Array.from({ length: 4 }, () => CLEAR_SIGNS[randomInt(CLEAR_SIGNS.length)]).join(''),
  ).join('-')

export async function secondView(person: Teacher): Promise<SecondView> {
  const found = await factors.secondFactorOf(person.id)
  return { isOn: found?.isConfirmed ?? false, recoveryLeft: found?.recovery.length ?? 0 }
}

/** A key for an app. It counts from when a code of it was given. Throws Refused `malformed` or `not-yours`. */
export async function beginSecond(person: Teacher): Promise<SecondKeyView> {
  const teacher = (await teacherById(person.id))!
  if (teacher.isDemo)
    throw new Refused('not-yours', 'The demo has none.', 'Set up a place of your own: there everyone may have one.')
  if ((await factors.secondFactorOf(person.id))?.isConfirmed)
    throw new Refused('malformed', 'You have a second factor already.', 'Switch it off first.')
  const key = newKey()
  await factors.proposeSecondFactor(person.id, sealText(key, password()))
  return { key, uri: uriOf(key, teacher.email, (await thePlace()).name || 'Little Easel') }
}

/** From now on it is asked for. The recovery codes are told once. Throws Refused `wrong-sign-in` or `malformed`. */
export async function confirmSecond(person: Teacher, code: string): Promise<RecoveryView> {
  const recovery = Array.from({ length: RECOVERY_CODES }, drawCode)
  await inTransaction(async tx => {
    const found = await factors.secondFactorOf(person.id, tx)
    if (!found || found.isConfirmed)
      throw new Refused('malformed', 'There is nothing to confirm.', 'Load the page again and begin anew.')
    const step = stepWith(found, code)
    if (step === null)
      throw new Refused('wrong-sign-in', 'This is not the code.', 'Take the one that the app shows just now.')
    await factors.keepSecondFactor(person.id, { step, recovery: recovery.map(digestOfCode) }, tx)
  })
  await note('second-factor-on', { who: person.name, teacherId: person.id })
  return { recovery }
}

export async function dropSecond(person: Teacher): Promise<{ ok: true }> {
  await factors.dropSecondFactor(person.id)
  await note('second-factor-off', { who: person.name, teacherId: person.id })
  return { ok: true }
}

function stepWith({ secret, step }: factors.SecondFactor, code: string): number | null {
  const key = openText(secret, password())
  return key === null ? null : stepOf(key, code, nowMs(), step)
}

/** Whether a teacher is asked for a second factor. */
export const hasSecond = async (teacherId: number): Promise<boolean> =>
  (await factors.secondFactorOf(teacherId))?.isConfirmed ?? false

/** Whether it is a code of theirs; each is good once. */
export function passesSecond(teacherId: number, code: string): Promise<boolean> {
  return inTransaction(async tx => {
    const found = await factors.secondFactorOf(teacherId, tx)
    if (!found?.isConfirmed) return true
    const step = stepWith(found, code)
    const digest = digestOfCode(code)
    if (step === null && !found.recovery.includes(digest)) return false
    const recovery = step === null ? found.recovery.filter(each => each !== digest) : found.recovery
    await factors.keepSecondFactor(teacherId, { step: step ?? found.step, recovery }, tx)
    return true
  })
}
