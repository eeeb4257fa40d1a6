import { describe, expect, it } from 'vitest'
import { CoreError, seededRandom } from '../base'
import { SAMPLE_FIELDS, TOOL_IDS, toolSettings } from '../brush'
import { loadKernels, plainKernels } from '../kernels'
import { flattenDrawing } from '../layers'
import { contentHash, Engine, replay, requireRecord, type Act, type DrawingRecord, type FreshStrokeAct } from './index'
import { randomEntries, wanderingSamples } from './testing'

const kernels = loadKernels()
const sheet = { width: 420, height: 300, paper: [250, 249, 245] as [number, number, number] }

function recordOf(seed: number, count: number): DrawingRecord {
  return { version: 1, sheet, entries: randomEntries(seed, sheet, count) }
}

function strokeAct(seed: number, layer = 'one'): FreshStrokeAct {
  const random = seededRandom(seed)
  return {
    kind: 'stroke',
    version: 2,
    layer,
    tool: toolSettings(random.pick(TOOL_IDS), { size: 30 }),
    colour: [20, 60, 90],
    seed,
    samples: wanderingSamples(random, sheet, 30),
  }
}

describe('a record', () => {
  it('gives the same drawing with SIMD and with plain kernels', () => {
    const record = recordOf(3, 40)
    expect(contentHash(replay(kernels, record).drawing)).toBe(contentHash(replay(plainKernels(), record).drawing))
  })

  it('gives the same drawing act by act, at once, and with hardly any memory for keyframes', () => {
    const record = recordOf(11, 150)
    const live = new Engine(kernels, sheet)
    for (const entry of record.entries) live.add(entry)
    const hash = contentHash(live.drawing)
    expect(contentHash(replay(kernels, record).drawing)).toBe(hash)
    const poor = new Engine(kernels, sheet, 1)
    for (const entry of record.entries) poor.add(entry)
    expect(contentHash(poor.drawing)).toBe(hash)
  })

  it('can be looked at in any order of places', () => {
    const record = recordOf(17, 120)
    const live = new Engine(kernels, sheet)
    const hashes = [contentHash(live.drawing)]
    for (const entry of record.entries) {
      live.add(entry)
      hashes.push(contentHash(live.drawing))
    }
    const scrubbed = replay(kernels, record, 1)
    for (const place of [120, 3, 77, 50, 51, 122, 0, 99]) expect(contentHash(scrubbed.at(place))).toBe(hashes[place])
  })

  it('is the same however the samples of a live stroke are cut', () => {
    const act = strokeAct(5)
    const drawn = ([1, 3, 1000] as const).map(chunk => {
      const engine = new Engine(kernels, sheet)
      for (const entry of randomEntries(2, sheet, 12)) engine.add(entry)
      const stroke = engine.beginStroke('one', act, act.samples)
      for (let i = 0; i < act.samples.length; i += chunk * SAMPLE_FIELDS)
        stroke.extend(act.samples.slice(i, i + chunk * SAMPLE_FIELDS))
      stroke.finish()
      engine.endStroke(stroke, act, 1)
      return contentHash(engine.drawing)
    })
    const whole = new Engine(kernels, sheet)
    for (const entry of randomEntries(2, sheet, 12)) whole.add(entry)
    whole.add({ type: 'act', at: 1, act })
    expect(new Set([...drawn, contentHash(whole.drawing)]).size).toBe(1)
  })

  it('shows in the preview of a growing stroke what will be laid', () => {
    const engine = new Engine(kernels, sheet)
    for (const entry of randomEntries(2, sheet, 12)) engine.add(entry)
    const act = strokeAct(8, 'two')
    const stroke = engine.beginStroke('two', act, act.samples)
    stroke.extend(act.samples)
    stroke.finish()
    const part = { x0: 0, y0: 0, x1: 256, y1: 256 }
    const preview = stroke.preview(0, part).slice()
    const laid =
      stroke
        .lay()
        .layers.find(layer => layer.id === 'two')!
        .tiles.get(0) ?? new Uint8Array(preview.length)
    expect(preview.findIndex((value, i) => value !== laid[i])).toBe(-1)
  })
})

