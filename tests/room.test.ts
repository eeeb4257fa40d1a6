import type { Connection } from 'mariadb'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { MOST_STREAMS, OFTEN, ROOM } from '#shared/limits'
import type { DeskView, FolioView } from '#shared/views'
import { Client, PIXEL, plainEntries } from './lib/client'
import { connectToDatabase, url } from './lib/world'

/** How much each may fill, and how often something may be done: a word before the limit, and one at it. */

const writer = 'writer-of-room'
const ada = new Client(url)
const bo = new Client(url)
const teacher = new Client(url)
let database: Connection
let drawing = 0
let adaId = 0
let classId = 0

beforeAll(async () => {
  database = await connectToDatabase()
  await ada.learner('Morten Skeel', '2650')
  await bo.learner('Jessamy Coll', '3209')
  await teacher.teacher()
  drawing = await begun(ada)
  ;[{ id: adaId, class_id: classId }] = (await database.query<{ id: number; class_id: number }[]>(
    "SELECT CAST(id AS INT) AS id, CAST(class_id AS INT) AS class_id FROM learners WHERE name = 'Morten Skeel'",
  )) as [{ id: number; class_id: number }]
})
afterAll(() => database.end())

async function begun(client: Client): Promise<number> {
  const { id } = (await client.call<{ id: number }>('POST', '/api/drawings', { plan: 1, afresh: true })).body
  await client.call('POST', `/api/drawings/${id}/claim`, { writer, takeOver: false })
  return id
}
const fill = (id: number, bytes: number) => database.query('UPDATE drawings SET bytes = ? WHERE id = ?', [bytes, id])
const send = (client: Client, id: number, number: number) =>
  client.call('POST', `/api/drawings/${id}/batches`, { number, from: number, writer, entries: plainEntries(number, 1) })
const room = async (client: Client) => (await client.call<FolioView>('GET', '/api/folio')).body.room
const open = (client: Client) => client.call('POST', '/api/drawings', { plan: 1, afresh: true })

describe('room for records', () => {
  it('is not spoken of while there is enough', async () => {
    expect(await room(ada)).toBeNull()
    expect((await teacher.call<DeskView>('GET', '/api/desk')).body.room).toBeNull()
  })

  it('counts what was sent', async () => {
    expect((await send(ada, drawing, 0)).status).toBe(200)
    const [{ bytes }] = (await database.query('SELECT bytes FROM drawings WHERE id = ?', [drawing])) as [
      { bytes: bigint },
    ]
    const [{ packed }] = (await database.query(
      'SELECT SUM(LENGTH(packed)) AS packed FROM record_batches WHERE drawing_id = ?',
      [drawing],
    )) as [{ packed: string }]
    expect(Number(bytes)).toBe(Number(packed))
    expect(Number(bytes)).toBeGreaterThan(20)
  })

  it('is told to its learner when little is left, and when none is; others draw on', async () => {
    await fill(drawing, 0.85 * ROOM.learner.bytes)
    expect(await room(ada)).toEqual({ isFull: false, percent: 85 })
    expect((await send(ada, drawing, 1)).status).toBe(200)
    await fill(drawing, ROOM.learner.bytes)
    expect(await room(ada)).toEqual({ isFull: true, percent: 100 })
    for (const answer of [await send(ada, drawing, 2), await open(ada)]) {
      expect([answer.status, answer.code]).toEqual([413, 'no-room'])
      expect((answer.body as { error: { fix: string } }).error.fix).toMatch(/Put drawings away/)
    }
    expect(await room(bo)).toBeNull()
    expect((await open(bo)).status).toBe(200)
  })

  it('is there again when a drawing is put away, but not over and over', async () => {
    expect((await ada.call('POST', `/api/drawings/${drawing}/remove`, { isRemoved: true })).status).toBe(200)
    expect((await open(ada)).status).toBe(200)
    await fill(drawing, 2 * ROOM.learner.bytes)
    expect((await open(ada)).code).toBe('no-room')
    await fill(drawing, 0)
    await ada.call('POST', `/api/drawings/${drawing}/remove`, { isRemoved: false })
  })

  it('of a class, and of all classes of a teacher, is refused with whom to tell', async () => {
    await fill(drawing, ROOM.class.bytes)
    const whole = await open(bo)
    expect(whole.code).toBe('no-room')
    expect(JSON.stringify(whole.body)).toMatch(/class’s drawings fill.*Tell your teacher/)
    await fill(drawing, ROOM.teacher.bytes)
    expect((await teacher.call<DeskView>('GET', '/api/desk')).body.room).toEqual({ isFull: true, percent: 100 })
    await database.query('UPDATE learners SET class_id = (SELECT id FROM classes WHERE id <> ? LIMIT 1) WHERE id = ?', [
      classId,
      adaId,
    ])
    expect(JSON.stringify((await open(bo)).body)).toMatch(/teacher’s classes’ drawings fill/)
    await database.query('UPDATE learners SET class_id = ? WHERE id = ?', [classId, adaId])
    await fill(drawing, 0)
  })

  it('is for so many drawings', async () => {
    const rows = Array.from({ length: ROOM.learner.drawings }, () => [adaId])
    await database.batch('INSERT INTO drawings (learner_id, plan_id, position, next_batch) VALUES (?, 1, 0, 0)', rows)
    expect(await room(ada)).toEqual({ isFull: true, percent: 100 })
    expect((await open(ada)).code).toBe('no-room')
    const sheet = { title: 'Mine', sheet: { width: 800, height: 600, paper: [255, 255, 255] } }
    expect((await ada.call('POST', '/api/sheets', sheet)).code).toBe('no-room')
    expect((await ada.call('POST', `/api/drawings/${drawing}/copy`, { position: 1, key: 'copy-of-room' })).code).toBe(
      'no-room',
    )
    await database.query('DELETE FROM drawings WHERE learner_id = ? AND position = 0', [adaId])
  })
})

