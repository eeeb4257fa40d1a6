import 'fake-indexeddb/auto'
import { openDB } from 'idb'
import { afterEach, describe, expect, it } from 'vitest'
import type { Entry } from '#core/drawing'
import { ownPlan } from '#core/plan'
import { Keeper } from './keeper'
import { Ousted, type Log, type Shelf } from './shelf'
import { FakeShelf, named, nameOf } from './testing'

/** The browser's store and its stand-in keep the same promises. */

const plan = ownPlan('A sheet', { width: 100, height: 100, paper: [255, 255, 255] })
const log = (values: Partial<Log> = {}): Log => ({
  person: 3,
  drawing: 12,
  writer: 'w'.repeat(16),
  session: 's',
  position: 0,
  nextBatch: 0,
  planId: 1,
  plan,
  touchedAt: 0,
  ...values,
})
const entries = (...names: string[]): Entry[] => names.map(name => named(name))
const underway = (place: number) =>
  ({ place, at: 5, act: { kind: 'layer-add', layer: 'u', name: 'u', place: 0 } }) as const

let count = 0
const opened: Keeper[] = []
const SHELVES: [string, () => Promise<Shelf>][] = [
  [
    'the browser’s store',
    async () => {
      const keeper = await Keeper.open(`shelf-${++count}`)
      opened.push(keeper)
      return keeper
    },
  ],
  ['its stand-in', async () => new FakeShelf()],
]
afterEach(() => opened.splice(0).forEach(each => each.close()))

const names = async (shelf: Shelf, key: { person: number; drawing: number }) =>
  (await shelf.read(key))?.entries.map(nameOf)

describe.each(SHELVES)('%s', (_name, make) => {
  it('keeps a log, adds to it in order, and lets go of what was under way once it is an entry', async () => {
    const shelf = await make()
    await shelf.settle(log(), 0, entries('a'))
    await shelf.keepUnderway(log(), 's', underway(1))
    expect((await shelf.read(log()))!.underway).toMatchObject({ place: 1, act: { layer: 'u' } })
    await shelf.append(log(), 's', 1, entries('b', 'c'))
    expect(await names(shelf, log())).toEqual(['a', 'b', 'c'])
    expect((await shelf.read(log()))!.underway).toBeNull()
    expect(await shelf.cards()).toMatchObject([{ entries: 3, isUnderway: false, log: { drawing: 12 } }])
  })

  it('never gives a number to another entry, and leaves none out', async () => {
    const shelf = await make()
    await shelf.settle(log(), 0, entries('a', 'b'))
    await expect(shelf.append(log(), 's', 1, entries('x'))).rejects.toBeInstanceOf(Ousted)
    await expect(shelf.append(log(), 's', 3, entries('x'))).rejects.toBeInstanceOf(Ousted)
    expect(await names(shelf, log())).toEqual(['a', 'b'])
  })

  it('takes nothing from a session that was replaced', async () => {
    const shelf = await make()
    await shelf.settle(log(), 0, entries('a'))
    await shelf.claim(log(), 'next')
    await expect(shelf.append(log(), 's', 1, entries('b'))).rejects.toBeInstanceOf(Ousted)
    await expect(shelf.keepUnderway(log(), 's', underway(1))).rejects.toBeInstanceOf(Ousted)
    await expect(shelf.acknowledge(log(), 's', 1, 1)).rejects.toBeInstanceOf(Ousted)
    await expect(shelf.settle(log(), 0, [])).rejects.toBeInstanceOf(Ousted)
    await expect(shelf.part(log(), [], log({ drawing: -4 }), [])).rejects.toBeInstanceOf(Ousted)
    expect(await names(shelf, log())).toEqual(['a'])
    await shelf.append(log(), 'next', 1, entries('b'))
    expect(await names(shelf, log())).toEqual(['a', 'b'])
  })

  it('keeps what a session that was replaced has yet, and what was under way there only once', async () => {
    const shelf = await make()
    await shelf.settle(log(), 0, entries('a'))
    await shelf.keepUnderway(log(), 's', underway(1))
    await shelf.claim(log(), 'next')
    await shelf.strand(log({ drawing: -4 }), entries('a', 'u', 'b'), log(), 1)
    expect(await names(shelf, log({ drawing: -4 }))).toEqual(['a', 'u', 'b'])
    expect(await shelf.read(log())).toMatchObject({ log: { session: 'next' }, underway: null })
    // What the next one has under way is its own.
    await shelf.keepUnderway(log(), 'next', underway(1))
    await shelf.strand(log({ drawing: -5 }), entries('a', 'u', 'b'), log(), 0)
    expect((await shelf.read(log()))!.underway).toMatchObject({ place: 1 })
  })

  it('keeps the logs of two people on one number apart', async () => {
    const shelf = await make()
    await shelf.settle(log(), 0, entries('a'))
    await shelf.settle(log({ person: -3 }), 0, entries('x', 'y'))
    expect(await names(shelf, log())).toEqual(['a'])
    await shelf.drop(log({ person: -3 }))
    expect(await names(shelf, log())).toEqual(['a'])
    expect(await shelf.read(log({ person: -3 }))).toBeNull()
  })

  it('parts a log in two, and gives what is apart its number once', async () => {
    const shelf = await make()
    await shelf.settle(log(), 0, entries('a', 'b', 'c'))
    const apart = log({ drawing: -4, session: 't', apart: { drawing: 12, forkAt: 1, key: 'key-of-it' } })
    await shelf.part(log({ position: 2 }), entries('a', 'z'), apart, entries('a', 'b', 'c'))
    expect([await names(shelf, log()), await names(shelf, apart)]).toEqual([
      ['a', 'z'],
      ['a', 'b', 'c'],
    ])
    expect(await shelf.rename(apart, log({ drawing: 12, session: 't' }))).toBe(false)
    expect(await shelf.rename(apart, log({ drawing: 20, session: 't' }))).toBe(true)
    await expect(shelf.rename(apart, log({ drawing: 21, session: 't' }))).rejects.toBeInstanceOf(Ousted)
    expect(await names(shelf, { person: 3, drawing: 20 })).toEqual(['a', 'b', 'c'])
    expect(await shelf.read(apart)).toBeNull()
  })

  it('remembers what the server has acknowledged', async () => {
    const shelf = await make()
    await shelf.settle(log(), 0, entries('a', 'b'))
    await shelf.acknowledge(log(), 's', 2, 1)
    expect((await shelf.read(log()))!.log).toMatchObject({ position: 2, nextBatch: 1, session: 's' })
  })
})

