import { createCanvas } from '@napi-rs/canvas'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { polygonCoverage } from './index'

const SIDE = 40
const clip = { x0: 0, y0: 0, x1: SIDE, y1: SIDE }

function covered(points: readonly number[], inside = clip): Float64Array {
  const width = inside.x1 - inside.x0
  const out = new Float64Array(width * (inside.y1 - inside.y0))
  polygonCoverage(points, inside, (y, coverage) => out.set(coverage, (y - inside.y0) * width))
  return out
}
const sum = (values: Float64Array) => values.reduce((total, value) => total + value, 0)
const number = fc.double({ min: 2, max: SIDE - 2, noNaN: true })

describe('the coverage of a polygon', () => {
  it('is exact for boxes on and between pixels', () => {
    const box = covered([3, 4, 10, 4, 10, 9, 3, 9])
    expect(sum(box)).toBe(35)
    const half = covered([3.5, 4.25, 10, 4.25, 10, 9, 3.5, 9])
    expect(sum(half)).toBeCloseTo(6.5 * 4.75, 12)
    expect(half[4 * SIDE + 3]).toBeCloseTo(0.5 * 0.75, 12)
    expect(half[5 * SIDE + 3]).toBeCloseTo(0.5, 12)
  })

  it('sums up to the area of any triangle, whichever way round', () => {
    fc.assert(
      fc.property(number, number, number, number, number, number, (ax, ay, bx, by, cx, cy) => {
        const area = Math.abs((bx - ax) * (cy - ay) - (cx - ax) * (by - ay)) / 2
        expect(sum(covered([ax, ay, bx, by, cx, cy]))).toBeCloseTo(area, 6)
        expect(sum(covered([ax, ay, cx, cy, bx, by]))).toBeCloseTo(area, 6)
      }),
      { numRuns: 200, seed: 6 },
    )
  })

  it('is within a little of what Skia fills', () => {
    const random = seededRandom(8)
    const canvas = createCanvas(SIDE, SIDE)
    const pen = canvas.getContext('2d')
    for (let round = 0; round < 20; round++) {
      const corners = Array.from(
        { length: 5 },
        (_, i) =>
          [20 + random.between(6, 17) * Math.cos(1.26 * i), 20 + random.between(6, 17) * Math.sin(1.26 * i)] as const,
      )
      pen.clearRect(0, 0, SIDE, SIDE)
      pen.beginPath()
      corners.forEach(([x, y], i) => (i ? pen.lineTo(x, y) : pen.moveTo(x, y)))
      pen.fill()
      const skia = pen.getImageData(0, 0, SIDE, SIDE).data
      const ours = covered(corners.flat())
      const off = Array.from(ours, (value, i) => Math.abs(value - skia[4 * i + 3]! / 255))
      // Skia takes a few samples a pixel; the exact area lies within their coarseness.
      expect(Math.max(...off)).toBeLessThan(0.15)
      expect(off.reduce((total, value) => total + value, 0)).toBeLessThan(0.02 * sum(ours))
    }
  })

  it('of a part is that part of the whole', () => {
    const shape = [-5, 10, 30, -8, 52, 21, 17, 47]
    const whole = covered(shape)
    const part = { x0: 7, y0: 9, x1: 23, y1: 31 }
    const cut = covered(shape, part)
    for (let y = part.y0; y < part.y1; y++) {
      for (let x = part.x0; x < part.x1; x++)
        expect(cut[(y - part.y0) * 16 + x - part.x0]).toBeCloseTo(whole[y * SIDE + x]!, 9)
    }
  })

  it('is nothing for what has no area', () => {
    expect(sum(covered([3, 3, 20, 3, 9, 3]))).toBe(0)
    expect(sum(covered([3, 3, 20, 20]))).toBe(0)
    expect(sum(covered([100, 100, 120, 100, 110, 130]))).toBe(0)
  })
})
