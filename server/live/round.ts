import type { RoundCard, RoundNews } from '#shared/views'
import { livePicturesOf } from '../repositories/live'
import { roundCards } from '../services/round'
import { pictureKind } from '../utils/picture'
import { Polling, type Tell } from './polling'

/** How often a Round is looked at, ms. */
const ROUND_MS = 1000

const dataUrl = (bytes: Buffer): string =>
  `data:${pictureKind(bytes) ?? 'application/octet-stream'};base64,${bytes.toString('base64')}`

const rounds = new Map<number, Watched>()

/** One class that is watched at this process. */
class Watched {
  private readonly shown = new Map<number, string>()
  readonly latest = new Map<number, RoundCard>()
  /** What each drawing looks like, as it was told last, and after how many entries. */
  readonly pictures = new Map<number, { readonly at: number; readonly picture: string }>()
  readonly polling: Polling<RoundNews>

  constructor(classId: number) {
    this.polling = new Polling(
      async tell => {
        const all = await roundCards(classId)
        // Before cards count as told: should the database be away now, they are told at the next look.
        const pictures = await this.changedPictures(all)
        const [cards, gone] = [this.changed(all), this.gone(all)]
        if (cards.length || gone.length || pictures.length) tell({ cards, gone, pictures })
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

  /** All that look different now, by one question: no page asks for each by itself. */
  private async changedPictures(cards: readonly RoundCard[]): Promise<RoundNews['pictures']> {
    const shown = cards.flatMap(({ drawing }) => (drawing && drawing.pictured !== null ? [drawing] : []))
    const changed = shown.filter(each => this.pictures.get(each.id)?.at !== each.pictured)
    const rows = await livePicturesOf(changed.map(each => each.id))
    for (const { drawingId, position, picture } of rows)
      this.pictures.set(drawingId, { at: position, picture: dataUrl(picture) })
    for (const id of this.pictures.keys()) if (!shown.some(each => each.id === id)) this.pictures.delete(id)
    return rows.map(each => ({ drawing: each.drawingId, picture: this.pictures.get(each.drawingId)!.picture }))
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
  const pictures = [...watched.pictures].map(([drawing, { picture }]) => ({ drawing, picture }))
  if (watched.latest.size) tell({ cards: [...watched.latest.values()], gone: [], pictures })
  return watched.polling.listen(tell)
}
