import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { now, nowMs, setClock } from './clock'

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['performance', 'Date'] })
})
afterEach(() => {
  vi.useRealTimers()
})

it('goes by the clock that was read, halfway between asking and answering, and then steadily', () => {
  const asked = performance.now()
  vi.advanceTimersByTime(40)
  setClock(1_800_000_000_000, asked)
  expect(nowMs()).toBe(1_800_000_000_020)
  vi.advanceTimersByTime(5000)
  expect(now()).toEqual(new Date(1_800_000_005_020))
})

it('does not jump when somebody sets this machine’s clock', () => {
  setClock(1_800_000_000_000, performance.now())
  vi.setSystemTime(new Date(2001, 0, 1))
  expect(nowMs()).toBe(1_800_000_000_000)
})
