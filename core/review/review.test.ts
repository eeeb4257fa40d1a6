import { converter } from 'culori'
import { describe, expect, it } from 'vitest'
import { toolSettings } from '../brush'
import { standingActs, type Act, type Entry } from '../drawing'
import {
  HUE_CLASSES,
  layersMade,
  makingMeasures,
  paintMeasures,
  PAUSE_MS,
  spreadsOf,
  undoneShare,
  VALUE_CLASSES,
} from './index'

/** Px of some colours, so many each; a fourth number is their alpha. */
const pixels = (...runs: [colour: [number, number, number, number?], count: number][]) =>
  Uint8Array.from(
    runs.flatMap(([[r, g, b, a = 255], count]) => Array.from({ length: count }, () => [r, g, b, a]).flat()),
  )
const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0)

describe('what the paint of a drawing shows', () => {
  it('is told by lightness: greys of a known L*', () => {
    // L* of sRGB greys: 0 → 0, 119 → 50.03, 255 → 100 (culori's lab65, and by hand from CIE 15, 8.2.1).
    const { values, painted, ladder } = paintMeasures(
      pixels([[0, 0, 0], 200], [[119, 119, 119], 500], [[255, 255, 255], 300]),
    )
    expect(painted).toBe(1)
    expect(values).toHaveLength(VALUE_CLASSES)
    expect([values[0], values[10], values[19]]).toEqual([0.2, 0.5, 0.3])
    expect(ladder).toEqual([0, 0, 50, 50, 50, 50, 50, 100, 100])
  })

  it('is told by hue, greys apart', () => {
    const red: [number, number, number] = [220, 30, 30]
    const { hues } = paintMeasures(pixels([red, 60], [[128, 128, 128], 40]))
    expect(sum(hues)).toBeCloseTo(0.6, 9)
    const degrees = converter('oklch')({ mode: 'rgb', r: red[0] / 255, g: red[1] / 255, b: red[2] / 255 })!.h!
    expect(hues[Math.floor((degrees / 360) * HUE_CLASSES)]).toBe(0.6)
  })

  it('leaves out what is not painted, or only faintly', () => {
    const { painted, values } = paintMeasures(pixels([[10, 20, 200], 25], [[255, 0, 0, 127], 25], [[0, 0, 0, 0], 50]))
    expect(painted).toBe(0.25)
    expect(sum(values)).toBeCloseTo(1, 9)
  })

  it('of an empty sheet is nothing', () => {
    for (const empty of [pixels([[0, 0, 0, 0], 100]), new Uint8Array()]) {
      expect(paintMeasures(empty)).toEqual({
        painted: 0,
        values: new Array(VALUE_CLASSES).fill(0),
        hues: new Array(HUE_CLASSES).fill(0),
        ladder: [],
      })
    }
  })

  it('is the same from samples of a large sheet', () => {
    const large = paintMeasures(pixels([[0, 0, 0], 300_000], [[255, 255, 255], 100_000]))
    expect(large.values[0]).toBeCloseTo(0.75, 2)
    expect(large.values[19]).toBeCloseTo(0.25, 2)
  })
})

const stroke = (layer: string, tool: 'pencil' | 'ink-pen', ms: number): Act => ({
  kind: 'stroke',
  version: 2,
  layer,
  tool: toolSettings(tool),
  colour: [1, 2, 3],
  seed: 1,
  samples: [16, 16, 500, 0, 160, 160, 500, ms],
})
const act = (at: number, what: Act): Entry => ({ type: 'act', at, act: what })
const entries: Entry[] = [
  { type: 'step', at: 0, step: 'sketch' },
  { type: 'prepare', at: 0, act: { kind: 'layer-add', layer: 'a', name: 'Sketch', place: 0 } },
  act(1000, stroke('a', 'pencil', 400)),
  act(3000, stroke('a', 'pencil', 600)),
  { type: 'undo', at: 3500 },
  { type: 'step', at: 4000, step: 'lines' },
  act(4000, { kind: 'layer-add', layer: 'b', name: 'Lines', place: 1 }),
  act(4000 + PAUSE_MS + 2000, stroke('b', 'ink-pen', 1000)),
  { type: 'step', at: 30_000, step: 'sketch' },
  act(31_000, stroke('a', 'ink-pen', 500)),
  act(32_000, stroke('a', 'pencil', 500)),
]

describe('how a drawing was made', () => {
  it('is told layer by layer', () => {
    const [a, b] = layersMade(entries)
    expect(a).toEqual({
      id: 'a',
      name: 'Sketch',
      tools: [
        { tool: 'pencil', count: 2 },
        { tool: 'ink-pen', count: 1 },
      ],
      standing: 3,
      done: 4,
      firstAt: 1000,
      lastAt: 32_000,
      drawnMs: 2000,
    })
    expect(b).toMatchObject({ id: 'b', name: 'Lines', standing: 1, done: 1, drawnMs: 1000 })
    expect(undoneShare(a!)).toBe(0.25)
    expect(undoneShare({ standing: 0, done: 0 })).toBe(0)
  })

  it('keeps layers that were renamed and deleted since', () => {
    const more: Entry[] = [
      ...entries,
      act(33_000, { kind: 'layer-rename', layer: 'b', name: 'Ink' }),
      act(34_000, { kind: 'layer-remove', layer: 'b' }),
    ]
    expect(layersMade(more).map(each => [each.name, each.standing])).toEqual([
      ['Sketch', 3],
      ['Ink', 1],
    ])
    expect(layersMade([])).toEqual([])
  })

  it('is told step by step, long pauses left out', () => {
    const { steps, acts, undone, pauses } = makingMeasures(entries)
    // Gaps and strokes after the step opened; the pause before the ink line does not count.
    expect(steps).toEqual([
      { step: 'sketch', drawnMs: 2000, tookMs: 4000 + 2000, acts: 4 },
      { step: 'lines', drawnMs: 1000, tookMs: 1000 + (30_000 - 4000 - PAUSE_MS - 2000), acts: 2 },
    ])
    expect(acts).toBe(standingActs(entries).filter(each => !each.prepared).length)
    expect([acts, undone, pauses]).toEqual([5, 1, 1])
  })
})

describe('the spread of a class', () => {
  it('is told place by place, whoever is missing there', () => {
    expect(spreadsOf([[1, 10], [2, 20], [3], [4, 40]])).toEqual([
      { low: 1.75, middle: 2.5, high: 3.25, count: 4 },
      { low: 15, middle: 20, high: 30, count: 3 },
    ])
    expect(spreadsOf([])).toEqual([])
  })
})
