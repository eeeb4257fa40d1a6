import { describe, expect, it } from 'vitest'
import { replay, standingActs, type Act, type DrawingRecord, type Entry } from './index'
import { randomEntries } from './testing'
import { loadKernels } from '../kernels'
import { contentHash } from './hash'

const add = (layer: string): Act => ({ kind: 'layer-add', layer, name: layer, place: 0 })
const act = (layer: string): Entry => ({ type: 'act', at: 1, act: add(layer) })
const undo: Entry = { type: 'undo', at: 1 }
const redo: Entry = { type: 'redo', at: 1 }
const names = (entries: Entry[]) => standingActs(entries).map(each => (each.act as { layer: string }).layer)

describe('the acts that stand', () => {
  it.each<[string, Entry[], string[]]>([
    ['none', [], []],
    ['undone', [act('a'), act('b'), undo], ['a']],
    ['undone and done again', [act('a'), act('b'), undo, undo, redo], ['a']],
    ['undone for good once something new is done', [act('a'), undo, act('b'), redo], ['b']],
    ['undone more often than there is anything', [undo, undo, act('a')], ['a']],
    ['laid out by a step: those stay', [{ type: 'prepare', at: 0, act: add('p') }, act('a'), undo, undo], ['p']],
  ])('%s', (_what, entries, expected) => {
    expect(names(entries)).toEqual(expected)
  })

  it('know the step in which they were done', () => {
    const entries: Entry[] = [act('a'), { type: 'step', at: 2, step: 'two' }, act('b')]
    expect(standingActs(entries).map(each => each.step)).toEqual([null, 'two'])
  })

  it('alone make the same drawing as the whole record with its undos', () => {
    const sheet = { width: 300, height: 280, paper: [255, 255, 255] as [number, number, number] }
    for (const seed of [5, 6, 7]) {
      const record: DrawingRecord = { version: 1, sheet, entries: randomEntries(seed, sheet, 40) }
      const standing = standingActs(record.entries).map((each): Entry => ({
        type: each.prepared ? 'prepare' : 'act',
        at: each.at,
        act: each.act,
      }))
      const kernels = loadKernels()
      expect(contentHash(replay(kernels, { ...record, entries: standing }).drawing)).toBe(
        contentHash(replay(kernels, record).drawing),
      )
    }
  })
})
