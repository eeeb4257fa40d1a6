import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mixtureOf, rgbOf, type Rgb8 } from './index'

const byte = fc.integer({ min: 0, max: 255 })

describe('mixing in OKLCH', () => {
  it('comes back to the same colour, to a level at the edge of what a screen shows', () => {
    fc.assert(
      fc.property(byte, byte, byte, (r, g, b) => {
        const back = rgbOf(mixtureOf([r, g, b]))
        expect(Math.max(...back.map((value, i) => Math.abs(value - [r, g, b][i]!)))).toBeLessThanOrEqual(1)
      }),
      { numRuns: 400, seed: 12 },
    )
  })

  // CSS Color Module Level 4, the OKLCH values of sRGB red, lime and blue as its examples give them.
  it.each<[Rgb8, number, number, number]>([
    [[255, 0, 0], 0.628, 0.2577, 29.23],
    [[0, 255, 0], 0.8664, 0.2948, 142.5],
    [[0, 0, 255], 0.452, 0.3132, 264.05],
  ])('%j has the published lightness, chroma and hue', (rgb, lightness, chroma, hue) => {
    const mixture = mixtureOf(rgb)
    expect(mixture.lightness).toBeCloseTo(lightness, 2)
    expect(mixture.chroma).toBeCloseTo(chroma, 2)
    expect(Math.abs(mixture.hue - hue)).toBeLessThan(0.6)
  })

  it('lowers chroma, not lightness, for what a screen can not show', () => {
    const shown = mixtureOf(rgbOf({ lightness: 0.7, chroma: 0.33, hue: 230 }))
    expect(shown.lightness).toBeCloseTo(0.7, 1)
    expect(shown.chroma).toBeLessThan(0.2)
    expect(Math.abs(shown.hue - 230)).toBeLessThan(4)
  })

  it('keeps the hue it is given for a grey', () => {
    expect(mixtureOf([128, 128, 128], 77).hue).toBe(77)
  })
})
