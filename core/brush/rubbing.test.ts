/* eslint-disable max-lines -- smudging and softening on the same few drawings */
import { describe, expect, it } from 'vitest'
import { lightnessOf } from '../colour'
import { loadKernels, plainKernels, TILE, TILE_BYTES, type Kernels } from '../kernels'
import { flattenDrawing, type Drawing, type Layer, type Selection } from '../layers'
import { packSample, Rubbing, Stroke, toolSettings, type ToolSettings } from './index'

const kernels = loadKernels()
const [WIDTH, HEIGHT] = [400, 240]
const sheet = { width: WIDTH, height: HEIGHT, paper: [255, 255, 255] as const }

function painted(
  of: (x: number, y: number) => readonly [number, number, number, number],
  more: Partial<Layer> = {},
): Drawing {
  const tiles = new Map<number, Uint8Array>()
  for (let number = 0; number < 2; number++) {
    const tile = new Uint8Array(TILE_BYTES)
    for (let i = 0; i < TILE * TILE; i++) {
      const [x, y] = [number * TILE + (i % TILE), Math.floor(i / TILE)]
      if (x < WIDTH && y < HEIGHT) tile.set(of(x, y), 4 * i)
    }
    tiles.set(number, tile)
  }
  return { sheet, layers: [{ id: 'a', name: 'a', visible: true, opacity: 100, tiles, ...more }] }
}
const px = (drawing: Drawing) => {
  const pixels = flattenDrawing(
    kernels,
    { sheet, layers: drawing.layers.map(layer => ({ ...layer, inside: false })) },
    null,
  )
  return (x: number, y: number) => [...pixels.subarray(4 * (y * WIDTH + x), 4 * (y * WIDTH + x) + 4)]
}

/** A hand's way: wobbling, of uneven speed. Sheet px. */
function path(points: readonly (readonly [number, number])[], pressure = 1): number[] {
  const out: number[] = []
  for (let k = 1; k < points.length; k++) {
    const [[x0, y0], [x1, y1]] = [points[k - 1]!, points[k]!]
    for (let i = 0; i <= 24; i++) {
      const t = (i / 24) ** 1.2
      out.push(
        ...packSample({
          x: x0 + (x1 - x0) * t + Math.sin(i * 1.7 + k) * 0.8,
          y: y0 + (y1 - y0) * t + Math.cos(i * 2.3) * 0.8,
          pressure,
          wait: i === 0 && k === 1 ? 0 : 8,
        }),
      )
    }
  }
  return out
}
function rubbed(
  drawing: Drawing,
  tool: ToolSettings,
  samples: readonly number[],
  within?: Selection,
  own: Kernels = kernels,
): Drawing {
  const rubbing = new Rubbing(own, drawing, drawing.layers[0]!, { tool, colour: [0, 0, 0], seed: 9 }, within)
  rubbing.extend(samples)
  rubbing.finish()
  return rubbing.lay()
}
const smudge = (set: Partial<ToolSettings> = {}) => toolSettings('smudge', { pressureFlow: 0, ...set })
const soften = (set: Partial<ToolSettings> = {}) => toolSettings('soften', { pressureFlow: 0, ...set })

const half = painted(x => (x < 150 ? [200, 60, 40, 255] : [40, 90, 200, 255]))
const edge = painted(x => (x < 150 ? [200, 60, 40, 255] : [0, 0, 0, 0]))

describe('blending two stripes with the smudging stump', () => {
  const stripes = painted((_x, y) => (y < 120 ? [90, 60, 40, 255] : [200, 170, 120, 255]))
  /** Three passes along the border, swinging to its sides by a share of the size. */
  function seamAfter(swing: number, size: number, opacity: number): number {
    let drawing = stripes
    for (let pass = 0; pass < 3; pass++) {
      const samples = Array.from({ length: 161 }, (_, i) => {
        const t = pass % 2 ? 1 - i / 160 : i / 160
        return packSample({
          x: 40 + 320 * t,
          y: 120 + 1.5 * Math.sin(i / 7 + pass) + size * swing * Math.sin(i / 3),
          pressure: 1,
          wait: i ? 8 : 0,
        })
      }).flat()
      drawing = rubbed(drawing, smudge({ size, opacity }), samples)
    }
    const at = px(drawing)
    const lightness = (x: number, y: number) => lightnessOf(at(x, y).slice(0, 3) as [number, number, number])
    let sum = 0
    for (let x = 120; x < 280; x += 10)
      sum += Math.max(
        ...Array.from({ length: 118 }, (_, k) => Math.abs(lightness(x, 62 + k) - lightness(x, 60 + k)) / 2),
      )
    return sum / 16
  }

  it('goes in small waves along their border; straight along it hardly anything changes, and a big, weak tip blends best', () => {
    const [straight, waves, bigWeakWaves] = [seamAfter(0, 60, 60), seamAfter(0.18, 60, 60), seamAfter(0.18, 100, 40)]
    expect(straight).toBeGreaterThan(5)
    expect(waves).toBeLessThan(0.3 * straight)
    expect(bigWeakWaves).toBeLessThan(waves)
  })
})

