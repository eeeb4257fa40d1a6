import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Job } from '../repositories/jobs'
import { lanesFor, limitsFor, startRunner } from './runner'

/** A record of how many entries: what the process of this test does with it. */
const SCRIPT = `
process.on('message', ({ record, keyframe }) => {
  const [what] = record.entries
  if (what === 'spin') for (;;) what.length
  if (what === 'die') process.exit(1)
  if (what === 'refuse') return process.send({ error: 'this can not be drawn' })
  if (what === 'wait') return
  if (what === 'kept') {
    const hash = keyframe && keyframe.packed.length > 4 ? 'other' : 'right'
    return process.send({ result: { hash, findings: [], measures: {}, picture: Buffer.from(keyframe ? 'on' : 'anew'), packed: Buffer.from('new') } })
  }
  process.send({ result: { hash: what, findings: [], measures: {}, picture: Buffer.from('png'), packed: null } })
})
process.on('disconnect', () => process.exit(0))
`
const state = vi.hoisted(() => ({
  waiting: [] as object[],
  ended: [] as unknown[],
  examined: [] as unknown[],
  unchecked: [] as number[],
  givenBack: [] as number[],
  keyframes: new Map<number, Buffer>(),
  entries: {} as Record<number, string>,
  /** Jobs that were begun again and again and never ended. */
  lost: [] as object[],
}))
vi.mock('../utils/log', () => ({ log: () => {}, reasonOf: String }))
vi.mock('../repositories/jobs', () => ({
  giveUpLost: () => Promise.resolve(state.lost.splice(0)),
  takeJob: (mostMs: number) =>
    Promise.resolve(
      (state.waiting as Job[])
        .filter(each => each.costMs <= mostMs)
        .slice(0, 1)
        .map(job => {
          state.waiting.splice(state.waiting.indexOf(job), 1)
          return { ...job, tries: job.tries + 1 }
        })[0] ?? null,
    ),
  keepJob: () => Promise.resolve(true),
  endJob: (job: Job, end: string) => {
    const said = end === 'waiting' && job.tries >= 3 ? 'failed' : end
    if (said === 'waiting') state.waiting.push(job)
    else state.ended.push([job.subject, said])
    return Promise.resolve(said)
  },
  giveBackJob: (job: Job) => Promise.resolve(state.givenBack.push(job.subject)),
}))
vi.mock('../repositories/handins', () => ({
  handInById: (id: number) => Promise.resolve({ id, drawingId: id, position: 1, hash: 'right' }),
  setExamined: (id: number, { verification, picture }: { verification: string; picture: Buffer }) =>
    Promise.resolve(state.examined.push([id, verification, picture.toString()])),
  setUnchecked: (id: number) => Promise.resolve(state.unchecked.push(id)),
}))
vi.mock('../repositories/keyframes', () => ({
  keyframeFor: (id: number) => {
    const kept = state.keyframes.get(id)
    return Promise.resolve(kept ? { position: 1, hash: 'right', packed: kept } : null)
  },
  keepKeyframe: (id: number, { packed }: { packed: Buffer }) => Promise.resolve(state.keyframes.set(id, packed)),
  dropKeyframe: (id: number) => Promise.resolve(state.keyframes.delete(id)),
}))
vi.mock('../repositories/drawings', () => ({ drawingById: (id: number) => Promise.resolve({ id }) }))
vi.mock('../repositories/plans', () => ({ documentFor: () => Promise.resolve({ steps: [] }) }))
vi.mock('../services/records', () => ({
  packedRecordOf: ({ id }: { id: number }) =>
    state.entries[id] === 'cut-off'
      ? Promise.reject(Object.assign(new Error('x'), { name: 'SequelizeDatabaseError', parent: { fatal: true } }))
      : Promise.resolve({ entries: [state.entries[id]] }),
}))
vi.mock('./mural', () => ({ assemble: () => Promise.resolve('done') }))

