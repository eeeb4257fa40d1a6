/* eslint-disable max-lines -- every act on the stack, on the same drawings */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CoreError } from '../base'
import { BLEND_MODES, loadKernels, TILE_BYTES, type BlendMode } from '../kernels'
import {
  findItem,
  flattenDrawing,
  itemId,
  itemOf,
  layersIn,
  stackOf,
  withClipRuns,
  withItem,
  type Drawing,
  type Layer,
  type StackItem,
} from '../layers'
import { toolSettings } from '../brush'
import { actSchema, applyAct, type Act } from './acts'
import { contentHash } from './hash'

const kernels = loadKernels()
const sheet = { width: 70, height: 66, paper: [250, 249, 246] as const }

/** A layer of slanting stripes, faint and strong. */
function striped(id: string, colour: readonly [number, number, number], step: number): Layer {
  const tile = new Uint8Array(TILE_BYTES)
  for (let y = 0; y < sheet.height; y++) {
    for (let x = 0; x < sheet.width; x++) {
      const alpha = [0, 255, 120, 255, 30][Math.floor((x + step * y) / 7) % 5]!
      if (alpha) tile.set([...colour, alpha], 4 * (y * 256 + x))
    }
  }
  return { id, name: id, visible: true, opacity: 100, tiles: new Map([[0, tile]]) }
}
const start: Drawing = {
  sheet,
  layers: [
    striped('a', [200, 40, 30], 1),
    striped('b', [20, 120, 60], 2),
    striped('c', [40, 60, 200], 3),
    striped('d', [230, 190, 20], 0),
  ],
}

const run = (drawing: Drawing, ...acts: Act[]) =>
  acts.reduce((now, act) => applyAct(kernels, now, actSchema.parse(act)), drawing)
const set = (item: string, what: Extract<Act, { kind: 'stack-set' }>['set']): Act => ({
  kind: 'stack-set',
  item,
  set: what,
})
const group = (id: string, ...items: string[]): Act => ({ kind: 'stack-group', group: id, name: id, items })
const put = (item: string, into: string | null, on: string | null): Act => ({
  kind: 'stack-put',
  item,
  group: into,
  on,
})
const words = (items: readonly StackItem[]): string =>
  items.map(item => (item.kind === 'layer' ? itemId(item) : `${itemId(item)}(${words(item.items)})`)).join(' ')
const tree = (drawing: Drawing) => words(stackOf(drawing))
const refused = (drawing: Drawing, act: Act) => {
  try {
    run(drawing, act)
  } catch (error) {
    if (error instanceof CoreError) return error.message
    throw error
  }
  return null
}
const pixels = (drawing: Drawing) => flattenDrawing(kernels, drawing)
const worst = (a: Uint8Array, b: Uint8Array) => a.reduce((most, value, i) => Math.max(most, Math.abs(value - b[i]!)), 0)

describe('grouping what others are clipped to', () => {
  const clippables = (items: readonly StackItem[]) =>
    items.map(item => ({ id: itemId(item), clip: itemOf(item).clip === true }))

  it.each<[string, string[]]>([
    ['a', ['a', 'b', 'c']],
    ['b', ['a', 'b', 'c']],
    ['d', ['d']],
  ])('takes the whole run of %s along', (id, expected) => {
    expect(
      withClipRuns(clippables(stackOf(run(start, set('b', { clip: true }), set('c', { clip: true })))), [id]),
    ).toEqual(expected)
  })

  it('changes no px, however the stack looks; nor does taking the group away again', () => {
    const look = fc.record({
      clip: fc.boolean(),
      mode: fc.constantFrom<BlendMode>(...BLEND_MODES),
      opacity: fc.integer({ min: 1, max: 100 }),
      visible: fc.boolean(),
    })
    fc.assert(
      fc.property(
        fc.array(look, { minLength: 4, maxLength: 4 }),
        fc.integer({ min: 0, max: 3 }),
        fc.integer({ min: 0, max: 3 }),
        (looks, from, to) => {
          const before = looks.reduce(
            (now, { clip, ...rest }, i) => run(now, set(start.layers[i]!.id, i ? { ...rest, clip } : rest)),
            start,
          )
          const chosen = start.layers.slice(Math.min(from, to), Math.max(from, to) + 1).map(each => each.id)
          const grouped = run(before, group('g', ...withClipRuns(clippables(stackOf(before)), chosen)))
          const pixelsBefore = pixels(before)
          expect(worst(pixels(grouped), pixelsBefore)).toBe(0)
          expect(worst(pixels(run(grouped, { kind: 'stack-ungroup', group: 'g' })), pixelsBefore)).toBe(0)
        },
      ),
      { numRuns: 150, seed: 4 },
    )
  })
})

