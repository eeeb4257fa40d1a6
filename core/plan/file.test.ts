import { unzipSync, zipSync, strFromU8, strToU8 } from 'fflate'
import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { CoreError } from '../base'
import { loadKernels } from '../kernels'
import { toolSettings } from '../brush'
import {
  base64Of,
  bytesOf,
  draftPlan,
  drawnWith,
  packPlan,
  planFileSchemas,
  readPlanFile,
  richOf,
  type Plan,
} from './index'
import { lessonRecord } from './testing'
import { zipParts } from '../archive'

/** A PNG of one px. */
const PNG = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg=='

let plan: Plan
let packed: Uint8Array
let parts: Record<string, Uint8Array>
beforeAll(() => {
  const drafted = draftPlan(loadKernels(), lessonRecord(), { title: 'A ball' })
  const steps = drafted.steps.map((step, i) => (i ? step : { ...step, result: 'ball', rich: richOf(['Draw it.']) }))
  plan = { ...drafted, steps, topics: ['round things'], pictures: [{ id: 'ball', type: 'image/png', base64: PNG }] }
  packed = packPlan(plan)
  parts = unzipSync(packed)
})

/** The file with some of its parts otherwise; null: left out. */
function changed(set: Record<string, Uint8Array | string | null>): Uint8Array {
  const files = {
    ...parts,
    ...Object.fromEntries(
      Object.entries(set).map(([name, value]) => [name, typeof value === 'string' ? strToU8(value) : value]),
    ),
  }
  return zipSync(
    Object.fromEntries(Object.entries(files).filter((each): each is [string, Uint8Array] => each[1] !== null)),
  )
}
const head = () =>
  JSON.parse(strFromU8(parts['plan.json']!)) as {
    version: number
    plan: Record<string, unknown>
    pictures: { file: string }[]
  }
const withHead = (change: (value: ReturnType<typeof head>) => void) => {
  const value = head()
  change(value)
  return changed({ 'plan.json': JSON.stringify(value) })
}

