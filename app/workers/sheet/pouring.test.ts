import { describe, expect, it } from 'vitest'
import { applyAct, Engine, type Act, type FreshPourAct } from '#core/drawing'
import { toolSettings } from '#core/brush'
import { loadKernels } from '#core/kernels'
import { coveredLetters } from './covers'
import { bandGaps, type FormShape } from '#core/bands'
import { closingStroke, closingStrokeThat, gapsOf, isAmong, pourDoubt } from './pouring'

const kernels = loadKernels()
const sheet = { width: 400, height: 300, paper: [255, 255, 255] as [number, number, number] }
const pen = toolSettings('ink-pen', { size: 6, pressureSize: 0, taperIn: 0, taperOut: 0, steadying: 0, speedSize: 0 })

function engineWith(...acts: Act[]): Engine {
  const engine = new Engine(kernels, sheet)
  for (const [place, layer] of ['colour', 'lines'].entries())
    engine.add({ type: 'prepare', at: 0, act: { kind: 'layer-add', layer, name: layer, place } })
  acts.forEach((act, i) => engine.add({ type: 'act', at: i, act }))
  return engine
}
/** A ring of a gap that is `gap` px wide at its right end. */
function ring(gap: number): Act {
  const samples: number[] = []
  const half = (gap + 6) / 2 / 90
  for (let i = 0; i <= 120; i++) {
    const angle = half + ((2 * Math.PI - 2 * half) * i) / 120
    samples.push(Math.round((200 + 90 * Math.cos(angle)) * 16), Math.round((150 + 90 * Math.sin(angle)) * 16), 1000, 8)
  }
  return { kind: 'stroke', version: 2, layer: 'lines', tool: pen, colour: [30, 28, 26], seed: 3, samples }
}
const pour = (x: number, y: number, more: Partial<FreshPourAct> = {}): FreshPourAct => ({
  kind: 'pour',
  version: 2,
  layer: 'colour',
  where: { kind: 'places', points: [x * 16, y * 16] },
  paint: { kind: 'colour', colour: [143, 170, 176] },
  tolerance: 40,
  borders: 'all',
  gap: 6,
  grow: 2,
  seed: 1,
  ...more,
})

describe('what is asked before a pour', () => {
  it('whether the whole sheet is meant, when nothing is on it', () => {
    expect(pourDoubt(kernels, engineWith().drawing, pour(50, 50))).toEqual({ kind: 'whole' })
  })

  it('nothing for a closed cell, nor for the ground round it', () => {
    const { drawing } = engineWith(ring(-3))
    expect(pourDoubt(kernels, drawing, pour(200, 150))).toBeNull()
    expect(pourDoubt(kernels, drawing, pour(10, 10))).toBeNull()
  })

  it.each([12, 20, 55])('what to do about a gap of %i px through which it would run out', gap => {
    const doubt = pourDoubt(kernels, engineWith(ring(gap)).drawing, pour(200, 150))
    expect(doubt?.kind).toBe('leaks')
    const [found, ...more] = doubt?.kind === 'leaks' ? doubt.gaps : []
    expect(more).toEqual([])
    expect(Math.abs(found!.width - gap)).toBeLessThanOrEqual(2)
    expect(Math.abs(found!.x - 290)).toBeLessThan(5)
  })

  it('nothing when the gap is closed by the pour itself', () => {
    expect(pourDoubt(kernels, engineWith(ring(5)).drawing, pour(200, 150))).toBeNull()
  })
})

describe('borders of bands with pointed ends', () => {
  const shape: FormShape = { box: { x0: 50, y0: 40, x1: 350, y1: 260 }, inside: new Uint8Array(300 * 220) }
  for (let y = 5; y < 215; y++) shape.inside.fill(1, y * 300 + 5, y * 300 + 295)
  const pointed = toolSettings('ink-pen', {
    size: 5,
    pressureSize: 0,
    taperIn: 60,
    taperOut: 60,
    steadying: 0,
    speedSize: 0,
  })
  const border = (from: number, to: number, y: number): Act => ({
    kind: 'stroke',
    version: 2,
    layer: 'lines',
    tool: pointed,
    colour: [30, 28, 26],
    seed: 5,
    samples: Array.from({ length: 60 }, (_, i) => [
      Math.round((from + ((to - from) * i) / 59) * 16),
      Math.round((y + 3 * Math.sin(i / 9)) * 16),
      900,
      8,
    ]).flat(),
  })

  it.each<[string, Act[]]>([
    ['that end at the form’s edge', [border(56, 344, 150)]],
    ['that end a little before it', [border(68, 332, 150)]],
    ['that do not meet', [border(40, 200, 150), border(214, 360, 151)]],
  ])('%s are closed for real, all of them, one touch each', (_what, acts) => {
    const engine = engineWith(...acts)
    const look = (drawing = engine.drawing) =>
      bandGaps(
        kernels,
        drawing,
        drawing.layers.find(each => each.id === 'lines')!,
        shape,
        2,
      )
    expect(look().gaps.length).toBeGreaterThan(0)
    for (let i = 0; i < 6 && look().gaps.length; i++) {
      const [gap] = look().gaps
      const act = closingStrokeThat(
        engine.drawing,
        gap!,
        9 + i,
        'lines',
        each => !isAmong(gap!, look(applyAct(kernels, engine.drawing, each)).gaps),
      )
      expect(act).not.toBeNull()
      engine.add({ type: 'act', at: 1000 + i, act: act! })
      expect(isAmong(gap!, look().gaps)).toBe(false)
    }
    expect(look()).toMatchObject({ gaps: [], bands: 2 })
  })
})

