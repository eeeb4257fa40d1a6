import { describe, expect, it } from 'vitest'
import { toolSettings, type ToolName } from '#core/brush'
import { beatAfter, beatBefore, timelineOf, type Entry } from '#core/drawing'
import type { Step } from '#core/plan'
import { makingOf } from './making'

const steps = [
  { id: 'one', title: 'One' },
  { id: 'two', title: 'Two' },
] as Step[]
const stroke = (at: number, tool: ToolName, waits: number[]): Entry => ({
  type: 'act',
  at,
  act: {
    kind: 'stroke',
    version: 2,
    layer: 'a',
    tool: toolSettings(tool),
    colour: [0, 0, 0],
    seed: 1,
    samples: waits.flatMap(wait => [0, 0, 500, wait]),
  },
})
const entries: Entry[] = [
  { type: 'step', at: 0, step: 'one' },
  { type: 'prepare', at: 0, act: { kind: 'layer-add', layer: 'a', name: 'A', place: 0 } },
  stroke(1400, 'pencil', [0, 200, 200]),
  { type: 'undo', at: 2000 },
  { type: 'step', at: 60_000, step: 'two' },
  stroke(61_000, 'hard-eraser', [0, 300]),
]
const beats = timelineOf(entries)

describe('the timeline of a record', () => {
  it('gives strokes the time they took and cuts long pauses', () => {
    expect(beats[2]).toEqual({ start: 500, end: 900 })
    // 600 ms of thought are cut to 500.
    expect(beats[3]).toEqual({ start: 1400, end: 1520 })
    expect(beats[5]!.start).toBe(1520 + 500)
    expect(beats[5]!.end - beats[5]!.start).toBe(300)
  })

  it('never runs backwards, also where clocks did', () => {
    const odd = timelineOf([stroke(5000, 'pencil', [0]), stroke(100, 'pencil', [0])])
    expect(odd[1]!.start).toBeGreaterThanOrEqual(odd[0]!.end)
  })
})

describe('going from act to act', () => {
  it('finds the next one, and none after the last', () => {
    expect(beatAfter(beats, 0)).toEqual(beats[2])
    expect(beatAfter(beats, beats[2]!.end)).toEqual(beats[3])
    expect(beatAfter(beats, beats[5]!.end)).toBeNull()
    expect(beatAfter([], 0)).toBeNull()
  })

  it('finds the one that was shown last, also in the middle of it', () => {
    expect(beatBefore(beats, beats[2]!.end)).toEqual(beats[2])
    expect(beatBefore(beats, beats[2]!.start + 5)).toEqual(beats[2])
    expect(beatBefore(beats, 1e9)).toEqual(beats[5])
    expect(beatBefore(beats, 0)).toEqual(beats[2])
    expect(beatBefore([], 0)).toBeNull()
  })

  it('forwards meets every act once', () => {
    const met = []
    for (let beat = beatAfter(beats, 0); beat; beat = beatAfter(beats, beat.end)) met.push(beat)
    expect(met).toEqual([beats[2], beats[3], beats[5]])
  })
})

describe('the making of a drawing', () => {
  const making = makingOf(entries, beats, steps)

  it('shows every act in the step in which it was done, and leaves out what a step laid out', () => {
    expect(making.ticks.map(({ kind, step }) => [kind, step])).toEqual([
      ['paint', 0],
      ['undo', 0],
      ['erase', 1],
    ])
  })

  it('spans the steps over the whole time and sums them up', () => {
    expect(making.bands.map(({ step, start, end }) => [step, start, end])).toEqual([
      [0, 0, 1520],
      [1, 1520, beats[5]!.end],
    ])
    expect(making.sums).toEqual([
      { title: 'One', strokes: 1, erased: 0, undone: 1, seconds: 2 },
      { title: 'Two', strokes: 0, erased: 1, undone: 0, seconds: 1 },
    ])
  })
})
