/* eslint-disable max-lines -- every look-for of one kind on the same few drawings */
import { describe, expect, it } from 'vitest'
import { loadKernels, TILE, TILE_BYTES } from '../kernels'
import { toolSettings, type ToolName } from '../brush'
import { applyAct, type Act, type FreshStrokeAct, type StandingAct } from '../drawing'
import type { Drawing, Layer } from '../layers'
import { bandsOf, findingSchema, lookAt, lookForSchema, type Finding, type LookFor, type Tolerance } from './index'

const kernels = loadKernels()
const SIDE = TILE
const sheet = { width: SIDE, height: SIDE, paper: [255, 255, 255] as const }

/** A layer of one tile, painted with the alpha that `paint` gives. */
function painted(id: string, paint: (x: number, y: number) => number): Layer {
  const tile = new Uint8Array(TILE_BYTES)
  for (let y = 0; y < SIDE; y++) for (let x = 0; x < SIDE; x++) tile.set([60, 60, 60, paint(x, y)], 4 * (y * SIDE + x))
  return { id, name: id, visible: true, opacity: 100, tiles: new Map([[0, tile]]) }
}

const inBox = (x: number, y: number, x0: number, y0: number, x1: number, y1: number) =>
  x >= x0 && x < x1 && y >= y0 && y < y1
/** Lines of a box from 60 to 200, four px wide; `gap` px are left out in the middle of its top. */
const box = (gap: number) =>
  painted('lines', (x, y) => {
    const isLine = inBox(x, y, 60, 60, 200, 200) && !inBox(x, y, 64, 64, 196, 196)
    const isGap = y < 64 && Math.abs(x + 0.5 - 130) < gap / 2
    return isLine && !isGap ? 255 : 0
  })
const INSIDE = 132 * 132
const TARGET = [70, 70, 190, 70, 190, 190, 70, 190]

const asked = (settings: LookFor['settings']): LookFor => ({ id: 'it', title: 'It', settings })
function look(settings: LookFor['settings'], layers: Layer[], acts: StandingAct[] = []): Finding {
  const drawing: Drawing = { sheet, layers }
  const [finding] = lookAt(kernels, { drawing, acts, step: 'now' }, [asked(settings)])
  return findingSchema.parse(finding)
}

describe('a look-for that nobody has placed', () => {
  it.each<LookFor['settings']>([
    { measure: 'closed-outline', layer: 'lines', what: 'the box', target: [], tolerance: 'standard' },
    {
      measure: 'contrast-pair',
      areas: [
        { what: 'the sky', target: TARGET },
        { what: 'the sea', target: [] },
      ],
      tolerance: 'standard',
    },
    { measure: 'ladder-in-order', what: 'the ladder', rungs: [TARGET, []], tolerance: 'standard' },
    {
      measure: 'proportion',
      part: { layer: 'lines', what: 'the lid', target: [] },
      to: { layer: 'lines', what: 'the pot' },
      by: 'height',
      ratio: 0.5,
      tolerance: 'standard',
    },
  ])('can’t tell, and says what to set: $measure', settings => {
    expect(lookForSchema.safeParse(asked(settings)).success).toBe(true)
    const { verdict, sentence } = look(settings, [box(0)])
    expect(verdict).toBe('cant-tell')
    expect(sentence).toMatch(/where to look for “It”.*“Where”/)
    expect(bandsOf({ drawing: { sheet, layers: [box(0)] }, acts: [], step: 'now' }, asked(settings))).toEqual([])
  })

  it('an area of two corners is none', () => {
    expect(
      lookForSchema.safeParse(
        asked({ measure: 'closed-outline', layer: 'lines', what: 'it', target: [0, 0, 9, 9], tolerance: 'standard' }),
      ).success,
    ).toBe(false)
  })
})

describe('on a sheet that was cut and scaled since', () => {
  const settings = {
    measure: 'closed-outline',
    layer: 'lines',
    what: 'the box',
    target: TARGET,
    tolerance: 'standard',
  } as const
  const start = (acts: Act[]) => {
    let drawing: Drawing = { sheet, layers: [box(6)] }
    for (const act of acts) drawing = applyAct(kernels, drawing, act)
    return lookAt(kernels, { drawing, acts: [], step: 'now' }, [asked(settings)])[0]!
  }

  it.each<[string, Act[], number]>([
    ['moved on a larger one', [{ kind: 'sheet-cut', version: 1, box: [-300, -40, 500, 600] }], 6],
    ['twice as large', [{ kind: 'sheet-scale', version: 1, width: 2 * SIDE, height: 2 * SIDE }], 12],
    [
      'cut, then scaled',
      [
        { kind: 'sheet-cut', version: 1, box: [40, 40, 220, 220] },
        { kind: 'sheet-scale', version: 1, width: 360, height: 360 },
      ],
      12,
    ],
  ])('finds the shape where it lies now: %s', (_what, acts, gap) => {
    const { figure, sentence } = start(acts)
    expect(sentence).toContain('at the top of the box')
    expect(Math.abs(figure!.value - gap)).toBeLessThanOrEqual(1)
  })
})

