import type { Connection } from 'mariadb'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DoorView } from '#shared/place'
import type { DeskView, FolioView, HappenedView, ProgressView, RegisterView } from '#shared/views'
import { openClass, type OwnClass } from './lib/class'
import { Client } from './lib/client'
import { anotherServer, connectToDatabase, url } from './lib/world'

/** How long things are kept, and what goes out of the place before they go. */

const DAY_MS = 86_400_000
let database: Connection
const orla = new Client(url)
let old: OwnClass
let other: OwnClass

const get = async <T>(path: string) => (await orla.call<T>('GET', path)).body
const put = (months: number | null) => orla.call('PUT', '/api/place/keep', { months })
const archive = (id: number, isArchived: boolean) => orla.call('POST', `/api/classes/${id}/archive`, { isArchived })
const eraseAtOf = async (id: number) => (await get<RegisterView>(`/api/classes/${id}`)).eraseAt
const daysUntil = (iso: string | null) => (iso === null ? null : (Date.parse(iso) - Date.now()) / DAY_MS)
const countOf = async (sql: string) => Number((await database.query<{ n: bigint }[]>(sql))[0]!.n)

beforeAll(async () => {
  database = await connectToDatabase()
  await orla.teacher()
  // The demo's teacher keeps it here: what matters is that somebody does.
  await database.query('UPDATE place SET keeper_id = (SELECT id FROM teachers WHERE is_demo = 1), set_up_at = NOW(3)')
  old = await openClass(url, orla, 'The class of last year', ['Ada Tregear', 'Bo Hask'])
  other = await openClass(url, orla, 'The class of this year', ['Cissy Rooke'])
  await orla.call('POST', '/api/session/confirm', { password: 'kettle-and-lamp' })
})
afterAll(() => database.end())

describe('all that a learner made', () => {
  it('goes along with the teacher as well, also of one who was taken out', async () => {
    const table = (await get<DeskView>('/api/desk')).classes.find(each => each.code === 'KETTLE7')!
    const { learners } = await get<RegisterView>(`/api/classes/${table.id}`)
    const learner = learners.find(each => each.handIns > 0)!
    const folio = await get<FolioView>(`/api/learners/${learner.id}/folio`)
    expect(folio.name).toBe(learner.name)
    expect(folio.plans.flatMap(each => each.handIns).length).toBeGreaterThan(0)
    await orla.call('POST', `/api/learners/${learner.id}/remove`, { isRemoved: true })
    const progress = await get<ProgressView>(`/api/learners/${learner.id}/progress`)
    expect(progress.learners.map(each => each.name)).toEqual([learner.name])
    expect(progress.learners[0]!.handIns.length).toBe(learner.handIns)
    await orla.call('POST', `/api/learners/${learner.id}/remove`, { isRemoved: false })
    expect((await orla.call('GET', '/api/learners/999999/folio')).code).toBe('not-found')
  })
})

