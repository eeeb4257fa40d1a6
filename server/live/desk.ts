import type { DeskNews } from '#shared/views'
import { markOfDesk } from '../repositories/desk'
import { Polling, type Tell } from './polling'

/** How often a desk is looked at, ms. */
const DESK_MS = 3000

/** Desks that are open at this process, by teacher: one question for each, however many windows show it. */
const desks = new Map<number, Polling<DeskNews>>()

/** Tells that something came to a teacher's desk, or went from it. Returns how to stop. */
export function watchDesk(teacherId: number, tell: Tell<DeskNews>): () => void {
  let polling = desks.get(teacherId)
  if (!polling) {
    let before: string | null = null
    polling = new Polling(
      async tellAll => {
        const mark = await markOfDesk(teacherId)
        if (before !== null && mark !== before) tellAll({ kind: 'changed' })
        before = mark
      },
      DESK_MS,
      () => desks.delete(teacherId),
    )
    desks.set(teacherId, polling)
  }
  return polling.listen(tell)
}
