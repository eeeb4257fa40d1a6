import { describe, expect, it } from 'vitest'
import { loadKernels, plainKernels, simdKernels, type Kernels } from '../kernels'
import { flattenDrawing } from '../layers'
import {
  actSchema,
  applyAct,
  blankDrawing,
  contentHash,
  facts,
  picturesIn,
  replay,
  type Act,
  type DrawingRecord,
} from './index'
import { randomPicture } from './testing'

const sheet: DrawingRecord['sheet'] = { width: 300, height: 220, paper: [255, 255, 255] }
const picture = randomPicture(5, 90, 60)

type BringStack = Extract<Act, { kind: 'bring-stack' }>
type Layer = BringStack['layers'][number]
const layer = (id: string, more: Partial<Layer> = {}): Layer => ({
  id,
  name: id,
  visible: true,
  opacity: 100,
  paint: [{ picture: picture.name, x: 20, y: -10 }],
  ...more,
})
const group = (id: string, more: object = {}) => ({ id, name: id, visible: true, opacity: 100, ...more })
const act = (more: Partial<BringStack>): BringStack =>
  actSchema.parse({ kind: 'bring-stack', version: 1, replaces: false, layers: [layer('a')], ...more }) as BringStack

function withPicture(kernels: Kernels): Kernels {
  kernels.pictures.set(picture.name.hash, picture.pixels)
  return kernels
}
const kernels = withPicture(loadKernels())
const blank = applyAct(kernels, blankDrawing(sheet), { kind: 'layer-add', layer: 'lines', name: 'Lines', place: 0 })

describe('a layered file brought in', () => {
  it('comes on top, px for px where they lay, what lies beyond the sheet cut off', () => {
    const drawing = applyAct(kernels, blank, act({ layers: [layer('a', { opacity: 60 }), layer('b', { paint: [] })] }))
    expect(drawing.layers.map(({ id, opacity }) => [id, opacity])).toEqual([
      ...blank.layers.map(({ id }) => [id, 100]),
      ['a', 60],
      ['b', 100],
    ])
    const alone = {
      ...drawing,
      layers: drawing.layers.filter(({ id }) => id === 'a').map(each => ({ ...each, opacity: 100 })),
    }
    const seen = flattenDrawing(kernels, alone, null)
    for (const [x, y] of [
      [20, 0],
      [70, 30],
      [109, 49],
    ] as const) {
      const from = 4 * ((y + 10) * 90 + x - 20)
      const at = 4 * (y * sheet.width + x)
      expect([...seen.subarray(at, at + 4)]).toEqual([...picture.pixels.pixels.subarray(from, from + 4)])
    }
    expect(seen[4 * (50 * sheet.width + 70) + 3]).toBe(0)
  })

  it('takes the place of all, with groups, masks, clips, locks and the light', () => {
    const mask = { id: 'm', base: 0 as const, isOn: true, paint: [{ picture: picture.name, x: 0, y: 0 }] }
    const drawing = applyAct(
      kernels,
      blank,
      act({
        replaces: true,
        layers: [
          layer('a', { group: 'g', mask }),
          layer('b', { group: 'g', clip: true, mode: 'multiply' }),
          layer('c'),
        ],
        groups: [group('outer'), group('g', { group: 'outer', locked: true })],
        light: { x: 160, y: 320, height: 40 },
      }),
    )
    expect(drawing.layers.map(({ id }) => id)).toEqual(['a', 'b', 'c'])
    expect(drawing.layers[0]!.mask).toMatchObject({ id: 'm', base: 0, isOn: true })
    expect(drawing.groups!.map(({ id, locked = false }) => [id, locked])).toEqual([
      ['outer', false],
      ['g', true],
    ])
    expect(drawing.light).toEqual({ x: 10, y: 20, height: 40 })
  })

  it('is the same with plain kernels, and in a replay with undo and redo', () => {
    const entries = [
      { type: 'act' as const, at: 1, act: act({ layers: [layer('a', { mode: 'screen' })] }) },
      { type: 'undo' as const, at: 2 },
      { type: 'redo' as const, at: 3 },
    ]
    expect(picturesIn(entries)).toEqual([picture.name])
    const hashOf = (each: Kernels) => contentHash(replay(withPicture(each), { version: 1, sheet, entries }).drawing)
    expect(hashOf(plainKernels())).toBe(hashOf(simdKernels()))
    expect(hashOf(loadKernels())).not.toBe(contentHash(blank))
  })

  it('says which pictures it needs, and is refused without them', () => {
    const needing = act({ layers: [layer('a'), layer('b', { paint: [] })] })
    expect(facts(needing).pictures).toEqual([picture.name])
    expect(() => applyAct(loadKernels(), blank, needing)).toThrow('a picture of this drawing is not here')
  })

  it.each([
    ['two of one id', { layers: [layer('a'), layer('a')] }, 'one id'],
    ['an id that is there', { layers: [layer(blank.layers[0]!.id)] }, 'already'],
    ['a group that is not there', { layers: [layer('a', { group: 'g' })] }, 'there is no group "g"'],
    [
      'a group in itself',
      { layers: [layer('a', { group: 'g' })], groups: [group('g', { group: 'h' }), group('h', { group: 'g' })] },
      'lies in itself',
    ],
    [
      'groups that are too deep',
      {
        layers: [layer('a', { group: 'g8' })],
        groups: Array.from({ length: 9 }, (_, i) => group(`g${i}`, i > 0 ? { group: `g${i - 1}` } : {})),
      },
      'deep at most',
    ],
    ['a clip without a base', { replaces: true, layers: [layer('a', { clip: true })] }, 'nothing below to clip to'],
    ['too many layers', { layers: Array.from({ length: 100 }, (_, i) => layer(`n${i}`)) }, 'layers at most'],
  ])('is refused with %s', (_, more, why) => {
    expect(() => applyAct(kernels, blank, act(more as Partial<BringStack>))).toThrow(why)
  })
})
