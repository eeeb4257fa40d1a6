/* eslint-disable max-lines -- every way of selecting on the same drawing */
import { describe, expect, it } from 'vitest'
import { TOOL_IDS, toolSettings } from '../brush'
import { loadKernels, plainKernels } from '../kernels'
import { flattenDrawing, type Sheet } from '../layers'
import { contentHash, Engine, requireRecord, type Act, type StrokeAct } from './index'
import { wanderingSamples } from './testing'
import { seededRandom } from '../base'

const kernels = loadKernels()
const sheet: Sheet = { width: 300, height: 280, paper: [255, 255, 255] }
const BOX = [60, 60, 200, 60, 200, 180, 60, 180].map(value => value * 16)
const selectBox: Act = { kind: 'select', version: 1, area: { kind: 'outline', points: BOX }, choice: 'new', soften: 0 }

function start(on = kernels): Engine {
  const engine = new Engine(on, sheet)
  engine.add({ type: 'prepare', at: 0, act: { kind: 'layer-add', layer: 'one', name: 'One', place: 0 } })
  return engine
}
function act(engine: Engine, ...acts: Act[]): Engine {
  for (const each of acts) engine.add({ type: 'act', at: 2, act: each })
  return engine
}
const pixelsOf = ({ drawing }: Engine) => flattenDrawing(kernels, drawing, null)
function strokeOf(tool: (typeof TOOL_IDS)[number], seed: number): StrokeAct {
  return {
    kind: 'stroke',
    version: 2,
    layer: 'one',
    tool: toolSettings(tool, { size: 40 }),
    colour: [200, 40, 40],
    seed,
    samples: wanderingSamples(seededRandom(seed), sheet, 60),
  }
}
/** Px painted inside and outside the box. */
function counts(pixels: Uint8Array): { inside: number; outside: number } {
  let [inside, outside] = [0, 0]
  for (let i = 0; i < pixels.length / 4; i++) {
    if (!pixels[4 * i + 3]) continue
    const [x, y] = [i % 300, Math.floor(i / 300)]
    if (x >= 60 && x < 200 && y >= 60 && y < 180) inside++
    else outside++
  }
  return { inside, outside }
}

