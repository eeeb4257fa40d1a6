import type { ChangeWork, WallView, WallWorkView } from '#shared/wall'
import type { PictureSize } from '#shared/schemas'
import type { Person } from '#shared/views'
import { inTransaction } from '../repositories/database'
import * as handIns from '../repositories/handins'
import * as drawings from '../repositories/drawings'
import * as people from '../repositories/people'
import type { SchoolClass } from '../repositories/people'
import * as plans from '../repositories/plans'
import * as wall from '../repositories/wall'
import type { WallWork, WallWords } from '../repositories/wall'
import { Refused } from '../utils/refuse'
import { smallOf } from './small-pictures'
import { classIdOf, requireClass, requireHandIn } from './rights'
import { now } from '../utils/clock'

/** The Wall of a class: works hang with their learner's leave, words below them when the teacher lets them through. */

type Teacher = Extract<Person, { kind: 'teacher' }>
type LearnerPerson = Extract<Person, { kind: 'learner' }>

/** Words of one learner that may wait at once: nobody floods the teacher. */
const MOST_WAITING = 20

async function requireWall(person: Person, classId: number): Promise<SchoolClass> {
  if (person.kind === 'teacher') return requireClass(person, classId)
  if ((await classIdOf(person)) !== classId)
    throw new Refused('not-yours', 'This is another class’s Wall.', 'Go back to your own pages.')
  return (await people.classById(classId))!
}

/** A work that this person may see: it hangs in the class, is one's own, or one is its teacher. */
async function requireWork(person: Person, id: number): Promise<WallWork> {
  const work = await wall.workById(id)
  if (!work) throw new Refused('not-found', 'There is no such work on the Wall.', 'Look at the Wall again.')
  await requireWall(person, work.classId)
  if (person.kind === 'learner' && work.state !== 'up' && work.learnerId !== person.id)
    throw new Refused('not-yours', 'This work does not hang any more.', 'Look at the Wall again.')
  return work
}

export async function wallView(person: Person, classId: number): Promise<WallView> {
  const { id, name } = await requireWall(person, classId)
  const isTeacher = person.kind === 'teacher'
  const works = (await wall.worksOf(id)).filter(
    each => isTeacher || each.state === 'up' || each.learnerId === person.id,
  )
  const [members, words] = await Promise.all([people.everyLearnerOf([id]), wall.wordsOf(works.map(each => each.id))])
  const teachers = await people.teacherNames(words.flatMap(each => each.teacherId ?? []))
  const nameOf = (learnerId: number | null) => members.find(each => each.id === learnerId)?.name ?? ''
  const titles = await planTitles(works)
  return {
    id,
    className: name,
    works: works.map((work): WallWorkView => {
      const isMine = !isTeacher && work.learnerId === person.id
      return {
        id: work.id,
        title: work.title,
        plan: titles.get(work.handInId) ?? '',
        isNamed: work.isNamed,
        isMine,
        state: work.state,
        learner: work.isNamed || isTeacher || isMine ? nameOf(work.learnerId) : null,
        handIn: isTeacher || isMine ? work.handInId : null,
        hungAt: work.hungAt?.toISOString() ?? null,
        words: words
          .filter(each => each.workId === work.id && (isTeacher || each.state === 'up' || each.learnerId === person.id))
          .map(each => ({
            id: each.id,
            by: each.teacherId === null ? nameOf(each.learnerId) : (teachers.get(each.teacherId) ?? ''),
            words: each.words,
            state: each.state,
            saidAt: each.saidAt.toISOString(),
            isMine: isTeacher ? each.teacherId === person.id : each.learnerId === person.id,
          })),
      }
    }),
  }
}

/** What each hand-in was drawn for. */
async function planTitles(works: readonly WallWork[]): Promise<ReadonlyMap<number, string>> {
  const rows = await handIns.handInHeadsById(works.map(each => each.handInId))
  const drawn = await drawings.drawingsById(rows.map(each => each.drawingId))
  const known = await plans.plansById([...new Set(drawn.map(each => each.planId))])
  return new Map(
    rows.map(row => [
      row.id,
      known.find(each => each.id === drawn.find(one => one.id === row.drawingId)?.planId)?.title ?? '',
    ]),
  )
}

/** The teacher asks for leave to hang works. What hangs already, or was refused, is left as it is. */
export async function askForWorks(person: Teacher, ids: readonly number[]): Promise<{ asked: number; left: number }> {
  let asked = 0
  for (const id of ids) {
    const { learner } = await requireHandIn(person, id)
    const known = await wall.workOfHandIn(id)
    if (known && known.state !== 'down') continue
    await wall.putForward({
      classId: learner.classId,
      learnerId: learner.id,
      handInId: id,
      title: known?.title ?? '',
      isNamed: known?.isNamed ?? true,
      state: 'asked',
    })
    asked++
  }
  return { asked, left: ids.length - asked }
}

