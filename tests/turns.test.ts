import { beforeAll, describe, expect, it } from 'vitest'
import { toolSettings } from '#core/brush'
import { contentHash, replay, type DrawingRecord, type Entry } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { lessonName } from '#demo/drawn'
import { KEPT, keptDrawn } from '#demo/kept'
import { Client, strokeEntry } from './lib/client'
import { anotherServer, connectToDatabase, url } from './lib/world'

/** What is handed in is drawn again in turns: many or heavy ones of one learner, or of one class, don't keep
 * the others waiting. */

const many = new Client(url)
const few = new Client(url)
let other = ''
beforeAll(async () => {
  await many.learner('Morten Skeel', '2650')
  await few.learner('Jessamy Coll', '3209')
  other = await anotherServer()
})

const layer: Entry = { type: 'act', at: 1, act: { kind: 'layer-add', layer: 'sketch', name: 'Sketch', place: 0 } }
/** Going over all of the sheet by a ragged outline takes about a second. */
const heavy = (at: number): Entry => ({
  type: 'act',
  at,
  act: {
    kind: 'select',
    version: 1,
    area: { kind: 'outline', points: [0, 0, 40_000, 16, 39_000, 39_000, 16, 38_000] },
    choice: 'new',
    soften: 0,
  },
})

async function drawn(client: Client, entries: Entry[]): Promise<number> {
  const { id } = (await client.call<{ id: number }>('POST', '/api/drawings', { plan: 1, afresh: true })).body
  const writer = 'writer-of-turns'
  await client.call('POST', `/api/drawings/${id}/claim`, { writer, takeOver: false })
  const sent = await client.call('POST', `/api/drawings/${id}/batches`, { number: 0, from: 0, writer, entries })
  expect(sent.status).toBe(200)
  return id
}
async function handedIn(client: Client, drawing: number, position: number, hash = 'a'.repeat(64)): Promise<number> {
  const body = { position, hash, note: '' }
  return (await client.call<{ id: number }>('POST', `/api/drawings/${drawing}/hand-ins`, body)).body.id
}
const stateOf = async (client: Client, id: number) =>
  (await client.call<{ verification: string }>('GET', `/api/hand-ins/${id}`)).body.verification

