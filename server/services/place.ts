import type { Dates, DemoFate, DoorView, PlaceBody, PlaceView, SetUpBody } from '#shared/place'
import type { Person } from '#shared/views'
import { inTransaction, isDouble, type Tx } from '../repositories/database'
import { eraseTeacher } from '../repositories/erase'
import * as invitations from '../repositories/invitations'
import * as people from '../repositories/people'
import * as places from '../repositories/place'
import type { Place } from '../repositories/place'
import { forgetUnused } from '../repositories/plan-documents'
import { endSessionsOf } from '../repositories/sessions'
import { now } from '../utils/clock'
import { Refused } from '../utils/refuse'
import { codeDigest } from '../utils/setup-code'
import { note } from './audit'
import { goThrough } from './doors'
import { keepingView } from './keeping'
import { isMailing } from './mail'
import { sealPassword } from './passwords'
import { dropMail as forgetMail, unsentMails } from '../repositories/mails'
import { reckonAnew } from '../repositories/retention'
import { notFound } from './rights'
import { schoolName } from './school-accounts'

/** Whose this Little Easel is: it is set up once, and then kept by one of its teachers. */

export type Teacher = Extract<Person, { kind: 'teacher' }>

/** Mails that are shown at most. */
const MOST_MAILS = 50
/** The code is tried at one door, wherever from. */
const DOOR = { name: 'set-up', room: 20, everyMs: 60_000 }

/** What anybody sees. `isHere`: they sit at the machine that it runs on. */
export async function doorView(isHere: boolean): Promise<DoorView> {
  const { setUpAt, keepMonths, ...place } = await places.thePlace()
  const demo = await people.demoTeacher()
  return {
    place: setUpAt && bodyOf(place),
    isDemoOpen: isHere && demo !== null && demo.lockedAt === null,
    keepMonths,
    isMailing: isMailing(),
    school: schoolName(),
  }
}

/** How dates are written here; null: as each device does. */
export async function datesOfPlace(): Promise<Dates | null> {
  const { setUpAt, language, timeZone } = await places.thePlace()
  return setUpAt && { language, timeZone }
}

const bodyOf = ({ name, language, timeZone }: PlaceBody): PlaceBody => ({ name, language, timeZone })

const isOwnAlready = () =>
  new Refused(
    'set-up',
    'This place is set up already.',
    'Sign in as a teacher, or ask whoever keeps it for an invitation.',
  )

/**
 * Makes the place somebody's own, and them its first teacher.
 *
 * Throws Refused `set-up`, `wrong-sign-in`, `too-many-tries`, `malformed` or `busy`.
 */
export async function setUp({ code, place, teacher, demo }: SetUpBody): Promise<Teacher> {
  const before = await places.thePlace()
  if (before.setUpAt) throw isOwnAlready()
  const giveBack = await goThrough([DOOR], '.')
  const requireCode = (kept: string | null) => {
    if (kept === null || kept !== codeDigest(code))
      throw new Refused(
        'wrong-sign-in',
        'This is not the code.',
        'It stands where Little Easel was started. A new one:  npm run code',
      )
  }
  requireCode(before.code)
  const secret = await sealPassword(teacher.password, [teacher.name, teacher.email, place.name])
  const id = await addressed(teacher.email, () =>
    inTransaction(async tx => {
      const kept = await places.thePlace(tx)
      if (kept.setUpAt) throw isOwnAlready()
      requireCode(kept.code)
      const made = await people.addTeacher({ name: teacher.name, email: teacher.email, secret }, tx)
      await places.setPlace(place, tx)
      await places.markSetUp(made.id, tx)
      await decideDemo(demo, tx)
      return made.id
    }),
  )
  await giveBack()
  if (demo === 'goes') await forgetUnused()
  await note('place-set-up', { who: teacher.name, teacherId: id, about: place.name })
  return { kind: 'teacher', id, name: teacher.name, isKeeper: true }
}

/** Runs what adds a teacher; where there is one of that address it is said so. Throws Refused `malformed`. */
export async function addressed<T>(email: string, run: () => Promise<T>): Promise<T> {
  try {
    return await run()
  } catch (error) {
    if (!isDouble(error)) throw error
    throw new Refused('malformed', `There is a teacher with the address ${email} already.`, 'Take another address.')
  }
}

async function decideDemo(fate: DemoFate, tx: Tx): Promise<void> {
  const demo = await people.demoTeacher()
  if (!demo || fate === 'stays') return
  if (fate === 'goes') return eraseTeacher(demo.id, tx)
  for (const each of await people.classesOf(demo.id)) await people.setClass(each.id, { archivedAt: now() }, tx)
  await people.setLocked(demo.id, now(), tx)
  await endSessionsOf('teacher', demo.id)
}

/** The place, for whoever keeps it; with a transaction it is locked. Throws Refused `not-yours`. */
export async function requireKeeper(person: Teacher, tx?: Tx): Promise<Place> {
  const place = await places.thePlace(tx)
  if (place.keeperId === person.id) return place
  throw new Refused('not-yours', 'This is for whoever keeps the place.', 'Ask them.')
}

export async function placeView(person: Teacher): Promise<PlaceView> {
  const place = await requireKeeper(person)
  const open = await invitations.openInvitations()
  return {
    place: bodyOf(place),
    keepMonths: place.keepMonths,
    isMailing: isMailing(),
    mails: (await unsentMails(MOST_MAILS)).map(({ id, recipient, subject, words, madeAt, trouble }) => ({
      id,
      recipient,
      subject,
      words,
      madeAt: madeAt.toISOString(),
      trouble,
    })),
    teachers: await places.teacherRows(),
    invitations: open.map(({ id, name, email, teacherId, until }) => ({
      id,
      name,
      email,
      isReset: teacherId !== null,
      until: until.toISOString(),
    })),
    keeping: await keepingView(),
  }
}

export async function changePlace(person: Teacher, place: PlaceBody): Promise<PlaceBody> {
  await requireKeeper(person)
  await places.setPlace(place)
  await note('place-changed', { who: person.name, teacherId: person.id, about: place.name })
  return place
}

/** Takes a mail out of the outbox: it was handed over, or is of no use. */
export async function dropMail(person: Teacher, id: number): Promise<{ ok: true }> {
  await requireKeeper(person)
  await forgetMail(id)
  return { ok: true }
}

/** How long classes are kept after they were put away; who has such a class learns of it before. */
export async function setKeeping(person: Teacher, months: number | null): Promise<{ ok: true }> {
  await requireKeeper(person)
  await inTransaction(async tx => {
    await places.setKeepMonths(months, tx)
    await reckonAnew(tx)
  })
  await note('keeping-changed', {
    who: person.name,
    teacherId: person.id,
    about: months === null ? 'for ever' : `${months} months`,
  })
  return { ok: true }
}

/** Another teacher keeps it from now on. Throws Refused `not-yours`, `not-found` or `malformed`. */
export async function handOn(person: Teacher, teacherId: number): Promise<{ ok: true }> {
  await requireKeeper(person)
  const next = await people.teacherById(teacherId)
  if (!next) throw notFound('teacher')
  if (next.lockedAt || next.isDemo)
    throw new Refused('malformed', `${next.name} can’t keep the place.`, 'Choose a teacher who may come in.')
  await inTransaction(async tx => {
    await requireKeeper(person, tx)
    await places.setKeeper(teacherId, tx)
  })
  await note('handed-on', { who: person.name, teacherId: person.id, about: next.name })
  return { ok: true }
}