/** A learner would like a work of their own to hang. */
export async function offerWork(
  person: LearnerPerson,
  handInId: number,
  { title, isNamed }: { title: string; isNamed: boolean },
): Promise<{ id: number }> {
  const { learner } = await requireHandIn(person, handInId)
  const known = await wall.workOfHandIn(handInId)
  if (known?.state === 'up') return { id: known.id }
  // Asked for already: it hangs at once.
  const state = known?.state === 'asked' ? ('up' as const) : ('offered' as const)
  const id = await wall.putForward({ classId: learner.classId, learnerId: learner.id, handInId, title, isNamed, state })
  if (state === 'up') await wall.setWork(id, { hungAt: now() })
  return { id }
}

/**
 * Hangs a work, takes it down, or changes its title. A learner says yes or no to what is asked, and has the last word
 * on title, name and leave; the teacher hangs what is offered, and takes down what hangs. Under another title it is
 * offered again.
 * Throws Refused `not-yours` or `not-yet`.
 */
export async function changeWork(
  person: Person,
  id: number,
  { title, isNamed, state }: ChangeWork,
): Promise<{ ok: true }> {
  const work = await requireWork(person, id)
  const isMine = person.kind === 'learner' && work.learnerId === person.id
  if (person.kind === 'learner' && !isMine)
    throw new Refused('not-yours', 'This work is someone else’s.', 'You can change your own only.')
  if (!isMine && (title !== undefined || isNamed !== undefined))
    throw new Refused('not-yours', 'Its title and name are its learner’s.', 'Ask them to change it.')
  const hangs = state === 'up'
  if (hangs && work.state !== 'up' && work.state !== (isMine ? 'asked' : 'offered')) {
    throw new Refused(
      'not-yet',
      isMine ? 'Your teacher has to hang it.' : 'Its learner has not given leave.',
      isMine ? 'Offer it, then wait.' : 'Ask for it, then wait for a yes.',
    )
  }
  // What hangs under another title is looked at again before it hangs on.
  const isNewTitle = isMine && work.state === 'up' && title !== undefined && title !== work.title && state === undefined
  await wall.setWork(id, {
    ...(isNewTitle && { state: 'offered', hungAt: null }),
    ...(title !== undefined && { title }),
    ...(isNamed !== undefined && { isNamed }),
    ...(state && { state }),
    ...(hangs && work.state !== 'up' && { hungAt: now() }),
  })
  return { ok: true }
}

/** Throws Refused `malformed`. */
export async function orderWorks(person: Teacher, classId: number, works: readonly number[]): Promise<{ ok: true }> {
  await requireClass(person, classId)
  const own = new Set((await wall.worksOf(classId)).map(each => each.id))
  if (works.some(each => !own.has(each)))
    throw new Refused('malformed', 'One of these does not hang here.', 'Load the Wall again.')
  await inTransaction(async tx => {
    for (const [place, id] of works.entries()) await wall.setWork(id, { place }, tx)
  })
  return { ok: true }
}

/** Throws Refused `not-found`. */
export async function workPicture(person: Person, id: number, size: PictureSize): Promise<Buffer> {
  const { handInId } = await requireWork(person, id)
  const bytes = await (size === 'card' ? handIns.handInCardPicture(handInId, smallOf) : handIns.handInPicture(handInId))
  if (!bytes) throw new Refused('not-found', 'The picture is being made.', 'Look again in a moment.')
  return bytes
}

// --- words

/**
 * A learner's words wait until the teacher lets them through; the teacher's own are there at once.
 * Throws Refused `not-yet` or `too-many-tries`.
 */
export async function sayWords(person: Person, workId: number, words: string): Promise<{ id: number }> {
  const work = await requireWork(person, workId)
  if (work.state !== 'up') throw new Refused('not-yet', 'This work does not hang yet.', 'Wait until it does.')
  if (person.kind === 'teacher')
    return { id: await wall.addWords({ workId, words, learnerId: null, teacherId: person.id, state: 'up' }) }
  return inTransaction(async tx => {
    // One after the other, however many are said at once.
    await people.lockLearner(person.id, tx)
    if ((await wall.countWaiting(person.id, tx)) >= MOST_WAITING)
      throw new Refused(
        'too-many-tries',
        `${MOST_WAITING} of your words wait for your teacher already.`,
        'Wait until they were read.',
      )
    return {
      id: await wall.addWords({ workId, words, learnerId: person.id, teacherId: null, state: 'waiting' }, tx),
    }
  })
}

async function requireWords(person: Person, id: number): Promise<WallWords> {
  const words = await wall.wordsById(id)
  if (!words) throw new Refused('not-found', 'These words are not there any more.', 'Look at the Wall again.')
  await requireWork(person, words.workId)
  return words
}

export async function judgeWords(person: Teacher, id: number, isLetThrough: boolean): Promise<{ ok: true }> {
  await requireWords(person, id)
  await wall.setWords(id, isLetThrough ? 'up' : 'refused')
  return { ok: true }
}

/** Takes words back: one's own, or as the teacher of the class. Throws Refused `not-yours`. */
export async function takeWordsBack(person: Person, id: number): Promise<{ ok: true }> {
  const words = await requireWords(person, id)
  if (person.kind === 'learner' && words.learnerId !== person.id)
    throw new Refused('not-yours', 'These words are someone else’s.', 'You can take back your own only.')
  await wall.removeWords(id)
  return { ok: true }
}