describe('drawing again', () => {
  it('takes turns between learners', async () => {
    const entries = [layer, ...[2, 3, 4].map(heavy)]
    const drawings = await Promise.all(Array.from({ length: 12 }, () => drawn(many, entries)))
    const light = await drawn(few, [layer, strokeEntry({ layer: 'sketch' })])
    const piles: number[] = []
    for (const id of drawings) piles.push(await handedIn(many, id, entries.length))
    const own = await handedIn(few, light, 2)
    await expect.poll(() => stateOf(few, own)).toBe('differs')
    const waiting = await Promise.all(piles.map(id => stateOf(many, id)))
    expect(waiting.filter(each => each === 'waiting').length).toBeGreaterThan(3)
    // Two processes of the app share the queue: nothing is left, and nothing is done for nothing.
    expect((await fetch(`${other}/api/health`)).status).toBe(200)
    await expect
      .poll(async () => [...new Set(await Promise.all(piles.map(id => stateOf(many, id))))], { timeout: 120_000 })
      .toEqual(['differs'])
  })

  it('takes turns between classes', async () => {
    const connection = await connectToDatabase()
    const [busy, quiet] = [90_001, 90_002]
    // Hand-ins that are gone: their jobs end as soon as they are taken.
    const job = (nth: number, classId: number, costMs: number) =>
      `('verify', ${900_000 + nth}, 'learner ${9000 + nth}', ${classId}, ${costMs})`
    await connection.query(`INSERT INTO jobs (kind, subject, state, asker, class_id, spent_ms, ended_at)
      VALUES ('verify', 899999, 'done', 'learner 8999', ${busy}, 50000, NOW(3))`)
    const many = Array.from({ length: 40 }, (_, i) => job(i, busy, 10))
    await connection.query(
      `INSERT INTO jobs (kind, subject, asker, class_id, cost_ms) VALUES ${[...many, job(40, quiet, 5000)].join()}`,
    )
    const ended = () =>
      connection.query<{ classId: number }[]>(`SELECT class_id AS classId FROM jobs
        WHERE subject >= 900000 AND state = 'done' ORDER BY ended_at, id`)
    await expect.poll(async () => (await ended()).length, { timeout: 60_000 }).toBe(41)
    // Two processes with two lanes each take their first at about the same time.
    expect((await ended()).findIndex(each => Number(each.classId) === quiet)).toBeLessThan(8)
    await connection.end()
  })

  it('goes on from what was drawn of it before, and from its beginning where that is damaged', async () => {
    const entries = (await keptDrawn(KEPT, lessonName(3, 0))).entries!
    const id = await drawn(few, [...entries])
    const { plan } = (await few.call<{ plan: { sheet: DrawingRecord['sheet'] } }>('GET', `/api/drawings/${id}`)).body
    const all = [...entries]
    const handIn = async () => {
      const hash = contentHash(replay(loadKernels(), { version: 1, sheet: plan.sheet, entries: all }).drawing)
      const own = await handedIn(few, id, all.length, hash)
      await expect.poll(() => stateOf(few, own), { timeout: 60_000 }).toBe('matches')
      return hash
    }
    const connection = await connectToDatabase()
    const kept = async () => {
      const rows = await connection.query<{ position: number; hash: string; length: number }[]>(
        `SELECT position, hash, LENGTH(packed) AS length FROM keyframes WHERE drawing_id = ${id}`,
      )
      return rows.map(each => ({ ...each, length: Number(each.length) > 5000 }))
    }
    const first = await handIn()
    expect(await kept()).toEqual([{ position: all.length, hash: first, length: true }])
    // Whatever is not what it was is drawn anew; what comes out is kept in its place.
    await connection.query(`UPDATE keyframes SET packed = LEFT(packed, 4000) WHERE drawing_id = ${id}`)
    const at = entries.at(-1)!.at
    const more = entries
      .filter(each => each.type === 'act')
      .filter(each => each.act.kind === 'stroke')
      .slice(0, 1)
      .map((each): Entry => ({ ...each, at, act: { ...each.act, colour: [230, 20, 20] } as typeof each.act }))
    expect(more.length).toBe(1)
    const body = { number: 1, from: all.length, writer: 'writer-of-turns', entries: more }
    expect((await few.call('POST', `/api/drawings/${id}/batches`, body)).status).toBe(200)
    all.push(...more)
    const second = await handIn()
    expect(second).not.toBe(first)
    expect(await kept()).toEqual([{ position: all.length, hash: second, length: true }])
    expect(await handIn()).toBe(second)
    await connection.end()
  })

  it('of what no hand drew is refused when it is sent', async () => {
    const id = await drawn(few, [layer])
    const samples = Array.from({ length: 60 }, (_, i) => [(i % 2 ? 1 : -1) * 1_599_999, i, 500, 1]).flat()
    const echoes = Array.from({ length: 47 }, () => [65_536, 0, 0, 65_536, 0, 0])
    const entries = [
      strokeEntry({ layer: 'sketch', tool: toolSettings('pencil', { size: 1, spacing: 2 }), samples, echoes }),
    ]
    expect(JSON.stringify(entries).length).toBeLessThan(4000)
    const body = { number: 1, from: 1, writer: 'writer-of-turns', entries }
    const { status, body: said } = await few.call<{ error: { message: string } }>(
      'POST',
      `/api/drawings/${id}/batches`,
      body,
    )
    expect(status).toBe(422)
    expect(said.error.message).toMatch(/^entries\.0: it would take \d+ minutes/)
    expect((await few.call<{ position: number }>('GET', `/api/drawings/${id}`)).body.position).toBe(1)
  })
})