describe('smudging', () => {
  it('drags colour along, and runs out', () => {
    const at = px(
      rubbed(
        half,
        smudge({ size: 40, opacity: 80 }),
        path([
          [120, 120],
          [360, 120],
        ]),
      ),
    )
    expect(at(165, 120)[0]).toBeGreaterThan(120)
    const reds = [160, 190, 220, 260, 320].map(x => at(x, 120)[0]!)
    expect(reds).toEqual([...reds].sort((a, b) => b - a))
    expect(reds.at(-1)).toBeLessThan(60)
    expect(at(165, 180)).toEqual([40, 90, 200, 255])
  })

  it('carries farther the stronger it is', () => {
    const reach = (opacity: number) => {
      const at = px(
        rubbed(
          half,
          smudge({ size: 40, opacity }),
          path([
            [120, 120],
            [380, 120],
          ]),
        ),
      )
      let x = 150
      while (x < 390 && at(x, 120)[0]! > 50) x++
      return x
    }
    const found = [30, 60, 95].map(reach)
    expect(found[0]!).toBeLessThan(found[1]!)
    expect(found[1]!).toBeLessThan(found[2]!)
  })

  it('across the border of paint leaves no px darker than both sides, nor of another colour', () => {
    const at = px(
      rubbed(
        edge,
        smudge({ size: 50, opacity: 85 }),
        path([
          [110, 120],
          [240, 126],
          [90, 118],
          [250, 110],
        ]),
      ),
    )
    let seen = 0
    let worst = 0
    for (let y = 80; y < 160; y++) {
      for (let x = 100; x < 290; x++) {
        const [r, g, b, a] = at(x, y)
        if (a! < 4) continue
        if (x >= 150) seen++
        // As it shows on white: paint is (200, 60, 40), paper white; nothing may be darker than paint.
        const shown = [r!, g!, b!].map(value => value + (255 - value) * (1 - a! / 255))
        worst = Math.max(
          worst,
          lightnessOf([200, 60, 40]) -
            lightnessOf([Math.round(shown[0]!), Math.round(shown[1]!), Math.round(shown[2]!)]),
        )
        if (a! >= 12) expect(Math.abs(r! - 200)).toBeLessThanOrEqual(3)
      }
    }
    console.info(
      `smudge over an edge: ${seen} px of paint beyond it, the darkest ${worst.toFixed(2)} L* below the paint`,
    )
    expect(seen).toBeGreaterThan(1500)
    expect(worst).toBeLessThan(0.5)
  })
})

describe('softening', () => {
  it.each([
    [40, 5],
    [60, 3],
    [90, 2],
  ])('with %i px takes a seam of two shades away in %i passes at half strength', (size, passes) => {
    const seam = painted(x => (x < 200 ? [150, 110, 90, 255] : [112, 80, 66, 255]))
    let drawing = seam
    for (let i = 0; i < passes; i++)
      drawing = rubbed(
        drawing,
        soften({ size, opacity: 50 }),
        path([
          [200, 40],
          [200, 200],
          [200, 40],
        ]),
      )
    const at = px(drawing)
    let worst = 0
    for (let y = 70; y < 170; y++) {
      for (let x = 160; x < 240; x++)
        worst = Math.max(
          worst,
          Math.abs(
            lightnessOf(at(x, y).slice(0, 3) as [number, number, number]) -
              lightnessOf(at(x + 1, y).slice(0, 3) as [number, number, number]),
          ),
        )
    }
    const before = lightnessOf([150, 110, 90]) - lightnessOf([112, 80, 66])
    console.info(
      `soften ${size} px, ${passes} passes: strongest step ${worst.toFixed(2)} L* a px (${before.toFixed(1)} before)`,
    )
    expect(worst).toBeLessThanOrEqual(1)
    expect(at(120, 120)).toEqual([150, 110, 90, 255])
  })

  it('does not spread beyond the shape of a layer that stays inside', () => {
    const disc = painted(
      (x, y) =>
        (x - 200) ** 2 + (y - 120) ** 2 < 3600 ? (x < 200 ? [220, 180, 90, 255] : [120, 80, 30, 255]) : [0, 0, 0, 0],
      { inside: true },
    )
    const at = px(
      rubbed(
        disc,
        soften({ size: 80, opacity: 70 }),
        path([
          [130, 120],
          [270, 120],
          [200, 40],
          [200, 200],
        ]),
      ),
    )
    for (let y = 0; y < HEIGHT; y++)
      for (let x = 0; x < WIDTH; x++) expect(at(x, y)[3]).toBe((x - 200) ** 2 + (y - 120) ** 2 < 3600 ? 255 : 0)
    expect(at(200, 120)[0]).toBeGreaterThan(130)
    expect(at(200, 120)[0]).toBeLessThan(210)
  })
})

