import type { Connection } from 'mariadb'
import pLimit from 'p-limit'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { bentOf, bodiesFor } from './lib/bent'
import { Client, plainEntries, strokeEntry } from './lib/client'
import { readRoutes, type RouteFile } from './lib/routes'
import { connectToDatabase, url } from './lib/world'

/**
 * Every route is sent bodies made from its own schema and bent, and places that there are and are not: whatever comes,
 * the server says in words what is wrong with it, and keeps nothing of what it refuses.
 */

const BODIES = Number(process.env.BENT_BODIES ?? 40)
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
const own: Record<string, (number | string)[]> = { paint: ['c'.repeat(64)] }

beforeAll(async () => {
  database = await connectToDatabase()
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

/** Drawings are the learner's own here. */
const clientFor = ({ who, path }: RouteFile, i: number) =>
  who === 'teacher' || (who !== 'learner' && i % 2 && !path.startsWith('/api/drawings')) ? teacher : learner

interface Asked {
  readonly client: Client
  readonly method: string
  readonly to: string
  readonly body?: unknown
}

/** Asks all of it, some at once; gives what was answered otherwise than it should be. */
async function wrongOf(all: readonly Asked[], isRight: (status: number) => boolean): Promise<string[]> {
  const limit = pLimit(AT_ONCE)
  const wrong = await limit.map(all, async ({ client, method, to, body }) => {
    const { status } = await client.head(method, to, body === undefined ? undefined : JSON.stringify(body))
    return isRight(status) ? [] : [`${method} ${to} ${status} ${JSON.stringify(body)?.slice(0, 300)}`]
  })
  return wrong.flat()
}
const AT_ONCE = 4
const isWell = (status: number) => status < 500

/** The route's address with a place of its own in it, or with another. */
function address({ path }: RouteFile, place?: string): string {
  const [, , family] = path.split('/')
  let i = 0
  return path.replaceAll(/\[\w+\]/g, () => place ?? (i++ === 0 ? String(own[family!]?.[0] ?? 1) : '0'))
}

async function tables(): Promise<Record<string, string>> {
  const names = (await database.query<Record<string, string>[]>('SHOW TABLES')).map(each => Object.values(each)[0]!)
  // Tries at the doors are counted whatever comes of them; when a session was heard of last is noted each minute.
  const counted = names.filter(each => each !== 'doors' && each !== 'sessions')
  const [sessions] = await database.query<Record<string, unknown>[]>(
    'SELECT COUNT(*) AS count, MAX(id) AS latest FROM sessions',
  )
  const sums = await database.query<{ Table: string; Checksum: bigint | null }[]>(
    `CHECKSUM TABLE ${counted.join(', ')}`,
  )
  const began = `${String(sessions!.count)} until ${String(sessions!.latest)}`
  return { ...Object.fromEntries(sums.map(each => [each.Table, String(each.Checksum)])), sessions: began }
}

describe('bodies that are bent', () => {
  const isRefused = (status: number) => status === 422 || status === 413

  it('are refused in words, and nothing of them is stored', async () => {
    const before = await tables()
    const asked = withBodies(SEED, (route, body) => !route.body!.safeParse(body).success)
    expect(asked.length).toBeGreaterThan((BODIES / 3) * routes.filter(each => each.body).length)
    expect(await wrongOf(asked, isRefused)).toEqual([])
    expect(await tables()).toEqual(before)
  })

  it('of a batch and of a plan that are right are refused like that', async () => {
    const before = await tables()
    const plan = (await teacher.call<{ plan: Record<string, unknown> }>('GET', `/api/plans/${own.plans![0]}`)).body.plan
    const batch = { number: 0, from: 0, writer: 'writer-of-bends', entries: [...plainEntries(0, 2), strokeEntry({})] }
    const { demonstration, ...head } = plan
    const { entries, ...rest } = demonstration as { entries: unknown[] }
    const given: [RouteFile, unknown][] = [
      [routes.find(each => each.path.endsWith('/batches'))!, batch],
      [
        routes.find(each => each.path === '/api/plans' && each.method === 'POST')!,
        { ...head, demonstration: { ...rest, entries: entries.slice(0, 2) } },
      ],
    ]
    const asked = given.flatMap(([route, right]) =>
      bentOf(right, 4 * BODIES, SEED)
        .filter(each => !route.body!.safeParse(each).success)
        .map(body => ({ client: clientFor(route, 0), method: route.method, to: address(route), body })),
    )
    expect(asked.length).toBeGreaterThan(4 * BODIES)
    expect(await wrongOf(asked, isRefused)).toEqual([])
    expect(await tables()).toEqual(before)
  })
})

/** Bodies for every route that takes one, those that are wanted. */
function withBodies(seed: number, isWanted: (route: RouteFile, body: unknown) => boolean): Asked[] {
  return routes.flatMap((route, r) => {
    if (!route.body) return []
    const places = (own[route.path.split('/')[2]!] ?? [1, 2]).map(String)
    return bodiesFor(route.body, BODIES, seed + r)
      .filter(body => isWanted(route, body))
      .map((body, i) => ({
        client: clientFor(route, i),
        method: route.method,
        to: address(route, places[i % places.length]),
        body,
      }))
  })
}

it('places and questions that there are not are answered in words', async () => {
  const asked = routes.flatMap((route, r): Asked[] => {
    const isAsking = route.method === 'GET'
    const all = [
      ...(route.path.includes('[') ? PLACES.map(place => address(route, place)) : []),
      ...(isAsking ? QUERIES.map(query => address(route) + query) : []),
    ]
    const [body] = route.body ? bodiesFor(route.body, 1, SEED + r) : []
    return all.map((to, i) => ({ client: clientFor(route, i), method: route.method, to, ...(!isAsking && { body }) }))
  })
  expect(await wrongOf(asked, isWell)).toEqual([])
})

it('bodies that are right by their form never make the server fail', async () => {
  const asked = withBodies(SEED + 1000, (route, body) => route.body!.safeParse(body).success)
  expect(asked.length).toBeGreaterThan(5 * routes.filter(each => each.body).length)
  expect(await wrongOf(asked, isWell)).toEqual([])
})
