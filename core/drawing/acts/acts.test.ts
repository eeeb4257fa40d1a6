import { expect, it } from 'vitest'
import { z } from 'zod'
import { MEASURE_NAMES, lookForSchema } from '../../lookfor'
import { toolSettings } from '../../brush'
import { ACTS, actSchema, facts, type Act, type ActFacts } from './index'

/** The names that members of a union give themselves under `key`. */
function namesIn(schema: unknown, key: string): string[] {
  const {
    anyOf = [],
    oneOf = [],
    properties,
  } = schema as { anyOf?: unknown[]; oneOf?: unknown[]; properties?: Record<string, { const?: string }> }
  const own = properties?.[key]?.const
  return [...(own === undefined ? [] : [own]), ...[...anyOf, ...oneOf].flatMap(each => namesIn(each, key))]
}

it('every act is found by the name that it gives itself', () => {
  for (const [name, { schema }] of Object.entries(ACTS))
    expect([...new Set(namesIn(z.toJSONSchema(schema), 'kind'))], name).toEqual([name])
  expect([...new Set(namesIn(z.toJSONSchema(actSchema), 'kind'))]).toEqual(Object.keys(ACTS))
})

it('so is every measure', () => {
  expect(namesIn(z.toJSONSchema(lookForSchema.shape.settings), 'measure')).toEqual(MEASURE_NAMES)
})

const common = { version: 2 as const, layer: 'ink', seed: 1 }
const told: [string, Act, Partial<Omit<ActFacts, 'box'>> & { box?: ReturnType<ActFacts['box']> }][] = [
  [
    'a stroke',
    {
      ...common,
      kind: 'stroke',
      tool: toolSettings('ink-pen'),
      colour: [1, 2, 3],
      samples: [160, 320, 255, 0, 480, 640, 255, 4],
    },
    { name: 'ink-pen', work: 'draw', layer: 'ink', isOnPaint: true, colour: [1, 2, 3] },
  ],
  [
    'an eraser, which lays no colour',
    { ...common, kind: 'stroke', tool: toolSettings('hard-eraser'), colour: [1, 2, 3], samples: [160, 320, 255, 0] },
    { name: 'hard-eraser', work: 'draw', colour: null },
  ],
  [
    'rubbing, which lays none either',
    { ...common, kind: 'stroke', tool: toolSettings('smudge'), colour: [1, 2, 3], samples: [160, 320, 255, 0] },
    { work: 'draw', colour: null },
  ],
  [
    'a pour of old',
    {
      kind: 'pour',
      version: 1,
      layer: 'colour',
      x: 7,
      y: 9,
      colour: [4, 5, 6],
      tolerance: 40,
      borders: 'all',
      grow: 2,
      seed: 1,
    },
    { name: 'pour', work: 'pour', layer: 'colour', colour: [4, 5, 6], box: { x0: 7, y0: 9, x1: 8, y1: 10 } },
  ],
  [
    'a shadow, told of the layer that casts it',
    {
      kind: 'cast-shadow',
      version: 1,
      from: 'ink',
      layer: 'shadow',
      name: 'Shadow',
      colour: [0, 0, 0],
      dark: 50,
      dx: 4,
      dy: 4,
      sigma: 20,
      opacity: 60,
      seed: 1,
    },
    { work: 'shade', layer: 'ink', isOnPaint: false },
  ],
  [
    'a mirrored half',
    { kind: 'mirror-half', version: 1, layer: 'ink', axis: 'upright', at: 1600, keep: 'first' } as unknown as Act,
    { work: 'move', layer: 'ink', isOnPaint: true },
  ],
  [
    'a new layer',
    { kind: 'layer-add', layer: 'sky', name: 'Sky', place: 0 },
    { work: null, layer: 'sky', isOnPaint: false, tool: null, colour: null, box: null },
  ],
]
it.each(told)('facts: %s', (_what, act, wanted) => {
  const found = facts(act)
  expect({ ...found, box: found.box() }).toMatchObject(wanted)
})

it('every kind has a name of its own', () => {
  const others = Object.keys(ACTS)
    .filter(kind => kind !== 'stroke')
    .map(
      kind =>
        ({
          kind,
          layer: 'a',
          layers: [{ layer: 'a', paint: [] }],
          outline: [],
          where: { points: [] },
          paint: {},
        }) as unknown as Act,
    )
  expect(new Set(others.map(act => facts(act).name)).size).toBe(others.length)
})
