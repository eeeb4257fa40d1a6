import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SIZE_STEPS, sizeToSlider, sliderToSize, steppedSize } from './sizes'
import {
  fitView,
  keepInSight,
  mirrorAt,
  onDevice,
  snappedTurn,
  STRAIGHT,
  toSheet,
  toWindow,
  turnAt,
  viewOfPlaced,
  zoomAt,
} from './view'

const sheet = { width: 1600, height: 1200 }
const window = { width: 800, height: 600 }
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const view = fc.record({
  x: number(-500, 500),
  y: number(-500, 500),
  scale: number(0.1, 16),
  turn: number(-3.1, 3.1),
  isMirrored: fc.boolean(),
})

describe('the view on a sheet', () => {
  it('shows a sheet that lies on another where it lies, turned and mirrored with it', () => {
    fc.assert(
      fc.property(
        view,
        number(-900, 900),
        number(-900, 900),
        number(0.2, 5),
        number(-2000, 2000),
        number(-2000, 2000),
        (seen, x, y, by, px, py) => {
          const on = toWindow(viewOfPlaced(seen, { x, y, scaleX: by, scaleY: by })!, { x: px, y: py })
          const expected = toWindow(seen, { x: x + by * px, y: y + by * py })
          expect(on.x).toBeCloseTo(expected.x, 4)
          expect(on.y).toBeCloseTo(expected.y, 4)
        },
      ),
      { seed: 3 },
    )
    expect(viewOfPlaced(STRAIGHT, { x: 0, y: 0, scaleX: 1, scaleY: 1.2 })).toBeNull()
  })

  it('fits the whole sheet, in the middle, with some room round it', () => {
    const { x, y, scale } = fitView(sheet, window)
    expect(x).toBeGreaterThanOrEqual(20)
    expect(x * 2 + sheet.width * scale).toBeCloseTo(window.width)
    expect(y * 2 + sheet.height * scale).toBeCloseTo(window.height)
  })

  it('zooms with the point under the pointer held where it is', () => {
    fc.assert(
      fc.property(view, number(0, 800), number(0, 600), number(0.1, 16), (before, px, py, scale) => {
        const held = toSheet(before, px, py)
        const after = toSheet(zoomAt(before, px, py, scale), px, py)
        expect(after.x).toBeCloseTo(held.x, 4)
        expect(after.y).toBeCloseTo(held.y, 4)
      }),
    )
  })

  it('goes from the sheet to the window and back, turned and mirrored', () => {
    fc.assert(
      fc.property(view, number(-2000, 2000), number(-2000, 2000), (any, x, y) => {
        const there = toWindow(any, { x, y })
        const back = toSheet(any, there.x, there.y)
        expect(back.x).toBeCloseTo(x, 4)
        expect(back.y).toBeCloseTo(y, 4)
      }),
    )
  })

  it('turns round the point that is held', () => {
    fc.assert(
      fc.property(view, number(0, 800), number(0, 600), number(-3, 3), (before, px, py, by) => {
        const held = toSheet(before, px, py)
        const there = toWindow(turnAt(before, px, py, by), held)
        expect(there.x).toBeCloseTo(px, 4)
        expect(there.y).toBeCloseTo(py, 4)
      }),
    )
  })

  it('is its own mirror picture when mirrored, and as before when mirrored again', () => {
    fc.assert(
      fc.property(view, number(-900, 900), number(-900, 900), (before, x, y) => {
        const seen = toWindow(before, { x, y })
        const mirrored = toWindow(mirrorAt(before, 400), { x, y })
        expect(mirrored.x).toBeCloseTo(800 - seen.x, 4)
        expect(mirrored.y).toBeCloseTo(seen.y, 4)
        const twice = toWindow(mirrorAt(mirrorAt(before, 400), 400), { x, y })
        expect(twice.x).toBeCloseTo(seen.x, 4)
      }),
    )
  })

  it.each([0, 0.4, Math.PI / 2, -2])('fits the sheet turned by %d rad', turn => {
    const fitted = fitView(sheet, window, { turn, isMirrored: true })
    const corners = [
      [0, 0],
      [1600, 0],
      [1600, 1200],
      [0, 1200],
    ].map(([x, y]) => toWindow(fitted, { x: x!, y: y! }))
    expect(Math.min(...corners.map(({ x }) => x))).toBeGreaterThan(20)
    expect(Math.max(...corners.map(({ x }) => x))).toBeLessThan(780)
    expect(Math.min(...corners.map(({ y }) => y))).toBeGreaterThan(20)
    expect(Math.max(...corners.map(({ y }) => y))).toBeLessThan(580)
  })

  it('turns straight what is nearly straight, and nothing else', () => {
    expect(snappedTurn(0.03)).toBe(0)
    expect(snappedTurn(-Math.PI / 2 + 0.03)).toBeCloseTo(-Math.PI / 2, 12)
    expect(snappedTurn(0.3)).toBe(0.3)
    expect(onDevice(STRAIGHT, 2)).toEqual({ ...STRAIGHT, scale: 2 })
  })

  it('always keeps some of the sheet in sight', () => {
    fc.assert(
      fc.property(
        fc.record({
          x: number(-1e5, 1e5),
          y: number(-1e5, 1e5),
          scale: number(0.04, 32),
          turn: number(-3.1, 3.1),
          isMirrored: fc.boolean(),
        }),
        wild => {
          const kept = keepInSight(wild, sheet, window)
          const corners = [
            [0, 0],
            [1600, 0],
            [1600, 1200],
            [0, 1200],
          ].map(([x, y]) => toWindow(kept, { x: x!, y: y! }))
          expect(Math.min(...corners.map(({ x }) => x))).toBeLessThan(window.width)
          expect(Math.min(...corners.map(({ y }) => y))).toBeLessThan(window.height)
          expect(Math.max(...corners.map(({ x }) => x))).toBeGreaterThan(0)
          expect(Math.max(...corners.map(({ y }) => y))).toBeGreaterThan(0)
        },
      ),
    )
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