describe('what is selected alone is painted', () => {
  it.each(TOOL_IDS.filter(tool => toolSettings(tool).effect !== 'erase'))(
    'by the %s, and inside it as without a selection',
    tool => {
      const held = act(start(), selectBox, strokeOf(tool, 3))
      const free = act(start(), strokeOf(tool, 3))
      const { inside, outside } = counts(pixelsOf(held))
      expect(outside).toBe(0)
      expect(inside).toBe(counts(pixelsOf(free)).inside)
    },
  )

  it.each<[string, Act]>([
    [
      'a pour',
      {
        kind: 'pour',
        version: 1,
        layer: 'one',
        x: 100,
        y: 100,
        colour: [1, 2, 3],
        tolerance: 0,
        borders: 'this',
        grow: 0,
        seed: 1,
      },
    ],
    [
      'a shape',
      {
        kind: 'shape',
        version: 1,
        layer: 'one',
        form: 'box',
        outline: [0, 0, 4800, 0, 4800, 4480, 0, 4480],
        line: null,
        fill: { colour: [9, 9, 9], opacity: 100 },
        seed: 1,
      },
    ],
    [
      'letters',
      {
        kind: 'lettering',
        version: 1,
        layer: 'one',
        text: 'I',
        is: 'text',
        outlines: [[0, 0, 4800, 0, 4800, 4480, 0, 4480]],
        colour: [9, 9, 9],
        opacity: 100,
        seed: 1,
      },
    ],
  ])('by %s', (_what, paint) => {
    expect(counts(pixelsOf(act(start(), selectBox, paint)))).toEqual({ inside: 140 * 120, outside: 0 })
  })

  it('and cleared', () => {
    const full: Act = {
      kind: 'shape',
      version: 1,
      layer: 'one',
      form: 'box',
      outline: [0, 0, 4800, 0, 4800, 4480, 0, 4480],
      line: null,
      fill: { colour: [9, 9, 9], opacity: 100 },
      seed: 1,
    }
    expect(counts(pixelsOf(act(start(), full, selectBox, { kind: 'layer-clear', layer: 'one' })))).toEqual({
      inside: 0,
      outside: 300 * 280 - 140 * 120,
    })
  })

  it('and copied to a layer on top', () => {
    const engine = act(
      start(),
      strokeOf('marker', 4),
      selectBox,
      { kind: 'layer-copy', layer: 'one', copy: 'two', name: 'Copy' },
      { kind: 'layer-remove', layer: 'one' },
    )
    expect(engine.drawing.layers.map(({ id, name }) => [id, name])).toEqual([['two', 'Copy']])
    expect(counts(pixelsOf(engine)).outside).toBe(0)
    expect(counts(pixelsOf(engine)).inside).toBe(counts(pixelsOf(act(start(), strokeOf('marker', 4)))).inside)
  })

  it('with a soft edge fades out', () => {
    const full: Act = {
      kind: 'pour',
      version: 1,
      layer: 'one',
      x: 100,
      y: 100,
      colour: [1, 2, 3],
      tolerance: 0,
      borders: 'this',
      grow: 0,
      seed: 1,
    }
    const pixels = pixelsOf(act(start(), { ...selectBox, soften: 12 } as Act, full))
    const alphas = Array.from({ length: 40 }, (_, i) => pixels[4 * (120 * 300 + 40 + i) + 3]!)
    expect(alphas.every((value, i) => i === 0 || value >= alphas[i - 1]! - 1)).toBe(true)
    expect(alphas[20]).toBeGreaterThan(110)
    expect(alphas[20]).toBeLessThan(146)
  })
})

describe('a selection', () => {
  it('is taken back and put back as any act', () => {
    const engine = act(start(), selectBox)
    engine.add({ type: 'undo', at: 3 })
    expect(engine.drawing.selection).toBeUndefined()
    engine.add({ type: 'redo', at: 4 })
    expect(engine.drawing.selection?.size).toBe(1)
    expect(act(engine, { kind: 'select-none' }).drawing.selection).toBeUndefined()
  })

  it.each<[string, Act[]]>([
    ['beside the sheet', [{ ...selectBox, area: { kind: 'outline', points: [9000, 0, 9900, 0, 9900, 900] } } as Act]],
    [
      'of an empty layer',
      [{ kind: 'select', version: 1, area: { kind: 'paint', layer: 'one' }, choice: 'new', soften: 0 }],
    ],
    ['taken away from itself', [selectBox, { ...selectBox, choice: 'subtract' } as Act]],
    [
      'of all, inverted',
      [{ kind: 'select', version: 1, area: { kind: 'all' }, choice: 'new', soften: 0 }, { kind: 'select-invert' }],
    ],
    ['softened before it is there', [{ kind: 'select-soften', version: 1, radius: 4 }]],
    [
      'on a layer that is not there',
      [{ kind: 'select', version: 1, area: { kind: 'paint', layer: 'nine' }, choice: 'new', soften: 0 }],
    ],
  ])('%s is refused, with what to do', (_what, acts) => {
    const engine = act(start(), ...acts.slice(0, -1))
    expect(() => act(engine, acts.at(-1)!)).toThrow(
      expect.objectContaining({ code: 'act-refused', fix: expect.stringMatching(/\w{3,}/) }),
    )
  })

  it('added to nothing is a new one', () => {
    expect(act(start(), { ...selectBox, choice: 'add' } as Act).drawing.selection?.size).toBe(1)
  })
})

