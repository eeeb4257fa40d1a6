import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { LearnersNews } from '#shared/views'

let front: { drawing: number; position: number } | null = null
vi.mock('../repositories/live', () => ({
  newsBefore: () => Promise.resolve(0),
  newsAfter: () => Promise.resolve([]),
  fronts: () => Promise.resolve(new Map(front ? [[1, front]] : [])),
}))
const { listenToNews } = await import('./news')

const told: LearnersNews[] = []
const listen = () => listenToNews({ classId: 1, learnerId: 5, after: 0 }, news => void told.push(news))
beforeEach(() => {
  told.length = 0
  front = null
})

describe('which sheet all look at', () => {
  it('is told at once, and that there is none as well', async () => {
    ;(await listen())()
    expect(told).toEqual([{ kind: 'front', front: null }])
    front = { drawing: 7, position: 3 }
    ;(await listen())()
    expect(told.at(-1)).toEqual({ kind: 'front', front })
  })

  it('does not hold whoever was not heard while the teacher ended it', async () => {
    front = { drawing: 7, position: 3 }
    ;(await listen())()
    // The line breaks off; meanwhile all go back to work.
    front = null
    ;(await listen())()
    expect(told).toEqual([
      { kind: 'front', front: { drawing: 7, position: 3 } },
      { kind: 'front', front: null },
    ])
  })
})
