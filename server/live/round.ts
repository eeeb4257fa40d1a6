import type { RoundCard, RoundNews } from '#shared/views'
import { roundCards } from '../services/round'
import { Polling, type Tell } from './polling'

/** How often a Round is looked at, ms. */
const ROUND_MS = 1000

const rounds = new Map<number, Watched>()

/** One class that is watched at this process. */
class Watched {
  private readonly shown = new Map<number, string>()
  readonly latest = new Map<number, RoundCard>()
  readonly polling: Polling<RoundNews>

  constructor(classId: number) {
    this.polling = new Polling(
      async tell => {
        const all = await roundCards(classId)
        const [cards, gone] = [this.changed(all), this.gone(all)]
        if (cards.length || gone.length) tell({ cards, gone })
      },
      ROUND_MS,
      () => rounds.delete(classId),
    )
  }

  private changed(cards: readonly RoundCard[]): RoundCard[] {
    return cards.filter(card => {
      const text = JSON.stringify(card)
      if (this.shown.get(card.id) === text) return false
      this.shown.set(card.id, text)
      this.latest.set(card.id, card)
      return true
    })
  }

  private gone(cards: readonly RoundCard[]): number[] {
    const there = new Set(cards.map(each => each.id))
    const gone = [...this.latest.keys()].filter(id => !there.has(id))
    for (const id of gone) {
      this.latest.delete(id)
      this.shown.delete(id)
    }
    return gone
  }
}

/** Tells the cards of a class, all of them first and then those that change. Returns how to stop. */
export function watchRound(classId: number, tell: Tell<RoundNews>): () => void {
  let watched = rounds.get(classId)
  if (!watched) rounds.set(classId, (watched = new Watched(classId)))
  if (watched.latest.size) tell({ cards: [...watched.latest.values()], gone: [] })
  return watched.polling.listen(tell)
}
