import { describe, expect, it } from 'vitest'
import { cosDegrees, degreesOf, sinDegrees } from './index'

describe('turns', () => {
  it('have the sines and cosines of the mathematical library', () => {
    for (let d = -720; d <= 720; d++) {
      expect(Math.abs(sinDegrees(d) - Math.sin((d * Math.PI) / 180))).toBeLessThan(2 ** -30)
      expect(Math.abs(cosDegrees(d) - Math.cos((d * Math.PI) / 180))).toBeLessThan(2 ** -30)
    }
  })

  it('are exact at the quarters', () => {
    expect([0, 90, 180, 270, 360].map(sinDegrees).map(value => value + 0)).toEqual([0, 1, 0, -1, 0])
  })

  it('are found again from a direction of any length', () => {
    for (let d = 0; d < 360; d++) {
      const a = ((d + 0.3) * Math.PI) / 180
      expect(degreesOf(7.3 * Math.cos(a), 7.3 * Math.sin(a))).toBe(d)
    }
    expect(degreesOf(0, 0)).toBe(0)
  })
})
