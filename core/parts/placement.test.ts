import { describe, expect, it } from 'vitest'
import { heldWhole, outerCorners, placedAt, placementOf, turnedBy, type Placement } from './index'

const held = heldWhole({ x0: 100, y0: 50, x1: 300, y1: 150 })
const KEYS = ['left', 'top', 'width', 'height', 'turn'] as const
const close = (of: Placement) => Object.fromEntries(KEYS.map(key => [key, Math.round(of[key] * 1e6) / 1e6 + 0]))

describe('a part by figures', () => {
  it('lies where its box is', () => {
    expect(placementOf(held)).toEqual({ left: 100, top: 50, width: 200, height: 100, turn: 0 })
  })

  it('turned by a right angle keeps its own sides; the box round it changes', () => {
    expect(close(placementOf(turnedBy(held, Math.PI / 2)))).toEqual({
      left: 150,
      top: 0,
      width: 200,
      height: 100,
      turn: 90,
    })
  })

  it.each([
    ['left', -20],
    ['top', 33.5],
    ['width', 420],
    ['height', 7],
    ['turn', -37],
  ] as const)('%s is what it was set to, upright and turned', (key, value) => {
    for (const from of [held, turnedBy(held, 0.7), turnedBy(held, -2)])
      expect(placementOf(placedAt(from, key, value))[key]).toBeCloseTo(value, 6)
  })

  it('is sized from its first corner, along its own sides alone', () => {
    const turned = turnedBy(held, 0.4)
    const wide = placedAt(turned, 'width', 300)
    expect(outerCorners(wide)[0].x).toBeCloseTo(outerCorners(turned)[0].x, 9)
    expect(outerCorners(wide)[0].y).toBeCloseTo(outerCorners(turned)[0].y, 9)
    expect(placementOf(wide).height).toBeCloseTo(100, 9)
    expect(placementOf(wide).turn).toBeCloseTo(placementOf(turned).turn, 9)
  })

  it('never becomes smaller than one px, so that it can be pulled open again', () => {
    expect(placementOf(placedAt(held, 'width', 0)).width).toBeCloseTo(1, 9)
    expect(placementOf(placedAt(held, 'height', -5)).height).toBeCloseTo(1, 9)
  })
})
