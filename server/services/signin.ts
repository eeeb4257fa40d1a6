import type { Person } from '#shared/views'
import * as people from '../repositories/people'
import { thePlace } from '../repositories/place'
import { log, reasonOf } from '../utils/log'
import { Refused } from '../utils/refuse'
import { note } from './audit'
import { doorsOfLearner, doorsOfTeacher, goThrough, type From } from './doors'
import { hasSecond, passesSecond } from './second-factor'
import { isSealedEarlier, sealSecret, secretFits } from './secrets'
import { now } from '../utils/clock'

/** Compared against when nobody has the name, so that the answer takes as long. */
const nobody = sealSecret('nobody')
/** A class that there is not: whoever names one is looked for all the same. */
const NO_CLASS = 0

/**
 * `code`: of those who have a second factor.
 * Throws Refused `wrong-sign-in`, `code-wanted`, `not-yours`, `too-many-tries` or `busy`.
 */
export async function signInTeacher(email: string, password: string, from: From, code?: string): Promise<Person> {
  const teacher = await people.teacherByEmail(email.toLowerCase())
  const giveBack = await goThrough(
    doorsOfTeacher(teacher?.id ?? null, email, from),
    ', or come in where you came in before.',
  )
  const fits = await secretFits(password, teacher?.secret ?? (await nobody))
  const noted = { who: teacher?.name ?? '', teacherId: teacher?.id ?? null }
  if (!teacher || !fits) {
    await note('not-let-in', noted)
    throw new Refused('wrong-sign-in', 'E-mail and password do not go together.', 'Check both and try again.')
  }
  if (await hasSecond(teacher.id)) await requireCode(teacher.id, code, giveBack, noted)
  await giveBack()
  if (teacher.isDemo && !from.isHere) throw onlyHere()
  if (teacher.lockedAt)
    throw new Refused('not-yours', 'Your account here is locked.', 'Ask whoever keeps the place to let you in.')
  await note('came-in', noted)
  await sealAnew(teacher.secret, password, sealed => people.setTeachersSecret(teacher.id, sealed))
  const isKeeper = (await thePlace()).keeperId === teacher.id
  return { kind: 'teacher', id: teacher.id, name: teacher.name, ...(isKeeper && { isKeeper }) }
}

/** The password was right: a wrong code counts as a wrong password does. Throws Refused. */
async function requireCode(
  teacherId: number,
  code: string | undefined,
  giveBack: () => Promise<void>,
  noted: { who: string; teacherId: number | null },
): Promise<void> {
  if (code === undefined) {
    await giveBack()
    throw new Refused('code-wanted', 'Now your code.', 'The one that your app shows, or one of your recovery codes.')
  }
  if (await passesSecond(teacherId, code)) return
  await note('not-let-in', noted)
  throw new Refused('wrong-sign-in', 'This is not the code.', 'Take the one that the app shows just now.')
}

/** The demo's secrets are published: they open nothing from elsewhere. */
const onlyHere = () =>
  new Refused(
    'not-yours',
    'The demo opens only on the machine that it runs on.',
    'Everyone can read its passwords. Set up a place of your own: it opens from everywhere.',
  )

/** Whether it is this teacher's password. Throws Refused `wrong-sign-in`, `too-many-tries` or `busy`. */
export async function requirePassword(teacherId: number, password: string, from: From): Promise<void> {
  const teacher = (await people.teacherById(teacherId))!
  const giveBack = await goThrough(doorsOfTeacher(teacher.id, teacher.email, from), '.')
  if (!(await secretFits(password, teacher.secret)))
    throw new Refused('wrong-sign-in', 'This is not your password.', 'Check it and try again.')
  await giveBack()
}

/**
 * The same is done, and as long, whether there is such a class and such a name or not.
 *
 * Throws Refused `not-yours`, `wrong-sign-in`, `too-many-tries` or `busy`.
 */
export async function signInLearner(code: string, name: string, pin: string, from: From): Promise<Person> {
  const schoolClass = await people.classByCode(code)
  const learner = await people.learnerByName(schoolClass?.id ?? NO_CLASS, name)
  const giveBack = await goThrough(
    doorsOfLearner({ id: learner?.id ?? null, name, classId: schoolClass?.id ?? null, code }, from),
    ', come in where you came in before, or ask your teacher for a new slip.',
  )
  const fits = await secretFits(pin, learner?.secret ?? (await nobody))
  const noted = { who: learner?.name ?? name, classId: schoolClass?.id ?? null }
  if (!schoolClass || !learner || !fits) {
    await note('not-let-in', noted)
    throw new Refused(
      'wrong-sign-in',
      'Class code, name and PIN do not go together.',
      'Look at your slip again, or ask your teacher for a new one.',
    )
  }
  await giveBack()
  if (learner.removedAt || schoolClass.archivedAt) {
    throw new Refused(
      'not-yours',
      learner.removedAt ? 'Your name was taken out of this class.' : 'This class was put away.',
      'What you drew is kept. Ask your teacher.',
    )
  }
  await requireHereForDemo(schoolClass, from)
  await note('came-in', noted)
  await sealAnew(learner.secret, pin, sealed => people.setSecret(learner.id, sealed))
  return learnerPerson(learner, schoolClass.name)
}

/** The demo's classes open on the machine itself alone. Throws Refused `not-yours`. */
export async function requireHereForDemo({ teacherId }: people.SchoolClass, from: From): Promise<void> {
  if (!from.isHere && (await people.teacherById(teacherId))?.isDemo) throw onlyHere()
}

/** As the browser knows them. */
export const learnerPerson = (
  { id, name, comfort, folioId }: Pick<people.Learner, 'id' | 'name' | 'comfort' | 'folioId'>,
  className: string,
): Extract<Person, { kind: 'learner' }> => ({
  kind: 'learner',
  id,
  name,
  className,
  ...(comfort && { comfort }),
  ...(folioId !== null && { folio: folioId }),
})

/** A secret that was sealed as it is no longer done is sealed anew, now that it was given. It keeps nobody out. */
async function sealAnew(before: string, secret: string, keep: (sealed: string) => Promise<void>): Promise<void> {
  if (!isSealedEarlier(before)) return
  try {
    await keep(await sealSecret(secret))
  } catch (error) {
    log('warn', 'secret-not-sealed-anew', { error: reasonOf(error) })
  }
}

/** Whoever signs out is away at once for the Round. Not being able to note it keeps nobody in. */
export async function leave(person: Person): Promise<void> {
  if (person.kind === 'learner')
    await people
      .setLeft(person.id, now())
      .catch((error: unknown) => log('warn', 'leaving-not-noted', { error: reasonOf(error) }))
}
