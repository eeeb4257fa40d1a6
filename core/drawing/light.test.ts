import { describe, expect, it } from 'vitest'
import { toolSettings } from '../brush'
import { loadKernels } from '../kernels'
import { flattenDrawing, type Drawing } from '../layers'
import { actSchema, replay, type Act, type Entry } from './index'

const kernels = loadKernels()
const sheet = { width: 400, height: 300, paper: [255, 255, 255] as [number, number, number] }
const prepare = (layer: string, place: number): Entry => ({
  type: 'prepare',
  at: 0,
  act: { kind: 'layer-add', layer, name: layer, place },
})
const box = (layer: string, x0: number, y0: number, x1: number, y1: number): Act => ({
  kind: 'shape',
  version: 1,
  layer,
  form: 'box',
  outline: [x0, y0, x1, y0, x1, y1, x0, y1].map(value => value * 16),
  line: null,
  fill: { colour: [200, 120, 60], opacity: 100 },
  seed: 1,
})
function after(...acts: Act[]): Drawing {
  for (const act of acts) expect(actSchema.safeParse(act).error?.message).toBeUndefined()
  const entries: Entry[] = [
    prepare('ground', 0),
    prepare('form', 1),
    prepare('lines', 2),
    ...acts.map((act, i): Entry => ({ type: 'act', at: i + 1, act })),
  ]
  return replay(kernels, { version: 1, sheet, entries }).drawing
}
const pixel = (drawing: Drawing, x: number, y: number) => [
  ...flattenDrawing(kernels, drawing).subarray(4 * (y * sheet.width + x), 4 * (y * sheet.width + x) + 3),
]
const shadow: Extract<Act, { kind: 'cast-shadow' }> = {
  kind: 'cast-shadow',
  version: 1,
  from: 'form',
  layer: 'shade-1',
  name: 'Shadow',
  colour: [0, 0, 0],
  dark: 100,
  dx: 40,
  dy: 30,
  sigma: 0,
  opacity: 50,
  seed: 2,
}

describe('the light pin', () => {
  const pin: Act = { kind: 'light-pin', version: 1, light: { x: 50 * 16, y: 30 * 16, height: 40 } }

  it('is set, moved and taken away', () => {
    expect(after(pin).light).toEqual({ x: 50, y: 30, height: 40 })
    expect(after(pin, { ...pin, light: null }).light).toBeUndefined()
  })

  it('stays with the drawing when the sheet is cut or scaled', () => {
    expect(after(pin, { kind: 'sheet-cut', version: 1, box: [-20, 10, 300, 250] }).light).toEqual({
      x: 70,
      y: 20,
      height: 40,
    })
    expect(after(pin, { kind: 'sheet-scale', version: 1, width: 800, height: 300 }).light).toEqual({
      x: 100,
      y: 30,
      height: 40,
    })
  })
})

describe('a cast shadow', () => {
  it('lies right under its form, darkened and moved', () => {
    const drawing = after(box('form', 100, 80, 200, 180), shadow)
    expect(drawing.layers.map(({ id }) => id)).toEqual(['ground', 'shade-1', 'form', 'lines'])
    expect(drawing.layers[1]).toMatchObject({ mode: 'multiply', opacity: 50, name: 'Shadow' })
    expect(pixel(drawing, 150, 130)).toEqual([200, 120, 60])
    for (const channel of pixel(drawing, 230, 200)) expect(Math.abs(channel - 127.5)).toBeLessThanOrEqual(1)
    expect(pixel(drawing, 245, 200)).toEqual([255, 255, 255])
    expect(pixel(drawing, 120, 195)).toEqual([255, 255, 255])
  })

  it('is softened as far as was asked, and lost beyond the sheet', () => {
    const drawing = after(box('form', 300, 200, 390, 290), { ...shadow, sigma: 80 })
    const edge = [...Array(60).keys()].map(i => pixel(drawing, 392, 232 - i)[0]!)
    expect(edge).toEqual([...edge].sort((a, b) => a - b))
    expect(new Set(edge).size).toBeGreaterThan(20)
  })

  it('of a clipped layer lies under what that is clipped to', () => {
    const clip: Act = { kind: 'stack-set', item: 'lines', set: { clip: true } }
    const drawing = after(box('form', 100, 80, 200, 180), box('lines', 120, 90, 150, 150), clip, {
      ...shadow,
      from: 'lines',
    })
    expect(drawing.layers.map(({ id }) => id)).toEqual(['ground', 'shade-1', 'form', 'lines'])
  })

  it.each([
    [{ ...shadow, from: 'ground' }, /no paint/],
    [{ ...shadow, from: 'nothing' }, /no layer/],
    [{ ...shadow, layer: 'lines' }, /already/],
  ])('is refused where it makes no sense: %o', (act, why) => {
    expect(() => after(box('form', 100, 80, 200, 180), act)).toThrow(why)
  })
})