describe('both', () => {
  it.each([smudge({ size: 44 }), soften({ size: 44 })])('$effect: only where it is chosen', tool => {
    const chosen: Selection = new Map([
      [0, new Uint8Array(TILE * TILE).map((_, i) => (Math.floor(i / TILE) < 120 ? 255 : 0))],
    ])
    const at = px(
      rubbed(
        half,
        tool,
        path([
          [100, 120],
          [200, 120],
        ]),
        chosen,
      ),
    )
    expect(at(151, 110)).not.toEqual([40, 90, 200, 255])
    for (let x = 100; x < 250; x++) expect(at(x, 121)).toEqual(x < 150 ? [200, 60, 40, 255] : [40, 90, 200, 255])
  })

  it.each([smudge({ size: 44 }), soften({ size: 44 })])(
    '$effect: the same drawing however the samples come, and with plain kernels',
    tool => {
      const samples = path(
        [
          [100, 60],
          [250, 180],
          [380, 239],
        ],
        0.7,
      )
      const whole = rubbed(half, tool, samples)
      const rubbing = new Rubbing(kernels, half, half.layers[0]!, { tool, colour: [0, 0, 0], seed: 9 })
      for (let i = 0; i < samples.length; i += 12) rubbing.extend(samples.slice(i, i + 12))
      rubbing.finish()
      const parts = rubbing.touched
        .parts()
        .map(({ number, part }) => [number, rubbing.preview(number, part).slice()] as const)
      const bit = rubbing.lay()
      const plain = rubbed(half, tool, samples, undefined, plainKernels())
      for (const [number, tile] of whole.layers[0]!.tiles) {
        for (const other of [bit, plain])
          expect(tile.findIndex((value, i) => value !== other.layers[0]!.tiles.get(number)![i])).toBe(-1)
      }
      for (const [number, tile] of parts)
        expect(tile.findIndex((value, i) => value !== whole.layers[0]!.tiles.get(number)![i])).toBe(-1)
    },
  )

  it.each([smudge(), soften()])('$effect: what it does not reach stays to the last bit, faint paint too', tool => {
    const faint = painted((x, y) => [x % 256, y % 256, 77, 1 + ((x * 7 + y) % 40)])
    const after = rubbed(
      faint,
      { ...tool, size: 40 },
      path([
        [100, 100],
        [140, 100],
      ]),
    )
    const [a, b] = [faint.layers[0]!.tiles.get(0)!, after.layers[0]!.tiles.get(0)!]
    for (let y = 0; y < HEIGHT; y++) {
      for (let x = 0; x < TILE; x++) {
        if (x > 75 && x < 165 && y > 75 && y < 125) continue
        const at = 4 * (y * TILE + x)
        for (let c = 0; c < 4; c++) if (a[at + c] !== b[at + c]) expect.fail(`(${x}, ${y}) changed`)
      }
    }
    expect(b).not.toEqual(a)
  })
})

describe('a glow', () => {
  it('adds light to what is painted, and is paint alone where nothing is', () => {
    const drawing = painted(x => (x < 200 ? [60, 50, 90, 255] : [0, 0, 0, 0]))
    const tool = toolSettings('glow', { size: 80, flow: 100, hardness: 100, opacity: 50, pressureFlow: 0 })
    kernels.openMask(WIDTH, HEIGHT)
    const stroke = new Stroke(kernels, drawing, drawing.layers[0]!, { tool, colour: [200, 160, 60], seed: 4 })
    stroke.extend(
      path([
        [100, 120],
        [300, 120],
      ]),
    )
    stroke.finish()
    const at = px(stroke.lay())
    for (const [c, value] of [160, 130, 120, 255].entries())
      expect(Math.abs(at(120, 120)[c]! - value)).toBeLessThanOrEqual(1)
    expect(at(270, 120).slice(0, 3)).toEqual([200, 160, 60])
    expect(Math.abs(at(270, 120)[3]! - 127.5)).toBeLessThanOrEqual(1)
  })
})
