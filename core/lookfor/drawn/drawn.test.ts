import { describe, expect, it } from 'vitest'
import { packSample, toolSettings } from '../../brush'
import { applyAct, type Act, type StandingAct } from '../../drawing'
import type { Point } from '../../geometry'
import { loadKernels } from '../../kernels'
import type { Drawing } from '../../layers'
import { findingSchema, lookAt, type Finding, type LookFor } from '../index'
import { widthsAlong } from './even-width'
import { chained, cornersOf } from './polygon-shape'
import { quadraticWeights, trembleOf } from './steady-line'

const kernels = loadKernels()
const sheet = { width: 600, height: 480, paper: [255, 255, 255] as const }
const EVEN = toolSettings('ink-pen', { size: 6, pressureSize: 0, speedSize: 0, taperIn: 0, taperOut: 0, steadying: 0 })
const WHOLE = [0, 0, 600, 0, 600, 480, 0, 480]
const at = (x: number, y: number): Point => ({ x, y })
const line = (a: Point, b: Point, count = 60) =>
  Array.from({ length: count + 1 }, (_, i) => at(a.x + ((b.x - a.x) * i) / count, a.y + ((b.y - a.y) * i) / count))
const ellipse = (rx: number, ry: number, from = 0, to = 1) =>
  Array.from({ length: 200 }, (_, i) => 2 * Math.PI * (from + ((to - from) * i) / 199)).map(angle =>
    at(300 + rx * Math.cos(angle), 240 + ry * Math.sin(angle)),
  )

function drawn(...paths: (readonly Point[])[]): { drawing: Drawing; acts: StandingAct[] } {
  let drawing: Drawing = {
    sheet,
    layers: [{ id: 'lines', name: 'Lines', visible: true, opacity: 100, tiles: new Map() }],
  }
  const acts = paths.map((path): Act => ({
    kind: 'stroke',
    version: 2,
    layer: 'lines',
    tool: EVEN,
    colour: [20, 20, 20],
    seed: 1,
    samples: path.flatMap(({ x, y }, i) => packSample({ x, y, pressure: 0.6, wait: i ? 8 : 0 })),
  }))
  for (const act of acts) drawing = applyAct(kernels, drawing, act)
  return { drawing, acts: acts.map(act => ({ act, at: 0, step: 'now', prepared: false })) }
}
function look(
  settings: Partial<LookFor['settings']> & { measure: LookFor['settings']['measure'] },
  ...paths: (readonly Point[])[]
): Finding {
  const asked = { layer: 'lines', what: 'it', target: WHOLE, tolerance: 'standard', ...settings } as LookFor['settings']
  return findingSchema.parse(
    lookAt(kernels, { ...drawn(...paths), step: 'now' }, [{ id: 'it', title: 'It', settings: asked }])[0],
  )
}

describe('a straight line', () => {
  it.each([
    [0, 0],
    [30, 0],
    [90, 0],
    [120, 6.2],
    [179, -2.5],
  ])('asked at %i°, drawn %f° beside it', (angle, beside) => {
    const path = -((angle + beside) * Math.PI) / 180
    const ends = [-180, 180].map(t => at(300 + t * Math.cos(path), 240 + t * Math.sin(path)))
    const { verdict, figure } = look({ measure: 'straight-line', angle }, line(ends[0]!, ends[1]!))
    expect(verdict).toBe(Math.abs(beside) > 3.5 ? 'nearly' : 'met')
    if (verdict !== 'met') expect(figure!.value).toBeCloseTo(Math.abs(beside), 0)
  })

  it('measures its bow', () => {
    const bow = Array.from({ length: 80 }, (_, i) => at(100 + 5 * i, 240 + 40 * (1 - ((i - 39.5) / 39.5) ** 2)))
    const { verdict, figure, sentence, marks } = look({ measure: 'straight-line' }, bow)
    // A parabola of height h lies at most 2/3 h from its best line; the ends are left out.
    expect(Math.abs(figure!.value - (100 * 40 * 2 * 0.94) / 3 / 395)).toBeLessThan(0.4)
    expect(verdict).not.toBe('met')
    expect(sentence).toMatch(/bends 2\d px/)
    expect(marks.map(mark => mark.kind)).toEqual(['path', 'ring'])
  })

  it('takes a limit as a number, and waits for as many as are asked', () => {
    const bow = Array.from({ length: 80 }, (_, i) => at(100 + 5 * i, 240 + 40 * (1 - ((i - 39.5) / 39.5) ** 2)))
    expect(look({ measure: 'straight-line', tolerance: 9 }, bow).verdict).toBe('met')
    expect(look({ measure: 'straight-line', count: 2 }, line(at(50, 50), at(400, 60))).verdict).toBe('cant-tell')
  })
})