describe('closed outline', () => {
  const ask = (gap: number, tolerance: Tolerance) =>
    look({ measure: 'closed-outline', layer: 'lines', what: 'the box', target: TARGET, tolerance }, [box(gap)])

  it.each<[number, Tolerance, string]>([
    [0, 'strict', 'met'],
    [2, 'strict', 'nearly'],
    [2, 'gentle', 'met'],
    [6, 'standard', 'nearly'],
    [20, 'gentle', 'not-yet'],
  ])('with a gap of %i px, %s: %s', (gap, tolerance, verdict) => {
    expect(ask(gap, tolerance).verdict).toBe(verdict)
  })

  it('names the gap by its width and place and rings it', () => {
    const { sentence, marks, figure } = ask(6, 'standard')
    expect(figure).toEqual({ value: 6, unit: 'px' })
    expect(sentence).toBe('There is a gap of 6 px at the top of the box.')
    expect(marks).toHaveLength(1)
    const ring = marks[0] as Extract<Finding['marks'][number], { kind: 'ring' }>
    expect(ring.label).toBe('6 px')
    expect(Math.hypot(ring.x - 130, ring.y - 62)).toBeLessThan(4)
  })

  it('can’t tell without a layer or without lines', () => {
    const settings = {
      measure: 'closed-outline',
      layer: 'lines',
      what: 'the box',
      target: TARGET,
      tolerance: 'standard',
    } as const
    expect(look(settings, []).verdict).toBe('cant-tell')
    expect(look(settings, [painted('lines', () => 0)]).verdict).toBe('cant-tell')
  })
})

describe('covered', () => {
  const ask = (paint: (x: number, y: number) => number, tolerance: Tolerance = 'standard', gap = 0) =>
    look({ measure: 'covered', layer: 'colour', lines: 'lines', what: 'the box', target: TARGET, tolerance }, [
      painted('colour', paint),
      box(gap),
    ])

  it('is met by paint over all of the inside, and measures it', () => {
    expect(ask(() => 255)).toMatchObject({ verdict: 'met', figure: { value: 100, unit: '%' } })
  })

  it('shows the largest hole and where it is', () => {
    const hole = ask((x, y) => (inBox(x, y, 150, 150, 190, 190) ? 0 : 255))
    expect(hole.verdict).toBe('nearly')
    expect(hole.figure!.value).toBeCloseTo(100 * (1 - 1600 / INSIDE), 1)
    expect(hole.sentence).toContain('about 40 px across, at the bottom right')
    expect(hole.marks[0]!.kind).toBe('region')
  })

  it.each<[Tolerance, string]>([
    ['gentle', 'met'],
    ['standard', 'nearly'],
  ])('five per cent of scattered holes, %s: %s', (tolerance, verdict) => {
    expect(ask((x, y) => (x % 5 === 0 && y % 4 === 0 ? 0 : 255), tolerance).verdict).toBe(verdict)
  })

  it('counts paint from half strength on', () => {
    expect(ask(() => 128).verdict).toBe('met')
    expect(ask((_x, y) => (y < 130 ? 255 : 100)).verdict).toBe('not-yet')
  })

  it('can’t tell with no paint, or with an outline that is open', () => {
    expect(ask(() => 0).verdict).toBe('cant-tell')
    const open = look(
      { measure: 'covered', layer: 'colour', lines: 'lines', what: 'the box', target: TARGET, tolerance: 'standard' },
      [painted('colour', () => 255), painted('lines', (x, y) => (inBox(x, y, 60, 60, 200, 64) ? 255 : 0))],
    )
    expect(open.verdict).toBe('cant-tell')
  })
})