describe('what may be done so often', () => {
  const handIn = (id: number) =>
    bo.call<{ id: number; left: number | null }>('POST', `/api/drawings/${id}/hand-ins`, {
      position: 1,
      hash: 'a'.repeat(64),
      note: '',
    })

  it('hand-ins: of one drawing, and of one learner in a day', async () => {
    const first = await begun(bo)
    await send(bo, first, 0)
    expect((await handIn(first)).body.left).toBeNull()
    const rows = Array.from({ length: OFTEN.handInsOfDrawing - 1 }, (_, i) => [first, i + 2])
    await database.batch(
      "INSERT INTO hand_ins (drawing_id, attempt, position, hash, note, state, handed_in_at) VALUES (?, ?, 1, REPEAT('b', 64), '', 'replaced', NOW(3))",
      rows,
    )
    expect((await handIn(first)).code).toBe('enough')
    const second = await begun(bo)
    await send(bo, second, 0)
    const lefts: (number | null)[] = []
    for (let i = OFTEN.handInsOfDrawing; i < OFTEN.handInsADay; i++) lefts.push((await handIn(second)).body.left)
    expect(lefts[0]).toBeNull()
    expect(lefts.slice(-2)).toEqual([1, 0])
    expect((await handIn(second)).code).toBe('enough')
    await database.query('UPDATE hand_ins SET handed_in_at = NOW(3) - INTERVAL 25 HOUR WHERE drawing_id = ?', [first])
    expect((await handIn(second)).status).toBe(200)
  })

  it('tries of warm-ups in a day', async () => {
    const attempt = { drill: 'parallels', seed: 4, score: 60, figures: [] }
    const keep = () => bo.call<{ left: number | null }>('POST', '/api/warm-ups', attempt)
    expect((await keep()).body.left).toBeNull()
    const [{ id }] = (await database.query(
      "SELECT CAST(id AS INT) AS id FROM learners WHERE name = 'Jessamy Coll'",
    )) as [{ id: number }]
    await database.batch(
      "INSERT INTO drill_tries (learner_id, drill, seed, score, figures, tried_at) VALUES (?, 'parallels', 1, 50, '[]', NOW(3))",
      Array.from({ length: OFTEN.triesADay - 2 }, () => [id]),
    )
    expect((await keep()).body.left).toBe(0)
    expect((await keep()).code).toBe('enough')
  })

  it('streams at once', async () => {
    const streams = await Promise.all(Array.from({ length: MOST_STREAMS }, () => bo.stream('/api/news')))
    expect((await bo.call('GET', '/api/news')).code).toBe('enough')
    expect((await ada.head('GET', '/api/news')).status).toBe(200)
    streams[0]!.close()
    await expect.poll(async () => (await bo.head('GET', '/api/news')).status).toBe(200)
    for (const each of streams) each.close()
  })

  it('pictures of drawings under way: the latest are kept', async () => {
    const count = async () =>
      Number(
        (
          (await database.query(
            'SELECT COUNT(*) AS count FROM live_pictures p JOIN drawings d ON d.id = p.drawing_id WHERE d.learner_id = ?',
            [adaId],
          )) as [{ count: bigint }]
        )[0].count,
      )
    await database.query(
      `INSERT INTO drawings (learner_id, plan_id, position, next_batch) SELECT ${adaId}, 1, 0, 0 FROM seq_1_to_${ROOM.livePictures + 5}`,
    )
    await database.query(
      `INSERT INTO live_pictures (drawing_id, position, picture, made_at)
        SELECT id, 1, 'old', NOW(3) - INTERVAL 1 DAY FROM drawings WHERE learner_id = ${adaId} AND position = 0`,
    )
    expect(await count()).toBeGreaterThan(ROOM.livePictures)
    const put = await ada.call('PUT', `/api/drawings/${drawing}/live`, { position: 1, base64: PIXEL, found: null })
    expect(put.status).toBe(200)
    expect(await count()).toBe(ROOM.livePictures)
    const kept = (await database.query('SELECT picture FROM live_pictures WHERE drawing_id = ?', [drawing])) as {
      picture: Buffer
    }[]
    expect(kept[0]!.picture.toString('latin1', 1, 4)).toBe('PNG')
  })
})
