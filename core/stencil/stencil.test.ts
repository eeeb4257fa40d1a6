import { describe, expect, it } from 'vitest'
import { toolSettings } from '../brush'
import { applyAct, type ShapeAct } from '../drawing'
import { areaOf, distanceOf, type Point } from '../geometry'
import { loadKernels } from '../kernels'
import { layerAlpha, type Drawing, type Layer } from '../layers'
import {
  drawnOut,
  handled,
  handlesOf,
  isFillable,
  moved,
  outlinePoints,
  shapeAct,
  STENCILS,
  trueShapeOf,
  type Stencil,
  type StencilKind,
} from './index'

const kernels = loadKernels()
const AS = { isPerfect: false, isCentred: false, sides: 6 }
const a = { x: 100, y: 80 }
const b = { x: 260, y: 180 }
const of = (kind: StencilKind, set: Partial<typeof AS> = {}) => drawnOut(kind, a, b, { ...AS, ...set })!
const pairs = (values: readonly number[]): Point[] =>
  Array.from({ length: values.length / 2 }, (_, i) => ({ x: values[2 * i]!, y: values[2 * i + 1]! }))
const area = (stencil: Stencil) => Math.abs(areaOf(pairs(outlinePoints(stencil))))

describe('drawing a stencil out', () => {
  it.each(STENCILS)('of a slip of the hand comes nothing: %s', kind => {
    expect(drawnOut(kind, a, { x: 101, y: 81 }, AS)).toBeNull()
  })

  it('gives boxes and ellipses from corner to corner, or from the middle', () => {
    expect(of('box')).toMatchObject({ middle: { x: 180, y: 130 }, width: 160, height: 100 })
    expect(of('ellipse', { isCentred: true })).toMatchObject({ middle: a, width: 320, height: 200 })
    expect(area(of('box'))).toBeCloseTo(16_000, 6)
    expect(area(of('ellipse')) / (Math.PI * 80 * 50)).toBeCloseTo(1, 2)
  })

  it.each(['box', 'ellipse'] as const)(
    'held to be perfect is as wide as high, in the direction of the hand: %s',
    kind => {
      const square = drawnOut(kind, a, { x: 20, y: 180 }, { ...AS, isPerfect: true }) as Extract<
        Stencil,
        { kind: 'box' | 'ellipse' }
      >
      expect([square.width, square.height]).toEqual([100, 100])
      expect(square.middle).toEqual({ x: 50, y: 130 })
    },
  )

  it('gives lines in steps of 15°', () => {
    const { from, to } = of('line', { isPerfect: true }) as Extract<Stencil, { kind: 'line' }>
    expect((Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI).toBeCloseTo(30, 9)
  })

  it.each([3, 5, 12])('gives regular polygons of %i sides', sides => {
    const corners = pairs(outlinePoints(of('polygon', { sides })))
    expect(corners).toHaveLength(sides)
    const lengths = corners.map((corner, i) => distanceOf(corner, corners[(i + 1) % sides]!))
    expect(Math.max(...lengths) - Math.min(...lengths)).toBeLessThan(1e-9)
  })
})

describe('handles', () => {
  it.each(STENCILS)('of the %s lie on it, and taking one where it is changes nothing', kind => {
    const stencil = of(kind)
    for (const { key, x, y, role } of handlesOf(stencil, 1)) {
      const same = handled(stencil, key, { x, y }, false)
      pairs(outlinePoints(same)).forEach((point, i) =>
        expect(distanceOf(point, pairs(outlinePoints(stencil))[i]!)).toBeLessThan(1e-6),
      )
      if (role === 'part' && kind !== 'curve' && kind !== 'ellipse') {
        const nearest = Math.min(...pairs(outlinePoints(stencil)).map(point => distanceOf(point, { x, y })))
        // Corners lie on the outline, middles of sides half a side off the next corner.
        expect(nearest).toBeLessThan(81)
      }
    }
  })

  it('hold the opposite corner of a turned box where it is', () => {
    const box = { kind: 'box', middle: { x: 200, y: 200 }, width: 100, height: 60, angle: 0.5 } as const
    const before = pairs(outlinePoints(box))
    const after = handled(box, '1 1', { x: 330, y: 310 }, false)
    const corners = pairs(outlinePoints(after))
    expect(distanceOf(corners[0]!, before[0]!)).toBeLessThan(1e-9)
    expect(distanceOf(corners[2]!, { x: 330, y: 310 })).toBeLessThan(1e-9)
  })

  it('turn in steps when held to be perfect, and move as a whole', () => {
    const box = of('box')
    const { angle } = handled(box, 'turn', { x: 300, y: 120 }, true) as typeof box & { angle: number }
    expect(((angle * 180) / Math.PI) % 15).toBeCloseTo(0, 9)
    expect(area(moved(of('polygon'), 20, -7))).toBeCloseTo(area(of('polygon')), 6)
    expect(handled(of('line'), 'move', { x: 0, y: 0 }, false)).toEqual({
      kind: 'line',
      from: { x: -80, y: -50 },
      to: { x: 80, y: 50 },
    })
  })

  it('never turn a box inside out', () => {
    const { width, height } = handled(of('box'), '-1 -1', { x: 900, y: 900 }, false) as Extract<
      Stencil,
      { kind: 'box' | 'ellipse' }
    >
    expect([width, height]).toEqual([1, 1])
  })
})

describe('a shape on the sheet', () => {
  const layer: Layer = { id: 'a', name: 'a', visible: true, opacity: 100, tiles: new Map() }
  const sheet = { width: 400, height: 300, paper: [255, 255, 255] as const }
  const set = (act: ShapeAct | null) => {
    kernels.openMask(sheet.width, sheet.height)
    const drawing: Drawing = applyAct(kernels, { sheet, layers: [layer] }, act!)
    return layerAlpha(drawing, drawing.layers[0]!)
  }
  const sum = (alpha: Uint8Array) => alpha.reduce((total, value) => total + value / 255, 0)
  const red = [200, 30, 30] as const
  const pen = (size: number) => ({
    tool: toolSettings('ink-pen', { size, pressureSize: 0, taperIn: 0, taperOut: 0 }),
    colour: red,
  })

  it.each(STENCILS.filter(kind => isFillable({ kind })))('filled covers its area: %s', kind => {
    const stencil = of(kind)
    const act = shapeAct(stencil, 'a', { line: null, fill: { colour: red, opacity: 100 } }, 3)
    expect(Math.abs(sum(set(act)) - area(stencil))).toBeLessThan(2 + 0.002 * area(stencil))
  })

  it.each([2, 5, 9, 24])('has an outline exactly as wide as the pen draws at %i px', size => {
    // The same line by hand and by stencil: equal areas of paint.
    const line: Stencil = { kind: 'line', from: { x: 60, y: 150 }, to: { x: 340, y: 150 } }
    const stencilled = set(shapeAct(line, 'a', { line: pen(size), fill: null }, 3))
    const samples = Array.from({ length: 57 }, (_, i) => [(60 + 5 * i) * 16, 150 * 16, 1023, 8]).flat()
    kernels.openMask(sheet.width, sheet.height)
    const drawn = applyAct(
      kernels,
      { sheet, layers: [layer] },
      { kind: 'stroke', version: 2, layer: 'a', tool: pen(size).tool, colour: [...red], seed: 3, samples },
    )
    const hand = layerAlpha(drawn, drawn.layers[0]!)
    const widthAt = (alpha: Uint8Array, x: number) =>
      Array.from({ length: 300 }, (_, y) => alpha[y * 400 + x]! / 255).reduce((total, value) => total + value, 0)
    for (const x of [120, 200, 281]) expect(Math.abs(widthAt(stencilled, x) - widthAt(hand, x))).toBeLessThan(0.12)
    expect(widthAt(stencilled, 200)).toBeCloseTo(size, 0)
  })

  it('is one act with both fill and line; with neither there is none', () => {
    const both = set(shapeAct(of('box'), 'a', { line: pen(8), fill: { colour: [0, 0, 250], opacity: 100 } }, 3))
    expect(Math.abs(sum(both) - 168 * 108)).toBeLessThan(30)
    expect(shapeAct(of('box'), 'a', { line: null, fill: null }, 3)).toBeNull()
    expect(shapeAct(of('line'), 'a', { line: null, fill: { colour: red, opacity: 100 } }, 3)).toBeNull()
  })

  it('goes over the sheet’s edge without harm', () => {
    const beyond = moved(of('ellipse'), -140, -120)
    expect(sum(set(shapeAct(beyond, 'a', { line: pen(6), fill: { colour: red, opacity: 50 } }, 1)))).toBeGreaterThan(
      100,
    )
    const away = moved(of('box'), 5000, 0)
    expect(sum(set(shapeAct(away, 'a', { line: pen(6), fill: { colour: red, opacity: 50 } }, 1)))).toBe(0)
  })

  it('a curve ends where its ends are', () => {
    const { points } = trueShapeOf(of('curve')) as { points: readonly Point[] }
    expect([points[0], points.at(-1)]).toEqual([a, b])
  })
})
