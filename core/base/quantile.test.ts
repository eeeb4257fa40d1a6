import { median, quantile } from 'simple-statistics'
import { describe, expect, it } from 'vitest'
import { medianOf, quantileOf, seededRandom } from './index'

describe('quantiles', () => {
  it('are those of simple-statistics', () => {
    const random = seededRandom(7)
    for (let n = 1; n < 40; n++) {
      const values = Array.from({ length: n }, () => Math.round(random.unit() * 30))
      for (const share of [0, 0.1, 0.25, 0.5, 0.75, 0.9, 1])
        expect(quantileOf(values, share), `${share} of ${values.join()}`).toBeCloseTo(quantile(values, share), 9)
      expect(medianOf(values)).toBe(median(values))
    }
  })

  it('leave what they are given as it is, and say that of nothing there is none', () => {
    const values = Object.freeze([3, 1, 2])
    expect(medianOf(values)).toBe(2)
    expect(quantileOf([], 0.5)).toBeNaN()
  })
})
