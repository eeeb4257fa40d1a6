import { describe, expect, it } from 'vitest'
import { toolSettings } from '../brush'
import { replay, type Act, type Entry } from '../drawing'
import { loadKernels } from '../kernels'
import type { Drawing, Layer } from '../layers'
import { ghostEntries, ghostRecord, planSchema, prepareStep, type Plan, type Step } from './index'

const sheet = { width: 300, height: 200, paper: [250, 249, 246] as [number, number, number] }
const stroke = (layer: string, at: number): Entry => ({
  type: 'act',
  at,
  act: {
    kind: 'stroke',
    version: 2,
    layer,
    tool: toolSettings('pencil'),
    colour: [40, 40, 40],
    seed: 1,
    samples: [800, 800, 700, 0, 1600, 900, 700, 30],
  },
})
const add = (layer: string, place: number): Act => ({ kind: 'layer-add', layer, name: layer, place })

const step = (id: string, set: Partial<Step> = {}): Step => ({
  id,
  title: id,
  words: ['Draw it.'],
  slip: { slip: 'Too hard.', remedy: 'Press less.' },
  layer: { id: `layer-${id}`, name: id, place: 0 },
  dim: [],
  tools: [{ kind: 'tool', settings: toolSettings('pencil') }],
  well: 0,
  lookFors: [],
  ...set,
})

const plan: Plan = {
  version: 1,
  title: 'A pier',
  goal: 'Draw a long pier.',
  level: 'first',
  minutes: 20,
  sheet,
  palette: [{ name: 'slate', colour: [70, 80, 90] }],
  steps: [step('one'), step('two')],
  demonstration: {
    version: 1,
    sheet,
    entries: [
      { type: 'step', at: 0, step: 'one' },
      { type: 'prepare', at: 0, act: add('layer-one', 0) },
      stroke('layer-one', 1000),
      stroke('layer-one', 2500),
      { type: 'undo', at: 2600 },
      { type: 'step', at: 9000, step: 'two' },
      { type: 'prepare', at: 9000, act: add('layer-two', 1) },
      stroke('layer-two', 12_000),
      stroke('layer-two', 12_700),
    ],
  },
}

describe('a plan', () => {
  it('is taken as it is', () => {
    expect(planSchema.parse(plan)).toEqual(plan)
  })

  it.each<[string, object]>([
    ['without steps', { steps: [] }],
    ['without a palette', { palette: [] }],
    ['that lifts a well it does not have', { steps: [step('one', { well: 1 })] }],
    ['with a step of an odd name', { steps: [step('One!')] }],
    ['with something unknown', { colour: 'red' }],
    ['of another version', { version: 2 }],
    ['with two steps of one name', { steps: [step('one'), step('one')] }],
    ['that shows a picture it does not hold', { steps: [step('one', { result: 'gone' })] }],
    [
      'whose words show such a picture',
      {
        steps: [
          step('one', { rich: { type: 'doc', content: [{ type: 'picture', attrs: { picture: 'gone', words: '' } }] } }),
        ],
      },
    ],
    [
      'with a stroke laid out',
      { steps: [step('one', { ready: [(stroke('layer-one', 0) as Extract<Entry, { type: 'act' }>).act] as never })] },
    ],
    ['with a picture that is none', { pictures: [{ id: 'a', type: 'image/svg+xml', base64: 'PHN2Zz4=' }] }],
  ])('%s is refused', (_what, set) => {
    expect(planSchema.safeParse({ ...plan, ...set }).success).toBe(false)
  })
})

describe('the ghost of a step', () => {
  it('holds the layers and only what stands of that step, from its first act on', () => {
    expect(ghostEntries(plan, 'one').map(entry => [entry.type, entry.at])).toEqual([
      ['prepare', 0],
      ['prepare', 0],
      ['act', 0],
    ])
    expect(
      ghostEntries(plan, 'two')
        .slice(2)
        .map(entry => entry.at),
    ).toEqual([0, 700])
  })

  it('can be drawn', () => {
    const { drawing } = replay(loadKernels(), ghostRecord(plan, 'two'))
    expect(drawing.layers.map(layer => [layer.id, layer.tiles.size > 0])).toEqual([
      ['layer-one', false],
      ['layer-two', true],
    ])
  })

  it('of a step that was never shown is only its layers', () => {
    expect(ghostEntries(plan, 'three')).toHaveLength(2)
  })
})

describe('making a sheet ready for a step', () => {
  const layer = (id: string, set: Partial<Layer> = {}): Layer => ({
    id,
    name: id,
    visible: true,
    opacity: 100,
    tiles: new Map(),
    ...set,
  })
  const drawing = (...layers: Layer[]): Drawing => ({ sheet, layers })

  it('adds its layer once', () => {
    expect(prepareStep(step('one'), drawing())).toEqual([
      { kind: 'layer-add', layer: 'layer-one', name: 'one', place: 0 },
    ])
    expect(prepareStep(step('one'), drawing(layer('layer-one')))).toEqual([])
  })

  it('lays out what else it is told to, where nothing is yet', () => {
    const ready: Step['ready'] = [
      { kind: 'layer-add', layer: 'glaze', name: 'Glaze', place: 1 },
      { kind: 'stack-set', item: 'glaze', set: { mode: 'multiply' } },
      { kind: 'stack-set', item: 'layer-one', set: { opacity: 60 } },
      { kind: 'light-pin', version: 1, light: { x: 160, y: 160, height: 45 } },
      { kind: 'stack-set', item: 'gone', set: { opacity: 60 } },
      { kind: 'stack-group', group: 'g', name: 'Both', items: ['glaze', 'gone'] },
    ]
    const three = step('one', { ready })
    expect(prepareStep(three, drawing()).map(each => each.kind)).toEqual([
      'layer-add',
      'layer-add',
      'stack-set',
      'stack-set',
      'light-pin',
    ])
    // The learner has painted there, set it otherwise, and placed the pin.
    const tiles = new Map([[0, new Uint8Array(4)]])
    const own = {
      ...drawing(layer('layer-one', { tiles }), layer('glaze', { tiles, mode: 'screen' })),
      light: { x: 1, y: 1, height: 20 },
    }
    expect(prepareStep(three, own)).toEqual([])
    // What the step only changes is changed each time it opens, and a mask is laid once.
    const four = step('one', {
      ready: [
        { kind: 'stack-set', item: 'glaze', set: { locked: true } },
        { kind: 'mask-add', item: 'glaze', mask: 'mist', shows: 'all' },
      ],
    })
    expect(prepareStep(four, own).map(each => each.kind)).toEqual(['stack-set', 'mask-add'])
    const after = {
      ...own,
      layers: own.layers.map(each =>
        each.id === 'glaze'
          ? { ...each, locked: true, mask: { id: 'mist', base: 1 as const, isOn: true, tiles: new Map() } }
          : each,
      ),
    }
    expect(prepareStep(four, after)).toEqual([])
  })

  it('lowers what it is told to, unless it is so already or not there', () => {
    const two = step('two', {
      dim: [
        { layer: 'layer-one', opacity: 30, visible: true },
        { layer: 'gone', opacity: 0, visible: false },
      ],
    })
    expect(prepareStep(two, drawing(layer('layer-one'), layer('layer-two')))).toEqual([
      { kind: 'layer-look', layer: 'layer-one', opacity: 30, visible: true },
    ])
    expect(prepareStep(two, drawing(layer('layer-one', { opacity: 30 }), layer('layer-two')))).toEqual([])
  })
})
