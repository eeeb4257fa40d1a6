import { describe, expect, it } from 'vitest'
import { loadKernels } from '../kernels'
import { showDrawing, flattenDrawing, type Sheet } from '../layers'
import { toolSettings } from '../brush'
import {
  boxForSize,
  checkSheet,
  contentHash,
  Engine,
  fromPx,
  layerBudget,
  recordSchema,
  SHEET_SIZES,
  sheetSchema,
  toPx,
  type Act,
  type StrokeAct,
} from './index'

const kernels = loadKernels()
const sheet: Sheet = { width: 300, height: 280, paper: [250, 245, 235] }

const lineAct: StrokeAct = {
  kind: 'stroke',
  version: 2,
  layer: 'one',
  tool: toolSettings('ink-pen', { size: 12, taperIn: 0, taperOut: 0, pressureSize: 0, steadying: 0 }),
  colour: [20, 30, 200],
  seed: 1,
  samples: [40 * 16, 100 * 16, 1023, 0, 250 * 16, 180 * 16, 1023, 12],
}
function start(): Engine {
  const engine = new Engine(kernels, sheet)
  engine.add({ type: 'prepare', at: 0, act: { kind: 'layer-add', layer: 'one', name: 'One', place: 0 } })
  engine.add({ type: 'act', at: 1, act: lineAct })
  return engine
}
const act = (engine: Engine, ...acts: Act[]) => {
  for (const each of acts) engine.add({ type: 'act', at: 2, act: each })
}
const alphaAt = ({ drawing }: Engine, x: number, y: number) =>
  flattenDrawing(kernels, drawing, null)[4 * (y * drawing.sheet.width + x) + 3]!

describe('sizes', () => {
  it('of ISO paper at 300 px an inch are those of the trade’s tables', () => {
    // mm × 300 ÷ 25.4, rounded; the mm are those of ISO 216:2007, table 1.
    const px = (key: string) => {
      const { width, height, unit } = SHEET_SIZES.find(each => each.key === key)!
      return [toPx(width, unit, 300), toPx(height, unit, 300)]
    }
    expect([px('a3'), px('a4'), px('a5'), px('a6'), px('eight-ten')]).toEqual([
      [3508, 4961],
      [2480, 3508],
      [1748, 2480],
      [1240, 1748],
      [2400, 3000],
    ])
  })

  it('of ISO paper halve from one to the next, rounded down to a mm (ISO 216, 3.2)', () => {
    const of = (key: string) => SHEET_SIZES.find(each => each.key === key)!
    for (const [big, small] of [
      ['a3', 'a4'],
      ['a4', 'a5'],
      ['a5', 'a6'],
    ] as const) {
      expect([of(small).width, of(small).height]).toEqual([Math.floor(of(big).height / 2), of(big).width])
    }
  })

  it('go to px and back', () => {
    expect(fromPx(toPx(210, 'mm', 300), 'mm', 300)).toBeCloseTo(210, 1)
    expect(fromPx(600, 'in', 300)).toBe(2)
    expect(toPx(77, 'px', 300)).toBe(77)
  })

  it('with twice the side leave a quarter of the layers', () => {
    expect(layerBudget(2500, 2500)).toEqual({ bytes: 25_000_000, layers: 21 })
    expect(layerBudget(1000, 1000).layers).toBe(4 * layerBudget(2000, 2000).layers + 2)
  })

  it.each([
    [0, 100, 'too small'],
    [40_000, 40_000, 'too long'],
    [9000, 9000, 'million'],
    [Number.NaN, 10, 'whole'],
    [63, 500, 'too small'],
    [64.5, 100, 'whole'],
  ])('%f × %f is refused with what to do', (width, height, word) => {
    const trouble = checkSheet(width, height)!
    expect(trouble.message).toContain(word)
    expect(trouble.fix.length).toBeGreaterThan(10)
  })

  it('that are checked are those that a record takes', () => {
    for (const [width, height] of [
      [64, 64],
      [10_000, 4800],
      [4800, 10_000],
      [2500, 2500],
    ] as const) {
      expect(checkSheet(width, height)).toBeNull()
      expect(sheetSchema.safeParse({ width, height, paper: [1, 2, 3] }).success).toBe(true)
    }
    expect(sheetSchema.safeParse({ width: 9000, height: 9000, paper: [1, 2, 3] }).success).toBe(false)
  })

  it.each([
    [{ x: 0, y: 0 }, [0, 0, 400, 200]],
    [{ x: 0.5, y: 0.5 }, [-50, 40, 350, 240]],
    [{ x: 1, y: 1 }, [-100, 80, 300, 280]],
  ] as const)('held at %j', (anchor, box) => {
    expect(boxForSize(sheet, 400, 200, anchor)).toEqual(box)
  })
})

