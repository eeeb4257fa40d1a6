import { describe, expect, it } from 'vitest'
import { loadKernels, TILE_BYTES } from '../kernels'
import { changedTiles, flattenDrawing, layerThumbnail, Touched, tilesUnder, type Drawing, type Layer } from './index'

const sheet = { width: 600, height: 400, paper: [250, 240, 230] as const }

function solid(r: number, g: number, b: number, a: number): Uint8Array {
  const tile = new Uint8Array(TILE_BYTES)
  for (let i = 0; i < TILE_BYTES; i += 4) tile.set([r, g, b, a], i)
  return tile
}

const layer = (id: string, tiles: [number, Uint8Array][], more: Partial<Layer> = {}): Layer => ({
  id,
  name: id,
  visible: true,
  opacity: 100,
  tiles: new Map(tiles),
  ...more,
})

describe('what changed between two drawings', () => {
  const red = solid(255, 0, 0, 255)
  const before: Drawing = {
    sheet,
    layers: [
      layer('a', [
        [0, red],
        [3, red],
      ]),
      layer('b', []),
    ],
  }

  it.each<[string, Drawing, number[]]>([
    ['nothing', before, []],
    ['a tile painted', { sheet, layers: [before.layers[0]!, layer('b', [[4, red]])] }, [4]],
    [
      'a tile painted anew and one gone',
      { sheet, layers: [layer('a', [[0, solid(0, 0, 1, 255)]]), before.layers[1]!] },
      [0, 3],
    ],
    [
      'a layer hidden',
      { sheet, layers: [{ ...before.layers[0]!, visible: false }, before.layers[1]!] },
      [0, 1, 2, 3, 4, 5],
    ],
    ['the order', { sheet, layers: [before.layers[1]!, before.layers[0]!] }, [0, 1, 2, 3, 4, 5]],
  ])('%s', (_what, after, expected) => {
    expect([...changedTiles(before, after)].sort((a, b) => a - b)).toEqual(expected)
  })
})

describe('flattening', () => {
  const kernels = loadKernels()
  const pixel = (drawing: Drawing, x: number, y: number) => [
    ...flattenDrawing(kernels, drawing).subarray(4 * (y * sheet.width + x), 4 * (y * sheet.width + x) + 4),
  ]

  it('shows the paper where nothing is painted, and the layers in their order', () => {
    const drawing: Drawing = {
      sheet,
      layers: [
        layer('low', [[0, solid(10, 20, 30, 255)]]),
        layer('high', [[0, solid(200, 100, 0, 255)]], { opacity: 50 }),
      ],
    }
    expect(pixel(drawing, 599, 399)).toEqual([250, 240, 230, 255])
    expect(pixel(drawing, 5, 5)).toEqual([105, 60, 15, 255])
  })

  it('leaves hidden layers out', () => {
    expect(pixel({ sheet, layers: [layer('a', [[0, solid(1, 2, 3, 255)]], { visible: false })] }, 5, 5)).toEqual([
      250, 240, 230, 255,
    ])
  })

  it('does the same in turns, with more layers than one call takes', () => {
    const many = Array.from({ length: 90 }, (_, i) => layer(`l${i}`, [[0, solid(i * 2, 0, 0, i === 89 ? 255 : 40)]]))
    expect(pixel({ sheet, layers: many }, 3, 3)).toEqual([178, 0, 0, 255])
  })
})

describe('touched tiles', () => {
  it('hold what was touched, tile by tile, and nothing off the sheet', () => {
    const touched = new Touched(sheet)
    touched.add({ x0: -20, y0: -20, x1: 10, y1: 10 })
    touched.add({ x0: 250, y0: 100, x1: 270, y1: 120 })
    touched.add({ x0: 700, y0: 0, x1: 720, y1: 10 })
    expect(touched.parts()).toEqual([
      { number: 0, part: { x0: 0, y0: 0, x1: 256, y1: 120 } },
      { number: 1, part: { x0: 256, y0: 100, x1: 270, y1: 120 } },
    ])
    expect([touched.has(1), touched.has(2)]).toEqual([true, false])
  })

  it('of a long slanting stroke are few, though its box holds many', () => {
    const big = { width: 2560, height: 2560, paper: [255, 255, 255] as const }
    const touched = new Touched(big)
    for (let i = 0; i < 2500; i += 5) touched.add({ x0: i, y0: i, x1: i + 20, y1: i + 20 })
    expect(touched.parts().length).toBeLessThan(30)
    expect(tilesUnder(big, { x0: 0, y0: 0, x1: 2520, y1: 2520 })).toHaveLength(100)
  })
})

describe('a thumbnail', () => {
  it('keeps colour and coverage', () => {
    const pixels = layerThumbnail(sheet, layer('a', [[0, solid(200, 40, 10, 128)]]), 60, 40)
    expect([...pixels.subarray(0, 4)]).toEqual([200, 40, 10, 128])
    expect([...pixels.subarray(4 * 59, 4 * 60)]).toEqual([0, 0, 0, 0])
  })

  it('of a clear layer is clear', () => {
    expect(layerThumbnail(sheet, layer('a', []), 60, 40).every(value => value === 0)).toBe(true)
  })
})
