import { describe, expect, it } from 'vitest'
import { agreementOf, columnSum, failsFirst } from './index'

describe('agreement of two who judge', () => {
  const pairs = (...counts: [a: string, b: string, count: number][]) =>
    counts.flatMap(([a, b, count]) => Array.from({ length: count }, () => [a, b] as const))

  it('is Cohen’s κ, worked out by hand', () => {
    // 20 both yes, 5 and 10 apart, 15 both no: po = 0.7; pe = 0.5 × 0.6 + 0.5 × 0.4 = 0.5; κ = 0.2 ÷ 0.5.
    const found = agreementOf(pairs(['yes', 'yes', 20], ['yes', 'no', 5], ['no', 'yes', 10], ['no', 'no', 15]))!
    expect(found.count).toBe(50)
    expect(found.same).toBeCloseTo(0.7, 12)
    expect(found.kappa).toBeCloseTo(0.4, 12)
  })

  it('is 1 where all is the same, 0 where it is chance, below where they contradict each other', () => {
    expect(agreementOf(pairs(['a', 'a', 3], ['b', 'b', 2]))!.kappa).toBeCloseTo(1, 12)
    expect(agreementOf(pairs(['a', 'a', 1], ['a', 'b', 1], ['b', 'a', 1], ['b', 'b', 1]))!.kappa).toBeCloseTo(0, 12)
    expect(agreementOf(pairs(['a', 'b', 2], ['b', 'a', 2]))!.kappa).toBeCloseTo(-1, 12)
    expect(agreementOf(pairs(['a', 'a', 4]))).toEqual({ count: 4, same: 1, kappa: null })
    expect(agreementOf([])).toBeNull()
  })
})

describe('where many fail first', () => {
  it('counts only what could be judged', () => {
    expect(columnSum(['met', 'nearly', 'not-yet', 'cant-tell', null])).toEqual({ judged: 3, missed: 2 })
    expect(columnSum([])).toEqual({ judged: 0, missed: 0 })
  })

  it('is the first look-for of the plan that many miss', () => {
    expect(
      failsFirst([
        { judged: 10, missed: 3 },
        { judged: 10, missed: 4 },
        { judged: 10, missed: 9 },
      ]),
    ).toBe(1)
    expect(
      failsFirst([
        { judged: 2, missed: 2 },
        { judged: 10, missed: 1 },
      ]),
    ).toBe(-1)
    expect(failsFirst([])).toBe(-1)
  })
})