describe('a plan file', () => {
  it('gives back the plan', () => {
    expect(readPlanFile(packed)).toEqual({ plan, brought: new Map() })
  })

  it('is the same for the same plan', () => {
    expect(Buffer.from(packPlan(plan)).equals(Buffer.from(packed))).toBe(true)
  })

  it('brings along what the demonstration draws with, and is refused where that is missing', () => {
    const hash = 'ab'.repeat(32)
    const withPicture: Plan = {
      ...plan,
      demonstration: {
        ...plan.demonstration,
        entries: [
          ...plan.demonstration.entries,
          {
            type: 'act',
            at: plan.demonstration.entries.at(-1)!.at + 10,
            act: {
              kind: 'bring-in',
              version: 1,
              layer: 'photo',
              own: { name: 'Photo', place: 0 },
              picture: { hash, width: 2, height: 1 },
              to: { kind: 'corners', points: [0, 0, 32, 0, 32, 16, 0, 16] },
            },
          },
        ],
      },
    }
    const bytes = Uint8Array.of(1, 2, 3)
    expect(() => packPlan(withPicture)).toThrow('a picture that the plan draws with is not here')
    const file = packPlan(withPicture, new Map([[hash, bytes]]))
    expect(readPlanFile(file)).toEqual({ plan: withPicture, brought: new Map([[hash, bytes]]) })
    const { [`brought/${hash}.png`]: _, ...rest } = unzipSync(file)
    expect(() => readPlanFile(zipSync(rest))).toThrow(`brought/${hash}.png: the picture is missing`)
  })

  it('brings along a stamp that a step lays out and nothing was drawn with yet', () => {
    const cut = { hash: 'cd'.repeat(32), width: 5, height: 4 }
    const settings = toolSettings('stamp', { tip: { kind: 'shape', shape: { cut }, turn: 'upright' } })
    const [first, ...others] = plan.steps
    const withStamp: Plan = { ...plan, steps: [{ ...first!, tools: [{ kind: 'tool', settings }] }, ...others] }
    expect(drawnWith(withStamp)).toEqual([cut])
    expect(drawnWith({})).toEqual([])
    expect(() => packPlan(withStamp)).toThrow('a picture that the plan draws with is not here')
    const brought = new Map([[cut.hash, Uint8Array.of(9)]])
    expect(readPlanFile(packPlan(withStamp, brought)).brought).toEqual(brought)
  })

  it('holds JSON, the record and the picture itself', () => {
    expect(Object.keys(parts).sort()).toEqual([
      'pictures/ball.png',
      'plan.json',
      'plan.schema.json',
      'record.json',
      'record.schema.json',
    ])
    expect(Buffer.from(parts['pictures/ball.png']!).toString('base64')).toBe(PNG)
  })

  it('is described by the published schemas', () => {
    const published = (name: string) => JSON.parse(readFileSync(`docs/formats/${name}`, 'utf8')) as unknown
    const schemas = planFileSchemas()
    expect(schemas['plan.schema.json']).toEqual(published('plan.schema.json'))
    expect(schemas['record.schema.json']).toEqual(published('record.schema.json'))
  })

  it.each<[string, () => Uint8Array, RegExp]>([
    ['cut short', () => packed.slice(0, packed.length / 2), /no zip file|cut short/],
    ['that is no zip', () => strToU8('A plan, trust me.'), /no zip file/],
    ['that is empty', () => new Uint8Array(0), /no zip file/],
    ['without the plan', () => changed({ 'plan.json': null }), /plan\.json is missing/],
    [
      'whose plan is cut short',
      () => changed({ 'plan.json': strFromU8(parts['plan.json']!).slice(0, 200) }),
      /plan\.json: it is no JSON/,
    ],
    [
      'of a newer version',
      () =>
        withHead(value => {
          value.version = 2
        }),
      /plan\.json, version: the file is of version 2/,
    ],
    ['of another kind', () => changed({ 'plan.json': '{"format":"something"}' }), /plan\.json, format/],
    ['with a path that climbs out', () => changed({ '../../etc/easel': 'x' }), /leads out of the file/],
    ['with an absolute path', () => changed({ '/etc/easel': 'x' }), /leads out of the file/],
    ['with a path of another system', () => changed({ 'c:\\easel': 'x' }), /leads out of the file/],
    [
      'with very many parts',
      () => changed(Object.fromEntries(Array.from({ length: 300 }, (_, i) => [`pictures/${i}.png`, 'x']))),
      /more than 200 parts/,
    ],
    [
      'without a step',
      () =>
        withHead(value => {
          value.plan.steps = []
        }),
      /plan\.json, plan\.steps: a plan needs a step/,
    ],
    [
      'with words that are none',
      () =>
        withHead(value => {
          ;(value.plan.steps as { words: unknown }[])[1]!.words = [7]
        }),
      /plan\.json, plan\.steps\.1\.words\.0/,
    ],
    [
      'with a look-for that there is not',
      () =>
        withHead(value => {
          ;(value.plan.steps as { lookFors: unknown }[])[0]!.lookFors = [
            { id: 'a', title: 'a', settings: { measure: 'beauty' } },
          ]
        }),
      /plan\.json, plan\.steps\.0\.lookFors\.0/,
    ],
    [
      'with a look-for that has no target',
      () =>
        withHead(value => {
          ;(value.plan.steps as { lookFors: unknown }[])[0]!.lookFors = [
            {
              id: 'a',
              title: 'a',
              settings: { measure: 'closed-outline', layer: 'b', what: 'it', tolerance: 'standard' },
            },
          ]
        }),
      /plan\.steps\.0\.lookFors\.0/,
    ],
    [
      'with a picture from elsewhere',
      () =>
        withHead(value => {
          value.pictures[0]!.file = 'plan.json'
        }),
      /pictures\.0\.file/,
    ],
    [
      'whose picture is none',
      () => changed({ 'pictures/ball.png': '<svg onload="alert(1)"/>' }),
      /pictures\/ball\.png: this is no PNG/,
    ],
    [
      'without a picture that it shows',
      () =>
        withHead(value => {
          value.pictures = []
        }),
      /steps\.0\.result/,
    ],
    [
      'with a record of another version',
      () => changed({ 'record.json': JSON.stringify({ ...plan.demonstration, version: 9 }) }),
      /record\.json, version/,
    ],
    [
      'with an entry that does not fit',
      () =>
        changed({
          'record.json': JSON.stringify({
            ...plan.demonstration,
            entries: [{ type: 'act', at: 1, act: { kind: 'explode' } }],
          }),
        }),
      /record\.json, entries\.0\.act/,
    ],
    [
      'with a record on another sheet',
      () => changed({ 'record.json': JSON.stringify({ ...plan.demonstration, sheet: { ...plan.sheet, width: 900 } }) }),
      /record\.json, sheet/,
    ],
  ])('%s is refused, with the place of the fault', (_what, file, why) => {
    expect(() => readPlanFile(file())).toThrow(why)
    expect(() => readPlanFile(file())).toThrow(CoreError)
  })

  it('that would unpack to far too much is refused before it is unpacked', () => {
    const bomb = zipSync({ ...parts, 'pictures/big.png': new Uint8Array(160_000_000) })
    expect(bomb.length).toBeLessThan(1_000_000)
    expect(() => readPlanFile(bomb)).toThrow(/larger than 150 MB/)
  })

  it('whose parts are too much together is refused before any is unpacked', () => {
    const large = new Uint8Array(40_000_000)
    const many = zipSync({ ...parts, ...Object.fromEntries([1, 2, 3, 4].map(i => [`pictures/${i}.png`, large])) })
    // Its first part is no deflated bytes any more: whoever unpacked it would find that.
    const [first] = zipParts(many)!
    many.fill(255, first!.to - 20, first!.to)
    expect(() => readPlanFile(many)).toThrow(/larger than 150 MB/)
  })

  it('whose parts lie over one another is refused', () => {
    const folded = packed.slice()
    const view = new DataView(folded.buffer)
    const list = view.getUint32(folded.length - 6, true)
    const second = list + 46 + view.getUint16(list + 28, true) + view.getUint16(list + 30, true)
    // The second part is said to lie where the first one does.
    view.setUint32(second + 42, view.getUint32(list + 42, true), true)
    expect(() => readPlanFile(folded)).toThrow(/parts of it lie over one another/)
  })
})

describe('base64', () => {
  it('is that of the platform', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), bytes => {
        expect(base64Of(bytes)).toBe(Buffer.from(bytes).toString('base64'))
        expect([...bytesOf(base64Of(bytes))]).toEqual([...bytes])
      }),
    )
  })
})
