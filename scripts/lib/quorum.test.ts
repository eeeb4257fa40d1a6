import { beforeEach, describe, expect, it } from 'vitest'
import { Quorum } from './quorum.mjs'

type State = { isSynced: boolean; committed: number } | null
let states: Record<string, State>
let at = 0
let begun: string[]
let quorum: InstanceType<typeof Quorum>
const synced = (committed = 100): State => ({ isSynced: true, committed })
const lost = (committed: number): State => ({ isSynced: false, committed })

beforeEach(() => {
  at = 0
  begun = []
  states = { a: synced(), b: synced(), c: synced() }
  quorum = new Quorum(['a', 'b', 'c'], {
    ask: (node: string) => Promise.resolve(states[node]!),
    begin: (node: string) => Promise.resolve(void begun.push(node)),
    now: () => at,
    tell() {},
  })
})
const wells = async () => {
  const found = []
  for (const each of ['a', 'b', 'c']) found.push(await quorum.isWell(each))
  return found
}
/** Looked at every three seconds. */
async function lookFor(ms: number): Promise<boolean[]> {
  let found: boolean[] = []
  for (const until = at + ms; at < until; at += 3000) found = await wells()
  return found
}

describe('servers of a cluster', () => {
  it('that left the others, or do not answer while others go on, are not well', async () => {
    states = { a: synced(), b: lost(90), c: null }
    expect(await wells()).toEqual([true, false, false])
    expect(await lookFor(120_000)).toEqual([true, false, false])
    expect(begun).toEqual([])
  })

  it('that have all lost one another are left alone; then the one that has most begins', async () => {
    states = { a: lost(98), b: lost(101), c: lost(100) }
    expect(await lookFor(30_000)).toEqual([true, true, true])
    expect(begun).toEqual([])
    await lookFor(9000)
    expect(begun).toEqual(['b'])
    states = { a: synced(101), b: synced(101), c: synced(101) }
    await lookFor(60_000)
    expect(begun).toEqual(['b'])
  })

  it('begin by themselves only where more than half of them answer: among those is all that was committed', async () => {
    states = { a: lost(98), b: null, c: null }
    await lookFor(300_000)
    expect(begun).toEqual([])
    states.c = lost(99)
    await lookFor(3000)
    expect(begun).toEqual(['c'])
  })

  it('are given time again after each try, and after they had found one another', async () => {
    states = { a: lost(98), b: lost(98), c: lost(98) }
    await lookFor(36_000)
    expect(begun).toHaveLength(1)
    await lookFor(24_000)
    expect(begun).toHaveLength(1)
    states.b = synced(98)
    await lookFor(3000)
    states.b = lost(98)
    await lookFor(27_000)
    expect(begun).toHaveLength(1)
  })
})