describe('the stack as a tree', () => {
  it.each<[string, Act[], string]>([
    ['two layers grouped', [group('g', 'b', 'c')], 'a g(b c) d'],
    ['far apart: they come to lie where the topmost was', [group('g', 'a', 'd')], 'b c g(a d)'],
    ['a group in a group', [group('g', 'b', 'c'), group('h', 'g', 'd')], 'a h(g(b c) d)'],
    ['put into a group, at its bottom', [group('g', 'b', 'c'), put('d', 'g', null)], 'a g(d b c)'],
    ['put out of it again, on the lowest', [group('g', 'b', 'c'), put('c', null, 'a')], 'a c g(b) d'],
    ['a group moved as one', [group('g', 'b', 'c'), put('g', null, null)], 'g(b c) a d'],
    ['the last one out: the group goes', [group('g', 'b'), put('b', null, 'd')], 'a c d b'],
    ['ungrouped', [group('g', 'b', 'c'), { kind: 'stack-ungroup', group: 'g' }], 'a b c d'],
    ['a group removed with what is in it', [group('g', 'b', 'c'), { kind: 'stack-remove', item: 'g' }], 'a d'],
    [
      'an old move to a place between two of a group lands in it',
      [group('g', 'b', 'c'), { kind: 'layer-move', layer: 'd', place: 2 }],
      'a g(b d c)',
    ],
    [
      'a group copied with all in it',
      [
        group('g', 'b', 'c'),
        {
          kind: 'stack-copy',
          group: 'g',
          name: 'again',
          ids: [
            ['g', 'h'],
            ['b', 'e'],
            ['c', 'f'],
          ],
        },
      ],
      'a g(b c) h(e f) d',
    ],
    [
      'a copy lies on what it is of, in its group',
      [group('g', 'b', 'c'), { kind: 'layer-copy', layer: 'b', copy: 'e', name: 'e' }],
      'a g(b e c) d',
    ],
  ])('%s', (_what, acts, expected) => {
    expect(tree(run(start, ...acts))).toBe(expected)
  })

  it('keeps every layer once, in groups that are whole and not empty, whatever is done', () => {
    const ids = ['a', 'b', 'c', 'd', 'g0', 'g1', 'g2']
    const id = fc.constantFrom(...ids)
    const doing = fc.oneof(
      fc.record({ kind: fc.constant('stack-put' as const), item: id, group: fc.option(id), on: fc.option(id) }),
      fc.record({
        kind: fc.constant('stack-group' as const),
        group: fc.constantFrom('g0', 'g1', 'g2'),
        name: fc.constant('g'),
        items: fc.uniqueArray(id, { minLength: 1, maxLength: 4 }),
      }),
      fc.record({ kind: fc.constant('stack-ungroup' as const), group: fc.constantFrom('g0', 'g1', 'g2') }),
      fc.record({ kind: fc.constant('layer-move' as const), layer: id, place: fc.integer({ min: 0, max: 5 }) }),
    )
    fc.assert(
      fc.property(fc.array(doing, { maxLength: 14 }), acts => {
        let drawing = start
        for (const act of acts) if (refused(drawing, act) === null) drawing = run(drawing, act)
        expect(drawing.layers.map(layer => layer.id).sort()).toEqual(['a', 'b', 'c', 'd'])
        expect(stackOf(drawing).flatMap(layersIn)).toEqual(drawing.layers)
        const known = new Set(drawing.groups?.map(each => each.id))
        for (const each of [...drawing.layers, ...(drawing.groups ?? [])])
          if (each.group !== undefined) expect(known.has(each.group)).toBe(true)
        for (const each of drawing.groups ?? [])
          expect(layersIn(findItem(stackOf(drawing), each.id)!.item).length).toBeGreaterThan(0)
      }),
      { numRuns: 400, seed: 12 },
    )
  })

  it.each<[string, Act[], Act, string]>([
    ['a group into itself', [group('g', 'b')], put('g', 'g', null), 'a group can’t lie in itself'],
    [
      'a group into one that lies in it',
      [group('g', 'b'), group('h', 'g')],
      put('h', 'g', null),
      'a group can’t lie in itself',
    ],
    ['into a layer', [], put('b', 'a', null), 'that is not a group'],
    ['on something that lies elsewhere', [group('g', 'b')], put('a', null, 'b'), 'that layer does not lie there'],
    ['a group and what is in it', [group('g', 'b')], group('h', 'g', 'b'), 'one of them lies in another'],
    [
      'a copy of a group with an id missing',
      [group('g', 'b', 'c')],
      {
        kind: 'stack-copy',
        group: 'g',
        name: 'again',
        ids: [
          ['g', 'h'],
          ['b', 'e'],
        ],
      },
      'the copy of "c" has no id',
    ],
    [
      'a copy of a group with an id twice',
      [group('g', 'b', 'c')],
      {
        kind: 'stack-copy',
        group: 'g',
        name: 'again',
        ids: [
          ['g', 'h'],
          ['b', 'e'],
          ['c', 'e'],
        ],
      },
      'two copies would have one id',
    ],
    ['an id that is taken', [], group('a', 'b'), 'there is a layer "a" already'],
    ['the lowest clipped', [], set('a', { clip: true }), 'there is nothing below to clip to'],
    [
      'the lowest of a group clipped',
      [group('g', 'b', 'c')],
      set('b', { clip: true }),
      'there is nothing below to clip to',
    ],
    [
      'merging the lowest',
      [],
      { kind: 'stack-merge', version: 1, what: { kind: 'down', item: 'a' }, layer: 'a', name: 'a' },
      'there is nothing below to merge with',
    ],
    [
      'merging with a hidden one',
      [set('b', { visible: false })],
      { kind: 'stack-merge', version: 1, what: { kind: 'down', item: 'c' }, layer: 'b', name: 'b' },
      'one of the two is hidden',
    ],
    ['all removed', [group('g', 'a', 'b', 'c', 'd')], { kind: 'stack-remove', item: 'g' }, 'a sheet needs one layer'],
    [
      'a second mask',
      [{ kind: 'mask-add', item: 'a', mask: 'm', shows: 'all' }],
      { kind: 'mask-add', item: 'a', mask: 'n', shows: 'all' },
      '“a” has a mask already',
    ],
    [
      'a mask of nothing selected',
      [],
      { kind: 'mask-add', item: 'a', mask: 'm', shows: 'selection' },
      'nothing is selected',
    ],
    [
      'a group’s mask applied',
      [group('g', 'b'), { kind: 'mask-add', item: 'g', mask: 'm', shows: 'all' }],
      { kind: 'mask-apply', version: 1, item: 'g' },
      'a group’s mask hides parts of many layers',
    ],
    ['painting on a locked layer', [set('b', { locked: true })], { kind: 'layer-clear', layer: 'b' }, '“b” is locked'],
    [
      'painting in a locked group',
      [group('g', 'b'), set('g', { locked: true })],
      { kind: 'layer-clear', layer: 'b' },
      '“g” is locked',
    ],
    [
      'a group told to stay inside',
      [group('g', 'b')],
      set('g', { inside: true }),
      'a group has no paint of its own to stay inside',
    ],
  ])('refuses %s', (_what, before, act, message) => {
    expect(refused(run(start, ...before), act)).toBe(message)
  })

  it('refuses groups nested too deep, and says how deep they may be', () => {
    const deep = ['g1', 'g2', 'g3', 'g4', 'g5', 'g6'].reduce(
      (now, id, i) => run(now, group(id, i ? `g${i}` : 'b')),
      start,
    )
    expect(refused(deep, group('g7', 'g6'))).toContain('6 deep at most')
  })

  it('takes no record in which a layer names nothing or a mode is unknown', () => {
    expect(actSchema.safeParse({ kind: 'stack-set', item: 'a', set: {} }).success).toBe(false)
    expect(actSchema.safeParse({ kind: 'stack-set', item: 'a', set: { mode: 'dissolve' } }).success).toBe(false)
    expect(actSchema.safeParse(group('g')).success).toBe(false)
  })
})

