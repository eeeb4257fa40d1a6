import { createConnection, type Connection } from 'mariadb'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { bentOf, bodiesFor } from './lib/bent'
import { Client, plainEntries, strokeEntry } from './lib/client'
import { readRoutes, type RouteFile } from './lib/routes'
import { databaseUrl, url } from './lib/world'

/**
 * Every route is sent bodies made from its own schema and bent, and places that there are and are not: whatever comes,
 * the server says in words what is wrong with it, and keeps nothing of what it refuses.
 */

const BODIES = Number(process.env.BENT_BODIES ?? 60)
const SEED = Number(process.env.BENT_SEED ?? 21)
/** What ends what others need comes last. */
const ENDING = /^\/api\/session$|archive|remove|\/class$|\/pin$/
const PLACES = [
  '1',
  '2',
  '3',
  '0',
  '-1',
  '1.5',
  '1e3',
  'abc',
  '%00',
  '2147483648',
  '4294967296',
  '9007199254740993',
  '18446744073709551616',
  '..%2f',
  '%F0%9F%8E%A8',
]
const QUERIES = [
  '',
  '?from=-1',
  '?from=2147483648',
  '?from=1&from=2',
  '?after=9e99',
  '?after=9007199254740991',
  '?plan=abc',
  '?plan=9007199254740991',
  '?known=1:999999999',
  '?known=,',
  '?paper=a1&__proto__=1',
  '?paper=a4&wide=%00',
]

const learner = new Client(url)
const teacher = new Client(url)
let routes: RouteFile[] = []
let database: Connection
const own: Record<string, number[]> = {}

beforeAll(async () => {
  const { hostname: host, port, username: user, password, pathname } = new URL(databaseUrl())
  database = await createConnection({ host, port: Number(port), user, password, database: pathname.slice(1) })
  routes = (await readRoutes()).toSorted((a, b) => Number(ENDING.test(a.path)) - Number(ENDING.test(b.path)))
  await learner.learner('Bram Ostley', '4127')
  await teacher.teacher()
  const drawing = (await learner.call<{ id: number }>('POST', '/api/drawings', { plan: 1, afresh: true })).body.id
  const ids = async (sql: string) => (await database.query<{ id: number | bigint }[]>(sql)).map(each => Number(each.id))
  Object.assign(own, {
    drawings: [drawing],
    classes: await ids('SELECT id FROM classes'),
    learners: await ids('SELECT id FROM learners LIMIT 6'),
    'hand-ins': await ids(`SELECT h.id FROM hand_ins h JOIN drawings d ON d.id = h.drawing_id
      JOIN learners l ON l.id = d.learner_id ORDER BY l.name = 'Bram Ostley' DESC, h.id LIMIT 4`),
    murals: await ids('SELECT id FROM murals'),
    plans: await ids('SELECT id FROM plans LIMIT 4'),
  })
})
afterAll(() => database.end())

const clientFor = ({ who }: RouteFile, i: number) =>
  who === 'teacher' ? teacher : who === 'learner' ? learner : i % 2 ? teacher : learner

/** The route's address with a place of its own in it, or with another. */
function address({ path }: RouteFile, place?: string): string {
  const [, , family] = path.split('/')
  let i = 0
  return path.replaceAll(/\[\w+\]/g, () => place ?? (i++ === 0 ? String(own[family!]?.[0] ?? 1) : '0'))
}

/** The status; what a stream says is not waited for. */
async function statusOf(client: Client, method: string, to: string, body?: unknown): Promise<number> {
  const { status } = await client.head(method, to, body === undefined ? undefined : JSON.stringify(body))
  return status
}

async function tables(): Promise<Record<string, string>> {
  const names = (await database.query<Record<string, string>[]>('SHOW TABLES')).map(each => Object.values(each)[0]!)
  // Tries at the doors are counted whatever comes of them.
  const counted = names.filter(each => each !== 'doors')
  const sums = await database.query<{ Table: string; Checksum: bigint | null }[]>(
    `CHECKSUM TABLE ${counted.join(', ')}`,
  )
  return Object.fromEntries(sums.map(each => [each.Table, String(each.Checksum)]))
}

