import { createHash } from 'node:crypto'
import { deflateSync, inflateSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import type { Entry } from '#core/drawing'
import { toolSettings } from '#core/brush'
import { copied, packed, parse, readBatch, type ReadBatch } from './tasks'

const stroke = (at: number): Entry => ({
  type: 'act',
  at,
  act: {
    kind: 'stroke',
    version: 2,
    layer: 'a',
    tool: toolSettings('pencil'),
    colour: [1, 2, 3],
    seed: 1,
    samples: [16, 16, 500, 0, 1600, 160, 500, 40],
  },
})
const layer: Entry = { type: 'prepare', at: 0, act: { kind: 'layer-add', layer: 'a', name: 'A', place: 0 } }
const entries: Entry[] = [{ type: 'step', at: 5, step: 'first' }, layer, stroke(900), stroke(1500)]
const bytesOf = (value: unknown) => Buffer.from(JSON.stringify(value))
const AREA = 1600 * 1200

describe('a batch that was sent', () => {
  const batch = { number: 2, from: 7, writer: 'writer-of-tasks', entries }
  it('becomes what is stored of it', () => {
    const read = readBatch({ bytes: bytesOf(batch), clockMs: 0, area: AREA }) as ReadBatch
    expect(read).toMatchObject({
      number: 2,
      from: 7,
      writer: 'writer-of-tasks',
      count: 4,
      clockMs: 1500,
      step: 'first',
    })
    const json = inflateSync(read.packed).toString()
    expect(JSON.parse(json)).toEqual(entries)
    expect(read.digest).toBe(createHash('sha256').update(json).digest('hex'))
    expect(read.workMs).toBeGreaterThan(0)
    expect(read.heaviest.place).toBeGreaterThan(1)
    expect(read.costMs).toBeGreaterThan(read.heaviest.ms)
    expect('entries' in read).toBe(false)
  })

  it.each([
    ['no JSON', Buffer.from('{"number": 2,'), /expected object/],
    ['a fault in an entry', bytesOf({ ...batch, entries: [{ ...entries[0], at: -1 }] }), /^entries\.0\.at: /],
    ['lists in lists', Buffer.from('['.repeat(3_000_000) + ']'.repeat(3_000_000)), /expected object/],
  ])('with %s is told what is wrong', (_what, bytes, wanted) => {
    expect((readBatch({ bytes, clockMs: 0, area: AREA }) as { wrong: string }).wrong).toMatch(wanted)
  })
})

describe('what is copied of a record', () => {
  const parts = [entries.slice(0, 3), entries.slice(3)].map(each => deflateSync(JSON.stringify(each)))
  const copy = (position: number, isLaidOut: boolean) =>
    JSON.parse(inflateSync(copied({ parts, position, isLaidOut, area: AREA }).packed).toString()) as Entry[]
  it('is its first entries, or what lies there, as it is laid out', () => {
    expect(copy(4, false)).toEqual(entries)
    expect(copy(3, false)).toEqual(entries.slice(0, 3))
    // What is undone lies there no more; what is left is laid out, not drawn.
    const acts = entries.flatMap(each => ('act' in each ? [each.act] : []))
    expect(copy(4, true).map(each => [each.type, 'act' in each && each.act])).toEqual(acts.map(act => ['prepare', act]))
  })

  it('may be nothing', () => {
    expect(packed([], 40, AREA)).toMatchObject({ count: 0, clockMs: 40, workMs: 0, costMs: 0, step: null })
  })
})

describe('JSON', () => {
  it.each([
    ['{"a":[1,{"b":"]]]]\\"[[["}]}', { a: [1, { b: ']]]]"[[[' }] }],
    ['"\\\\"', '\\'],
    [`${'['.repeat(60)}${']'.repeat(60)}`, expect.anything()],
  ])('that is not too deep is read: %s', (text, wanted) => {
    expect(parse(Buffer.from(text))).toEqual(wanted)
  })

  it.each(['', '{', `${'['.repeat(61)}${']'.repeat(61)}`, '{"a":'.repeat(100) + '1' + '}'.repeat(100)])(
    'that is too deep or none is not: %s',
    text => {
      expect(parse(Buffer.from(text))).toBeUndefined()
    },
  )
})
