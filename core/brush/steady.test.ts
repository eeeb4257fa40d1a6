import { describe, expect, it } from 'vitest'
import type { Sample } from './samples'
import { Steadier } from './steady'
import { straight, trembling, type HandPoint } from './testing'

const toSamples = (points: readonly HandPoint[]): Sample[] =>
  points.map(({ x, y, pressure = 1, wait = 8 }) => ({ x, y, pressure, wait }))
const steadied = (level: number, samples: readonly Sample[]) => {
  const steadier = new Steadier(level)
  const during = samples.map(sample => steadier.add(sample))
  return { during, rest: steadier.finish() }
}
/** Root mean square of the deviation from the line y = 100. */
const tremble = (samples: readonly Sample[]) =>
  Math.sqrt(samples.reduce((sum, { y }) => sum + (y - 100) ** 2, 0) / samples.length)
const levels = Array.from({ length: 11 }, (_, level) => level)
const hand = toSamples(trembling(3, 3, straight(0, 100, 600, 100, { steps: 200 })))

describe('steadying', () => {
  it('at 0 leaves the hand as it is', () => {
    expect(steadied(0, hand)).toMatchObject({ during: hand, rest: [] })
  })

  it('calms a trembling line, more at each level', () => {
    const trembles = levels.map(level => tremble(steadied(level, hand).during.slice(20)))
    for (const level of levels.slice(1)) expect(trembles[level]!).toBeLessThan(1.05 * trembles[level - 1]!)
    expect(trembles[3]!).toBeLessThan(trembles[0]! / 2)
    expect(trembles[10]!).toBeLessThan(trembles[0]! / 4)
  })

  it.each(levels)('at level %i ends where the pen was lifted, without running past it', level => {
    const { during, rest } = steadied(level, hand)
    const last = hand.at(-1)!
    const end = rest.at(-1) ?? during.at(-1)!
    expect([end.x, end.y]).toEqual([last.x, last.y])
    for (const { x } of [...during, ...rest]) expect(x).toBeLessThanOrEqual(Math.max(...hand.map(each => each.x)))
  })

  it('catches up by itself while the hand rests', () => {
    const steadier = new Steadier(6)
    for (const sample of hand) steadier.add(sample)
    const last = hand.at(-1)!
    let now = steadier.add({ ...last, wait: 0 })
    const before = Math.hypot(now.x - last.x, now.y - last.y)
    for (let i = 0; i < 20; i++) now = steadier.add({ ...last, wait: 40 })
    expect(before).toBeGreaterThan(20)
    expect(Math.hypot(now.x - last.x, now.y - last.y)).toBeLessThan(0.5)
  })

  it('does much the same for a pen that is asked twice as often', () => {
    const slow = toSamples(straight(0, 0, 300, 120, { steps: 50, wait: 16 }))
    const fast = toSamples(straight(0, 0, 300, 120, { steps: 100, wait: 8 }))
    const a = steadied(4, slow).during.at(-1)!
    const b = steadied(4, fast).during.at(-1)!
    const lag = Math.hypot(300 - a.x, 120 - a.y)
    expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(0.1 * lag)
  })

  it('keeps pressure within what was pressed', () => {
    const pressed = hand.map((sample, i) => ({ ...sample, pressure: i % 40 < 20 ? 0.2 : 0.9 }))
    for (const { pressure } of steadied(7, pressed).during) {
      expect(pressure).toBeGreaterThanOrEqual(0.2 - 1e-9)
      expect(pressure).toBeLessThanOrEqual(0.9 + 1e-9)
    }
  })
})