describe('bodies that are bent', () => {
  it('are refused in words, and nothing of them is stored', async () => {
    const before = await tables()
    const wrong: string[] = []
    let sent = 0
    for (const [r, route] of routes.entries()) {
      if (!route.body) continue
      for (const [i, body] of bodiesFor(route.body, BODIES, SEED + r).entries()) {
        if (route.body.safeParse(body).success) continue
        sent++
        const status = await statusOf(clientFor(route, i), route.method, address(route), body)
        if (status !== 422 && status !== 413)
          wrong.push(`${route.method} ${address(route)} ${status} ${JSON.stringify(body)?.slice(0, 300)}`)
      }
    }
    expect(wrong).toEqual([])
    expect(sent).toBeGreaterThan(20 * routes.filter(each => each.body).length)
    expect(await tables()).toEqual(before)
  })

  it('of a batch and of a plan that are right are refused like that', async () => {
    const before = await tables()
    const plan = (await teacher.call<{ plan: Record<string, unknown> }>('GET', `/api/plans/${own.plans![0]}`)).body.plan
    const batch = { number: 0, from: 0, writer: 'writer-of-bends', entries: [...plainEntries(0, 2), strokeEntry({})] }
    const { demonstration, ...head } = plan
    const short = {
      ...(demonstration as object),
      entries: (demonstration as { entries: unknown[] }).entries.slice(0, 2),
    }
    const given: [RouteFile, unknown][] = [
      [routes.find(each => each.path.endsWith('/batches'))!, batch],
      [routes.find(each => each.path === '/api/plans' && each.method === 'POST')!, { ...head, demonstration: short }],
    ]
    const wrong: string[] = []
    for (const [route, right] of given) {
      const bodies = bentOf(right, 4 * BODIES, SEED).filter(each => !route.body!.safeParse(each).success)
      expect(bodies.length).toBeGreaterThan(BODIES)
      for (const body of bodies) {
        const status = await statusOf(clientFor(route, 0), route.method, address(route), body)
        if (status !== 422) wrong.push(`${route.path} ${status} ${JSON.stringify(body)?.slice(0, 300)}`)
      }
    }
    expect(wrong).toEqual([])
    expect(await tables()).toEqual(before)
  })
})

it('places and questions that there are not are answered in words', async () => {
  const wrong: string[] = []
  for (const [r, route] of routes.entries()) {
    const asked = [
      ...(route.path.includes('[') ? PLACES.map(place => address(route, place)) : []),
      ...(route.method === 'GET' ? QUERIES.map(query => address(route) + query) : []),
    ]
    const [body] = route.body ? bodiesFor(route.body, 1, SEED + r) : []
    for (const [i, to] of asked.entries()) {
      const status = await statusOf(clientFor(route, i), route.method, to, route.method === 'GET' ? undefined : body)
      if (status >= 500) wrong.push(`${route.method} ${to} ${status} ${JSON.stringify(body)?.slice(0, 200)}`)
    }
  }
  expect(wrong).toEqual([])
})

it('bodies that are right by their form never make the server fail', async () => {
  const wrong: string[] = []
  for (const [r, route] of routes.entries()) {
    if (!route.body) continue
    const family = route.path.split('/')[2]!
    const places = (own[family] ?? [1, 2]).map(String)
    for (const [i, body] of bodiesFor(route.body, BODIES, SEED + 1000 + r).entries()) {
      if (!route.body.safeParse(body).success) continue
      const status = await statusOf(clientFor(route, i), route.method, address(route, places[i % places.length]), body)
      if (status >= 500)
        wrong.push(`${route.method} ${address(route)} ${status} ${JSON.stringify(body)?.slice(0, 300)}`)
    }
  }
  expect(wrong).toEqual([])
})
