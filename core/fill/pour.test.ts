/* eslint-disable max-lines -- every rule of the pour on the same few outlines */
import { beforeEach, describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { difference00, type Rgb8 } from '../colour'
import { loadKernels, TILE, TILE_BYTES } from '../kernels'
import { flattenDrawing, layerAlpha, type Drawing, type Layer } from '../layers'
import { findGaps, inkEnd, leaksFrom, openingsFrom, openPx, PATTERNS, patternAt, pour, type Pour } from './index'
import { drawCell, drawnCell } from './testing'

const kernels = loadKernels()
const SIDE = 300
const sheet = { width: SIDE, height: SIDE, paper: [255, 255, 255] as const }
const blank = (id: string): Layer => ({ id, name: id, visible: true, opacity: 100, tiles: new Map() })

/** A layer of ink where `alphaAt` says so. */
function inked(
  id: string,
  alphaAt: (x: number, y: number) => number,
  colour: readonly [number, number, number] = [20, 20, 20],
): Layer {
  const tiles = new Map<number, Uint8Array>()
  for (let number = 0; number < 4; number++) {
    const tile = new Uint8Array(TILE_BYTES)
    for (let y = 0; y < TILE; y++) {
      for (let x = 0; x < TILE; x++) {
        const [sx, sy] = [x + (number % 2) * TILE, y + Math.floor(number / 2) * TILE]
        const alpha = sx < SIDE && sy < SIDE ? alphaAt(sx, sy) : 0
        if (alpha) tile.set([...colour, alpha], 4 * (y * TILE + x))
      }
    }
    tiles.set(number, tile)
  }
  return { ...blank(id), tiles }
}

/** Three cells side by side, walls 4 px. */
const cellsInk = (x: number, y: number) => {
  if (x < 16 || x >= 284 || y < 100 || y >= 200) return 0
  const wall = x < 20 || x >= 280 || y < 104 || y >= 196 || (x >= 106 && x < 110) || (x >= 194 && x < 198)
  return wall ? 255 : 0
}
const act = (points: number[], more: Partial<Pour> = {}): Pour => ({
  where: { kind: 'places', points },
  paint: { kind: 'colour', colour: [200, 30, 40] },
  tolerance: 40,
  borders: 'all',
  gap: 0,
  grow: 0,
  seed: 1,
  ...more,
})
const colourLayer = (drawing: Drawing) => drawing.layers.find(layer => layer.id === 'colour')!
const run = (drawing: Drawing, what: Pour) => pour(kernels, drawing, colourLayer(drawing), what).drawing
const area = (drawing: Drawing) =>
  layerAlpha(drawing, colourLayer(drawing)).reduce((sum, value) => sum + (value > 127 ? 1 : 0), 0)
const CELL = 86 * 92
const MIDDLE = 84 * 92
const THIRD = 82 * 92
const cells: Drawing = { sheet, layers: [blank('colour'), inked('lines', cellsInk)] }

beforeEach(() => kernels.openMask(SIDE, SIDE))

describe('pouring across cells', () => {
  it('fills the one that is touched', () => {
    expect(area(run(cells, act([60, 150])))).toBe(CELL)
  })

  it('fills all that a drag crosses, and not the lines between', () => {
    const dragged = run(cells, act([60, 150, 100, 150, 107, 150, 108, 150, 150, 152, 190, 150, 196, 150, 240, 150]))
    expect(area(dragged)).toBe(CELL + MIDDLE + THIRD)
    expect(layerAlpha(dragged, colourLayer(dragged))[150 * SIDE + 108]).toBe(0)
  })

  it('passes over what has another colour than where it began', () => {
    const first = run(cells, act([150, 150], { paint: { kind: 'colour', colour: [10, 90, 200] } }))
    const both = run(first, act([60, 150, 150, 150, 240, 150]))
    const at = (x: number) => [
      ...flattenDrawing(kernels, both).subarray(4 * (150 * SIDE + x), 4 * (150 * SIDE + x) + 3),
    ]
    expect([at(60), at(150), at(240)]).toEqual([
      [200, 30, 40],
      [10, 90, 200],
      [200, 30, 40],
    ])
  })

  it('fills every closed cell inside a loop, and not those that it cuts', () => {
    const loop = (x1: number): Pour => act([], { where: { kind: 'loop', points: [8, 90, x1, 90, x1, 212, 8, 212] } })
    // Round the first two cells, through the third.
    expect(area(run(cells, loop(240)))).toBe(CELL + MIDDLE)
    expect(area(run(cells, loop(295)))).toBe(CELL + MIDDLE + THIRD)
  })

  it('fills hundreds of tiny cells in a loop', () => {
    const grid: Drawing = {
      sheet,
      layers: [
        blank('colour'),
        inked('lines', (x, y) =>
          x >= 30 && x <= 270 && y >= 30 && y <= 270 && ((x - 30) % 12 < 2 || (y - 30) % 12 < 2) ? 255 : 0,
        ),
      ],
    }
    const filled = run(grid, act([], { where: { kind: 'loop', points: [20, 20, 280, 20, 280, 280, 20, 280] } }))
    expect(area(filled)).toBe(20 * 20 * 10 * 10)
  })

  it('clears what is there, and pours patterns that cover their share', () => {
    const filled = run(cells, act([60, 150]))
    expect(area(run(filled, act([60, 150], { paint: { kind: 'clear' } })))).toBe(0)
    for (const pattern of PATTERNS) {
      const share =
        area(run(cells, act([60, 150], { paint: { kind: 'pattern', colour: [0, 0, 0], pattern, size: 16 } }))) / CELL
      expect(share, pattern).toBeGreaterThan(0.1)
      expect(share, pattern).toBeLessThan(0.75)
    }
    const grained = run(
      cells,
      act([60, 150], {
        paint: {
          kind: 'grain',
          colour: [0, 0, 0],
          cover: 0.6,
          grain: { texture: 'cold-pressed', depth: 0.5, bite: 2 },
        },
      }),
    )
    const alphas = layerAlpha(grained, colourLayer(grained))
    expect(new Set(alphas).size).toBeGreaterThan(10)
  })

  it('does nothing off the sheet, and leaves the mask clean', () => {
    expect(pour(kernels, cells, colourLayer(cells), act([-5, 900])).filled).toBeNull()
    run(cells, act([60, 150], { grow: 3, gap: 9 }))
    expect(kernels.readMask({ x0: 0, y0: 0, x1: SIDE, y1: SIDE }).some(value => value !== 0)).toBe(false)
  })

  it('stops at the lines of the chosen layers only', () => {
    const more = { ...cells, layers: [...cells.layers, inked('other', (x, y) => (y === 150 ? 255 : 0))] }
    expect(area(run(more, act([60, 120])))).toBe(86 * 46)
    expect(area(run(more, act([60, 120], { borders: ['lines'] })))).toBe(CELL)
    expect(area(run(more, act([60, 120], { borders: ['colour'] })))).toBe(SIDE * SIDE)
  })
})

describe('patterns', () => {
  it.each(PATTERNS)('%s repeats and stays between nothing and all', pattern => {
    for (let i = 0; i < 400; i++) {
      const [x, y] = [i % 23, Math.floor(i / 23)]
      const here = patternAt(pattern, 24, x, y)
      expect(here).toBeGreaterThanOrEqual(0)
      expect(here).toBeLessThanOrEqual(1)
      if (pattern !== 'slanting') expect(patternAt(pattern, 24, x + 48, y + 48)).toBeCloseTo(here, 9)
    }
  })
})

describe('under the line', () => {
  it('a growth of 2 px under a smooth line of 4 px leaves no px lighter than line and fill together', () => {
    // Rings and slanting lines drawn with a real pen: their edges are smooth in every direction.
    const random = seededRandom(41)
    let [worst, looked, bare] = [0, 0, 0]
    for (let round = 0; round < 12; round++) {
      const cell = { ...drawnCell(random, SIDE), lineWidth: 4, gap: 0 }
      const empty: Drawing = { sheet, layers: [blank('colour'), blank('lines')] }
      const fill: Rgb8 = random.pick([
        [143, 170, 176],
        [240, 205, 60],
        [200, 90, 70],
      ] as Rgb8[])
      const drawing = drawCell(kernels, empty, empty.layers[1]!, cell, [30, 28, 26])
      const after = run(
        drawing,
        act([cell.middle.x, cell.middle.y], { grow: 2, paint: { kind: 'colour', colour: fill } }),
      )
      const line = layerAlpha(drawing, drawing.layers[1]!)
      const paint = layerAlpha(after, colourLayer(after))
      const shown = flattenDrawing(kernels, after)
      // From the cell outward to the crest of the line: there the fill must lie under all of it.
      for (let turn = 0; turn < 360; turn++) {
        const angle = (turn * Math.PI) / 180
        let crest = 0
        for (let far = 0; far < 200; far += 0.5) {
          const [x, y] = [
            Math.floor(cell.middle.x + far * Math.cos(angle)),
            Math.floor(cell.middle.y + far * Math.sin(angle)),
          ]
          const ink = line[y * SIDE + x]!
          if (ink < crest || ink === 255) break
          crest = Math.max(crest, ink)
          const share = ink / 255
          const ideal = fill.map((value, c) => value + ([30, 28, 26][c]! - value) * share) as unknown as Rgb8
          const at = 4 * (y * SIDE + x)
          worst = Math.max(
            worst,
            difference00([shown[at]!, shown[at + 1]!, shown[at + 2]!], ideal.map(Math.round) as unknown as Rgb8),
          )
          if (paint[y * SIDE + x] !== 255) bare++
          if (ink > 0) looked++
        }
      }
    }
    console.log(
      `no pale fringe: ${looked} px on the inner side of lines looked at, at most ΔE00 ${worst.toFixed(2)} from line over fill`,
    )
    expect(bare).toBe(0)
    expect(looked).toBeGreaterThan(4000)
    expect(worst).toBeLessThan(2)
  })

  it('does not come out on the other side of a line of 2 px', () => {
    const thin: Drawing = {
      sheet,
      layers: [
        blank('colour'),
        inked('lines', (x, y) =>
          x >= 99 && x <= 201 && y >= 99 && y <= 201 && (x < 101 || x >= 200 || y < 101 || y >= 200) ? 255 : 0,
        ),
      ],
    }
    const filled = run(thin, act([150, 150], { grow: 8 }))
    const alpha = layerAlpha(filled, colourLayer(filled))
    expect(alpha[150 * SIDE + 98]).toBe(0)
    expect(alpha[150 * SIDE + 99]).toBe(255)
    expect(area(filled)).toBe(103 * 103)
  })

  it('goes behind a line of its own layer, and leaves the line as it is', () => {
    const soft = (x: number, y: number) => {
      const far = Math.abs(Math.hypot(x - 150, y - 150) - 80.5)
      return Math.round(255 * Math.min(Math.max(3 - far, 0), 1))
    }
    const own: Drawing = { sheet, layers: [inked('colour', soft)] }
    const before = flattenDrawing(kernels, own)
    const after = run(own, act([150, 150], { borders: 'this', grow: 2 }))
    const shown = flattenDrawing(kernels, after)
    for (let i = 0; i < SIDE * SIDE; i++) {
      const ink = soft(i % SIDE, Math.floor(i / SIDE))
      if (ink === 255) expect([...shown.subarray(4 * i, 4 * i + 3)]).toEqual([...before.subarray(4 * i, 4 * i + 3)])
    }
    // Half way up the line's inner edge its ink lies over the fill, not over paper.
    const edge = Array.from({ length: SIDE }, (_, x) => x).find(
      x => x > 150 && soft(x, 150) > 60 && soft(x, 150) < 200,
    )!
    expect(shown[4 * (150 * SIDE + edge) + 1]).toBeLessThan(before[4 * (150 * SIDE + edge) + 1]! - 20)
  })
})

describe('gaps', () => {
  const walls = inked('lines', (x, y) =>
    cellsInk(x, y) && !(y >= 196 && x >= 60 && x < 69) && !(x >= 106 && x < 110 && y >= 140 && y < 146) ? 255 : 0,
  )
  const leaky: Drawing = { sheet, layers: [blank('colour'), walls] }

  it('run out when they are wider than what is closed', () => {
    expect(area(run(leaky, act([60, 150])))).toBeGreaterThan(SIDE * SIDE * 0.7)
    expect(area(run(leaky, act([60, 150], { gap: 6 })))).toBeGreaterThan(SIDE * SIDE * 0.5)
  })

  it('are closed when they are not, corners filled', () => {
    const closed = area(run(leaky, act([60, 150], { gap: 9 })))
    expect(closed).toBeGreaterThanOrEqual(CELL)
    // A little of the mouth of a gap may be filled.
    expect(closed).toBeLessThan(CELL + 60)
    const corner = layerAlpha(run(leaky, act([60, 150], { gap: 9 })), colourLayer(leaky))
    expect(corner).toBeDefined()
  })

  it('are all found, with the places of their ends; those of a cell are its leaks', () => {
    const open = openPx(kernels, leaky, walls, { tolerance: 40, borders: 'this' })
    const found = findGaps(kernels, open, 32)
    expect(
      found.gaps.map(gap => [gap.width, Math.round(gap.x), Math.round(gap.y)]).sort((a, b) => a[0]! - b[0]!),
    ).toEqual([
      [6, expect.closeTo(108, -1), 143],
      [9, 65, expect.closeTo(198, -1)],
    ])
    expect(
      leaksFrom(found, SIDE, 60, 150, 0)
        .map(gap => gap.width)
        .sort(),
    ).toEqual([6, 9])
    expect(leaksFrom(found, SIDE, 150, 150, 0).map(gap => gap.width)).toEqual([6])
    // Closed up to 6 px only the wide one leaks; from outside nothing runs out.
    expect(leaksFrom(found, SIDE, 60, 150, 6).map(gap => gap.width)).toEqual([9])
    expect(leaksFrom(found, SIDE, 5, 5, 0)).toEqual([])
  })

  it('on the way out are those to the outside, from wherever the pour runs to', () => {
    const found = findGaps(kernels, openPx(kernels, leaky, walls, { tolerance: 40, borders: 'this' }), 32)
    // From the middle cell it runs into the first one, and out of that.
    expect(openingsFrom(found, SIDE, 150, 150).map(gap => gap.width)).toEqual([9])
    expect(openingsFrom(found, SIDE, 240, 150)).toEqual([])
  })

  it('are bridged by the line’s own width and colour', () => {
    const open = openPx(kernels, leaky, walls, { tolerance: 40, borders: 'this' })
    const wide = findGaps(kernels, open, 32).gaps.find(gap => gap.width === 9)!
    const ends = wide.ends.map(place => inkEnd(sheet, walls, place)!)
    for (const end of ends) {
      expect(Math.abs(end.width - 4)).toBeLessThanOrEqual(1)
      expect(end.colour).toEqual([20, 20, 20])
      expect(Math.abs(end.y - 198)).toBeLessThan(2.5)
    }
    expect(inkEnd(sheet, walls, { x: 150, y: 150 })).toBeNull()
  })

  it('of a blank sheet there are none', () => {
    expect(
      findGaps(
        kernels,
        openPx(kernels, { sheet, layers: [blank('colour')] }, blank('colour'), { tolerance: 40, borders: 'all' }),
        32,
      ).gaps,
    ).toEqual([])
  })
})
