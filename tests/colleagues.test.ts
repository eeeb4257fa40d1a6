import type { Connection } from 'mariadb'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DeskView, HappenedView, PlanBookView, PlanView, RegisterView, TeachersView } from '#shared/views'
import { sealSecret } from '../server/services/secrets'
import { Client } from './lib/client'
import { connectToDatabase, url } from './lib/world'

/** Several teachers of one class, and what goes from one teacher to another. */

const SECRET = 'plum anvil otter quilt'
const maud = new Client(url)
const tobias = new Client(url)
const una = new Client(url)
const ids: Record<string, number> = {}
let database: Connection
let classId = 0

const get = async <T>(who: Client, path: string) => (await who.call<T>('GET', path)).body
const codes = async (who: Client, calls: readonly (readonly [string, string, unknown?])[]) =>
  Promise.all(calls.map(async ([method, path, body]) => (await who.call(method, path, body)).code))

beforeAll(async () => {
  database = await connectToDatabase()
  const secret = await sealSecret(SECRET)
  for (const [name, client] of [
    ['maud', maud],
    ['tobias', tobias],
    ['una', una],
  ] as const) {
    const { insertId } = (await database.query('INSERT INTO teachers (email, name, secret) VALUES (?, ?, ?)', [
      `${name}@lantern.example`,
      `${name[0]!.toUpperCase()}${name.slice(1)} Ferris`,
      secret,
    ])) as { insertId: number }
    ids[name] = Number(insertId)
    await client.teacher(`${name}@lantern.example`, SECRET)
  }
  await database.query('UPDATE place SET keeper_id = ?, set_up_at = NOW(3), name = ? WHERE id = 1', [
    ids.maud,
    'Lantern Street',
  ])
  classId = (await maud.call<{ id: number }>('POST', '/api/classes', { name: 'Tuesday', when: 'at six' })).body.id
  await maud.call('POST', `/api/classes/${classId}/learners`, { learners: [{ name: 'Wren', pin: null }] })
})
afterAll(() => database.end())

describe('the library', () => {
  it('has what others share, with who made it; the demo’s people see nothing of anybody else’s', async () => {
    const { library, plans } = await get<PlanBookView>(maud, '/api/plans')
    expect(plans).toEqual([])
    expect(library.length).toBeGreaterThan(1)
    expect(new Set(library.map(each => each.by))).toEqual(new Set(['Orla Wennick']))
    const orla = await new Client(url).teacher()
    expect((await get<PlanBookView>(orla, '/api/plans')).library).toEqual([])
    expect(await get<TeachersView>(orla, '/api/teachers')).toEqual({ teachers: [] })
  })

  it('a plan out of it is read, tried and copied; it is not changed', async () => {
    const [first] = (await get<PlanBookView>(maud, '/api/plans')).library
    const read = await get<PlanView>(maud, `/api/plans/${first!.id}`)
    expect(read).toMatchObject({ by: 'Orla Wennick', plan: { title: first!.title } })
    expect((await maud.call('POST', `/api/plans/${first!.id}/try`)).status).toBe(200)
    expect(
      await codes(maud, [
        ['PUT', `/api/plans/${first!.id}`, { revision: read.revision, plan: { title: 'Mine now' } }],
        ['POST', `/api/plans/${first!.id}/archive`, { isArchived: true }],
        ['PUT', `/api/plans/${first!.id}/shared`, { isShared: false }],
        ['PUT', `/api/plans/${first!.id}/teacher`, { teacher: ids.maud }],
      ]),
    ).toEqual(Array(4).fill('not-yours'))
    const { id } = (await maud.call<{ id: number }>('POST', `/api/plans/${first!.id}/copy`)).body
    expect((await get<PlanBookView>(maud, '/api/plans')).plans).toMatchObject([
      { id, title: first!.title, maker: 'Orla Wennick', isShared: false },
    ])
    // It has the picture that stands for it.
    expect((await maud.call('GET', `/api/plans/${id}/picture`)).status).toBe(200)
    // The copy's maker stays when it is copied on.
    await maud.call('PUT', `/api/plans/${id}/shared`, { isShared: true })
    expect((await get<PlanBookView>(tobias, '/api/plans')).library.find(each => each.id === id)!.by).toBe(
      'Orla Wennick',
    )
    await maud.call('PUT', `/api/plans/${id}/shared`, { isShared: false })
    expect((await tobias.call('GET', `/api/plans/${id}`)).code).toBe('not-yours')
  })

  it('a plan given to another teacher is theirs, and classes keep it', async () => {
    const [own] = (await get<PlanBookView>(maud, '/api/plans')).plans
    await maud.call('POST', `/api/plans/${own!.id}/give`, { classId, isGiven: true })
    expect((await maud.call('PUT', `/api/plans/${own!.id}/teacher`, { teacher: ids.una })).status).toBe(200)
    expect((await get<PlanBookView>(maud, '/api/plans')).plans).toEqual([])
    expect((await get<PlanBookView>(una, '/api/plans')).plans.map(each => each.id)).toEqual([own!.id])
    // Who teaches a class reads what it has.
    expect(await get<PlanView>(maud, `/api/plans/${own!.id}`)).toMatchObject({ by: 'Orla Wennick' })
    expect((await get<RegisterView>(maud, `/api/classes/${classId}`)).plans.map(each => each.id)).toEqual([own!.id])
  })
})

