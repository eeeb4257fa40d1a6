import { DESK_SHOWN } from '#shared/limits'
import type { DeskView, Person } from '#shared/views'
import * as desk from '../repositories/desk'
import { isNear } from './retention'
import { roomView } from './room'

/** A teacher's desk. */

type Teacher = Extract<Person, { kind: 'teacher' }>

const ANSWERED = 6
const PLANS = 8

/** `shown`: how many of those that wait. */
export async function deskView(person: Teacher, shown = DESK_SHOWN): Promise<DeskView> {
  const classes = await desk.classesOfDesk(person.id)
  const waiting = await desk.cardsOf(person.id, ['waiting'], shown)
  const answered = await desk.cardsOf(person.id, ['again', 'accepted'], ANSWERED)
  const { plans, all } = await desk.plansOfDesk(person.id, PLANS)
  const open = classes.filter(each => each.archivedAt === null)
  return {
    name: person.name,
    classes: open.map(({ id, name, code, meets, learners }) => ({ id, name, code, when: meets, learners })),
    archived: classes
      .filter(each => each.archivedAt !== null)
      .map(({ id, name, eraseAt }) => ({ id, name, eraseAt: isNear(eraseAt) ? eraseAt!.toISOString() : null })),
    plans,
    allPlans: all,
    waiting: waiting.cards,
    allWaiting: waiting.all,
    answered: answered.cards,
    walls: open
      .map(({ id, works, words }) => ({ classId: id, works, words }))
      .filter(each => each.works + each.words > 0),
    room: await roomView(person),
  }
}
