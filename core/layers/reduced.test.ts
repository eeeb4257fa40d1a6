import { describe, expect, it } from 'vitest'
import { loadKernels, TILE, TILE_BYTES } from '../kernels'
import { flattenDrawing, reducedDrawing, type Drawing, type Layer } from './index'

const kernels = loadKernels()
const sheet = { width: 700, height: 300, paper: [250, 249, 246] as const }

/** Slow waves of colour and alpha over all tiles. */
function waves(id: string, more: Partial<Layer> = {}): Layer {
  const tiles = new Map<number, Uint8Array>()
  for (let number = 0; number < 6; number++) {
    const tile = new Uint8Array(TILE_BYTES)
    for (let i = 0; i < TILE * TILE; i++) {
      const [x, y] = [(number % 3) * TILE + (i % TILE), Math.floor(number / 3) * TILE + Math.floor(i / TILE)]
      tile.set(
        [
          128 + 120 * Math.sin(x / 60),
          128 + 120 * Math.cos(y / 50),
          128 + 120 * Math.sin((x + y) / 70),
          128 + 127 * Math.sin(x / 90 + y / 80),
        ],
        4 * i,
      )
    }
    tiles.set(number, tile)
  }
  return { id, name: id, visible: true, opacity: 100, tiles, ...more }
}

describe('a drawing at a smaller size', () => {
  const drawing: Drawing = {
    sheet,
    groups: [{ id: 'g', name: 'g', visible: true, opacity: 70 }],
    layers: [
      waves('a'),
      waves('b', { mode: 'multiply', opacity: 60, group: 'g' }),
      waves('c', { mask: { id: 'm', base: 1, isOn: true, tiles: waves('m').tiles } }),
    ],
  }

  it.each([1, 2, 3])('level %i looks like the whole one', level => {
    const small = reducedDrawing(drawing, level)
    const by = 2 ** level
    expect([small.sheet.width, small.sheet.height]).toEqual([Math.ceil(700 / by), Math.ceil(300 / by)])
    const [whole, reduced] = [flattenDrawing(kernels, drawing), flattenDrawing(kernels, small)]
    let worst = 0
    for (let y = 0; y < Math.floor(300 / by); y++) {
      for (let x = 0; x < Math.floor(700 / by); x++) {
        for (let c = 0; c < 3; c++) {
          const middle = ((y * by + by / 2) * 700 + x * by + by / 2) * 4 + c
          worst = Math.max(worst, Math.abs(whole[middle]! - reduced[4 * (y * small.sheet.width + x) + c]!))
        }
      }
    }
    expect(worst).toBeLessThan(10)
  })

  it('is made once as long as the paint is the same', () => {
    const [first, again] = [
      reducedDrawing(drawing, 2),
      reducedDrawing({ ...drawing, layers: drawing.layers.map(layer => ({ ...layer, opacity: 50 })) }, 2),
    ]
    again.layers.forEach((layer, i) => expect(layer.tiles).toBe(first.layers[i]!.tiles))
    expect(again.layers[0]!.opacity).toBe(50)
  })
})
