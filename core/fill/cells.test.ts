import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { loadKernels, type Kernels } from '../kernels'
import { layerAlpha, type Drawing, type Layer } from '../layers'
import { fillPolygon, newBits, setRun, squaredDistances } from '../raster'
import { findGaps, leaksFrom, pour, type Pour } from './index'
import { drawCell, drawnCell, gapOf, type DrawnCell } from './testing'

const kernels: Kernels = loadKernels()
const SIDE = 260
const sheet = { width: SIDE, height: SIDE, paper: [255, 255, 255] as const }
const blank = (id: string): Layer => ({ id, name: id, visible: true, opacity: 100, tiles: new Map() })
const LINE = [30, 28, 26] as const

function drawn(cell: DrawnCell): Drawing {
  const empty: Drawing = { sheet, layers: [blank('colour'), blank('lines')] }
  return drawCell(kernels, empty, empty.layers[1]!, cell, LINE)
}
const act = (cell: DrawnCell, more: Partial<Pour> = {}): Pour => ({
  where: { kind: 'places', points: [cell.middle.x, cell.middle.y] },
  paint: { kind: 'colour', colour: [143, 170, 176] },
  tolerance: 40,
  borders: 'all',
  gap: cell.gap,
  grow: 2,
  seed: 1,
  ...more,
})

const cells = (() => {
  const random = seededRandom(2026)
  return Array.from({ length: 200 }, () => drawnCell(random, SIDE))
})()

describe('pouring into 200 cells drawn by hand, lines of 2 to 12 px, gaps of 0 to 20 px', () => {
  it('with the closing at the gap or over it: 99 % stays inside, and 99 % of the cell is covered to under the line', () => {
    const random = seededRandom(5)
    let leastInside = 1
    let leastCovered = 1
    const bad: string[] = []
    for (const [i, cell] of cells.entries()) {
      const drawing = drawn(cell)
      const closing = Math.min(cell.gap + random.pick([0, 0, 2, 6]), 40)
      const after = pour(kernels, drawing, drawing.layers[0]!, act(cell, { gap: closing })).drawing
      const paint = layerAlpha(after, after.layers[0]!)
      const inside = fillPolygon(cell.outline, SIDE, SIDE)
      const toEdge = squaredDistances(
        inside.map(value => (value ? 0 : 1)),
        SIDE,
        SIDE,
      )
      const toInside = squaredDistances(inside, SIDE, SIDE)
      let filled = 0
      let stray = 0
      let cellArea = 0
      let covered = 0
      for (let j = 0; j < paint.length; j++) {
        const half = cell.lineWidth / 2
        if (paint[j]! > 127) {
          filled++
          if (toInside[j]! > half * half) stray++
        }
        // The cell up to the line's inner edge.
        if (inside[j] && toEdge[j]! > (half + 0.5) ** 2) {
          cellArea++
          if (paint[j]! > 127) covered++
        }
      }
      const [stays, covers] = [1 - stray / Math.max(filled, 1), covered / cellArea]
      leastInside = Math.min(leastInside, stays)
      leastCovered = Math.min(leastCovered, covers)
      if (stays < 0.99 || covers < 0.99)
        bad.push(
          `${i}: line ${cell.lineWidth}, gap ${cell.gap} closed ${closing}: ${(100 * stays).toFixed(2)} % inside, ${(100 * covers).toFixed(2)} % covered`,
        )
    }
    console.log(
      `200 cells: at least ${(100 * leastInside).toFixed(2)} % inside, at least ${(100 * leastCovered).toFixed(2)} % covered`,
    )
    expect(bad).toEqual([])
  })

  it('finds every gap within 3 px of its place and 2 px of its width in at least 97 %', () => {
    const withGap = cells.filter(cell => cell.gap > 0)
    const missed: string[] = []
    let farthest = 0
    for (const cell of withGap) {
      const drawing = drawn(cell)
      const found = findGaps(kernels, openOf(drawing), 32)
      const leaks = leaksFrom(found, SIDE, Math.floor(cell.middle.x), Math.floor(cell.middle.y), 0)
      const at = gapOf(cell)
      const near = leaks.find(gap => Math.hypot(gap.x - at.x, gap.y - at.y) <= 3 && Math.abs(gap.width - at.width) <= 2)
      if (near && leaks.length === 1) farthest = Math.max(farthest, Math.hypot(near.x - at.x, near.y - at.y))
      else
        missed.push(
          `line ${cell.lineWidth}, gap ${at.width.toFixed(1)} at ${at.x.toFixed(0)}, ${at.y.toFixed(0)}: ${leaks.map(gap => `${gap.width} px at ${gap.x.toFixed(0)}, ${gap.y.toFixed(0)}`).join('; ') || 'none'}`,
        )
    }
    const share = 1 - missed.length / withGap.length
    console.log(
      `${withGap.length} gaps: ${(100 * share).toFixed(1)} % found right, at most ${farthest.toFixed(1)} px away`,
    )
    expect(share, missed.join('\n')).toBeGreaterThanOrEqual(0.97)
  })

  it('finds none where the outline is closed', () => {
    const closed = cells.filter(cell => cell.gap === 0)
    expect(closed.length).toBeGreaterThan(20)
    const found = closed.flatMap(cell =>
      leaksFrom(
        findGaps(kernels, openOf(drawn(cell)), 32),
        SIDE,
        Math.floor(cell.middle.x),
        Math.floor(cell.middle.y),
        0,
      ),
    )
    expect(found).toEqual([])
  })
})

/** What a pour of the usual tolerance can go over. */
function openOf(drawing: Drawing) {
  const alpha = layerAlpha(drawing, drawing.layers[1]!)
  const bits = newBits(SIDE, SIDE)
  for (let y = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++) if (alpha[y * SIDE + x]! <= 128) setRun(bits, y, x, x + 1)
  return bits
}
