import { ApiRefusal } from '../../api/client'
import type { Hold } from './hold'
import { publish, publishBegun, RecordSession, type Surroundings } from './session'
import { isBegun, isUnsent, Ousted, type LogCard } from './shelf'

/** What of a person's is kept here and not at the server. */
export interface Waiting {
  readonly drawing: number
  readonly title: string
  readonly acts: number
  /** What is in the way; null: not tried yet, or under way. */
  readonly trouble: unknown
}

export interface Sent {
  readonly waiting: readonly Waiting[]
  /** How many drawings of their own were made of strokes that did not follow on. */
  readonly keptApart: number
}

const waitingOf = ({ log, entries, isUnderway }: LogCard, trouble: unknown): Waiting => ({
  drawing: log.drawing,
  title: log.plan.title,
  acts: Math.max(entries - log.position, 0) + (isUnderway ? 1 : 0),
  trouble,
})

/**
 * Sends all that is kept of a person's drawings, from whatever page. `hold`: takes hold of a drawing; null while a tab
 * has it open, which sends by itself.
 */
export async function sendAll(
  around: Surroundings,
  person: number,
  hold: (drawing: number) => Promise<Hold | null>,
): Promise<Sent> {
  const shelf = around.shelf!
  const troubles = new Map<number, unknown>()
  const openInTabs = new Set<number>()
  const mine = async () =>
    (await shelf.cards()).filter(
      card => card.log.person === person && isUnsent(card) && !openInTabs.has(card.log.drawing),
    )
  let keptApart = 0
  // What is kept apart while it is sent is sent as well.
  for (let round = 0; round < 3; round++) {
    const cards = (await mine()).filter(each => !troubles.has(each.log.drawing))
    if (cards.length === 0) break
    for (const { log } of cards) {
      const held = await hold(log.drawing)
      if (!held) {
        openInTabs.add(log.drawing)
        continue
      }
      try {
        if (isBegun(log)) await publishBegun(around, log)
        else if (log.apart) {
          await publish(around, log)
          keptApart++
        } else {
          await sendOne(around, log.drawing, person)
        }
      } catch (error) {
        if (!(error instanceof Ousted)) troubles.set(log.drawing, error)
        if (error instanceof ApiRefusal && error.code === 'not-signed-in') round = 3
      } finally {
        held.release()
      }
    }
  }
  return { waiting: (await mine()).map(card => waitingOf(card, troubles.get(card.log.drawing) ?? null)), keptApart }
}

async function sendOne(around: Surroundings, drawing: number, person: number): Promise<void> {
  const session = await RecordSession.open(around, drawing, person, 'send')
  session.follow(session.opened.entries, { onState() {}, onNotKept() {} })
  try {
    await session.flush()
  } finally {
    await session.close()
  }
}
