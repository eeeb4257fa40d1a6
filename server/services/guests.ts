import { cleanName, nameKey, whyNoName } from '#core/roster'
import type { Person, SlipsView } from '#shared/views'
import * as people from '../repositories/people'
import { nowMs } from '../utils/clock'
import { Refused } from '../utils/refuse'
import { note } from './audit'
import { doorsOfLearner, goThrough, type From } from './doors'
import { named, renameLearner, sealedPin, slipOf } from './register'
import { requireClass, requireLearner } from './rights'
import { learnerPerson, requireHereForDemo } from './signin'

/** Guests for one lesson: they come in with the class code alone, while the teacher lets them. */

type Teacher = Extract<Person, { kind: 'teacher' }>

/** A lesson, with what is before and after it. */
const HOURS = 6
/** Guests of one class at once at most. */
const MOST_GUESTS = 60

/** Lets guests in from now on, or no longer; who is in stays to the end of the lesson. */
export async function letGuestsIn(person: Teacher, classId: number, isOpen: boolean): Promise<{ ok: true }> {
  const { name, archivedAt } = await requireClass(person, classId)
  if (archivedAt) throw new Refused('not-yours', `${name} is put away.`, 'Take it out again first.')
  await people.letGuestsIn(classId, isOpen ? HOURS : null)
  if (isOpen) await note('guests-let-in', { who: person.name, classId })
  return { ok: true }
}

/**
 * Comes in as a guest. Who has the name already is told apart by a number.
 * Throws Refused `wrong-sign-in`, `malformed`, `enough` or `too-many-tries`.
 */
export async function comeAsGuest(
  code: string,
  given: string,
  from: From,
): Promise<Extract<Person, { kind: 'learner' }>> {
  const schoolClass = await people.classByCode(code)
  const giveBack = await goThrough(
    doorsOfLearner({ id: null, name: `guest ${given}`, classId: schoolClass?.id ?? null, code }, from),
    '.',
  )
  if (!schoolClass || schoolClass.archivedAt || !schoolClass.guestsUntil || schoolClass.guestsUntil.getTime() < nowMs())
    throw new Refused(
      'wrong-sign-in',
      'No guests come in with this code just now.',
      'Ask the teacher to let guests in, and look at the code once more.',
    )
  await giveBack()
  await requireHereForDemo(schoolClass, from)
  const name = cleanName(given)
  const why = whyNoName(name)
  if (why) throw new Refused('malformed', `“${given.slice(0, 60)}” can’t be a name here.`, why)
  const others = await people.everyLearnerOf([schoolClass.id])
  const guests = others.filter(each => each.guestUntil && each.guestUntil.getTime() > nowMs())
  if (guests.length >= MOST_GUESTS)
    throw new Refused('enough', 'There are many guests here already.', 'Ask the teacher for a slip.')
  const learner = await named(
    `“${name}”`,
    people.addLearner({
      classId: schoolClass.id,
      name: freeName(
        name,
        others.map(each => each.name),
      ),
      // Nothing is sealed as nothing: no PIN opens it.
      secret: 'none',
      guestUntil: new Date(nowMs() + HOURS * 3_600_000),
    }),
  )
  await note('guest-came', { who: learner.name, classId: schoolClass.id })
  return learnerPerson(learner, schoolClass.name)
}

/** “Bo”, or “Bo 2” where there is one. */
export function freeName(name: string, taken: readonly string[]): string {
  const keys = new Set(taken.map(nameKey))
  for (let number = 1; ; number++) {
    const tried = number === 1 ? name : `${name} ${number}`
    if (!keys.has(nameKey(tried))) return tried
  }
}

/** A guest gets a name and a PIN: what they made is kept with it. Throws Refused `malformed`. */
export async function keepGuest(person: Teacher, learnerId: number, name: string): Promise<SlipsView> {
  const { learner, schoolClass } = await requireLearner(person, learnerId)
  if (!learner.guestUntil) throw new Refused('malformed', `${learner.name} is no guest.`, 'Load the register again.')
  if (cleanName(name) !== learner.name) await renameLearner(person, learnerId, name)
  const { pin, secret } = await sealedPin()
  await people.setLearner(learnerId, { secret, guestUntil: null })
  await note('guest-stays', { who: person.name, classId: schoolClass.id, about: cleanName(name) })
  return slipOf(schoolClass, { id: learnerId, name: cleanName(name) }, pin)
}