describe('inside the lines', () => {
  const ask = (paint: (x: number, y: number) => number, tolerance: Tolerance = 'standard') =>
    look({ measure: 'inside-lines', layer: 'colour', lines: 'lines', what: 'the box', target: TARGET, tolerance }, [
      painted('colour', paint),
      box(0),
    ])
  const spill = (width: number) => (x: number, y: number) =>
    inBox(x, y, 60, 60, 200, 200) || inBox(x, y, 200, 110, 200 + width, 150) ? 255 : 0

  it('forgives a line’s width', () => {
    expect(ask(spill(4)).verdict).toBe('met')
  })

  it('says how far it runs out, and where', () => {
    const out = ask(spill(40))
    expect(out.verdict).toBe('not-yet')
    expect(out.sentence).toContain('on the right of the box, up to 40 px out')
    // Forty rows, of which the four px next to the line don't count, as share of the inside.
    expect(out.figure!.value).toBeCloseTo((100 * 36 * 40) / INSIDE, 0)
  })

  it.each<[number, Tolerance, string]>([
    [8, 'standard', 'nearly'],
    [8, 'gentle', 'met'],
    [6, 'strict', 'nearly'],
  ])('a spill of %i px, %s: %s', (width, tolerance, verdict) => {
    expect(ask(spill(width), tolerance).verdict).toBe(verdict)
  })

  it('does not see what nobody sees', () => {
    expect(ask((x, y) => (inBox(x, y, 60, 60, 200, 200) ? 255 : 30)).verdict).toBe('met')
  })
})

const act = (set: Partial<FreshStrokeAct>, tool: ToolName = 'pencil', size = 8, step = 'now'): StandingAct => ({
  at: 0,
  step,
  prepared: false,
  act: {
    kind: 'stroke',
    version: 2,
    layer: 'lines',
    tool: toolSettings(tool, { size }),
    colour: [0, 0, 0],
    seed: 1,
    samples: [160, 320, 500, 0, 320, 320, 500, 9],
    ...set,
  },
})
const pourAct: StandingAct = {
  at: 0,
  step: 'now',
  prepared: false,
  act: {
    kind: 'pour',
    version: 1,
    layer: 'lines',
    x: 9,
    y: 8,
    colour: [1, 2, 3],
    tolerance: 9,
    borders: 'all',
    grow: 0,
    seed: 1,
  },
}
const layers = [painted('lines', () => 0), painted('sketch', () => 0)]

describe('right layer', () => {
  const ask = (acts: StandingAct[], tolerance: Tolerance = 'standard') =>
    look({ measure: 'right-layer', layer: 'lines', tolerance }, layers, acts)
  const many = (count: number) => Array.from({ length: count }, () => act({}))

  it.each<[number, number, Tolerance, string]>([
    [4, 0, 'standard', 'met'],
    [9, 1, 'standard', 'nearly'],
    [9, 1, 'gentle', 'met'],
    [3, 1, 'gentle', 'not-yet'],
  ])('%i on it and %i beside it, %s: %s', (right, stray, tolerance, verdict) => {
    const acts = [...many(right), ...Array.from({ length: stray }, () => act({ layer: 'sketch' }))]
    expect(ask(acts, tolerance).verdict).toBe(verdict)
  })

  it('names both layers and draws the stray stroke', () => {
    const { sentence, marks, figure } = ask([act({}), act({ layer: 'sketch' })])
    expect(sentence).toBe('One stroke landed on “sketch” instead of “lines”.')
    expect(figure).toEqual({ value: 50, unit: '%' })
    expect(marks).toEqual([{ kind: 'path', points: [10, 20, 20, 20] }])
  })

  it('leaves other steps out', () => {
    expect(ask([act({ layer: 'sketch' }, 'pencil', 8, 'before')]).verdict).toBe('cant-tell')
  })
})

describe('tools used', () => {
  const ask = (acts: StandingAct[], tolerance: Tolerance = 'standard') =>
    look({ measure: 'tools-used', tools: [{ tool: 'pencil', sizeFrom: 6, sizeTo: 10 }], tolerance }, layers, acts)

  it.each<[ToolName, number, Tolerance, string]>([
    ['pencil', 8, 'strict', 'met'],
    ['pencil', 12, 'standard', 'met'],
    ['pencil', 12, 'strict', 'not-yet'],
    ['pencil', 30, 'gentle', 'not-yet'],
    ['ink-pen', 8, 'gentle', 'not-yet'],
  ])('%s at %i px, %s: %s', (tool, size, tolerance, verdict) => {
    expect(ask([act({}, tool, size)], tolerance).verdict).toBe(verdict)
  })

  it('never counts erasing', () => {
    expect(ask([act({}), act({}, 'hard-eraser', 40)]).figure).toEqual({ value: 100, unit: '%' })
    expect(ask([act({}, 'soft-eraser', 40)]).verdict).toBe('cant-tell')
  })

  it('says what was used and what is asked', () => {
    const { sentence, marks } = ask([act({}), act({}, 'soft-brush', 60), pourAct])
    expect(sentence).toBe(
      '2 of 3 strokes were made with the soft brush at 60 px and pour. This step asks for the pencil (6–10 px).',
    )
    expect(marks[1]).toMatchObject({ kind: 'ring', x: 9, y: 8 })
  })
})
