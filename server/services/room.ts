import { ROOM, SOON } from '#shared/limits'
import type { Person, RoomView } from '#shared/views'
import type { Tx } from '../repositories/database'
import * as drawings from '../repositories/drawings'
import * as people from '../repositories/people'
import { Refused } from '../utils/refuse'

/*
 * How much each learner, class and teacher may fill. Whoever comes near is told so on their first page; at the limit
 * what is new is refused in words, and what is drawn stays where it is until there is room.
 */

type Used = drawings.UsedRoom

const MB = 1e6
const inMb = (bytes: number) => `${Math.round(bytes / MB).toLocaleString('en')} MB`

/** Throws Refused `no-room` when a learner's records fill more than they may with so many bytes more. */
export async function requireRoomToDraw(learnerId: number, more: number, tx?: Tx): Promise<void> {
  checkBytes(await drawings.roomOfLearner(learnerId, tx), more)
}

function checkBytes(used: Used, more: number): void {
  const isFull = used.bytes + more > ROOM.learner.bytes || used.everBytes + more > 2 * ROOM.learner.bytes
  if (isFull) throw full(`Your drawings fill the ${inMb(ROOM.learner.bytes)} that you have.`)
}

/** Throws Refused `no-room` when a learner, the class or the school’s teacher has no room for another drawing. */
export async function requireRoomForDrawing(learnerId: number, tx?: Tx): Promise<void> {
  const used = await drawings.roomOfLearner(learnerId, tx)
  if (used.drawings >= ROOM.learner.drawings || used.ever >= 2 * ROOM.learner.drawings)
    throw full(`You have ${ROOM.learner.drawings} drawings, as many as there is room for.`)
  checkBytes(used, 1)
  const { classId } = (await people.learnerById(learnerId, tx))!
  const { teacherId } = (await people.classById(classId))!
  if ((await drawings.roomOfClass(classId)).everBytes >= ROOM.class.bytes) throw fullForAll('class’s', ROOM.class.bytes)
  if ((await drawings.roomOfTeacher(teacherId)).everBytes >= ROOM.teacher.bytes)
    throw fullForAll('teacher’s classes’', ROOM.teacher.bytes)
}

const full = (message: string) =>
  new Refused('no-room', message, 'Put drawings away that you no longer need, in your folio; then go on.')
const fullForAll = (whose: string, bytes: number) =>
  new Refused('no-room', `Your ${whose} drawings fill all ${inMb(bytes)} that they have.`, 'Tell your teacher.')

const share = ({ bytes, drawings: count }: Used, most: { bytes: number; drawings?: number }) =>
  Math.max(bytes / most.bytes, most.drawings ? count / most.drawings : 0)

/** What somebody should know of their room; null: there is enough. */
export async function roomView(person: Person): Promise<RoomView | null> {
  const isLearner = person.kind === 'learner'
  const used = await (isLearner ? drawings.roomOfLearner(person.id) : drawings.roomOfTeacher(person.id))
  const of = isLearner ? ROOM.learner : ROOM.teacher
  const filled = share(used, of)
  return filled < SOON ? null : { isFull: filled >= 1, percent: Math.min(100, Math.floor(100 * filled)) }
}

/** What may be done so often a day: how often it still may be, where that is few; null: often enough. */
export function leftOf(done: number, most: number, what: string): number | null {
  if (done >= most)
    throw new Refused('enough', `You have ${what} ${most} times today.`, 'That is enough for one day: go on tomorrow.')
  const left = most - done - 1
  return done + 1 < SOON * most ? null : left
}