describe('cut shading', () => {
  const cut: Act = { kind: 'cut-shading', version: 1, from: 'form', layer: 'shade-1', name: 'Shade on form' }
  const wide: Act = {
    kind: 'stroke',
    version: 2,
    layer: 'shade-1',
    tool: toolSettings('marker', { size: 80, opacity: 100 }),
    colour: [120, 120, 160],
    seed: 1,
    samples: [60 * 16, 150 * 16, 1000, 0, 260 * 16, 150 * 16, 1000, 60],
  }

  it('makes a layer over the colour on which a shadow stays inside, in one step', () => {
    const drawing = after(box('form', 100, 80, 200, 180), cut, wide)
    expect(drawing.layers.map(({ id, clip }) => [id, clip ?? false])).toEqual([
      ['ground', false],
      ['form', false],
      ['shade-1', true],
      ['lines', false],
    ])
    expect(drawing.selection!.get(0)![150 * 256 + 150]).toBe(255)
    expect(drawing.selection!.get(0)![150 * 256 + 90]).toBe(0)
    expect(pixel(drawing, 90, 150)).toEqual([255, 255, 255])
    expect(pixel(drawing, 150, 150)[0]).toBeLessThan(150)
    expect(pixel(drawing, 150, 100)).toEqual([200, 120, 60])
  })

  it('wants a colour', () => {
    expect(() => after({ ...cut, from: 'ground' })).toThrow(/no paint/)
  })
})

describe('haze', () => {
  const far = (share: number): Act => ({
    kind: 'haze',
    version: 1,
    sky: [200, 215, 235],
    layers: [
      { layer: 'ground', share },
      { layer: 'form', share: 0 },
    ],
    seed: 3,
  })

  it('fades layers toward the sky by their distance, and leaves near ones', () => {
    const drawing = after(box('ground', 0, 0, 150, 300), box('form', 200, 0, 350, 300), far(40))
    for (const [c, value] of [200, 120 + 0.4 * 95, 60 + 0.4 * 175].entries())
      expect(Math.abs(pixel(drawing, 80, 100)[c]! - value)).toBeLessThanOrEqual(1)
    expect(pixel(drawing, 300, 100)).toEqual([200, 120, 60])
    expect(pixel(after(box('ground', 0, 0, 150, 300), far(100)), 80, 100)).toEqual([200, 215, 235])
  })

  it('is refused on a locked layer, and for one that is named twice', () => {
    expect(() => after({ kind: 'stack-set', item: 'ground', set: { locked: true } }, far(40))).toThrow(/locked/)
    expect(
      actSchema.safeParse({
        ...far(4),
        layers: [
          { layer: 'ground', share: 1 },
          { layer: 'ground', share: 2 },
        ],
      }).success,
    ).toBe(false)
  })
})

describe('an adjustment', () => {
  const blur = { kind: 'adjust', version: 1, layer: 'form', how: { kind: 'blur', sigma: 60 }, seed: 3 } as const

  it('is one act, undone at once', () => {
    const entries: Entry[] = [
      prepare('form', 0),
      { type: 'act', at: 1, act: box('form', 100, 80, 200, 180) },
      { type: 'act', at: 2, act: blur },
    ]
    const [sharp, soft, undone] = [entries.slice(0, 2), entries, [...entries, { type: 'undo', at: 3 } as Entry]].map(
      each => replay(kernels, { version: 1, sheet, entries: each }).drawing,
    )
    expect(pixel(soft!, 203, 130)).not.toEqual([255, 255, 255])
    expect(flattenDrawing(kernels, undone!)).toEqual(flattenDrawing(kernels, sharp!))
  })

  it.each([
    [[], blur, /no paint/],
    [[box('form', 10, 10, 90, 90), { kind: 'stack-set', item: 'form', set: { visible: false } }], blur, /hidden/],
    [[box('form', 10, 10, 90, 90), { kind: 'stack-set', item: 'form', set: { locked: true } }], blur, /locked/],
  ] as [Act[], Act, RegExp][])(
    'is refused, and nothing recorded, where there is nothing to see of it',
    (acts, act, why) => {
      expect(() => after(...acts, act)).toThrow(why)
    },
  )

  it('of a mask changes what it shows', () => {
    const mask: Act = { kind: 'mask-add', item: 'form', mask: 'form-mask', shows: 'all' }
    const stroke: Act = {
      kind: 'stroke',
      version: 2,
      layer: 'form-mask',
      tool: toolSettings('hard-eraser', { effect: 'paint', size: 60 }),
      colour: [0, 0, 0],
      seed: 1,
      samples: [150 * 16, 100 * 16, 1000, 0, 150 * 16, 160 * 16, 1000, 40],
    }
    const before = after(box('form', 60, 60, 260, 240), mask, stroke)
    const soft = after(box('form', 60, 60, 260, 240), mask, stroke, {
      ...blur,
      layer: 'form-mask',
      how: { kind: 'blur', sigma: 100 },
    })
    expect(pixel(before, 150, 130)).toEqual([255, 255, 255])
    expect(pixel(before, 190, 130)).toEqual([200, 120, 60])
    expect(pixel(soft, 185, 130)).not.toEqual([200, 120, 60])
    expect(soft.layers.find(({ id }) => id === 'form')!.tiles).toEqual(
      before.layers.find(({ id }) => id === 'form')!.tiles,
    )
  })
})
