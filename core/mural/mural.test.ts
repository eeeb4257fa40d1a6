import { describe, expect, it } from 'vitest'
import type { Rgb8 } from '../colour'
import { checkGrid, edgeProfile, linesAlong, neighbourOf, panelSheet, panelsOf, seamBetween, type MuralGrid } from './index'

const grid: MuralGrid = { columns: 8, rows: 6, width: 1200, height: 900, bleed: 40 }

describe('panels', () => {
  it('cover the mural once, without a gap', () => {
    const panels = panelsOf(grid)
    expect(panels).toHaveLength(48)
    expect(panels.reduce((sum, { own }) => sum + (own.x1 - own.x0) * (own.y1 - own.y0), 0)).toBe(8 * 1200 * 6 * 900)
    expect(panels.at(-1)).toEqual({ column: 7, row: 5, own: { x0: 8400, y0: 4500, x1: 9600, y1: 5400 } })
    expect(panelSheet(grid)).toEqual({ width: 1280, height: 980, own: { x0: 40, y0: 40, x1: 1240, y1: 940 } })
  })

  it('know their neighbours, and the edge of the mural', () => {
    expect(neighbourOf(grid, { column: 0, row: 0 }, 'left')).toBeNull()
    expect(neighbourOf(grid, { column: 7, row: 5 }, 'below')).toBeNull()
    expect(neighbourOf(grid, { column: 3, row: 2 }, 'above')).toMatchObject({ column: 3, row: 1 })
    for (const panel of panelsOf(grid)) {
      const right = neighbourOf(grid, panel, 'right')
      if (right) expect([right.own.x0, right.own.y0]).toEqual([panel.own.x1, panel.own.y0])
    }
  })

  it.each([{ columns: 0 }, { rows: 1.5 }, { columns: 12, rows: 11 }, { width: 20_000 }, { bleed: -1 }, { width: Number.NaN }])('are refused with %j', (set) => {
    expect(() => checkGrid({ ...grid, ...set })).toThrow(/panel/)
  })
})

const GROUND: Rgb8 = [210, 190, 150]
const INK: Rgb8 = [20, 25, 30]
/** An edge of one colour with dark lines across it, so wide, and parts of other colours. */
function edge({ lines = [], parts = [], ground = GROUND }: { lines?: number[], parts?: [from: number, to: number, colour: Rgb8][], ground?: Rgb8 } = {}): Rgb8[] {
  return Array.from({ length: 400 }, (_, i) => (lines.some(at => Math.abs(i - at) <= 3) ? INK : parts.find(([from, to]) => i >= from && i <= to)?.[2] ?? ground))
}

describe('a seam', () => {
  it('of what goes on is whole', () => {
    expect(seamBetween(edge({ lines: [100, 250] }), edge({ lines: [103, 247] }))).toEqual({ meets: 1, linesMet: 4, lines: 4, marks: [] })
    // The same wash by two hands is never quite the same.
    expect(seamBetween(edge(), edge({ ground: [206, 188, 153] })).meets).toBe(1)
  })

  it('tells where a line ends, and on which side', () => {
    expect(seamBetween(edge({ lines: [100, 250] }), edge({ lines: [100] })).marks).toEqual([{ kind: 'line', at: 250, on: 'first' }])
    expect(seamBetween(edge({ lines: [100] }), edge({ lines: [130] })).marks).toEqual([{ kind: 'line', at: 100, on: 'first' }, { kind: 'line', at: 130, on: 'second' }])
  })

  it('tells where the colours part, and by how much', () => {
    const { meets, marks } = seamBetween(edge({ parts: [[50, 149, [90, 140, 200]]] }), edge())
    expect(meets).toBe(0.75)
    expect(marks).toHaveLength(1)
    expect(marks[0]).toMatchObject({ kind: 'colour', from: 50, to: 149 })
    expect((marks[0] as { difference: number }).difference).toBeGreaterThan(20)
  })

  it('of empty edges is whole', () => {
    expect(seamBetween([], [])).toEqual({ meets: 1, linesMet: 0, lines: 0, marks: [] })
  })

  it('finds no line in a slow change from light to dark', () => {
    expect(linesAlong(Array.from({ length: 400 }, (_, i): Rgb8 => [255 - i / 2, 255 - i / 2, 255 - i / 2].map(Math.round) as unknown as Rgb8))).toEqual([])
  })
})

describe('an edge', () => {
  it('is read along its own side, some px deep', () => {
    // 8 × 6 px: red tells the column, green the row.
    const pixels = Uint8Array.from(Array.from({ length: 48 }, (_, i) => [10 * (i % 8), 10 * Math.floor(i / 8), 0, 255]).flat())
    const own = { x0: 1, y0: 1, x1: 7, y1: 5 }
    expect(edgeProfile(pixels, 8, own, 'left')).toEqual([[20, 10, 0], [20, 20, 0], [20, 30, 0], [20, 40, 0]])
    expect(edgeProfile(pixels, 8, own, 'right')[0]).toEqual([50, 10, 0])
    expect(edgeProfile(pixels, 8, own, 'above').map(each => each[0])).toEqual([10, 20, 30, 40, 50, 60])
    expect(edgeProfile(pixels, 8, own, 'below')[0]).toEqual([10, 30, 0])
  })
})