describe('undo and redo', () => {
  const start = () => {
    const engine = new Engine(kernels, sheet)
    engine.add({ type: 'prepare', at: 0, act: { kind: 'layer-add', layer: 'one', name: 'One', place: 0 } })
    return engine
  }

  it('take back and put back, many deep', () => {
    const engine = start()
    const hashes = [contentHash(engine.drawing)]
    for (let i = 0; i < 60; i++) {
      engine.add({ type: 'act', at: i, act: strokeAct(i) })
      hashes.push(contentHash(engine.drawing))
    }
    for (let i = 59; i >= 0; i--) {
      engine.add({ type: 'undo', at: 100 })
      expect(contentHash(engine.drawing)).toBe(hashes[i])
    }
    expect(engine.canUndo).toBe(false)
    for (let i = 1; i <= 60; i++) {
      engine.add({ type: 'redo', at: 200 })
      expect(contentHash(engine.drawing)).toBe(hashes[i])
    }
    expect(engine.canRedo).toBe(false)
  })

  it('reach back over the opening of a step and leave what it laid out', () => {
    const engine = start()
    engine.add({ type: 'act', at: 1, act: strokeAct(5) })
    engine.add({ type: 'step', at: 2, step: 'second' })
    engine.add({ type: 'prepare', at: 2, act: { kind: 'layer-add', layer: 'two', name: 'Two', place: 1 } })
    engine.add({ type: 'undo', at: 3 })
    expect(engine.drawing.layers.map(layer => layer.id)).toEqual(['one', 'two'])
    expect(flattenDrawing(kernels, engine.drawing, null).every(value => value === 0)).toBe(true)
    engine.add({ type: 'redo', at: 4 })
    expect(flattenDrawing(kernels, engine.drawing, null).some(value => value !== 0)).toBe(true)
  })

  it('forget what was undone once something new is drawn', () => {
    const engine = start()
    engine.add({ type: 'act', at: 1, act: strokeAct(1) })
    engine.add({ type: 'undo', at: 2 })
    engine.add({ type: 'act', at: 3, act: strokeAct(2) })
    expect(engine.canRedo).toBe(false)
    expect(engine.standing().map(act => act.kind)).toEqual(['layer-add', 'stroke'])
  })
})

describe('what is refused', () => {
  it('an act on a layer that is not there, and nothing of it is recorded', () => {
    const engine = new Engine(kernels, sheet)
    expect(() => engine.add({ type: 'act', at: 0, act: strokeAct(1, 'nowhere') })).toThrow(CoreError)
    expect(engine.position).toBe(0)
  })

  it.each([
    ['a newer version', { version: 2, sheet, entries: [] }, 'record-version'],
    ['no sheet', { version: 1, entries: [] }, 'record-malformed'],
    [
      'a sheet too big',
      { version: 1, sheet: { ...sheet, width: 10_000, height: 10_000 }, entries: [] },
      'record-malformed',
    ],
    [
      'a size out of range',
      {
        version: 1,
        sheet,
        entries: [{ type: 'act', at: 0, act: { ...strokeAct(1), tool: toolSettings('pencil', { size: 601 }) } }],
      },
      'record-malformed',
    ],
    [
      'a sample cut short',
      { version: 1, sheet, entries: [{ type: 'act', at: 0, act: { ...strokeAct(1), samples: [1, 2, 3] } }] },
      'record-malformed',
    ],
    [
      'a NaN',
      {
        version: 1,
        sheet,
        entries: [{ type: 'act', at: 0, act: { ...strokeAct(1), samples: [1, 2, 3, Number.NaN] } }],
      },
      'record-malformed',
    ],
    [
      'a pressure out of range',
      { version: 1, sheet, entries: [{ type: 'act', at: 0, act: { ...strokeAct(1), samples: [1, 2, 5000, 0] } }] },
      'record-malformed',
    ],
  ])('%s', (_what, value, code) => {
    expect(() => requireRecord(value)).toThrow(expect.objectContaining({ code }))
  })
})

describe('strokes that came at one go', () => {
  const layer = (id: string) => ({ kind: 'layer-add' as const, layer: id, name: id, place: 0 })
  const joined = (seed: number): FreshStrokeAct => ({ ...strokeAct(seed, 'two'), joined: true })

  it('are taken back and put back with the act before them', () => {
    const engine = new Engine(kernels, sheet)
    const act = (of: Act) => engine.add({ type: 'act', at: 1, act: of })
    expect([engine.undoesAtOnce, engine.redoesAtOnce]).toEqual([0, 0])
    act(layer('one'))
    act(strokeAct(1))
    const before = contentHash(engine.drawing)
    act(layer('two'))
    for (const seed of [2, 3, 4]) act(joined(seed))
    const after = contentHash(engine.drawing)
    engine.add({ type: 'prepare', at: 2, act: layer('three') })
    expect(engine.undoesAtOnce).toBe(4)
    for (let i = engine.undoesAtOnce; i > 0; i--) engine.add({ type: 'undo', at: 3 }, i === 1)
    expect(engine.drawing.layers.map(({ id }) => id)).toEqual(['three', 'one'])
    expect([engine.undoesAtOnce, engine.redoesAtOnce]).toEqual([1, 4])
    for (let i = engine.redoesAtOnce; i > 0; i--) engine.add({ type: 'redo', at: 4 }, i === 1)
    expect(engine.redoesAtOnce).toBe(0)
    expect([contentHash(engine.at(2)), contentHash(engine.at(6))]).toEqual([before, after])
  })

  it('are one by one where others follow that did not come with them', () => {
    const engine = new Engine(kernels, sheet)
    for (const each of [layer('one'), layer('two'), joined(2), strokeAct(5)])
      engine.add({ type: 'act', at: 1, act: each })
    expect(engine.undoesAtOnce).toBe(1)
    engine.add({ type: 'undo', at: 2 })
    expect([engine.undoesAtOnce, engine.redoesAtOnce]).toEqual([2, 1])
  })
})
