import { forgetDoor, giveBackTry, takeTry, type Door } from '../repositories/doors'
import { digestOf } from '../utils/digest'
import { log } from '../utils/log'
import { Refused } from '../utils/refuse'

/*
 * Tries are counted before the secret is looked at, and given back when it was right. Nobody is shut out for a time
 * that was set: room for a try comes back by and by, at such a pace that 10 000 PINs last longer than a term.
 * A device on which somebody was let in before counts by itself, so that strangers can't keep them out of it.
 */

const MINUTE = 60_000
/** Of one person, wherever from: eight, and 96 a day. All PINs are tried after 104 days. */
const PERSON = { room: 8, everyMs: 15 * MINUTE }
/** Of all in a class together, as one PIN may be tried at every name: 103 a day after the first. */
const CLASS = { room: 120, everyMs: 14 * MINUTE }
/** From one address: a school comes in at once through the same. */
const ADDRESS = { room: 300, everyMs: 10_000 }
/** A teacher's password is longer than a PIN. */
const TEACHER = { room: 10, everyMs: MINUTE }

/** Where somebody comes from. */
export interface From {
  /** Network address; null: not known. */
  readonly address: string | null
  /** Name of the device, and whom it let in before; null: it is not known. */
  readonly device: { readonly id: string; readonly knows: (who: string) => boolean } | null
  /** From the machine itself. */
  readonly isHere: boolean
}

/** Names a person whom nobody knows, so that their door is counted like any other. */
const strange = (...parts: readonly (string | number)[]) =>
  digestOf(parts.join('\n').normalize('NFKC').toLowerCase()).slice(0, 24)

export const learnersDoor = (id: number) => `learner ${id}`
export const teachersDoor = (id: number) => `teacher ${id}`

interface Asked {
  /** The learner's id, or null with the name that was given. */
  readonly id: number | null
  readonly name: string
  /** The class's id, or null with the code that was given. */
  readonly classId: number | null
  readonly code: string
}

/** The doors that a learner goes through. */
export function doorsOfLearner({ id, name, classId, code }: Asked, { address, device }: From): Door[] {
  const who = id === null ? `learner ${strange(code, name)}` : learnersDoor(id)
  if (device?.knows(who)) return [{ name: `${who} from ${device.id}`, ...PERSON }]
  const room = classId === null ? `class ${strange(code)}` : `class ${classId}`
  return [{ name: who, ...PERSON }, { name: room, ...CLASS }, ...fromAddress(address)]
}

export function doorsOfTeacher(id: number | null, email: string, { address, device }: From): Door[] {
  const who = id === null ? `teacher ${strange(email)}` : teachersDoor(id)
  if (device?.knows(who)) return [{ name: `${who} from ${device.id}`, ...TEACHER }]
  return [{ name: who, ...TEACHER }, ...fromAddress(address)]
}

const fromAddress = (address: string | null): Door[] =>
  address === null ? [] : [{ name: `address ${address}`.slice(0, 120), ...ADDRESS }]

/**
 * Goes through doors. Throws Refused `too-many-tries` where one has no room. Returns how to give the tries back.
 *
 * @param help what else can be done than to wait
 */
export async function goThrough(doors: readonly Door[], help: string): Promise<() => Promise<void>> {
  const waitMs = await takeTry(doors)
  if (waitMs > 0) {
    log('warn', 'too-many-tries', { doors: doors.map(({ name }) => name).join(', '), waitMs })
    const minutes = Math.ceil(waitMs / MINUTE)
    throw new Refused(
      'too-many-tries',
      'That was wrong too often.',
      `Wait ${minutes} ${minutes === 1 ? 'minute' : 'minutes'}${help}`,
      { waitMs },
    )
  }
  return () => giveBackTry(doors)
}

/** Opens a learner's door again: they have a new PIN. */
export const openDoorOf = (learnerId: number): Promise<void> => forgetDoor(learnersDoor(learnerId))
