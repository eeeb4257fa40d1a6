/* eslint-disable max-lines -- one mural from its grid to its seams */
import { describe, expect, it } from 'vitest'
import type { Rgb8 } from '../colour'
import { planSchema } from '../plan'
import {
  bytesOfEdges,
  checkGrid,
  edgeProfile,
  edgesOfBytes,
  groundOn,
  isBlankEdge,
  linesAlong,
  neighbourOf,
  panelName,
  panelPlan,
  panelSheet,
  panelsOf,
  scaleGuide,
  seamBetween,
  seamFinding,
  seamsOfAll,
  vanishingGuide,
  type Edges,
  type MuralGrid,
  type MuralTerms,
} from './index'

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

  it.each([
    { columns: 0 },
    { rows: 1.5 },
    { columns: 12, rows: 11 },
    { width: 20_000 },
    { bleed: -1 },
    { width: Number.NaN },
  ])('are refused with %j', set => {
    expect(() => checkGrid({ ...grid, ...set })).toThrow(/panel/)
  })
})

const GROUND: Rgb8 = [210, 190, 150]
const INK: Rgb8 = [20, 25, 30]
/** An edge of one colour with dark lines across it, so wide, and parts of other colours. */
function edge({
  lines = [],
  parts = [],
  ground = GROUND,
}: { lines?: number[]; parts?: [from: number, to: number, colour: Rgb8][]; ground?: Rgb8 } = {}): Rgb8[] {
  return Array.from({ length: 400 }, (_, i) =>
    lines.some(at => Math.abs(i - at) <= 3) ? INK : (parts.find(([from, to]) => i >= from && i <= to)?.[2] ?? ground),
  )
}

describe('a seam', () => {
  it('of what goes on is whole', () => {
    expect(seamBetween(edge({ lines: [100, 250] }), edge({ lines: [103, 247] }))).toEqual({
      meets: 1,
      linesMet: 4,
      lines: 4,
      marks: [],
    })
    // The same wash by two hands is never quite the same.
    expect(seamBetween(edge(), edge({ ground: [206, 188, 153] })).meets).toBe(1)
  })

  it('tells where a line ends, and on which side', () => {
    expect(seamBetween(edge({ lines: [100, 250] }), edge({ lines: [100] })).marks).toEqual([
      { kind: 'line', at: 250, on: 'first' },
    ])
    expect(seamBetween(edge({ lines: [100] }), edge({ lines: [130] })).marks).toEqual([
      { kind: 'line', at: 100, on: 'first' },
      { kind: 'line', at: 130, on: 'second' },
    ])
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
    expect(
      linesAlong(
        Array.from(
          { length: 400 },
          (_, i): Rgb8 => [255 - i / 2, 255 - i / 2, 255 - i / 2].map(Math.round) as unknown as Rgb8,
        ),
      ),
    ).toEqual([])
  })
})

describe('an edge', () => {
  it('is read along its own side, some px deep', () => {
    // 8 × 6 px: red tells the column, green the row.
    const pixels = Uint8Array.from(
      Array.from({ length: 48 }, (_, i) => [10 * (i % 8), 10 * Math.floor(i / 8), 0, 255]).flat(),
    )
    const own = { x0: 1, y0: 1, x1: 7, y1: 5 }
    expect(edgeProfile(pixels, 8, own, 'left')).toEqual([
      [20, 10, 0],
      [20, 20, 0],
      [20, 30, 0],
      [20, 40, 0],
    ])
    expect(edgeProfile(pixels, 8, own, 'right')[0]).toEqual([50, 10, 0])
    expect(edgeProfile(pixels, 8, own, 'above').map(each => each[0])).toEqual([10, 20, 30, 40, 50, 60])
    expect(edgeProfile(pixels, 8, own, 'below')[0]).toEqual([10, 30, 0])
  })
})