describe('a gap', () => {
  it('is closed by a stroke of the line’s width and colour, on its layer; then the pour stays inside', () => {
    const engine = engineWith(ring(14))
    const [gap, ...others] = gapsOf(kernels, engine.drawing, 'lines')
    expect(others).toEqual([])
    const act = closingStroke(engine.drawing, gap!, 7)
    expect(act).toMatchObject({ kind: 'stroke', layer: 'lines', colour: [30, 28, 26] })
    expect(Math.abs((act as { tool: { size: number } }).tool.size - 6)).toBeLessThanOrEqual(1)
    engine.add({ type: 'act', at: 9, act: act! })
    expect(gapsOf(kernels, engine.drawing, 'lines')).toEqual([])
    expect(pourDoubt(kernels, engine.drawing, pour(200, 150, { gap: 0 }))).toBeNull()
  })

  it('between ends that fade out is closed as wide as the line is a little way in', () => {
    const faded = ring(12) as Extract<Act, { kind: 'stroke' }>
    const engine = engineWith({
      ...faded,
      tool: toolSettings('ink-pen', { ...pen, size: 9, taperIn: 200, taperOut: 200 }),
    } as Act)
    const [gap] = gapsOf(kernels, engine.drawing, 'lines')
    const act = closingStroke(engine.drawing, gap!, 7)
    expect(act).not.toBeNull()
    engine.add({ type: 'act', at: 9, act: act! })
    expect(pourDoubt(kernels, engine.drawing, pour(200, 150))).toBeNull()
  })

  it('of a line that is gone can’t be closed', () => {
    const [gap] = gapsOf(kernels, engineWith(ring(14)).drawing, null)
    expect(closingStroke(engineWith().drawing, gap!, 1)).toBeNull()
  })
})

describe('a new shape over letters', () => {
  const box = (x0: number, y0: number, x1: number, y1: number) =>
    [x0, y0, x1, y0, x1, y1, x0, y1].map(value => value * 16)
  const letters = (layer: string): Act => ({
    kind: 'lettering',
    version: 1,
    layer,
    text: 'Harbour',
    is: 'text',
    outlines: [box(50, 50, 150, 80)],
    colour: [0, 0, 0],
    opacity: 100,
    seed: 1,
  })
  const shape = (layer: string, outline: number[], opacity = 100): Extract<Act, { kind: 'shape' }> => ({
    kind: 'shape',
    version: 1,
    layer,
    form: 'box',
    outline,
    line: null,
    fill: { colour: [200, 0, 0], opacity },
    seed: 1,
  })

  it.each<[string, string, string, number[], number, string | null]>([
    ['on the layer above', 'colour', 'lines', box(40, 40, 160, 90), 100, 'colour'],
    ['on the same layer', 'lines', 'lines', box(40, 40, 160, 90), 100, 'lines'],
    ['below hides nothing', 'lines', 'colour', box(40, 40, 160, 90), 100, null],
    ['beside hides nothing', 'colour', 'lines', box(200, 40, 260, 90), 100, null],
    ['over a corner only', 'colour', 'lines', box(140, 70, 260, 190), 100, null],
    ['faint lets them be read', 'colour', 'lines', box(40, 40, 160, 90), 30, null],
  ])('%s', (_what, lettersOn, shapeOn, outline, opacity, expected) => {
    const act = shape(shapeOn, outline, opacity)
    const acts = [letters(lettersOn), act]
    expect(coveredLetters(engineWith(...acts).drawing, acts, act)?.id ?? null).toBe(expected)
  })
})
