import { describe, expect, it } from 'vitest'
import { countBits } from '../raster'
import { traceOutline } from './index'

/** Exact geometry with known answers. */

const SIDE = 240

/** A ring of the given thickness, open over `gap` px at the right, optionally also at the top. */
function ringWithGaps(gaps: readonly { angle: number; width: number }[], thickness = 6, radius = 80): Uint8Array {
  const alpha = new Uint8Array(SIDE * SIDE)
  const c = SIDE / 2
  for (let y = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++) {
      const dx = x + 0.5 - c
      const dy = y + 0.5 - c
      const distance = Math.hypot(dx, dy)
      if (Math.abs(distance - radius) > thickness / 2) continue
      const isOpen = gaps.some(({ angle, width }) => {
        const along = dx * Math.cos(angle) + dy * Math.sin(angle)
        const across = -dx * Math.sin(angle) + dy * Math.cos(angle)
        return along > 0 && Math.abs(across) < width / 2
      })
      if (!isOpen) alpha[y * SIDE + x] = 255
    }
  }
  return alpha
}

const TARGET = [60, 60, 180, 60, 180, 180, 60, 180]
const trace = (alpha: Uint8Array) => traceOutline(alpha, SIDE, SIDE, TARGET)

describe('tracing an outline', () => {
  it('finds a closed ring closed, its inside and the width of its line', () => {
    const outline = trace(ringWithGaps([]))!
    expect(outline.gaps).toEqual([])
    expect(outline.isOpen).toBe(false)
    const area = countBits(outline.inside)
    expect(Math.abs(area / (Math.PI * 77 * 77) - 1)).toBeLessThan(0.01)
    expect(outline.lineWidth).toBeGreaterThan(5.4)
    expect(outline.lineWidth).toBeLessThan(6.6)
  })

  it.each([2, 3, 5, 8, 13, 21, 34])('finds a gap of %i px, to a pixel or two, where it is', width => {
    const { gaps } = trace(ringWithGaps([{ angle: 0, width }]))!
    expect(gaps).toHaveLength(1)
    expect(Math.abs(gaps[0]!.width - width)).toBeLessThanOrEqual(Math.max(1, width * 0.1))
    expect(Math.hypot(gaps[0]!.x - (SIDE / 2 + 80), gaps[0]!.y - SIDE / 2)).toBeLessThan(width / 2 + 4)
  })

  it('lists every gap, the one that leaks most first', () => {
    const { gaps } = trace(
      ringWithGaps([
        { angle: 0, width: 6 },
        { angle: Math.PI / 2, width: 16 },
        { angle: Math.PI, width: 10 },
      ]),
    )!
    expect(gaps).toHaveLength(3)
    expect(Math.abs(gaps[0]!.width - 16)).toBeLessThanOrEqual(2)
    const widths = gaps.map(gap => gap.width).sort((a, b) => a - b)
    for (const [i, width] of [6, 10, 16].entries()) expect(Math.abs(widths[i]! - width)).toBeLessThanOrEqual(2)
  })

  /** Two halls side by side, with a wall between them, each 60 px deep. */
  function twoHalls(openings: readonly { hall: 0 | 1; width: number }[], width = 240, height = 160): Uint8Array {
    const alpha = new Uint8Array(width * height)
    const put = (x0: number, y0: number, x1: number, y1: number, value = 255) => {
      for (let y = y0; y < y1; y++) alpha.fill(value, y * width + x0, y * width + x1)
    }
    put(20, 20, 220, 25)
    put(20, 135, 220, 140)
    for (const x of [20, 130, 215]) put(x, 20, x + 5, 140)
    for (const { hall, width: gap } of openings) put(hall ? 170 : 70, 20, (hall ? 170 : 70) + gap, 25, 0)
    return alpha
  }
  const both = [22, 22, 218, 22, 218, 138, 22, 138]

  it.each<[string, { hall: 0 | 1; width: number }[]]>([
    ['neither', []],
    ['the deeper one', [{ hall: 0, width: 9 }]],
    ['the other one', [{ hall: 1, width: 9 }]],
    [
      'both',
      [
        { hall: 0, width: 12 },
        { hall: 1, width: 7 },
      ],
    ],
  ])('tests every part of the target: open is %s', (_what, openings) => {
    const outline = traceOutline(twoHalls(openings), 240, 160, both)!
    expect(outline.isOpen).toBe(false)
    expect(outline.gaps.map(gap => gap.width).sort((a, b) => a - b)).toEqual(
      openings.map(each => each.width).sort((a, b) => a - b),
    )
    // Sealed, both are inside: what is asked of the inside is asked of all of it.
    expect(countBits(outline.inside) / (105 * 110 + 80 * 110)).toBeGreaterThan(0.97)
  })

  it('does not blame what lies beside a shape drawn smaller than was expected', () => {
    const alpha = ringWithGaps([], 6, 60)
    // A handle at its side, open to the outside between the two.
    for (let y = 60; y < 180; y++) for (let x = 205; x < 209; x++) alpha[y * SIDE + x] = 255
    expect(traceOutline(alpha, SIDE, SIDE, [20, 20, 215, 20, 215, 220, 20, 220])!.gaps).toEqual([])
  })

  it.each([12, 21, 39])('counts a gap of %i px once, however wide the line and wherever it is', width => {
    for (const thickness of [3, 6, 14, 24]) {
      for (let k = 0; k < 12; k++) {
        const outline = trace(ringWithGaps([{ angle: (k * Math.PI) / 6 + 0.13 * k, width }], thickness))!
        expect([thickness, k, outline.gaps.length]).toEqual([thickness, k, 1])
      }
    }
  })

  it('says of half a ring that it is wide open', () => {
    expect(trace(ringWithGaps([{ angle: 0, width: 150 }]))!.isOpen).toBe(true)
  })

  it('finds nothing on an empty layer, nor round a line that is elsewhere', () => {
    expect(trace(new Uint8Array(SIDE * SIDE))).toBeNull()
    const elsewhere = new Uint8Array(SIDE * SIDE)
    elsewhere.fill(255, 0, SIDE * 4)
    expect(trace(elsewhere)).toBeNull()
  })

  it('works on an outline that touches the edge of the sheet', () => {
    const alpha = new Uint8Array(SIDE * SIDE)
    for (let i = 0; i < SIDE; i++)
      for (let k = 0; k < 4; k++)
        for (const at of [k * SIDE + i, (SIDE - 1 - k) * SIDE + i, i * SIDE + k, i * SIDE + SIDE - 1 - k])
          alpha[at] = 255
    expect(trace(alpha)!.gaps).toEqual([])
  })

  it('does not change what it is given', () => {
    const alpha = ringWithGaps([{ angle: 0, width: 9 }])
    const before = alpha.slice()
    trace(alpha)
    expect(alpha).toEqual(before)
  })
})