describe('edges', () => {
  it('go as bytes and come back', () => {
    const at = (length: number, red: number) => Array.from({ length }, (_, i): Rgb8 => [red, i, 255 - i])
    const edges = { left: at(3, 1), right: at(3, 2), above: at(5, 3), below: at(5, 4) }
    const bytes = bytesOfEdges(edges)
    expect(bytes).toHaveLength(6 * (5 + 3))
    expect(edgesOfBytes(bytes, { width: 5, height: 3 })).toEqual(edges)
    // Of a panel of another size.
    expect(edgesOfBytes(bytes, { width: 5, height: 4 })).toBeNull()
  })

  it('of white paper are told from painted ones', () => {
    expect(isBlankEdge(edge({ ground: [255, 255, 255] }))).toBe(true)
    expect(isBlankEdge(edge({ ground: [255, 255, 255], lines: [30] }))).toBe(false)
  })
})

describe('the seams of a whole', () => {
  const plain = edge({ lines: [100] })
  const all = (set: Partial<Edges> = {}): Edges => ({ left: plain, right: plain, above: plain, below: plain, ...set })
  const small: MuralGrid = { columns: 2, rows: 2, width: 400, height: 400, bleed: 0 }

  it('are measured from both sides, within the mural only', () => {
    const seams = seamsOfAll(small, [all({ right: edge() }), all(), all(), all()])
    expect(seams.map(each => Object.keys(each))).toEqual([
      ['right', 'below'],
      ['left', 'below'],
      ['right', 'above'],
      ['left', 'above'],
    ])
    // The line of the second panel comes over into the first and ends.
    expect(seams[0]!.right!.marks).toEqual([{ kind: 'line', at: 100, on: 'second' }])
    expect(seams[1]!.left!.marks).toEqual([{ kind: 'line', at: 100, on: 'first' }])
    expect(seams[2]!.right!.marks).toEqual([])
  })

  it('are none where a panel is missing, or its edge is not painted yet', () => {
    const seams = seamsOfAll(small, [all(), null, all({ above: edge({ ground: [255, 255, 255] }) }), all()])
    expect(seams.map(each => Object.keys(each))).toEqual([[], [], ['right', 'above'], ['left']])
  })
})

const terms: MuralTerms = {
  title: 'Low tide',
  words: 'Boats on mud.',
  palette: [{ name: 'mud', colour: [120, 104, 84] }],
  ground: 3600,
  unit: 500,
  unitWords: 'a grown cat',
  vanishing: { x: 4800, y: 1000 },
  isUnder: true,
}

describe('a panel’s plan', () => {
  it('is a plan, whatever the panel, with and without a picture', () => {
    for (const panel of panelsOf(grid)) {
      const plan = panelPlan(grid, terms, panel, panel.row % 2 ? { type: 'image/png', base64: 'iVBORw0KGgo=' } : null)
      expect(planSchema.safeParse(plan).error).toBeUndefined()
      expect(plan.sheet).toMatchObject({ width: 1280, height: 980 })
      expect(plan.palette).toEqual(terms.palette)
    }
  })

  it('has a name like a place on a map', () => {
    expect(
      [
        [0, 0],
        [7, 5],
        [25, 0],
        [26, 2],
        [52, 0],
      ].map(([column, row]) => panelName({ column: column!, row: row! })),
    ).toEqual(['A1', 'H6', 'Z1', 'AA3', 'BA1'])
  })

  it('has the ground line where the mural has it', () => {
    const panels = panelsOf(grid)
    // 3600 px down is the upper edge of the fifth row, and the lower one of the fourth.
    expect(groundOn(grid, 3600, panels[4 * 8]!)).toBe(40)
    expect(groundOn(grid, 3600, panels[3 * 8 + 2]!)).toBe(940)
    expect(groundOn(grid, 3600, panels[0]!)).toBeNull()
    expect(groundOn(grid, null, panels[0]!)).toBeNull()
  })

  it('has squares that run on from panel to panel', () => {
    for (const panel of panelsOf(grid)) {
      const guide = scaleGuide(grid, 500, panel) as { offsetX: number; offsetY: number }
      // A line of the guide, in the mural: at a whole number of squares.
      expect((panel.own.x0 - grid.bleed + guide.offsetX) % 500).toBe(0)
      expect((panel.own.y0 - grid.bleed + guide.offsetY) % 500).toBe(0)
      expect(guide.offsetX).toBeLessThan(500)
    }
  })

  it('has one vanishing point with all the others', () => {
    for (const panel of panelsOf(grid)) {
      const {
        points: [point],
      } = vanishingGuide(grid, terms.vanishing!, panel) as { points: { x: number; y: number }[] }
      expect([panel.own.x0 - grid.bleed + point!.x, panel.own.y0 - grid.bleed + point!.y]).toEqual([4800, 1000])
    }
    expect(panelPlan(grid, terms, panelsOf(grid)[3]!, null).steps[0]!.guides!.map(each => each.kind)).toEqual([
      'grid',
      'perspective',
    ])
    expect(
      panelPlan(grid, { ...terms, unit: null, vanishing: null }, panelsOf(grid)[3]!, null).steps[0],
    ).not.toHaveProperty('guides')
  })
})