describe('merging looks as before', () => {
  const merge = (what: Extract<Act, { kind: 'stack-merge' }>['what']): Act => ({
    kind: 'stack-merge',
    version: 1,
    what,
    layer: 'merged',
    name: 'merged',
  })

  it.each(BLEND_MODES)('down, the upper one %s', (mode: BlendMode) => {
    // Over the lower one only: where it is clear the upper one would meet what lies below both.
    const two = run(
      { sheet, layers: [start.layers[0]!, striped('b', [20, 120, 60], 1)] },
      set('b', { mode, opacity: 60 }),
      set('a', { opacity: 80 }),
    )
    const solidBase = {
      ...two,
      layers: [
        {
          ...two.layers[0]!,
          tiles: new Map([[0, two.layers[0]!.tiles.get(0)!.map((value, i) => (i % 4 === 3 ? 255 : value))]]),
        },
        two.layers[1]!,
      ],
    }
    const merged = run(
      withItem(solidBase, { ...solidBase.layers[0]!, opacity: 100 }),
      merge({ kind: 'down', item: 'b' }),
    )
    expect(merged.layers).toHaveLength(1)
    expect(
      worst(pixels(merged), pixels(withItem(solidBase, { ...solidBase.layers[0]!, opacity: 100 }))),
    ).toBeLessThanOrEqual(1)
  })

  it('a clipped one into its base, whose mode goes on', () => {
    const clipped = run(start, set('c', { clip: true, mode: 'multiply' }), set('b', { mode: 'screen', opacity: 70 }))
    const merged = run(clipped, merge({ kind: 'down', item: 'c' }))
    expect(tree(merged)).toBe('a merged d')
    expect(merged.layers[1]).toMatchObject({ mode: 'screen', opacity: 100 })
    expect(worst(pixels(merged), pixels(clipped))).toBeLessThanOrEqual(1)
  })

  it('a group, and all that is seen', () => {
    const grouped = run(start, group('g', 'b', 'c'), set('g', { opacity: 55 }), set('d', { mode: 'overlay' }), {
      kind: 'mask-add',
      item: 'g',
      mask: 'm',
      shows: 'all',
    })
    const merged = run(grouped, merge({ kind: 'group', group: 'g' }))
    expect(tree(merged)).toBe('a merged d')
    expect(worst(pixels(merged), pixels(grouped))).toBeLessThanOrEqual(1)
    const flat = run(grouped, merge({ kind: 'all' }))
    expect(tree(flat)).toBe('merged')
    expect(worst(pixels(flat), pixels(grouped))).toBe(0)
  })
})

