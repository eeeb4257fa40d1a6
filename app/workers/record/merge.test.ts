import { describe, expect, it } from 'vitest'
import type { Entry } from '#core/drawing'
import { mergeRecords } from './merge'

const record = (...names: string[]): Entry[] => names.map((step, at) => ({ type: 'step', at, step }))

describe('putting two records together', () => {
  it.each<[string, string[], string[], string[], number, [number, string[]] | null]>([
    ['the same', ['a', 'b'], ['a', 'b'], ['a', 'b'], 2, null],
    ['more here', ['a', 'b'], ['a', 'b', 'c'], ['a', 'b', 'c'], 2, null],
    ['more there', ['a', 'b', 'c'], ['a'], ['a', 'b', 'c'], 3, null],
    ['nothing there yet', [], ['a', 'b'], ['a', 'b'], 0, null],
    ['nothing here', ['a'], [], ['a'], 1, null],
    ['gone apart', ['a', 'b', 'x'], ['a', 'b', 'c', 'd'], ['a', 'b', 'x'], 3, [2, ['c', 'd']]],
    ['nothing in common', ['x'], ['a'], ['x'], 1, [0, ['a']]],
  ])('%s', (_what, server, here, entries, position, apart) => {
    const merged = mergeRecords(record(...server), record(...here))
    expect(merged.entries).toEqual(record(...entries))
    expect(merged.position).toBe(position)
    expect(
      merged.apart && [merged.apart.forkAt, merged.apart.entries.map(each => (each.type === 'step' ? each.step : ''))],
    ).toEqual(apart)
  })

  it('does not mind the order of keys', () => {
    const here = [{ step: 'a', at: 0, type: 'step' }] as Entry[]
    expect(mergeRecords(record('a'), here).apart).toBeNull()
  })
})