describe('a class that was put away', () => {
  it('is kept for ever, where nobody said otherwise', async () => {
    await archive(old.classId, true)
    expect(await eraseAtOf(old.classId)).toBeNull()
    expect((await new Client(url).call<DoorView>('GET', '/api/place/door')).body.keepMonths).toBeNull()
  })

  it('is erased after the time that was set, counted from when it was put away, and never without a month’s notice', async () => {
    expect((await put(7)).status).toBe(422)
    expect((await put(12)).status).toBe(200)
    expect((await new Client(url).call<DoorView>('GET', '/api/place/door')).body.keepMonths).toBe(12)
    const inAYear = daysUntil(await eraseAtOf(old.classId))
    expect(inAYear).toBeGreaterThan(363)
    expect(inAYear).toBeLessThan(367)
    // Far away it is told at the class only.
    expect((await get<DeskView>('/api/desk')).archived.find(each => each.id === old.classId)!.eraseAt).toBeNull()
    await database.query('UPDATE classes SET archived_at = NOW(3) - INTERVAL 5 YEAR WHERE id = ?', [old.classId])
    expect((await put(6)).status).toBe(200)
    const soon = daysUntil(await eraseAtOf(old.classId))
    expect(soon).toBeGreaterThan(29)
    expect(soon).toBeLessThan(31)
    expect((await get<DeskView>('/api/desk')).archived.find(each => each.id === old.classId)!.eraseAt).not.toBeNull()
  })

  it('taken out again it is not erased, nor where the time is taken back', async () => {
    await archive(old.classId, false)
    expect(await eraseAtOf(old.classId)).toBeNull()
    await archive(old.classId, true)
    expect(await eraseAtOf(old.classId)).not.toBeNull()
    await put(null)
    expect(await eraseAtOf(old.classId)).toBeNull()
    await put(6)
  })

  it('goes with all that was made in it when its day has come, and nothing else goes', async () => {
    const [learner] = other.clients as [Client]
    const sheet = { title: 'A boat', sheet: { width: 200, height: 100, paper: [255, 255, 255] } }
    expect((await learner.call('POST', '/api/sheets', sheet)).status).toBe(200)
    const drawings = await countOf('SELECT COUNT(*) AS n FROM drawings')
    // One of the class that goes: made before it was put away.
    const [ada] = (await database.query('SELECT id FROM learners WHERE class_id = ? ORDER BY id', [old.classId])) as [
      { id: number },
    ]
    await database.query('INSERT INTO drawings (learner_id, plan_id) SELECT ?, MIN(id) FROM plans', [ada.id])
    await database.query('UPDATE classes SET erase_at = NOW(3) - INTERVAL 1 HOUR WHERE id = ?', [old.classId])
    // A process looks when it begins, and once a day.
    await anotherServer()
    await expect
      .poll(async () => (await orla.call('GET', `/api/classes/${old.classId}`)).code, { timeout: 20_000 })
      .toBe('not-found')
    expect(await countOf(`SELECT COUNT(*) AS n FROM learners WHERE class_id = ${old.classId}`)).toBe(0)
    expect(await countOf('SELECT COUNT(*) AS n FROM drawings')).toBe(drawings)
    expect((await learner.call('GET', '/api/folio')).status).toBe(200)
    const { happened } = await get<HappenedView>(`/api/classes/${other.classId}/happened`)
    expect(happened[0]).toMatchObject({ what: 'class-erased', about: 'The class of last year' })
  })

  it('is erased by hand at its teacher’s word, once it was put away', async () => {
    const { classId: id } = await openClass(url, orla, 'A try', ['Wren Ollery'])
    expect((await orla.call('DELETE', `/api/classes/${id}`)).code).toBe('malformed')
    await archive(id, true)
    const later = await new Client(url).teacher()
    await database.query('UPDATE sessions SET confirmed_at = NOW(3) - INTERVAL 1 DAY ORDER BY id DESC LIMIT 1')
    expect((await later.call('DELETE', `/api/classes/${id}`)).code).toBe('confirm')
    expect((await orla.call('DELETE', `/api/classes/${id}`)).status).toBe(200)
    expect((await orla.call('GET', `/api/classes/${id}`)).code).toBe('not-found')
  })

  it('how long is set by whoever keeps the place alone', async () => {
    await database.query('UPDATE place SET keeper_id = NULL')
    expect((await put(12)).code).toBe('not-yours')
  })
})

describe('the school’s own lists', () => {
  it('name classes and learners, and what they call them comes back', async () => {
    const { id } = (
      await orla.call<{ id: number }>('POST', '/api/classes', { name: 'Drawing 7b', when: '', sourceId: 'C-77' })
    ).body
    const learners = [
      { name: 'Greta H', pin: null, sourceId: 'S-1' },
      { name: 'Adebayo Q', pin: null },
    ]
    expect((await orla.call('POST', `/api/classes/${id}/learners`, { learners })).status).toBe(200)
    const register = await get<RegisterView>(`/api/classes/${id}`)
    expect(register.sourceId).toBe('C-77')
    expect(register.learners.map(each => [each.name, each.sourceId])).toEqual([
      ['Adebayo Q', null],
      ['Greta H', 'S-1'],
    ])
  })
})