describe('a round shape', () => {
  it('true ones are met; a circle is told from an oval by its axes', () => {
    expect(look({ measure: 'round-shape', form: 'circle' }, ellipse(150, 150)).verdict).toBe('met')
    expect(look({ measure: 'round-shape', form: 'ellipse' }, ellipse(200, 90)).verdict).toBe('met')
    const flat = look({ measure: 'round-shape', form: 'circle' }, ellipse(200, 140))
    expect(flat).toMatchObject({ verdict: 'not-yet', figure: { value: 30 } })
    expect(flat.sentence).toContain('wider than it is high')
    expect(look({ measure: 'round-shape', form: 'circle' }, ellipse(140, 200)).sentence).toContain(
      'higher than it is wide',
    )
  })

  it('says how far it is open, and where', () => {
    const { figure, sentence } = look({ measure: 'round-shape', form: 'circle' }, ellipse(150, 150, 0.05, 0.95))
    expect(Math.abs(figure!.value - 36)).toBeLessThan(5)
    expect(sentence).toContain('on the right')
  })
})

describe('a steady line', () => {
  it('is smoothed with the published weights', () => {
    // Savitzky & Golay 1964, table I: five and seven points.
    expect(quadraticWeights(2).map(weight => Math.round(weight * 35))).toEqual([-3, 12, 17, 12, -3])
    expect(quadraticWeights(3).map(weight => Math.round(weight * 21))).toEqual([-2, 3, 6, 7, 6, 3, -2])
  })

  it('has no tremble on a line and on a bow, and a wave’s effective value on a quick wave', () => {
    expect(trembleOf(line(at(0, 0), at(500, 100)))).toBeLessThan(1e-6)
    expect(trembleOf(Array.from({ length: 200 }, (_, i) => at(i * 3, 0.002 * (i * 3 - 300) ** 2)))).toBeLessThan(0.25)
    const wave = Array.from({ length: 600 }, (_, i) => at(i, 3 * Math.sin((2 * Math.PI * i) / 16)))
    expect(Math.abs(trembleOf(wave) - 3 / Math.SQRT2)).toBeLessThan(0.6)
  })
})

describe('corners', () => {
  const regular = (count: number, turn: number) =>
    Array.from({ length: count }, (_, i) =>
      at(
        300 + 200 * Math.cos(turn + (2 * Math.PI * i) / count),
        240 + 200 * Math.sin(turn + (2 * Math.PI * i) / count),
      ),
    )
  it.each([3, 4, 5, 6])('%i of them are found wherever the way begins', count => {
    for (const turn of [0, 0.3, 1.1]) {
      const corners = regular(count, turn)
      const path = corners.flatMap((corner, i) => line(corner, corners[(i + 1) % count]!, 30).slice(0, -1))
      const shifted = [...path.slice(17), ...path.slice(0, 18)]
      const found = cornersOf(shifted, 0.022 * 2 * Math.PI * 200)
      expect(found).toHaveLength(count)
      for (const corner of corners)
        expect(Math.min(...found.map(each => Math.hypot(each.x - corner.x, each.y - corner.y)))).toBeLessThan(8)
    }
  })

  it('sides drawn one by one in any order are one way', () => {
    const corners = regular(4, 0.4)
    const sides = corners.map((corner, i) => line(corner, corners[(i + 1) % 4]!))
    const path = chained([sides[2]!, [...sides[0]!].reverse(), sides[3]!, sides[1]!], 20)!
    expect(path).toHaveLength(4 * 61)
    expect(cornersOf(path, 25)).toHaveLength(4)
    expect(chained([sides[0]!, line(at(2000, 0), at(2400, 0))], 20)).toBeNull()
  })

  it('angles are measured', () => {
    const square = [at(150, 100), at(450, 100), at(450, 380), at(150, 380)]
    const path = square.flatMap((corner, i) => line(corner, square[(i + 1) % 4]!, 40))
    expect(look({ measure: 'polygon', corners: 4, angle: 90 }, path).verdict).toBe('met')
    const leaning = [at(200, 100), at(500, 100), at(400, 380), at(100, 380)]
    const off = look(
      { measure: 'polygon', corners: 4, angle: 90 },
      leaning.flatMap((corner, i) => line(corner, leaning[(i + 1) % 4]!, 40)),
    )
    // tan⁻¹ (100 ÷ 280) = 19.7° off.
    expect(off.verdict).toBe('not-yet')
    expect(off.figure!.value).toBeGreaterThan(17)
    expect(off.figure!.value).toBeLessThan(23)
  })
})

describe('width', () => {
  it.each([5, 9, 15])('of a bar of %i px is found', wide => {
    const [width, height] = [160, 60]
    const ink = new Uint8Array(width * height)
    for (let y = 20; y < 20 + wide; y++) ink.fill(1, y * width + 10, y * width + 150)
    const widths = widthsAlong(ink, width, height).map(each => each.width)
    expect(widths.length).toBeGreaterThan(60)
    for (const own of widths) expect(Math.abs(own - wide)).toBeLessThanOrEqual(1)
  })

  it('a pen’s line is even', () => {
    expect(look({ measure: 'even-width' }, ellipse(200, 150, 0, 0.8)).verdict).toBe('met')
  })
})

