import { createHmac } from 'node:crypto'
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { LinkView, PlaceView } from '#shared/place'
import { codeDigest } from '../server/utils/setup-code'
import { openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { expectAccessible } from './lib/easel'
import { connectToDatabase, url } from './lib/world'

/** A code besides the password, from an app that is written here after the standard. */

const MAUD = { email: 'maud@lantern.example', password: 'seven herons by the weir' }
const maud = new Client(url)
let browser: OpenedBrowser
let page: Page

beforeAll(async () => {
  const database = await connectToDatabase()
  await database.query('UPDATE place SET code = ?', [codeDigest('ABCD')])
  await database.end()
  const { status } = await maud.call('POST', '/api/place', {
    code: 'ABCD',
    place: { name: 'Lantern Street', language: 'en-GB', timeZone: 'Europe/London' },
    teacher: { name: 'Maud Ferris', ...MAUD },
    demo: 'stays',
  })
  if (status !== 200) throw new Error(`the place could not be set up: ${status}`)
  browser = await openBrowser()
  page = browser.context.pages()[0]!
})
afterAll(() => browser.close())

/** What an app shows, `ahead` half minutes from now (RFC 4226, 5.3; RFC 6238, 4.2). */
function codeOf(key: string, ahead = 0): string {
  const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567'
  const bits = [...key.replace(/\s/g, '')].map(each => letters.indexOf(each).toString(2).padStart(5, '0')).join('')
  const bytes = Buffer.from((bits.match(/.{8}/g) ?? []).map(each => parseInt(each, 2)))
  const counter = Buffer.alloc(8)
  counter.writeBigUInt64BE(BigInt(Math.floor(Date.now() / 30_000) + ahead))
  const hash = createHmac('sha1', bytes).update(counter).digest()
  const offset = hash[19]! & 15
  return String((hash.readUInt32BE(offset) & 0x7fff_ffff) % 1_000_000).padStart(6, '0')
}
const enter = (code?: string) => new Client(url).call('POST', '/api/session/teacher', { ...MAUD, code })
const recovery: string[] = []
let key = ''

describe('a second factor', () => {
  it('is set up on the page of one’s account, with an app and ten recovery codes', async () => {
    await page.goto(url)
    await page.getByRole('tab', { name: 'I teach' }).click()
    await page.getByLabel('E-mail').fill(MAUD.email)
    await page.getByLabel('Password').fill(MAUD.password)
    await page.getByRole('button', { name: 'Sign in' }).click()
    await page.waitForURL('**/desk')
    await page.getByRole('link', { name: 'Maud Ferris' }).click()
    await page.getByRole('button', { name: 'Set it up' }).click()
    key = (await page.locator('.key code').textContent())!
    await expectAccessible(page)
    // What was not confirmed does not count.
    expect((await enter()).status).toBe(200)
    await page.getByLabel('The code that it shows now').fill(codeOf(key, 20))
    await page.getByRole('button', { name: 'Switch it on' }).click()
    await page.getByText('This is not the code.').waitFor()
    await page.getByLabel('The code that it shows now').fill(codeOf(key))
    await page.getByRole('button', { name: 'Switch it on' }).click()
    const codes = page.getByRole('dialog').locator('.codes code')
    await expect.poll(() => codes.count()).toBe(10)
    recovery.push(...(await codes.allTextContents()))
    await page.getByRole('button', { name: 'I have them' }).click()
    await page.getByText('10 recovery codes are left').waitFor()
  })

  it('is asked for at the door once the password was right', async () => {
    await page.getByRole('button', { name: 'Sign out' }).click()
    await page.getByRole('tab', { name: 'I teach' }).click()
    await page.getByLabel('E-mail').fill(MAUD.email)
    await page.getByLabel('Password').fill(MAUD.password)
    await page.getByRole('button', { name: 'Sign in' }).click()
    await page.getByLabel('Code', { exact: true }).fill(recovery[0]!.toLowerCase())
    await page.getByRole('button', { name: 'Sign in' }).click()
    await page.waitForURL('**/desk')
  })

  it('lets in by a time code or a recovery code, each once', async () => {
    expect((await enter()).code).toBe('code-wanted')
    expect((await enter('000000')).code).toBe('wrong-sign-in')
    expect((await enter(recovery[0])).code).toBe('wrong-sign-in')
    const both = await Promise.all([enter(recovery[1]), enter(recovery[1])])
    expect(both.map(each => each.status).toSorted()).toEqual([200, 401])
    // The code that confirmed it was used; the next one is taken already.
    const next = codeOf(key, 1)
    expect((await enter(next)).status).toBe(200)
    expect((await enter(next)).code).toBe('wrong-sign-in')
  })

  it('stands in the database sealed, and recovery codes as digests', async () => {
    const database = await connectToDatabase()
    const rows = JSON.stringify(await database.query('SELECT secret, recovery FROM second_factors'))
    await database.end()
    expect(rows).not.toContain(key.replace(/\s/g, ''))
    for (const each of recovery) expect(rows).not.toContain(each)
  })

  it('is switched off by its owner, and by a link for a new password', async () => {
    const other = await maud.call<LinkView>('POST', '/api/place/invitations', {
      name: 'Tobias Renn',
      email: 'tobias@lantern.example',
    })
    const tobias = new Client(url)
    const accept = (path: string, password: string, client: Client) =>
      client.call('POST', '/api/invited', { token: path.split('#')[1], name: 'Tobias Renn', password })
    await accept(other.body.path, 'a kettle sings to nobody', tobias)
    const own = (await tobias.call<{ key: string }>('POST', '/api/session/second')).body.key
    expect((await tobias.call('PUT', '/api/session/second', { code: codeOf(own) })).status).toBe(200)
    const view = (await maud.call<PlaceView>('GET', '/api/place')).body
    const { id } = view.teachers.find(each => each.name === 'Tobias Renn')!
    const link = (await maud.call<LinkView>('POST', `/api/place/teachers/${id}/link`)).body
    expect((await accept(link.path, 'plum anvil otter quilt', new Client(url))).status).toBe(200)
    await new Client(url).teacher('tobias@lantern.example', 'plum anvil otter quilt')
    expect((await maud.call('DELETE', '/api/session/second')).status).toBe(200)
    expect((await enter()).status).toBe(200)
  })
})