describe('what is found along a seam', () => {
  const { own } = panelSheet(grid)
  const about = { own, neighbour: 'B1, Kit' }

  it('is said with places, and marked on the sheet', () => {
    const found = seamFinding(
      'right',
      seamBetween(edge({ lines: [100], parts: [[200, 260, [90, 140, 200]]] }), edge({ lines: [300] })),
      about,
    )
    expect(found.verdict).toBe('not-yet')
    expect(found.sentence).toMatch(
      /right edge, to B1, Kit: the colours part by ΔE \d+ from 200 to 260 px from the top; a line of yours ends at 100 px from the top; a line comes over at 300 px and goes no further\./,
    )
    expect(found.marks).toContainEqual({ kind: 'ring', x: own.x1 - 3, y: own.y0 + 100, radius: 16, label: 'ends' })
    expect(found.marks).toContainEqual({ kind: 'path', points: [own.x1 - 3, own.y0 + 200, own.x1 - 3, own.y0 + 260] })
  })

  it('is the same for both sides, told from each', () => {
    const [upper, lower] = [edge({ lines: [100] }), edge()]
    const [here, there] = [
      seamFinding('below', seamBetween(upper, lower), about),
      seamFinding('above', seamBetween(lower, upper), about),
    ]
    expect(here.sentence).toContain('a line of yours ends at 100 px from the left')
    expect(there.sentence).toContain('a line comes over at 100 px')
    expect(there.figure).toEqual(here.figure)
  })

  it.each([
    ['met', edge({ lines: [100] }), edge({ lines: [102] })],
    ['nearly', edge({ parts: [[0, 99, [90, 140, 200]]] }), edge()],
    ['not-yet', edge({ parts: [[0, 299, [90, 140, 200]]] }), edge()],
  ] as const)('is %s', (verdict, mine, theirs) => {
    expect(seamFinding('left', seamBetween(mine, theirs), about).verdict).toBe(verdict)
  })

  it('is told to others without calling it theirs', () => {
    expect(
      seamFinding('below', seamBetween(edge({ lines: [100, 200] }), edge()), { ...about, whose: 'this part' }).sentence,
    ).toContain('2 lines of this part end at 100, 200 px from the left')
  })

  it('that is met says first that it is, then what is left', () => {
    const found = seamFinding('left', seamBetween(edge({ parts: [[50, 79, [90, 140, 200]]] }), edge()), about)
    expect(found.verdict).toBe('met')
    expect(found.sentence).toMatch(
      /^Along the left edge it runs on into B1, Kit, but for a little: the colours part by ΔE \d+ from 50 to 79 px from the top\.$/,
    )
    expect(seamFinding('left', seamBetween(edge(), edge()), about).sentence).toBe(
      'Along the left edge it runs on into B1, Kit.',
    )
  })

  it('can’t be told where the neighbour has nothing but white paper', () => {
    expect(seamFinding('left', null, about)).toMatchObject({
      verdict: 'cant-tell',
      figure: null,
      marks: [],
      sentence: 'Along the left edge there is only white paper so far: B1, Kit.',
    })
  })
})
