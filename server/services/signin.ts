import { CODE_GUESSES, GUESS_WAIT_MS, TRIES, TRIES_WINDOW_MS } from '#shared/limits'
import type { Person } from '#shared/views'
import * as people from '../repositories/people'
import { log } from '../utils/log'
import { Refused } from '../utils/refuse'
import { isSealedEarlier, sealSecret, secretFits } from './secrets'

/** Compared against when nobody has the name, so that the answer takes as long. */
const nobody = sealSecret('nobody')

/** Throws Refused `wrong-sign-in`. */
export async function signInTeacher(email: string, password: string): Promise<Person> {
  const door = `teacher ${email.toLowerCase()}`
  await requireTriesLeft(door)
  const teacher = await people.teacherByEmail(email.toLowerCase())
  const fits = await secretFits(password, teacher?.secret ?? (await nobody))
  if (!teacher || !fits) {
    await countTry(door)
    throw new Refused('wrong-sign-in', 'E-mail and password do not go together.', 'Check both and try again.')
  }
  await people.forgetTries(door)
  await sealAnew(teacher.secret, password, sealed => people.setTeachersSecret(teacher.id, sealed))
  return { kind: 'teacher', id: teacher.id, name: teacher.name }
}

/**
 * @param from where it comes from, a network address; null: not known
 * Throws Refused `not-yours` or `wrong-sign-in`.
 */
export async function signInLearner(
  code: string,
  name: string,
  pin: string,
  from: string | null = null,
): Promise<Person> {
  const door = learnersDoor(code, name)
  await requireTriesLeft(door)
  const schoolClass = await people.classByCode(code)
  if (!schoolClass) await slowGuessing(from)
  const learner = schoolClass && (await people.learnerByName(schoolClass.id, name))
  const fits = await secretFits(pin, learner?.secret ?? (await nobody))
  if (schoolClass && learner && fits && (learner.removedAt || schoolClass.archivedAt)) {
    throw new Refused(
      'not-yours',
      learner.removedAt ? 'Your name was taken out of this class.' : 'This class was put away.',
      'What you drew is kept. Ask your teacher.',
    )
  }
  if (!schoolClass || !learner || !fits) {
    await countTry(door)
    throw new Refused(
      'wrong-sign-in',
      'Class code, name and PIN do not go together.',
      'Look at your slip again, or ask your teacher for a new one.',
    )
  }
  await people.forgetTries(door)
  await sealAnew(learner.secret, pin, sealed => people.setSecret(learner.id, sealed))
  return { kind: 'learner', id: learner.id, name: learner.name, className: schoolClass.name }
}

/** A secret that was sealed as it is no longer done is sealed anew, now that it was given. It keeps nobody out. */
async function sealAnew(before: string, secret: string, keep: (sealed: string) => Promise<void>): Promise<void> {
  if (!isSealedEarlier(before)) return
  try {
    await keep(await sealSecret(secret))
  } catch (error) {
    log('warn', 'secret-not-sealed-anew', { error: String(error) })
  }
}

/**
 * Class codes are short: whoever tries one after the other is answered more and more slowly, and the log tells of it.
 */
async function slowGuessing(from: string | null): Promise<void> {
  if (from === null) return
  const door = `codes from ${from}`
  await countTry(door)
  const over = ((await people.triesAt(door))?.count ?? 0) - CODE_GUESSES
  if (over <= 0) return
  const waitMs = Math.min(250 * 2 ** over, GUESS_WAIT_MS)
  log('warn', 'codes-guessed', { from, count: over + CODE_GUESSES, waitMs })
  await new Promise(resolve => setTimeout(resolve, waitMs))
}

/** Whoever was shut out may try again. */
export async function forgetTriesOf(code: string, name: string): Promise<void> {
  await people.forgetTries(learnersDoor(code, name))
}

function learnersDoor(code: string, name: string): string {
  return `learner ${code} ${name.toLowerCase()}`
}

async function requireTriesLeft(door: string): Promise<void> {
  const tries = await people.triesAt(door)
  if (!tries || tries.count < TRIES) return
  const left = tries.since.getTime() + TRIES_WINDOW_MS - Date.now()
  if (left <= 0) {
    await people.forgetTries(door)
    return
  }
  throw new Refused(
    'too-many-tries',
    `That was wrong ${TRIES} times.`,
    `Wait ${Math.ceil(left / 60_000)} minutes, or ask your teacher.`,
  )
}

async function countTry(door: string): Promise<void> {
  const tries = await people.triesAt(door)
  const isOld = !tries || Date.now() - tries.since.getTime() > TRIES_WINDOW_MS
  await people.setTries(door, isOld ? 1 : tries.count + 1, isOld ? new Date() : tries.since)
}

/** Whoever signs out is away at once for the Round. Not being able to note it keeps nobody in. */
export async function leave(person: Person): Promise<void> {
  if (person.kind === 'learner')
    await people
      .setLeft(person.id, new Date())
      .catch((error: unknown) => log('warn', 'leaving-not-noted', { error: String(error) }))
}
