import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { Paced } from './paced'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
})

const takes = (ms: number) => () => new Promise<number>(resolve => setTimeout(() => resolve(ms), ms))

it('takes its share of the time, however much comes', async () => {
  const paced = new Paced(0.25, 100)
  let done = 0
  for (let i = 0; i < 60; i++) void paced.run(takes(20)).then(() => done++)
  await vi.advanceTimersByTimeAsync(1000)
  // A quarter of a second holds twelve and a half of them.
  expect(done).toBeGreaterThanOrEqual(12)
  expect(done).toBeLessThanOrEqual(13)
})

it('answers each as soon as it is done, before the rest', async () => {
  const paced = new Paced(0.1, 5)
  const answered = vi.fn()
  void paced.run(takes(20)).then(answered)
  await vi.advanceTimersByTimeAsync(21)
  expect(answered).toHaveBeenCalledWith(20)
})

it('refuses what comes when too many wait, and goes on after what failed', async () => {
  const paced = new Paced(0.5, 2)
  const first = paced.run(() => Promise.reject(new Error('no picture')))
  const refusedFirst = expect(first).rejects.toThrow('no picture')
  const second = paced.run(takes(10))
  await expect(paced.run(takes(10))).rejects.toMatchObject({ code: 'busy' })
  await vi.advanceTimersByTimeAsync(100)
  await refusedFirst
  await expect(second).resolves.toBe(10)
})
