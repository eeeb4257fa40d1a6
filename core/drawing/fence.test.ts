import { describe, expect, it } from 'vitest'
import { isRubbing, TOOL_IDS, toolSettings } from '../brush'
import { loadKernels } from '../kernels'
import { layerAlpha } from '../layers'
import { replay, type Act, type Entry } from './index'

const kernels = loadKernels()
const sheet = { width: 300, height: 300, paper: [255, 255, 255] as [number, number, number] }
const at = (points: number[]) => points.flatMap((value, i) => (i % 2 ? [value * 16, 1000, 12] : [value * 16]))
const pen = toolSettings('ink-pen', { size: 6, pressureSize: 0, taperIn: 0, taperOut: 0, steadying: 0, speedSize: 0 })
/** A box from 80 to 220 with a gap of a few px at its right side. */
const BOX: Act = {
  kind: 'stroke',
  version: 2,
  layer: 'lines',
  tool: pen,
  colour: [0, 0, 0],
  seed: 1,
  samples: at([220, 156, 220, 220, 80, 220, 80, 80, 220, 80, 220, 144]),
}
const prepare = (layer: string, place: number): Entry => ({
  type: 'prepare',
  at: 0,
  act: { kind: 'layer-add', layer, name: layer, place },
})

function after(...acts: Act[]) {
  const entries: Entry[] = [
    prepare('paint', 0),
    prepare('lines', 1),
    ...[BOX, ...acts].map((act, i): Entry => ({ type: 'act', at: i + 1, act })),
  ]
  return replay(kernels, { version: 1, sheet, entries }).drawing
}
const outsideOf = (alpha: Uint8Array) =>
  alpha.reduce((sum, value, i) => {
    const [x, y] = [i % 300, Math.floor(i / 300)]
    return sum + (value > 0 && (x < 76 || x > 224 || y < 76 || y > 224) ? 1 : 0)
  }, 0)

describe('the fence', () => {
  const fence = { tolerance: 40, borders: 'all' as const, gap: 10, grow: 2 }

  it.each(TOOL_IDS)('%s stays in the area in which it begins, though that has a gap', name => {
    const tool = toolSettings(name, { size: 30 })
    // For erasers the layer is painted all over first, for what rubs it has stripes.
    const box = (x0: number, x1: number): Act => ({
      kind: 'shape',
      version: 1,
      layer: 'paint',
      form: 'box',
      outline: [x0, 0, x1, 0, x1, 300, x0, 300].map(value => value * 16),
      line: null,
      fill: { colour: [9, 90, 200], opacity: 100 },
      seed: 1,
    })
    const ground =
      tool.effect === 'erase'
        ? [box(0, 300)]
        : isRubbing(tool)
          ? Array.from({ length: 15 }, (_, i) => box(i * 20, i * 20 + 8))
          : []
    const stroke = (more: object): Act => ({
      kind: 'stroke',
      version: 2,
      layer: 'paint',
      tool,
      colour: [200, 30, 30],
      seed: 5,
      samples: at([150, 150, 180, 150, 230, 150, 280, 152, 290, 200]),
      ...more,
    })
    const alphaOf = (...acts: Act[]) => layerAlpha(after(...ground, ...acts), after(...ground, ...acts).layers[0]!)
    const before = alphaOf()
    const changed = (alpha: Uint8Array) => alpha.map((value, i) => (value === before[i] ? 0 : 1))
    const free = changed(alphaOf(stroke({})))
    const fenced = changed(alphaOf(stroke({ fence })))
    expect(outsideOf(free)).toBeGreaterThan(50)
    expect(outsideOf(fenced)).toBe(0)
    expect(fenced.reduce((sum, value) => sum + value, 0)).toBeGreaterThan(20)
  })

  it('lets a stroke that begins outside go everywhere but into the box', () => {
    const stroke: Act = {
      kind: 'stroke',
      version: 2,
      layer: 'paint',
      tool: toolSettings('round-brush', { size: 30 }),
      colour: [200, 30, 30],
      seed: 5,
      samples: at([280, 150, 230, 150, 150, 150]),
      fence,
    }
    const drawing = after(stroke)
    const alpha = layerAlpha(drawing, drawing.layers[0]!)
    expect(alpha[150 * 300 + 270]).toBeGreaterThan(0)
    expect(alpha[150 * 300 + 150]).toBe(0)
  })

  it('and a selection: paint lands only where both let it', () => {
    const select: Act = {
      kind: 'select',
      version: 1,
      area: { kind: 'outline', points: [0, 0, 300, 0, 300, 140, 0, 140].map(value => value * 16) },
      choice: 'new',
      soften: 0,
    }
    const stroke: Act = {
      kind: 'stroke',
      version: 2,
      layer: 'paint',
      tool: toolSettings('round-brush', { size: 60 }),
      colour: [200, 30, 30],
      seed: 5,
      samples: at([150, 140, 200, 140, 280, 140]),
      fence,
    }
    const drawing = after(select, stroke)
    const alpha = layerAlpha(drawing, drawing.layers[0]!)
    expect(outsideOf(alpha)).toBe(0)
    expect(alpha[130 * 300 + 150]).toBeGreaterThan(0)
    expect(alpha[150 * 300 + 150]).toBe(0)
    // The selection itself is as it was.
    expect(drawing.selection!.get(0)![200 * 256 + 20]).toBe(0)
    expect(drawing.selection!.get(0)![20 * 256 + 20]).toBe(255)
  })
})