let folder = ''
let stop: () => Promise<void>
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'little-easel-runner-'))
  await writeFile(join(folder, 'examiner.mjs'), SCRIPT)
})
afterAll(() => rm(folder, { recursive: true, force: true }))
beforeEach(() => {
  for (const each of [state.waiting, state.ended, state.examined, state.unchecked, state.givenBack]) each.length = 0
})
afterEach(() => stop())

/** A process takes its time to begin. */
const LONG = { timeout: 30_000 }

let number = 0
function wants(what: string, costMs = 10): number {
  state.entries[++number] = what
  state.waiting.push({ id: number, kind: 'verify', subject: number, costMs, tries: 0 })
  return number
}
const start = (cpuMs = 60_000) => {
  stop = startRunner(folder, () => ({ cpuMs, bytes: 2e9 }), 2)
}

it('what was handed in is drawn again and compared', async () => {
  const [right, wrong] = [wants('right'), wants('wrong')]
  start()
  await expect.poll(() => state.ended.length, LONG).toBe(2)
  expect(new Set(state.examined)).toEqual(
    new Set([
      [right, 'matches', 'png'],
      [wrong, 'differs', 'png'],
    ]),
  )
  expect(state.unchecked).toEqual([])
})

it('what was drawn before is drawn on from there, and anew where something else comes out', async () => {
  const [good, bad, first] = [wants('kept'), wants('kept'), wants('kept')]
  state.keyframes.set(good, Buffer.from('as'))
  state.keyframes.set(bad, Buffer.from('damaged'))
  start()
  await expect.poll(() => state.ended.length, LONG).toBe(3)
  expect(new Set(state.examined)).toEqual(
    new Set([
      [good, 'matches', 'on'],
      [bad, 'matches', 'anew'],
      [first, 'matches', 'anew'],
    ]),
  )
  for (const each of [good, bad, first]) expect(state.keyframes.get(each)!.toString()).toBe('new')
})

it('what takes more than it may is not checked, said so, and not tried again', async () => {
  const heavy = wants('spin')
  start(300)
  await expect.poll(() => state.unchecked, LONG).toEqual([heavy])
  expect(state.ended).toEqual([[heavy, 'failed']])
})

it('what kills the process, or can’t be drawn, is tried three times; then it is said', async () => {
  const both = [wants('die'), wants('refuse')]
  start()
  await expect.poll(() => [...state.unchecked].sort((a, b) => a - b), LONG).toEqual(both)
})

it('what can’t be looked at for want of the database waits for another time: that is no fault of its own', async () => {
  const [one, other] = [wants('cut-off'), wants('right')]
  start()
  await expect.poll(() => state.givenBack, LONG).toEqual([one])
  await expect.poll(() => state.ended, LONG).toEqual([[other, 'done']])
  expect(state.unchecked).toEqual([])
})

it('what was begun again and again, and whose last process is gone, is not checked, and that is said', async () => {
  state.lost.push({ id: 1, kind: 'verify', subject: 77 }, { id: 2, kind: 'mural', subject: 78 })
  start()
  await expect.poll(() => state.unchecked, LONG).toEqual([77])
})

it('what is told to take long does not keep the others waiting', async () => {
  const long = wants('wait', 500_000)
  const next = wants('wait', 400_000)
  start()
  const short = wants('right')
  await expect.poll(() => state.examined, LONG).toEqual([[short, 'matches', 'png']])
  expect(state.waiting).toMatchObject([{ subject: next }])
  await stop()
  expect(state.givenBack).toEqual([long])
})

it('what may be taken is told by the record, within bounds', () => {
  expect([0, 30_000, 1e9].map(costMs => limitsFor({ costMs }).cpuMs)).toEqual([60_000, 90_000, 600_000])
})

describe('lanes', () => {
  it('are two at least, so that what takes long keeps nobody waiting, and leave a core to the server', () => {
    for (const cores of [1, 2, 3]) expect(lanesFor(cores)).toHaveLength(2)
    expect(lanesFor(4)).toHaveLength(3)
  })

  it('are not more than there is memory for, and one alone takes what is told to take long', () => {
    const lanes = lanesFor(64)
    expect(lanes).toHaveLength(4)
    expect(lanes.filter(each => each > 60_000)).toHaveLength(1)
  })
})