describe('another size', () => {
  it('keeps every px where it lay on the drawing, extended and cropped back', () => {
    const engine = start()
    const before = contentHash(engine.drawing)
    act(engine, { kind: 'sheet-cut', version: 1, box: [-77, -300, 500, 411] })
    expect(engine.drawing.sheet).toMatchObject({ width: 577, height: 711 })
    expect(alphaAt(engine, 77 + 145, 300 + 140)).toBe(255)
    act(engine, { kind: 'sheet-cut', version: 1, box: [77, 300, 377, 580] })
    expect(contentHash(engine.drawing)).toBe(before)
  })

  it('cropped loses what lies outside, and undo brings it back', () => {
    const engine = start()
    const before = contentHash(engine.drawing)
    act(
      engine,
      { kind: 'sheet-cut', version: 1, box: [100, 100, 200, 200] },
      { kind: 'sheet-cut', version: 1, box: [-100, -100, 200, 180] },
    )
    expect(alphaAt(engine, 60, 107)).toBe(0)
    expect(alphaAt(engine, 145, 140)).toBe(255)
    engine.add({ type: 'undo', at: 3 })
    engine.add({ type: 'undo', at: 4 })
    expect(contentHash(engine.drawing)).toBe(before)
  })

  it('scales all that is drawn', () => {
    const engine = start()
    act(engine, { kind: 'sheet-scale', version: 1, width: 600, height: 560 })
    expect(alphaAt(engine, 290, 280)).toBe(255)
    expect(alphaAt(engine, 290, 240)).toBe(0)
    const wide = flattenDrawing(kernels, engine.drawing, null)
      .filter((_, i) => i % 4 === 3)
      .reduce((sum, a) => sum + a, 0)
    const first = flattenDrawing(kernels, start().drawing, null)
      .filter((_, i) => i % 4 === 3)
      .reduce((sum, a) => sum + a, 0)
    expect(wide / first).toBeCloseTo(4, 1)
  })

  it('is drawn on as any other, and undone and redone over the change', () => {
    const engine = start()
    act(engine, { kind: 'sheet-cut', version: 1, box: [0, 0, 700, 500] })
    act(engine, { ...lineAct, seed: 9, samples: [600 * 16, 20 * 16, 1023, 0, 680 * 16, 480 * 16, 1023, 14] })
    const hash = contentHash(engine.drawing)
    expect(alphaAt(engine, 640, 250)).toBe(255)
    for (let i = 0; i < 2; i++) engine.add({ type: 'undo', at: 5 })
    for (let i = 0; i < 2; i++) engine.add({ type: 'redo', at: 6 })
    expect(contentHash(engine.drawing)).toBe(hash)
  })

  it.each<[string, Act]>([
    ['to nothing', { kind: 'sheet-cut', version: 1, box: [10, 10, 10, 90] }],
    ['inside out', { kind: 'sheet-cut', version: 1, box: [200, 10, 10, 90] }],
    ['to more than memory holds', { kind: 'sheet-scale', version: 1, width: 9999, height: 9999 }],
  ])('%s is refused', (_what, wrong) => {
    expect(() => act(start(), wrong)).toThrow(expect.objectContaining({ code: 'act-refused' }))
  })
})

describe('paper', () => {
  const textured = (under: number, over: number): Act => ({
    kind: 'sheet-paper',
    colour: [240, 230, 210],
    texture: { name: 'canvas', under, over },
  })
  const mean = (pixels: Uint8Array, channel: number) => {
    let sum = 0
    for (let i = channel; i < pixels.length; i += 4) sum += pixels[i]!
    return (4 * sum) / pixels.length
  }

  it('of another colour and texture is seen, but no paint changes and nothing is measured in it', () => {
    const engine = start()
    const paint = flattenDrawing(kernels, engine.drawing, null)
    act(engine, textured(80, 0))
    expect(flattenDrawing(kernels, engine.drawing, null)).toEqual(paint)
    expect([...flattenDrawing(kernels, engine.drawing).subarray(0, 4)]).toEqual([240, 230, 210, 255])
    const shown = showDrawing(kernels, engine.drawing)
    expect(new Set(Array.from({ length: 60 }, (_, x) => shown[4 * x])).size).toBeGreaterThan(8)
    expect(mean(shown, 0)).toBeLessThan(240)
  })

  it('over the paint neither lightens nor darkens it much', () => {
    const engine = start()
    act(engine, { kind: 'sheet-paper', colour: [128, 128, 128], texture: { name: 'laid', under: 0, over: 60 } })
    const shown = showDrawing(kernels, engine.drawing)
    const flat = flattenDrawing(kernels, engine.drawing)
    expect(Math.abs(mean(shown, 1) - mean(flat, 1))).toBeLessThan(2)
    // In overlay mode greys of 40 % … 60 % move a middle grey by a fifth of it at most, and here by 60 % of that.
    const worst = shown.reduce((most, value, i) => Math.max(most, Math.abs(value - flat[i]!)), 0)
    expect(worst).toBeGreaterThan(10)
    expect(worst).toBeLessThanOrEqual(Math.ceil(128 * 0.2 * 0.6))
  })

  it('smooth shows just the drawing', () => {
    const engine = start()
    expect(showDrawing(kernels, engine.drawing)).toEqual(flattenDrawing(kernels, engine.drawing))
  })

  it('repeats without a seam from tile to tile', () => {
    const engine = new Engine(kernels, {
      ...sheet,
      width: 600,
      texture: { name: 'cold-pressed', under: 100, over: 50 },
    })
    const shown = showDrawing(kernels, engine.drawing)
    const row = (x: number) => shown.subarray(4 * (10 * 600 + x), 4 * (10 * 600 + x + 80))
    expect(row(256)).toEqual(row(0))
  })

  it('belongs to the drawing’s hash once it has a texture; the resolution does not', () => {
    const engine = start()
    const before = contentHash(engine.drawing)
    act(engine, { kind: 'sheet-resolution', perInch: 300 })
    expect(engine.drawing.sheet.perInch).toBe(300)
    expect(contentHash(engine.drawing)).toBe(before)
    act(engine, textured(10, 10))
    expect(contentHash(engine.drawing)).not.toBe(before)
  })

  it('is part of a record', () => {
    expect(
      recordSchema.safeParse({
        version: 1,
        sheet: { ...sheet, texture: { name: 'laid', under: 30, over: 10 }, perInch: 300 },
        entries: [],
      }).success,
    ).toBe(true)
    expect(
      recordSchema.safeParse({
        version: 1,
        sheet: { ...sheet, texture: { name: 'marble', under: 30, over: 10 } },
        entries: [],
      }).success,
    ).toBe(false)
  })
})
