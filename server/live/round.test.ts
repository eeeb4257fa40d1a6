import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { RoundNews } from '#shared/views'
import { watchRound } from './round'

const sheet = (drawing: number, pictured: number | null) => ({
  id: 100 + drawing,
  name: `Learner ${drawing}`,
  asks: null,
  hasLeft: false,
  drawing: { id: drawing, position: pictured ?? 0, pictured },
})
let cards = [sheet(1, 4), sheet(2, null)]
const asked: number[][] = []
let isAway = false
vi.mock('../services/round', () => ({ roundCards: () => Promise.resolve(cards) }))
vi.mock('../repositories/live', () => ({
  livePicturesOf: (ids: number[]) => {
    if (isAway) return Promise.reject(new Error('the database is away'))
    if (ids.length) asked.push(ids)
    const position = (id: number) => cards.find(each => each.drawing.id === id)!.drawing.pictured!
    const picture = Buffer.from('RIFF    WEBP')
    return Promise.resolve(ids.map(drawingId => ({ drawingId, position: position(drawingId), picture })))
  },
}))

describe('a Round that is watched', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    asked.length = 0
    cards = [sheet(1, 4), sheet(2, null)]
  })
  afterEach(() => void vi.useRealTimers())

  it('is told of pictures with the cards, each once until it looks different', async () => {
    const told: RoundNews[] = []
    const stop = watchRound(1, news => told.push(news))
    await vi.advanceTimersByTimeAsync(4500)
    expect(told.flatMap(each => each.pictures.map(one => one.drawing))).toEqual([1])
    expect(told[0]!.pictures[0]!.picture).toMatch(/^data:image\/webp;base64,/)
    cards = [sheet(1, 4), sheet(2, 7)]
    await vi.advanceTimersByTimeAsync(1100)
    expect(told.at(-1)!.pictures.map(each => each.drawing)).toEqual([2])
    expect(asked).toEqual([[1], [2]])
    stop()
  })

  it('tells who comes later all that is known, without asking again', async () => {
    const stops = [watchRound(2, () => {})]
    await vi.advanceTimersByTimeAsync(1500)
    const before = asked.length
    const told: RoundNews[] = []
    stops.push(watchRound(2, news => told.push(news)))
    expect(told).toHaveLength(1)
    expect(told[0]!.cards).toHaveLength(2)
    expect(told[0]!.pictures.map(each => each.drawing)).toEqual([1])
    expect(asked.length).toBe(before)
    for (const stop of stops) stop()
  })

  it('is told of cards all the same when the database was away while their pictures were asked for', async () => {
    isAway = true
    const told: RoundNews[] = []
    const stop = watchRound(3, news => told.push(news))
    await vi.advanceTimersByTimeAsync(1500)
    expect(told).toEqual([])
    isAway = false
    await vi.advanceTimersByTimeAsync(1500)
    expect(told[0]!.cards.map(each => each.name)).toEqual(['Learner 1', 'Learner 2'])
    stop()
  })
})
