import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SIZE_STEPS, sizeToSlider, sliderToSize, steppedSize } from './sizes'
import { fitView, keepInSight, toSheet, zoomAt } from './view'

const sheet = { width: 1600, height: 1200 }
const window = { width: 800, height: 600 }
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const view = fc.record({ x: number(-500, 500), y: number(-500, 500), scale: number(0.1, 16) })

describe('the view on a sheet', () => {
  it('fits the whole sheet, in the middle, with some room round it', () => {
    const { x, y, scale } = fitView(sheet, window)
    expect(x).toBeGreaterThanOrEqual(20)
    expect(x * 2 + sheet.width * scale).toBeCloseTo(window.width)
    expect(y * 2 + sheet.height * scale).toBeCloseTo(window.height)
  })

  it('zooms with the point under the pointer held where it is', () => {
    fc.assert(fc.property(view, number(0, 800), number(0, 600), number(0.1, 16), (before, px, py, scale) => {
      const held = toSheet(before, px, py)
      const after = toSheet(zoomAt(before, px, py, scale), px, py)
      expect(after.x).toBeCloseTo(held.x, 4)
      expect(after.y).toBeCloseTo(held.y, 4)
    }))
  })

  it('always keeps some of the sheet in sight', () => {
    fc.assert(fc.property(fc.record({ x: number(-1e5, 1e5), y: number(-1e5, 1e5), scale: number(0.04, 32) }), (wild) => {
      const { x, y, scale } = keepInSight(wild, sheet, window)
      expect(x).toBeLessThan(window.width)
      expect(y).toBeLessThan(window.height)
      expect(x + sheet.width * scale).toBeGreaterThan(0)
      expect(y + sheet.height * scale).toBeGreaterThan(0)
    }))
  })
})

describe('sizes', () => {
  it('step up and down between presets, from any size, and stop at the ends', () => {
    expect(steppedSize(10, 1)).toBe(12)
    expect(steppedSize(13, 1)).toBe(14)
    expect(steppedSize(13, -1)).toBe(12)
    expect(steppedSize(1, -1)).toBe(1)
    expect(steppedSize(600, 1)).toBe(600)
  })

  it('come back from the slider', () => {
    for (const size of SIZE_STEPS) expect(sliderToSize(sizeToSlider(size))).toBe(size)
  })
})
