import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { KeptTryBody } from '#shared/schemas'
import { ApiRefusal, Unreachable } from '../api/client'
import { keepTry, sendTries, type NamedTry } from './kept-tries'

const store = new Map<string, string>()
vi.stubGlobal('localStorage', {
  getItem: (name: string) => store.get(name) ?? null,
  setItem: (name: string, value: string) => void store.set(name, value),
  removeItem: (name: string) => void store.delete(name),
})
beforeEach(() => store.clear())

const tried = (score: number): NamedTry => ({
  drill: 'parallels',
  seed: 1,
  score,
  figures: [],
  key: crypto.randomUUID(),
})

describe('tries of warm-ups without a network', () => {
  it('are sent in their order, with how long ago they were made and a name that stays', async () => {
    keepTry(7, tried(40), 1000)
    keepTry(7, tried(60), 5000)
    keepTry(8, tried(99), 5000)
    const seen: KeptTryBody[] = []
    await sendTries(7, async body => seen.push(body), 6000)
    expect(seen.map(({ score, agoMs }) => [score, agoMs])).toEqual([
      [40, 5000],
      [60, 1000],
    ])
    expect(new Set(seen.map(each => each.key)).size).toBe(2)
    await sendTries(7, async body => seen.push(body), 7000)
    expect(seen).toHaveLength(2)
    // Another learner's wait for them.
    await sendTries(8, async body => seen.push(body), 7000)
    expect(seen.at(-1)).toMatchObject({ score: 99 })
  })

  it('stay while the server is away, under the same name; what it refuses is let go', async () => {
    keepTry(7, tried(40), 1000)
    keepTry(7, tried(60), 2000)
    const keys: (string | undefined)[] = []
    await sendTries(7, async ({ key }) => {
      keys.push(key)
      throw new Unreachable()
    })
    const sent: number[] = []
    await sendTries(7, async ({ key, score }) => {
      keys.push(key)
      if (score === 40) throw new ApiRefusal('enough', 'Enough for today.', 'Tomorrow.')
      sent.push(score)
    })
    expect(keys[0]).toBe(keys[1])
    expect(sent).toEqual([60])
    expect(store.size).toBe(0)
  })

  it('a clock that was set back says that they are of now', async () => {
    keepTry(7, tried(40), 9000)
    const seen: KeptTryBody[] = []
    await sendTries(7, async body => seen.push(body), 1000)
    expect(seen[0]!.agoMs).toBe(0)
  })
})