describe('what an earlier version kept', () => {
  /** Stores as version 1 laid them out, with a number missing. */
  async function first(name: string): Promise<void> {
    const db = await openDB(name, 1, {
      upgrade(db) {
        db.createObjectStore('logs', { keyPath: 'drawing' })
        db.createObjectStore('entries')
        db.createObjectStore('live')
      },
    })
    const { session: _session, ...old } = log()
    await db.put('logs', old)
    await db.put('entries', named('a'), [12, 0])
    await db.put('entries', named('b'), [12, 1])
    await db.put('entries', named('d'), [12, 3])
    await db.put(
      'live',
      { layer: 'l', style: { tool: { tool: 'pencil' }, colour: [0, 0, 0], seed: 1 }, samples: [1, 2, 3, 4], at: 9 },
      12,
    )
    db.close()
  }

  it('is taken over by person, tells of a hole and what lies beyond it', async () => {
    await first('old')
    const shelf = await Keeper.open('old')
    opened.push(shelf)
    const kept = (await shelf.read({ person: 3, drawing: 12 }))!
    expect(kept.entries.map(nameOf)).toEqual(['a', 'b'])
    expect(kept.beyond.map(([place, entry]) => [place, nameOf(entry)])).toEqual([[3, 'd']])
    expect(kept.underway).toMatchObject({ place: 4, at: 9, act: { kind: 'stroke', layer: 'l', samples: [1, 2, 3, 4] } })
  })

  it('is dropped when it is old, but only what the server has wholly', async () => {
    const shelf = await Keeper.open('tidied')
    opened.push(shelf)
    await shelf.settle(log({ drawing: 1, position: 1 }), 0, entries('a'))
    await shelf.settle(log({ drawing: 2, position: 0 }), 0, entries('a'))
    await shelf.settle(log({ drawing: 3, position: 0 }), 0, [])
    await shelf.keepUnderway(log({ drawing: 3 }), 's', underway(0))
    await shelf.tidy(40 * 24 * 3600 * 1000)
    expect((await shelf.cards()).map(each => each.log.drawing)).toEqual([2, 3])
  })
})