describe('moving', () => {
  const move = (points: number[]): Act => ({
    kind: 'move',
    version: 1,
    layer: 'one',
    box: [60, 60, 200, 180],
    to: { kind: 'corners', points: points.map(value => value * 16) },
    leaves: false,
  })

  it('to nothing is refused', () => {
    expect(() => act(start(), move([5, 5, 5, 5, 5, 5, 5, 5]))).toThrow(expect.objectContaining({ code: 'act-refused' }))
  })

  it('takes the selection along, so that it can be moved on', () => {
    const engine = act(start(), strokeOf('marker', 4), selectBox, move([90, 80, 230, 80, 230, 200, 90, 200]))
    const once = contentHash(engine.drawing)
    const back: Act = {
      kind: 'move',
      version: 1,
      layer: 'one',
      box: [90, 80, 230, 200],
      to: { kind: 'corners', points: BOX },
      leaves: false,
    }
    act(engine, back, {
      ...back,
      box: [60, 60, 200, 180],
      to: { kind: 'corners', points: [90, 80, 230, 80, 230, 200, 90, 200].map(value => value * 16) },
    } as Act)
    expect(contentHash(engine.drawing)).toBe(once)
  })

  it('off the sheet loses what left it, and the selection with it', () => {
    const engine = act(start(), strokeOf('marker', 4), selectBox, move([500, 60, 640, 60, 640, 180, 500, 180]))
    expect(engine.drawing.selection).toBeUndefined()
    expect(counts(pixelsOf(engine)).inside).toBe(0)
  })

  it('is the same with plain kernels, with bends, halves and sizes among it', () => {
    const acts: Act[] = [
      strokeOf('marker', 4),
      { ...selectBox, soften: 5 } as Act,
      move([80, 70, 260, 90, 240, 220, 50, 200]),
      {
        kind: 'bend',
        version: 1,
        layer: 'one',
        how: 'swell',
        size: 80,
        strength: 90,
        samples: [1600, 1600, 1000, 0, 1900, 1700, 900, 90],
      },
      { kind: 'mirror-half', version: 1, layer: 'one', line: [2400, 0, 2500, 4000] },
      { kind: 'select-none' },
      { kind: 'sheet-cut', version: 1, box: [-20, 10, 320, 290] },
      strokeOf('pencil', 8),
      { kind: 'sheet-scale', version: 1, width: 280, height: 320 },
    ]
    expect(contentHash(act(start(plainKernels()), ...acts).drawing)).toBe(contentHash(act(start(), ...acts).drawing))
  })
})

describe('what no record holds', () => {
  const entry = (wrong: unknown) => ({ version: 1, sheet, entries: [{ type: 'act', at: 0, act: wrong }] })
  it.each<[string, unknown]>([
    [
      'a box turned inside out',
      {
        kind: 'move',
        version: 1,
        layer: 'one',
        box: [9, 9, 1, 1],
        to: { kind: 'corners', points: BOX },
        leaves: false,
      },
    ],
    [
      'five corners',
      {
        kind: 'move',
        version: 1,
        layer: 'one',
        box: [1, 1, 9, 9],
        to: { kind: 'corners', points: [...BOX, 1, 1] },
        leaves: false,
      },
    ],
    ['a mirror line from a place to itself', { kind: 'mirror-half', version: 1, layer: 'one', line: [5, 5, 5, 5] }],
    [
      'an outline cut short',
      {
        kind: 'select',
        version: 1,
        area: { kind: 'outline', points: [1, 2, 3, 4, 5, 6, 7] },
        choice: 'new',
        soften: 0,
      },
    ],
    [
      'a bend of no size',
      { kind: 'bend', version: 1, layer: 'one', how: 'push', size: 0, strength: 50, samples: [0, 0, 0, 0] },
    ],
    [
      'letters without end',
      {
        kind: 'lettering',
        version: 1,
        layer: 'one',
        text: 'x',
        is: 'text',
        outlines: Array.from({ length: 6 }, () => new Array(40_000).fill(0)),
        colour: [1, 2, 3],
        opacity: 100,
        seed: 1,
      },
    ],
  ])('%s', (_what, wrong) => {
    expect(() => requireRecord(entry(wrong))).toThrow(expect.objectContaining({ code: 'record-malformed' }))
  })
})