describe('masks', () => {
  const black: Act = {
    kind: 'shape',
    version: 1,
    layer: 'm',
    form: 'box',
    outline: [0, 0, 30, 0, 30, 66, 0, 66].map(value => value * 16),
    line: null,
    fill: { colour: [0, 0, 0], opacity: 100 },
    seed: 1,
  }
  const masked = run(start, { kind: 'mask-add', item: 'd', mask: 'm', shows: 'all' }, black)
  const without = { ...start, layers: start.layers.slice(0, 3) }
  const left = (drawing: Drawing) => pixels(drawing).filter((_, i) => Math.floor(i / 4) % 70 < 30)
  const right = (drawing: Drawing) => pixels(drawing).filter((_, i) => Math.floor(i / 4) % 70 >= 30)

  it('are painted on like layers: dark hides, light shows, and the paint of the layer stays', () => {
    expect(worst(left(masked), left(without))).toBe(0)
    expect(worst(right(masked), right(start))).toBe(0)
    expect(masked.layers[3]!.tiles).toBe(start.layers[3]!.tiles)
  })

  it('turned round show the other part; twice round is as before', () => {
    const turned = run(masked, { kind: 'mask-invert', item: 'd' })
    expect(worst(right(turned), right(without))).toBe(0)
    expect(worst(left(turned), left(start))).toBe(0)
    expect(contentHash(run(turned, { kind: 'mask-invert', item: 'd' }))).toBe(contentHash(masked))
  })

  it('applied look the same and are gone; removed or switched off show all again', () => {
    const applied = run(masked, { kind: 'mask-apply', version: 1, item: 'd' })
    expect(worst(pixels(applied), pixels(masked))).toBe(0)
    expect(applied.layers[3]).not.toHaveProperty('mask')
    expect(worst(pixels(run(masked, { kind: 'mask-remove', item: 'd' })), pixels(start))).toBe(0)
    expect(worst(pixels(run(masked, { kind: 'mask-switch', item: 'd', isOn: false })), pixels(start))).toBe(0)
  })

  it('made of a selection show what is selected', () => {
    const selected = run(
      start,
      {
        kind: 'select',
        version: 1,
        area: { kind: 'outline', points: [30, 0, 70, 0, 70, 66, 30, 66].map(value => value * 16) },
        choice: 'new',
        soften: 0,
      },
      { kind: 'mask-add', item: 'd', mask: 'm', shows: 'selection' },
    )
    expect(worst(left(selected), left(without))).toBe(0)
    expect(worst(right(selected), right(start))).toBe(0)
  })

  it('go with the sheet when it is cut', () => {
    const cut = run(masked, { kind: 'sheet-cut', version: 1, box: [20, 0, 84, 64] } as Act)
    expect(pixels(cut).slice(0, 40)).toEqual(pixels(masked).slice(80, 120))
  })
})

