import type { Connection } from 'mariadb'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { FolioView, RegisterView } from '#shared/views'
import type { MuralView } from '#shared/mural'
import type { WallView } from '#shared/wall'
import { Client } from './lib/client'
import { connectToDatabase, url } from './lib/world'

/** A learner is erased for good, with what others see of them. */

const teacher = new Client(url)
let database: Connection
let classes: { id: number; code: string }[] = []
beforeAll(async () => {
  database = await connectToDatabase()
  await teacher.teacher()
  classes = (await teacher.call<{ classes: typeof classes }>('GET', '/api/desk')).body.classes
})
afterAll(() => database.end())

const classOf = (code: string) => classes.find(each => each.code === code)!.id
const register = async (code: string) => (await teacher.call<RegisterView>('GET', `/api/classes/${classOf(code)}`)).body
const idOf = async (code: string, name: string) => (await register(code)).learners.find(each => each.name === name)!.id
const erase = (id: number) => teacher.call('DELETE', `/api/learners/${id}`)
const takeOut = (id: number) => teacher.call('POST', `/api/learners/${id}/remove`, { isRemoved: true })

/** Where in all tables a word is found. */
async function tablesWith(word: string): Promise<string[]> {
  const columns = await database.query<{ t: string; c: string }[]>(
    `SELECT table_name AS t, column_name AS c FROM information_schema.columns WHERE table_schema = DATABASE()
      AND data_type IN ('varchar', 'char', 'text', 'longtext')`,
  )
  const found = []
  for (const { t, c } of columns) {
    const [row] = await database.query<{ n: bigint }[]>(`SELECT COUNT(*) AS n FROM ${t} WHERE ${c} LIKE ?`, [
      `%${word}%`,
    ])
    if (Number(row!.n) > 0) found.push(`${t}.${c}`)
  }
  return found
}
const drawingsOf = async (id: number) =>
  Number((await database.query<{ n: bigint }[]>('SELECT COUNT(*) AS n FROM drawings WHERE learner_id = ?', [id]))[0]!.n)

it('who is in the class can’t be: they are taken out first, which can be undone', async () => {
  const bram = await idOf('KETTLE7', 'Bram Ostley')
  expect((await erase(bram)).status).toBe(422)
  expect(await drawingsOf(bram)).toBeGreaterThan(0)
})

it('everything they made goes, also from the Wall, and from where their name was noted; others keep theirs', async () => {
  const bram = await idOf('KETTLE7', 'Bram Ostley')
  const gil = await idOf('KETTLE7', 'Gil Tansey')
  const [brams, gils] = [await new Client(url).learner('Bram Ostley', '4127'), await drawingsOf(gil)]
  const works = async () =>
    (await teacher.call<WallView>('GET', `/api/classes/${classOf('KETTLE7')}/wall`)).body.works.length
  const before = await works()
  await takeOut(bram)
  expect(await tablesWith('Bram Ostley')).not.toEqual([])
  expect((await erase(bram)).status).toBe(200)
  expect(await drawingsOf(bram)).toBe(0)
  expect(await tablesWith('Bram Ostley')).toEqual([])
  expect(await works()).toBe(before - 1)
  expect((await brams.call('GET', '/api/folio')).status).toBe(401)
  expect((await register('KETTLE7')).removed).toEqual([])
  expect(await drawingsOf(gil)).toBe(gils)
  expect((await erase(bram)).status).toBe(404)
})

it('their panel of a mural is free and empty, and nothing of it is left in what was put together', async () => {
  const alva = await idOf('SLIP48', 'Alva Tregenna')
  const muralId = (
    await (await new Client(url).learner('Alva Tregenna', '4471', 'SLIP48')).call<FolioView>('GET', '/api/folio')
  ).body.murals[0]!.id
  const [panel] = await database.query<{ place: number }[]>(
    'SELECT place FROM mural_panels WHERE mural_id = ? AND learner_id = ?',
    [muralId, alva],
  )
  await takeOut(alva)
  expect((await erase(alva)).status).toBe(200)
  const rows = await database.query<object[]>(
    'SELECT learner_id, drawing_id, picture, edges FROM mural_panels WHERE mural_id = ? AND place = ?',
    [muralId, panel!.place],
  )
  expect(rows).toEqual([{ learner_id: null, drawing_id: null, picture: null, edges: null }])
  const [parts] = await database.query<{ n: bigint }[]>('SELECT COUNT(*) AS n FROM mural_parts WHERE mural_id = ?', [
    muralId,
  ])
  expect(Number(parts!.n)).toBe(0)
  expect((await teacher.call<MuralView>('GET', `/api/murals/${muralId}`)).status).toBe(200)
})

it('a learner, and a teacher of another class, erase nobody', async () => {
  const dov = await idOf('KETTLE7', 'Dov Harkin')
  const himself = await new Client(url).learner('Dov Harkin', '2986')
  expect((await himself.call('DELETE', `/api/learners/${dov}`)).code).toBe('not-yours')
  expect((await new Client(url).call('DELETE', `/api/learners/${dov}`)).code).toBe('not-signed-in')
  expect(await drawingsOf(dov)).toBeGreaterThan(0)
})
