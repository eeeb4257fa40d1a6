import { randomBytes } from 'node:crypto'
import { INVITED_DAYS, type InvitedView, type LinkView } from '#shared/place'
import { inTransaction } from '../repositories/database'
import * as invitations from '../repositories/invitations'
import type { Invitation } from '../repositories/invitations'
import * as people from '../repositories/people'
import { thePlace } from '../repositories/place'
import { dropSecondFactor } from '../repositories/second-factor'
import { endSessionsOf, type Session } from '../repositories/sessions'
import { now } from '../utils/clock'
import { digestOf } from '../utils/digest'
import { Refused } from '../utils/refuse'
import { log, reasonOf } from '../utils/log'
import { note } from './audit'
import { goThrough, type From } from './doors'
import { isMailing, mailSettings, post } from './mail'
import { sealPassword } from './passwords'
import { addressed, requireKeeper, type Teacher } from './place'
import { notFound } from './rights'
import { hasSecond } from './second-factor'
import { requirePassword } from './signin'

/** The teachers of the place: whoever keeps it invites them, locks out and lets in; their passwords are their own. */

const TOKEN_BYTES = 24

/** A link for somebody new. It is told once. Throws Refused `not-yours` or `malformed`. */
export async function invite(person: Teacher, given: { name: string; email: string }): Promise<LinkView> {
  await requireKeeper(person)
  if (await people.teacherByEmail(given.email))
    throw new Refused(
      'malformed',
      `${given.email} is a teacher’s address here already.`,
      'If they forgot their password, make a link for a new one.',
    )
  await note('invited', { who: person.name, teacherId: person.id, about: `${given.name}, ${given.email}` })
  const link = await linkFor({ ...given, teacherId: null })
  if (!isMailing()) return link
  const { name } = await thePlace()
  await post({
    recipient: given.email,
    subject: `Teach at ${name || 'Little Easel'}`,
    words: [
      `Hello ${given.name},`,
      `${person.name} invites you to teach at ${name || 'Little Easel'}. By this link you take a password of your own; it is good once, for ${INVITED_DAYS} days:`,
      `${mailSettings().address}${link.path}`,
    ].join('\n\n'),
  })
  return { ...link, isMailed: true }
}

/** A link by which a teacher sets a new password. Throws Refused `not-yours` or `not-found`. */
export async function linkForPassword(person: Teacher, teacherId: number): Promise<LinkView> {
  await requireKeeper(person)
  const { name, email } = await requireTeacher(teacherId)
  await note('invited', { who: person.name, teacherId: person.id, about: `new password of ${name}` })
  return linkFor({ name, email, teacherId })
}

/** A reset by mail is good for so many days. */
const MAILED_DAYS = 1
/** Links for one address, and those of all: so many mails go out by strangers' asking. */
const ASKED = { room: 3, everyMs: 20 * 60_000 }
const ASKED_BY_ALL = { room: 60, everyMs: 60_000 }

/**
 * Somebody forgot their password: a link comes by mail, if there is a teacher of that address. The answer is the same
 * if there is none. Throws Refused `too-many-tries`.
 */
export async function forgotPassword(email: string, from: From): Promise<{ ok: true }> {
  await goThrough(
    [
      { name: `forgotten ${digestOf(email).slice(0, 24)}`, ...ASKED },
      { name: `forgotten from ${from.address ?? ''}`.slice(0, 120), ...ASKED_BY_ALL },
    ],
    ', or ask whoever keeps the place.',
  )
  // Not waited for: how long it takes would tell whether there is one.
  void mailLink(email).catch((error: unknown) => log('error', 'link-not-mailed', { error: reasonOf(error) }))
  return { ok: true }
}

async function mailLink(email: string): Promise<void> {
  const teacher = await people.teacherByEmail(email)
  if (!teacher || teacher.lockedAt || teacher.isDemo) return
  const { path } = await linkFor({
    name: teacher.name,
    email,
    teacherId: teacher.id,
    days: MAILED_DAYS,
    isByMail: true,
  })
  const { name } = await thePlace()
  const { address } = mailSettings()
  await note('link-asked', { who: teacher.name, teacherId: teacher.id })
  await post({
    recipient: email,
    subject: `A new password for ${name || 'Little Easel'}`,
    words: [
      `Hello ${teacher.name},`,
      'somebody asked for a new password for your account. This link sets one; it is good once, for a day:',
      `${address}${path}`,
      'If that was not you, leave this mail be: nothing changes.',
    ].join('\n\n'),
  })
}

