import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { watchDesk } from './desk'

const asked: number[] = []
let mark = 'as it is'
vi.mock('../repositories/desk', () => ({
  markOfDesk: (teacherId: number) => {
    asked.push(teacherId)
    return Promise.resolve(mark)
  },
}))

describe('a desk that is watched', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    asked.length = 0
    mark = 'as it is'
  })
  afterEach(() => void vi.useRealTimers())

  it('is told of when something came, and of nothing before', async () => {
    const tell = vi.fn()
    const stop = watchDesk(1, tell)
    await vi.advanceTimersByTimeAsync(7000)
    expect(tell).not.toHaveBeenCalled()
    mark = 'one more'
    await vi.advanceTimersByTimeAsync(3100)
    expect(tell.mock.calls).toEqual([[{ kind: 'changed' }]])
    await vi.advanceTimersByTimeAsync(9000)
    expect(tell).toHaveBeenCalledTimes(1)
    stop()
  })

  it('is asked for once however many windows show it, and not at all when none does', async () => {
    const stops = [1, 2, 3].map(() => watchDesk(2, () => {}))
    await vi.advanceTimersByTimeAsync(100)
    expect(asked).toEqual([2])
    for (const stop of stops) stop()
    await vi.advanceTimersByTimeAsync(60_000)
    expect(asked.length).toBeLessThan(3)
  })
})
