import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { toWindow } from '../../sheet/view'
import { turnedBy } from './turned'

const window = { width: 800, height: 600 }
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const view = fc.record({
  x: number(-900, 900),
  y: number(-900, 900),
  scale: number(0.1, 8),
  turn: number(-3.1, 3.1),
  isMirrored: fc.boolean(),
})

describe('a turned sheet', () => {
  it('lies in the window where the view says, by way of its straight canvas', () => {
    fc.assert(
      fc.property(view, number(-500, 2500), number(-500, 2500), (any, x, y) => {
        const {
          flat,
          transform: [a, b, c, d, e, f],
        } = turnedBy(any, window)
        const fx = flat.x + x * flat.scale
        const fy = flat.y + y * flat.scale
        const there = toWindow(any, { x, y })
        expect(a * fx + c * fy + e).toBeCloseTo(there.x, 3)
        expect(b * fx + d * fy + f).toBeCloseTo(there.y, 3)
      }),
    )
  })

  it('has a canvas that holds all that the window shows, whatever the place', () => {
    fc.assert(
      fc.property(view, number(0, 800), number(0, 600), (any, wx, wy) => {
        const turned = turnedBy(any, window)
        const [a, b, c, d, e, f] = turned.transform
        const det = a * d - b * c
        const fx = (d * (wx - e) - c * (wy - f)) / det
        const fy = (a * (wy - f) - b * (wx - e)) / det
        expect(fx).toBeGreaterThanOrEqual(0)
        expect(fy).toBeGreaterThanOrEqual(0)
        expect(fx).toBeLessThanOrEqual(turned.width)
        expect(fy).toBeLessThanOrEqual(turned.height)
      }),
    )
  })

  it('knows the box in the window round a part of it', () => {
    const turned = turnedBy({ x: 100, y: 80, scale: 0.5, turn: Math.PI / 2, isMirrored: false }, window)
    const [a, b, c, d, e, f] = turned.transform
    const { x0, y0, x1, y1 } = turned.boxInWindow({ x0: 10, y0: 20, x1: 30, y1: 60 })
    // A quarter turn: width and height change places.
    expect(x1 - x0).toBeGreaterThanOrEqual(40)
    expect(x1 - x0).toBeLessThanOrEqual(42)
    expect(y1 - y0).toBeLessThanOrEqual(22)
    const corner = [a * 10 + c * 20 + e, b * 10 + d * 20 + f]
    expect(corner[0]!).toBeGreaterThanOrEqual(x0 - 1e-6)
    expect(corner[0]!).toBeLessThanOrEqual(x1 + 1e-6)
  })
})
