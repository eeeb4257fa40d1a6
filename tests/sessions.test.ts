import type { Connection } from 'mariadb'
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { SessionsView } from '#shared/views'
import { comeInAsLearner, enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { expectAccessible, openEasel } from './lib/easel'
import { anotherServer, connectToDatabase, url } from './lib/world'

/** Who is signed in is known by the server: it begins anew with each sign-in, and ends when it should, at once. */

const TEACHER = { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }
let database: Connection
beforeAll(async () => {
  database = await connectToDatabase()
})
afterAll(() => database.end())

const who = async (client: Client) =>
  (await client.call<{ person: { name: string } | null }>('GET', '/api/session')).body.person?.name ?? null
const morten = () => new Client(url).learner('Morten Skeel', '2650')
const idOf = async (name: string) =>
  Number(((await database.query('SELECT id FROM learners WHERE name = ?', [name])) as { id: bigint }[])[0]!.id)

/** Resolves when a stream ends. */
async function ended(stream: { next<N>(): Promise<N> }): Promise<void> {
  for (;;) {
    try {
      await stream.next()
    } catch {
      return
    }
  }
}

describe('a session', () => {
  it('is another one with each sign-in, and what a browser has is nowhere at the server', async () => {
    const client = await morten()
    const first = client.cookieOf('easel')!
    await client.learner('Morten Skeel', '2650')
    const second = client.cookieOf('easel')!
    expect(second).not.toBe(first)
    expect(second).toMatch(/^[\w-]{43}$/)
    const rows = (await database.query('SELECT token FROM sessions')) as { token: string }[]
    expect(rows.some(each => each.token === second || each.token === first)).toBe(false)
    // The one before has ended: whoever has kept it has nothing.
    expect(await who(client.withCookie('easel', first))).toBeNull()
    expect(await who(client)).toBe('Morten Skeel')
  })

  it('ends with signing out, also for whoever has kept its cookie', async () => {
    const client = await morten()
    const kept = client.withCookie('easel', client.cookieOf('easel')!)
    const left = await client.head('DELETE', '/api/session')
    expect(left.headers.get('clear-site-data')).toBe('"cache"')
    expect([await who(client), await who(kept)]).toEqual([null, null])
    expect((await kept.call('GET', '/api/folio')).status).toBe(401)
  })

  it('ends with a new PIN and when its learner is taken out, its streams with it, at every process', async () => {
    const teacher = await new Client(url).teacher()
    const other = await anotherServer()
    const id = await idOf('Morten Skeel')
    for (const end of [
      () => teacher.call('POST', `/api/learners/${id}/pin`),
      () => teacher.call('POST', `/api/learners/${id}/remove`, { isRemoved: true }),
    ]) {
      const { body: slips } = await teacher.call<{ slips: { pin: string }[] }>('POST', `/api/learners/${id}/pin`)
      const client = await new Client(url).learner('Morten Skeel', slips.slips[0]!.pin)
      const streams = [await client.stream('/api/news'), await client.at(other).stream('/api/news')]
      expect((await end()).status).toBe(200)
      expect(await who(client)).toBeNull()
      await Promise.all(streams.map(ended))
    }
    await teacher.call('POST', `/api/learners/${id}/remove`, { isRemoved: false })
  })

  it('ends when nothing was heard of it for long, and at the latest some time after it began', async () => {
    const client = await new Client(url).learner('Jessamy Coll', '3209')
    const id = await idOf('Jessamy Coll')
    const set = (column: string, days: number) =>
      database.query(`UPDATE sessions SET ${column} = NOW(3) - INTERVAL ? DAY WHERE kind = 'learner' AND person = ?`, [
        days,
        id,
      ])
    await set('seen_at', 29)
    expect(await who(client)).toBe('Jessamy Coll')
    await set('seen_at', 31)
    expect(await who(client)).toBeNull()
    await set('seen_at', 0)
    await set('began_at', 201)
    expect(await who(client)).toBeNull()
  })

  it('of a learner is no teacher’s, whatever the numbers', async () => {
    const client = await new Client(url).learner('Jessamy Coll', '3209')
    expect((await client.call('GET', '/api/session/all')).status).toBe(403)
    expect((await client.call('DELETE', '/api/session/all')).status).toBe(403)
  })
})

describe('a teacher', () => {
  let opened: OpenedBrowser
  let page: Page
  beforeAll(async () => {
    opened = await openBrowser()
    page = opened.context.pages()[0]!
    await enterAsTeacher(page, url, TEACHER)
  })
  afterAll(() => opened?.close())

  it('sees where they are signed in, and ends one or all others', async () => {
    const away = await Promise.all([1, 2, 3].map(() => new Client(url).teacher()))
    await page.getByRole('link', { name: 'Orla Wennick' }).click()
    await page.getByRole('heading', { name: 'Where you are signed in' }).waitFor()
    const own = page.locator('[data-test=session]', { hasText: 'this one' })
    await own.getByText(/Chrom\w* on Linux/).waitFor()
    expect(await own.getByRole('button').count()).toBe(0)
    await expectAccessible(page)
    const list = async () => (await away[0]!.call<SessionsView>('GET', '/api/session/all')).body.sessions
    const before = (await list()).length
    await page
      .getByRole('button', { name: /^End ,|^End .+ since/ })
      .first()
      .click()
    await expect.poll(() => page.locator('[data-test=session]').count()).toBe(before - 1)
    await page.getByRole('button', { name: 'End all but this one' }).click()
    await page.getByText('You are signed in here alone now.').waitFor()
    expect(await Promise.all(away.map(who))).toEqual([null, null, null])
    await expect.poll(() => page.locator('[data-test=session]').count()).toBe(1)
  })

  it('can end no session of another one', async () => {
    const client = await new Client(url).learner('Jessamy Coll', '3209')
    const [{ id }] = (await database.query(
      "SELECT id FROM sessions WHERE kind = 'learner' ORDER BY id DESC LIMIT 1",
    )) as [{ id: bigint }]
    const teacher = await new Client(url).teacher()
    expect((await teacher.call('DELETE', `/api/session/all/${id}`)).status).toBe(200)
    expect(await who(client)).toBe('Jessamy Coll')
  })

  it('gives the password once more before what can’t be undone, when it was not given lately', async () => {
    await database.query("UPDATE sessions SET confirmed_at = NOW(3) - INTERVAL 16 MINUTE WHERE kind = 'teacher'")
    await page.goto(`${url}/desk`)
    await page.getByRole('link', { name: 'Thursday evening table', exact: true }).click()
    await page.getByRole('button', { name: 'More for Kit Averne' }).click()
    await page.getByText('A new PIN', { exact: true }).click()
    await page.getByRole('button', { name: 'Draw a new one' }).click()
    await page.getByLabel('Your password').fill('not-it')
    await page.getByRole('button', { name: 'Go on' }).click()
    await page.getByText('This is not your password.').waitFor()
    await page.getByLabel('Your password').fill(TEACHER.password)
    await page.getByRole('button', { name: 'Go on' }).click()
    await expect.poll(() => page.locator('.slips li').count()).toBe(1)
  })
})

it('signing out takes one’s drawings off a shared device, once all is sent, and says so', async () => {
  const { context, close } = await openBrowser()
  try {
    const page = context.pages()[0]!
    await comeInAsLearner(page, url, { code: 'KETTLE7', name: 'Lowri Pask', pin: '7713' })
    await openEasel(page)
    const kept = () =>
      page.evaluate(
        () =>
          new Promise<number>((resolve, reject) => {
            const asked = indexedDB.open('little-easel')
            asked.onerror = () => reject(new Error('no store'))
            asked.onsuccess = () => {
              const count = asked.result.transaction('records').objectStore('records').count()
              count.onsuccess = () => {
                asked.result.close()
                resolve(count.result)
              }
            }
          }),
      )
    await expect.poll(kept).toBe(1)
    await page.goto(`${url}/folio`)
    await page.getByRole('button', { name: 'Sign out' }).click()
    await page.getByText('Your drawings are off this device').waitFor()
    await expect.poll(kept).toBe(0)
  } finally {
    await close()
  }
})