describe('ends', () => {
  const sides = (short: number) => [
    line(at(100, 100), at(400, 100)),
    line(at(400, 100), at(400, 300)),
    line(at(400, 300), at(100, 300)),
    line(at(100, 300), at(100, 100 + short)),
  ]
  it('that meet are met; gaps are measured between the lines’ edges', () => {
    expect(look({ measure: 'ends-meet' }, ...sides(0)).verdict).toBe('met')
    const { verdict, figure, marks } = look({ measure: 'ends-meet' }, ...sides(26))
    expect(verdict).toBe('not-yet')
    expect(Math.abs(figure!.value - 20)).toBeLessThanOrEqual(2)
    expect(marks.length).toBeGreaterThan(0)
    expect(marks[0]).toMatchObject({ kind: 'ring', x: 100 })
  })

  it('that go too far are seen', () => {
    const over = look({ measure: 'ends-meet' }, line(at(100, 100), at(400, 100)), line(at(330, 300), at(330, 30)))
    expect(over.sentence).toContain('beyond')
    expect(Math.abs(over.figure!.value - 64)).toBeLessThan(8)
  })
})

describe('strokes, symmetry, likeness', () => {
  it('one stroke is one; five over each other are counted', () => {
    const path = line(at(80, 240), at(520, 240))
    expect(look({ measure: 'confident-strokes' }, path)).toMatchObject({ verdict: 'met', figure: { value: 1 } })
    expect(look({ measure: 'confident-strokes' }, path, path, path, path, path).figure!.value).toBeCloseTo(5, 0)
    // Lines that cross are not along each other.
    expect(look({ measure: 'confident-strokes' }, path, line(at(300, 60), at(300, 420))).figure!.value).toBeLessThan(
      1.1,
    )
  })

  it('the same on both sides is even, and too even for what is alive', () => {
    const egg = ellipse(140, 190)
    expect(look({ measure: 'symmetry', wants: 'even' }, egg)).toMatchObject({ verdict: 'met' })
    expect(look({ measure: 'symmetry', wants: 'slightly-uneven' }, egg).verdict).toBe('nearly')
    const odd = egg.map(({ x, y }) => at(x < 300 ? 300 - (300 - x) * (y < 240 ? 0.5 : 1) : x, y))
    expect(look({ measure: 'symmetry', wants: 'even' }, odd).verdict).not.toBe('met')
    expect(look({ measure: 'symmetry', wants: 'even' }, odd).sentence).toContain('fuller on the right')
    expect(look({ measure: 'symmetry', wants: 'even' }, line(at(100, 100), at(500, 300))).verdict).toBe('cant-tell')
  })

  it('the teacher’s own shape is like itself, moved and scaled as well, unless it is copied exactly', () => {
    const shape = ellipse(120, 180).flatMap(({ x, y }) => [x, y])
    const small = ellipse(90, 135).map(({ x, y }) => at(x + 40, y - 20))
    expect(look({ measure: 'likeness', shape, isExact: true }, ellipse(120, 180)).figure!.value).toBeLessThan(2.5)
    expect(look({ measure: 'likeness', shape, isExact: false }, small).verdict).toBe('met')
    expect(look({ measure: 'likeness', shape, isExact: true }, small).verdict).not.toBe('met')
  })
})

describe('on a sheet that was cut and scaled since', () => {
  const scaled: Act[] = [
    { kind: 'sheet-cut', version: 1, box: [-100, -40, 700, 560] },
    { kind: 'sheet-scale', version: 1, width: 1600, height: 1200 },
  ]
  it.each<[string, Act[]]>([
    ['cut and scaled', scaled],
    [
      'scaled twice',
      [
        { kind: 'sheet-scale', version: 1, width: 1200, height: 960 },
        { kind: 'sheet-scale', version: 1, width: 900, height: 960 },
      ],
    ],
  ])('%s: lines are found where they lie now', (_what, acts) => {
    const start = drawn(line(at(100, 240), at(400, 240)))
    let { drawing } = start
    for (const act of acts) drawing = applyAct(kernels, drawing, act)
    const all: StandingAct[] = [
      ...start.acts,
      ...acts.map((act): StandingAct => ({ act, at: 0, step: 'now', prepared: false })),
    ]
    const asked: LookFor['settings'] = {
      measure: 'straight-line',
      layer: 'lines',
      what: 'it',
      target: [60, 200, 460, 200, 460, 280, 60, 280],
      tolerance: 'standard',
      angle: 0,
    }
    const found = lookAt(kernels, { drawing, acts: all, step: 'now' }, [{ id: 'it', title: 'It', settings: asked }])[0]!
    expect(found.verdict).toBe('met')
  })
})