describe('a class of several teachers', () => {
  const hear = (who: Client) => get<DeskView>(who, '/api/desk')

  it('is on the desk of who is let in, and open to them as a whole', async () => {
    expect((await tobias.call('GET', `/api/classes/${classId}`)).code).toBe('not-yours')
    expect((await maud.call('PUT', `/api/classes/${classId}/teachers/${ids.tobias}`)).status).toBe(200)
    expect((await hear(tobias)).classes.map(each => each.id)).toEqual([classId])
    const register = await get<RegisterView>(tobias, `/api/classes/${classId}`)
    expect(register.teachers).toEqual([
      { id: ids.maud, name: 'Maud Ferris', isLead: true },
      { id: ids.tobias, name: 'Tobias Ferris', isLead: false },
    ])
    for (const path of ['round', 'table', 'wall', 'progress', 'warm-ups', 'happened'])
      expect([path, (await tobias.call('GET', `/api/classes/${classId}/${path}`)).status]).toEqual([path, 200])
    const [wren] = register.learners
    expect((await tobias.call('POST', `/api/learners/${wren!.id}/pin`)).status).toBe(200)
    const [given] = register.plans
    expect((await get<PlanView>(tobias, `/api/plans/${given!.id}`)).by).toBe('Orla Wennick')
  })

  it('only whose it is lets others in, takes them out and hands it on', async () => {
    expect(
      await codes(tobias, [
        ['PUT', `/api/classes/${classId}/teachers/${ids.una}`],
        ['DELETE', `/api/classes/${classId}/teachers/${ids.maud}`],
        ['PUT', `/api/classes/${classId}/lead`, { teacher: ids.tobias }],
      ]),
    ).toEqual(Array(3).fill('not-yours'))
    const orla = (await database.query<{ id: number }[]>('SELECT id FROM teachers WHERE is_demo = 1'))[0]!.id
    expect(
      await codes(maud, [
        ['PUT', `/api/classes/${classId}/teachers/${orla}`],
        ['PUT', `/api/classes/${classId}/teachers/999999`],
        ['DELETE', `/api/classes/${classId}/teachers/${ids.maud}`],
      ]),
    ).toEqual(['not-found', 'not-found', 'malformed'])
  })

  it('handed on it is another’s; who had it teaches it still, and leaves', async () => {
    expect((await maud.call('PUT', `/api/classes/${classId}/lead`, { teacher: ids.tobias })).status).toBe(200)
    expect((await get<RegisterView>(maud, `/api/classes/${classId}`)).teachers).toEqual([
      { id: ids.tobias, name: 'Tobias Ferris', isLead: true },
      { id: ids.maud, name: 'Maud Ferris', isLead: false },
    ])
    expect((await maud.call('DELETE', `/api/classes/${classId}/teachers/${ids.maud}`)).status).toBe(200)
    expect((await maud.call('GET', `/api/classes/${classId}`)).code).toBe('not-yours')
    const { happened } = await get<HappenedView>(tobias, `/api/classes/${classId}/happened`)
    expect(happened.map(each => each.what)).toEqual(
      expect.arrayContaining(['teacher-added', 'class-handed-on', 'teacher-left', 'plan-given']),
    )
  })
})

describe('a teacher who goes', () => {
  it('leaves all classes and plans to another, by the word of whoever keeps the place', async () => {
    const all = (who: Client, from: number, teacher: number) =>
      who.call<{ classes: number; plans: number }>('PUT', `/api/place/teachers/${from}/all`, { teacher })
    for (const who of [maud, tobias]) await who.call('POST', '/api/session/confirm', { password: SECRET })
    expect((await all(tobias, ids.una!, ids.tobias!)).code).toBe('not-yours')
    expect((await all(maud, ids.tobias!, ids.tobias!)).code).toBe('malformed')
    // Una helps in a class of Tobias’s and has a plan of her own.
    await tobias.call('PUT', `/api/classes/${classId}/teachers/${ids.una}`)
    expect((await all(maud, ids.una!, ids.maud!)).body).toEqual({ classes: 0, plans: 1 })
    expect((await hearClasses(maud)).map(each => each.id)).toEqual([classId])
    expect(await hearClasses(una)).toEqual([])
    expect((await all(maud, ids.tobias!, ids.maud!)).body).toEqual({ classes: 1, plans: 0 })
    expect((await get<RegisterView>(maud, `/api/classes/${classId}`)).teachers).toEqual([
      { id: ids.maud, name: 'Maud Ferris', isLead: true },
    ])
    expect((await get<PlanBookView>(maud, '/api/plans')).plans).toHaveLength(1)
  })

  const hearClasses = async (who: Client) => (await get<DeskView>(who, '/api/desk')).classes
})
