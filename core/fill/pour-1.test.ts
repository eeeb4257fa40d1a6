import { beforeEach, describe, expect, it } from 'vitest'
import { loadKernels, TILE, TILE_BYTES } from '../kernels'
import type { Drawing, Layer } from '../layers'
import { layerAlpha } from '../layers'
import { pour1 as pour, type Pour1 as Pour } from './index'

const kernels = loadKernels()
const SIDE = 300 // More than a tile, so that the flood crosses from one to the next.
const sheet = { width: SIDE, height: SIDE, paper: [255, 255, 255] as const }
const ACT: Pour = { x: 150, y: 150, colour: [200, 30, 40], tolerance: 20, borders: 'all', grow: 0, seed: 1 }

/** A layer painted where `isInk` says so. */
function painted(id: string, isInk: (x: number, y: number) => number): Layer {
  const tiles = new Map<number, Uint8Array>()
  for (let number = 0; number < 4; number++) {
    const tile = new Uint8Array(TILE_BYTES)
    for (let y = 0; y < TILE; y++) {
      for (let x = 0; x < TILE; x++) {
        const sx = x + (number % 2) * TILE
        const sy = y + Math.floor(number / 2) * TILE
        const alpha = sx < SIDE && sy < SIDE ? isInk(sx, sy) : 0
        if (alpha) tile.set([20, 20, 20, alpha], 4 * (y * TILE + x))
      }
    }
    tiles.set(number, tile)
  }
  return { id, name: id, visible: true, opacity: 100, tiles }
}

/** A box of lines, 60 … 240, two px thick. */
const box = (x: number, y: number) => {
  const onX = (x >= 60 && x < 62) || (x >= 238 && x < 240)
  const onY = (y >= 60 && y < 62) || (y >= 238 && y < 240)
  return (onX && y >= 60 && y < 240) || (onY && x >= 60 && x < 240) ? 255 : 0
}
const clear: Layer = { id: 'colour', name: 'colour', visible: true, opacity: 100, tiles: new Map() }

function areaAfter(drawing: Drawing, act: Pour): number {
  const after = pour(
    kernels,
    drawing,
    drawing.layers.find(layer => layer.id === 'colour')!,
    act,
  ).drawing
  return layerAlpha(
    after,
    after.layers.find(layer => layer.id === 'colour')!,
  ).reduce((sum, value) => sum + (value === 255 ? 1 : 0), 0)
}

beforeEach(() => kernels.openMask(SIDE, SIDE))

describe('pouring', () => {
  const lines = painted('lines', box)
  const drawing: Drawing = { sheet, layers: [clear, lines] }

  it('fills exactly what the lines enclose', () => {
    expect(areaAfter(drawing, ACT)).toBe(176 * 176)
  })

  it.each([1, 2, 5, 8])('creeps %i px under the line', grow => {
    const expected = pourReference(grow)
    expect(areaAfter(drawing, { ...ACT, grow })).toBe(expected)
  })

  /** The Minkowski sum of the inside with a disc, pixel by pixel. */
  function pourReference(radius: number): number {
    let count = 0
    for (let y = 0; y < SIDE; y++) {
      for (let x = 0; x < SIDE; x++) {
        const dx = Math.max(62 - x, x - 237, 0)
        const dy = Math.max(62 - y, y - 237, 0)
        if (dx * dx + dy * dy <= radius * radius) count++
      }
    }
    return count
  }

  it('runs out through a gap of one pixel, not through a corner that touches', () => {
    const gap = painted('lines', (x, y) => (x === 150 && y < 62 ? 0 : box(x, y)))
    expect(areaAfter({ sheet, layers: [clear, gap] }, ACT)).toBeGreaterThan(SIDE * SIDE * 0.9)
    const corner = painted('lines', (x, y) => (x + y === 240 || x + y === 241 ? 255 : 0))
    expect(areaAfter({ sheet, layers: [clear, corner] }, { ...ACT, x: 10, y: 10 })).toBeLessThan(SIDE * SIDE * 0.5)
  })

  it('stops at faint lines or goes over them, as the tolerance says', () => {
    const faint = painted('lines', (x, y) => (box(x, y) ? 40 : 0))
    // 40 of 255 of (20, 20, 20) on white is 37 levels darker.
    expect(areaAfter({ sheet, layers: [clear, faint] }, { ...ACT, tolerance: 30 })).toBe(176 * 176)
    expect(areaAfter({ sheet, layers: [clear, faint] }, { ...ACT, tolerance: 45 })).toBe(SIDE * SIDE)
  })

  it('sees only its own layer when it is asked to', () => {
    expect(areaAfter(drawing, { ...ACT, borders: 'this' })).toBe(SIDE * SIDE)
  })

  it('does nothing off the sheet', () => {
    const { filled, drawing: after } = pour(kernels, drawing, clear, { ...ACT, x: -1 })
    expect(filled).toBeNull()
    expect(after).toBe(drawing)
  })

  it('leaves the mask clean for the next stroke', () => {
    areaAfter(drawing, { ...ACT, grow: 4 })
    expect(kernels.readMask({ x0: 0, y0: 0, x1: SIDE, y1: SIDE }).some(value => value !== 0)).toBe(false)
  })
})