describe('staying inside', () => {
  const stroke = (effect: 'paint' | 'erase'): Act => ({
    kind: 'stroke',
    version: 2,
    layer: 'a',
    tool: toolSettings('round-brush', { size: 40, effect }),
    colour: [9, 9, 9],
    seed: 1,
    samples: [5 * 16, 30 * 16, 1000, 0, 60 * 16, 30 * 16, 1000, 90],
  })
  const alphas = (drawing: Drawing) => drawing.layers[0]!.tiles.get(0)!.filter((_, i) => i % 4 === 3)

  it('changes colours and no alpha; rubbing out does nothing', () => {
    const inside = run(start, set('a', { inside: true }))
    const painted = run(inside, stroke('paint'))
    expect(worst(alphas(painted), alphas(start))).toBe(0)
    expect(worst(pixels(painted), pixels(start))).toBeGreaterThan(50)
    expect(worst(pixels(run(inside, stroke('erase'))), pixels(start))).toBe(0)
    expect(worst(alphas(run(start, stroke('paint'))), alphas(start))).toBeGreaterThan(50)
  })
})

describe('the content hash', () => {
  it('tells every setting of a layer apart, and is what it was for plain layers', () => {
    const all = [
      start,
      run(start, set('b', { mode: 'screen' })),
      run(start, set('b', { clip: true })),
      run(start, set('b', { locked: true })),
      run(start, set('b', { inside: true })),
      run(start, group('g', 'b')),
      run(start, { kind: 'mask-add', item: 'b', mask: 'm', shows: 'all' }),
      run(start, { kind: 'mask-add', item: 'b', mask: 'm', shows: 'nothing' }),
    ].map(each => contentHash(each))
    expect(new Set(all).size).toBe(all.length)
    expect(contentHash(run(start, set('b', { mode: 'screen' }), set('b', { mode: 'normal' })))).toBe(all[0])
  })
})
