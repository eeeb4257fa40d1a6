import type { Connection } from 'mariadb'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { DoorView } from '#shared/place'
import { codeDigest } from '../server/utils/setup-code'
import { Client } from './lib/client'
import { connectToDatabase, url } from './lib/world'

/** When a place is set up the demo can be put away, or go. */

let database: Connection
beforeAll(async () => {
  database = await connectToDatabase()
})
afterAll(() => database.end())

async function setUp(demo: string, email: string): Promise<Client> {
  await database.query('UPDATE place SET code = ?, set_up_at = NULL, keeper_id = NULL', [codeDigest('ABCD')])
  const client = new Client(url)
  const answer = await client.call('POST', '/api/place', {
    code: 'ab-cd',
    place: { name: 'Lantern Street', language: 'en-GB', timeZone: 'Europe/London' },
    teacher: { name: 'Maud Ferris', email, password: 'seven herons by the weir' },
    demo,
  })
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body))
  return client
}
const isDemoOpen = async () => (await new Client(url).call<DoorView>('GET', '/api/place/door')).body.isDemoOpen
/** Rows of every table. */
async function rows(): Promise<Record<string, number>> {
  const tables = await database.query<{ name: string }[]>(
    'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()',
  )
  const counts: Record<string, number> = {}
  for (const { name } of tables)
    counts[name] = Number((await database.query<{ n: bigint }[]>(`SELECT COUNT(*) AS n FROM ${name}`))[0]!.n)
  return counts
}

it('put away, its classes are in the archive, nobody comes in, and nothing is lost', async () => {
  const orla = await new Client(url).teacher()
  const bram = await new Client(url).learner('Bram Ostley', '4127')
  const before = await rows()
  await setUp('put-away', 'first@lantern.example')
  expect(await isDemoOpen()).toBe(false)
  expect((await orla.call('GET', '/api/desk')).status).toBe(401)
  expect((await bram.call('GET', '/api/folio')).status).toBe(401)
  const after = await rows()
  for (const table of ['drawings', 'record_batches', 'hand_ins', 'answers', 'plans', 'learners'])
    expect([table, after[table]]).toEqual([table, before[table]])
})

it('gone, nothing of it is left but the place that was set up', async () => {
  const maud = await setUp('goes', 'second@lantern.example')
  expect(await isDemoOpen()).toBe(false)
  expect((await maud.call('GET', '/api/desk')).body).toMatchObject({ classes: [], archived: [], plans: [] })
  const left = Object.entries(await rows()).filter(([, n]) => n > 0)
  expect(left.map(([name]) => name).toSorted()).toEqual([
    'audit',
    'doors',
    'migrations',
    'place',
    'sessions',
    'teachers',
  ])
  expect(
    (await database.query<{ email: string }[]>('SELECT email FROM teachers ORDER BY email')).map(each => each.email),
  ).toEqual(['first@lantern.example', 'second@lantern.example'])
})
