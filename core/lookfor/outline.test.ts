import { describe, expect, it } from 'vitest'
import { countBits } from '../raster'
import { traceOutline } from './index'

/** Exact geometry with known answers. */

const SIDE = 240

/** A ring of the given thickness, open over `gap` px at the right, optionally also at the top. */
function ringWithGaps(gaps: readonly { angle: number, width: number }[], thickness = 6, radius = 80): Uint8Array {
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

  it.each([2, 3, 5, 8, 13, 21, 34])('finds a gap of %i px, to a pixel or two, where it is', (width) => {
    const { gaps } = trace(ringWithGaps([{ angle: 0, width }]))!
    expect(gaps).toHaveLength(1)
    expect(Math.abs(gaps[0]!.width - width)).toBeLessThanOrEqual(Math.max(1, width * 0.1))
    expect(Math.hypot(gaps[0]!.x - (SIDE / 2 + 80), gaps[0]!.y - SIDE / 2)).toBeLessThan(width / 2 + 4)
  })

  it('lists every gap, the one that leaks most first', () => {
    const { gaps } = trace(ringWithGaps([{ angle: 0, width: 6 }, { angle: Math.PI / 2, width: 16 }, { angle: Math.PI, width: 10 }]))!
    expect(gaps).toHaveLength(3)
    expect(Math.abs(gaps[0]!.width - 16)).toBeLessThanOrEqual(2)
    const widths = gaps.map(gap => gap.width).sort((a, b) => a - b)
    for (const [i, width] of [6, 10, 16].entries()) expect(Math.abs(widths[i]! - width)).toBeLessThanOrEqual(2)
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
    for (let i = 0; i < SIDE; i++) for (let k = 0; k < 4; k++) for (const at of [k * SIDE + i, (SIDE - 1 - k) * SIDE + i, i * SIDE + k, i * SIDE + SIDE - 1 - k]) alpha[at] = 255
    expect(trace(alpha)!.gaps).toEqual([])
  })

  it('does not change what it is given', () => {
    const alpha = ringWithGaps([{ angle: 0, width: 9 }])
    const before = alpha.slice()
    trace(alpha)
    expect(alpha).toEqual(before)
  })
})