/** What it holds stands behind the #, which browsers keep for themselves: no log on the way has it. */
async function linkFor({
  days = INVITED_DAYS,
  ...row
}: {
  name: string
  email: string
  teacherId: number | null
  days?: number
  isByMail?: boolean
}): Promise<LinkView> {
  const token = randomBytes(TOKEN_BYTES).toString('base64url')
  await inTransaction(tx => invitations.addInvitation({ ...row, token: digestOf(token), days }, tx))
  const made = (await invitations.invitationOf(digestOf(token)))!
  return { path: `/invited#${token}`, until: made.until.toISOString() }
}

export async function withdraw(person: Teacher, id: number): Promise<{ ok: true }> {
  await requireKeeper(person)
  await invitations.dropInvitation(id)
  await note('invitation-withdrawn', { who: person.name, teacherId: person.id })
  return { ok: true }
}

/** Throws Refused `over`. */
function requireUsable(found: Invitation | null): Invitation {
  if (found && !found.usedAt && !found.isLate) return found
  throw new Refused(
    'over',
    found?.usedAt ? 'This link was used already.' : found ? 'This link is too old.' : 'This link is not good any more.',
    found?.usedAt ? 'Sign in as a teacher.' : 'Ask whoever keeps the place for a new one.',
  )
}

export async function invitedView(token: string): Promise<InvitedView> {
  const { name, email, teacherId } = requireUsable(await invitations.invitationOf(digestOf(token)))
  return { placeName: (await thePlace()).name, name, email, isReset: teacherId !== null }
}

/**
 * Comes in by a link, with a password of one's own; null: whoever has a second factor, and asked for the link by mail,
 * signs in with both. Throws Refused `over`, `malformed` or `busy`.
 */
export async function accept(token: string, given: { name: string; password: string }): Promise<Teacher | null> {
  const open = requireUsable(await invitations.invitationOf(digestOf(token)))
  const place = await thePlace()
  const secret = await sealPassword(given.password, [given.name, open.email, place.name])
  const teacher = await addressed(open.email, () =>
    inTransaction(async tx => {
      const { id, email, teacherId, isByMail } = requireUsable(await invitations.invitationOf(digestOf(token), tx))
      await invitations.useUp(id, tx)
      if (teacherId === null) return people.addTeacher({ name: given.name, email, secret }, tx)
      await people.setTeachersSecret(teacherId, secret, tx)
      // Whoever lost their password may have lost what shows the codes; whoever keeps the place vouches for them.
      if (!isByMail) await dropSecondFactor(teacherId, tx)
      return (await people.teacherById(teacherId))!
    }),
  )
  // Whoever was in with the old password is not any more.
  await endSessionsOf('teacher', teacher.id)
  await note('link-used', { who: teacher.name, teacherId: teacher.id })
  if (teacher.lockedAt)
    throw new Refused('not-yours', 'Your account here is locked.', 'Ask whoever keeps the place to let you in.')
  if (open.isByMail && (await hasSecond(teacher.id))) return null
  return {
    kind: 'teacher',
    id: teacher.id,
    name: teacher.name,
    ...(place.keeperId === teacher.id && { isKeeper: true }),
  }
}

/** A new password; elsewhere they are signed out. Throws Refused `wrong-sign-in`, `malformed`, `too-many-tries`. */
export async function changePassword(
  person: Teacher,
  own: Session,
  given: { password: string; next: string },
  from: From,
): Promise<{ ok: true }> {
  await requirePassword(person.id, given.password, from)
  const { name, email, isDemo } = await requireTeacher(person.id)
  if (isDemo)
    throw new Refused(
      'not-yours',
      'The demo’s password stays as it is published.',
      'Set up a place of your own: there everyone has their own.',
    )
  await people.setTeachersSecret(person.id, await sealPassword(given.next, [name, email]))
  await endSessionsOf('teacher', person.id, own.id)
  await note('new-password', { who: person.name, teacherId: person.id })
  return { ok: true }
}

/** Locks a teacher out, or lets them in again; classes and plans stay. Throws Refused `not-yours` or `malformed`. */
export async function lock(person: Teacher, teacherId: number, isLocked: boolean): Promise<{ ok: true }> {
  await requireKeeper(person)
  const { name } = await requireTeacher(teacherId)
  if (teacherId === person.id)
    throw new Refused('malformed', 'You can’t lock yourself out.', 'Hand the place on first.')
  await people.setLocked(teacherId, isLocked ? now() : null)
  if (isLocked) await endSessionsOf('teacher', teacherId)
  await note(isLocked ? 'locked' : 'unlocked', { who: person.name, teacherId: person.id, about: name })
  return { ok: true }
}

async function requireTeacher(id: number) {
  const teacher = await people.teacherById(id)
  if (!teacher) throw notFound('teacher')
  return teacher
}
