import sharp from 'sharp'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { loadKernels, TILE, TILE_BYTES } from '../kernels'
import type { Drawing, Layer, Selection, Sheet } from '../layers'
import {
  combined,
  insideOutline,
  inverted,
  ofColour,
  paintOf,
  readSelection,
  selectionBox,
  selectionEdge,
  softened,
  wholeSheet,
  writeSelection,
} from './index'

const kernels = loadKernels()
const sheet: Sheet = { width: 300, height: 280, paper: [255, 255, 255] }
const whole = { x0: 0, y0: 0, x1: 300, y1: 280 }
const blank: Drawing = { sheet, layers: [] }
const box = (x0: number, y0: number, x1: number, y1: number): Selection =>
  insideOutline(blank, [x0, y0, x1, y0, x1, y1, x0, y1])
const sum = (values: ArrayLike<number>) =>
  Array.prototype.reduce.call(values, (a, b) => (a as number) + (b as number), 0) as number
const values = (selection: Selection) => readSelection(sheet, selection, whole)

/** A layer with one-colour boxes on it. */
function layerOf(...boxes: [number, number, number, number, number[]][]): Layer {
  const tiles = new Map<number, Uint8Array>()
  for (const [x0, y0, x1, y1, pixel] of boxes) {
    for (let y = y0; y < y1; y++) {
      for (let x = x0; x < x1; x++) {
        const number = Math.floor(y / TILE) * 2 + Math.floor(x / TILE)
        if (!tiles.has(number)) tiles.set(number, new Uint8Array(TILE_BYTES))
        tiles.get(number)!.set(pixel, 4 * ((y % TILE) * TILE + (x % TILE)))
      }
    }
  }
  return { id: 'one', name: 'one', visible: true, opacity: 100, tiles }
}

describe('an area', () => {
  it('inside an outline covers px by the share that lies inside, over tile borders', () => {
    const found = box(250.5, 10, 260, 20)
    expect(selectionBox(sheet, found)).toEqual({ x0: 250, y0: 10, x1: 260, y1: 20 })
    expect([...readSelection(sheet, found, { x0: 249, y0: 12, x1: 252, y1: 13 })]).toEqual([0, 128, 255])
    expect(sum(values(found))).toBe(9 * 10 * 255 + 10 * 128)
  })

  it('off the sheet is nothing', () => {
    expect(box(400, 10, 500, 20).size).toBe(0)
  })

  it('of a colour is what hangs together, or all of it', () => {
    const red = [200, 30, 30, 255]
    const layer = layerOf([10, 10, 30, 30, red], [100, 100, 110, 110, red], [50, 50, 60, 60, [20, 20, 200, 255]])
    const drawing = { sheet, layers: [layer] }
    const place = { x: 12, y: 12, tolerance: 10, borders: 'this' as const }
    expect(sum(values(ofColour(kernels, drawing, layer, place, true))) / 255).toBe(400)
    expect(sum(values(ofColour(kernels, drawing, layer, place, false))) / 255).toBe(500)
    expect(ofColour(kernels, drawing, layer, { ...place, x: 5000 }, true).size).toBe(0)
  })

  it('of the paint is as strong as the paint', () => {
    const found = paintOf(layerOf([10, 10, 20, 20, [1, 2, 3, 90]], [290, 270, 300, 280, [0, 0, 0, 255]]))
    expect(sum(values(found))).toBe(100 * 90 + 100 * 255)
  })
})

describe('choices put together', () => {
  const a = box(10, 10, 60, 60)
  const b = box(40.5, 40, 90, 90)
  const area = (selection: Selection) => sum(values(selection)) / 255

  it.each([
    ['new', 49.5 * 50],
    ['add', 2500 + 49.5 * 50 - 19.5 * 20],
    ['subtract', 2500 - 19.5 * 20],
    ['keep', 19.5 * 20],
  ] as const)('%s', (choice, expected) => {
    const once = combined(a, b, choice)
    expect(area(once)).toBeCloseTo(expected, 0)
    expect(values(combined(once, b, choice)), 'twice is once').toEqual(values(once))
  })

  it('the rest of the rest is what was chosen, and the whole has no rest', () => {
    expect(values(inverted(sheet, inverted(sheet, b)))).toEqual(values(b))
    expect(inverted(sheet, wholeSheet(blank)).size).toBe(0)
    expect(sum(values(inverted(sheet, null))) / 255).toBe(300 * 280)
  })
})

describe('a softened edge', () => {
  it.each([4, 10, 24])('of %i px fades as a Gaussian does (sharp’s blur)', async radius => {
    const hard = box(90, 80, 210, 200)
    const soft = values(softened(sheet, hard, radius))
    // Three boxes of half-width k have the variance k (k + 1); radius 4, 10, 24: k = 2, 5, 12.
    const k = radius / 2
    const { data } = await sharp(Buffer.from(values(hard)), { raw: { width: 300, height: 280, channels: 1 } })
      .blur({ sigma: Math.sqrt(k * (k + 1)), minAmplitude: 0.001 })
      .toColourspace('b-w')
      .raw()
      .toBuffer({ resolveWithObject: true })
    const worst = Math.max(...soft.map((value, i) => Math.abs(value - data[i]!)))
    expect(worst).toBeLessThanOrEqual(9)
    expect(sum(soft) / sum(values(hard))).toBeCloseTo(1, 2)
  })

  it('leaves the whole sheet whole', () => {
    expect(values(softened(sheet, wholeSheet(blank), 20)).every(value => value === 255)).toBe(true)
  })
})

describe('the edge', () => {
  it('of a box is its four corners, clockwise', () => {
    expect(selectionEdge(sheet, box(20, 30, 50, 70))).toEqual([[50, 30, 50, 70, 20, 70, 20, 30]])
  })

  it('encloses just the chosen px, whatever their shape', () => {
    const small: Sheet = { width: 24, height: 20, paper: [0, 0, 0] }
    const area = (loop: number[]) => {
      let twice = 0
      for (let i = 0; i < loop.length; i += 2)
        twice += loop[i]! * loop[(i + 3) % loop.length]! - loop[(i + 2) % loop.length]! * loop[i + 1]!
      return twice / 2
    }
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 480, maxLength: 480 }), bytes => {
        const selection = writeSelection(small, { x0: 0, y0: 0, x1: 24, y1: 20 }, Uint8Array.from(bytes))
        const loops = selectionEdge(small, selection)
        expect(loops.reduce((total, loop) => total + area(loop), 0)).toBe(bytes.filter(value => value >= 128).length)
      }),
      { numRuns: 60, seed: 20 },
    )
  })

  it('of a ring has a hole that runs the other way', () => {
    const ring = combined(box(20, 20, 80, 80), box(40, 40, 60, 60), 'subtract')
    expect(selectionEdge(sheet, ring).map(loop => loop.length)).toEqual([8, 8])
  })

  it('of nothing is nothing', () => {
    expect(selectionEdge(sheet, new Map())).toEqual([])
  })
})
