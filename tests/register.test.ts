import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import type { DeskView, RegisterView, SlipsView } from '#shared/views'
import { enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { expectAccessible } from './lib/easel'

const url = inject('appUrl')
const TEACHER = { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }
const teacher = new Client(url)
let browser: OpenedBrowser
let page: Page
let classId = 0

beforeAll(async () => {
  await teacher.teacher()
  browser = await openBrowser()
  page = browser.context.pages()[0]!
  await enterAsTeacher(page, url, TEACHER)
})
afterAll(() => browser?.close())

const register = async () => (await teacher.call<RegisterView>('GET', `/api/classes/${classId}`)).body
const door = (code: string, name: string, pin: string) => new Client(url).call('POST', '/api/session/learner', { code, name, pin })

describe('a new class', () => {
  let slip: { name: string, pin: string }

  it('is opened from the desk, with a code of its own', async () => {
    await page.getByRole('button', { name: 'New class' }).click()
    await page.getByLabel('Its name').fill('Sandbank evening')
    await page.getByLabel('When it meets').fill('Fridays at six')
    await page.getByRole('button', { name: 'Open the class' }).click()
    await page.getByRole('heading', { name: 'Sandbank evening' }).waitFor()
    classId = Number(page.url().split('/').at(-1))
    expect((await register()).code).toMatch(/^[ACDEFGHJKMNPQRTWXYZ234679]{6}$/)
    await page.getByText('No learners yet.').waitFor()
    await expectAccessible(page)
  })

  it('gets learners from a pasted list, and says who is left out and why', async () => {
    await page.getByRole('button', { name: 'Add learners' }).click()
    await page.getByLabel('Names, one a line').fill('Name;PIN\nAda Tregear;4471\nZoë Pell;\nzoe pell;\n=1+1;\nBo Hask;12\n  Cissy   Rooke ;')
    await page.getByRole('heading', { name: '3 learners to add' }).waitFor()
    for (const why of ['The same name stands in row 3.', 'This does not look like a name.', 'A PIN has four to eight digits.']) await page.getByText(why).waitFor()
    await expectAccessible(page, '.dialog')
    await page.getByRole('button', { name: 'Add 3 learners' }).click()
    await page.getByRole('heading', { name: '3 slips for Sandbank evening' }).waitFor()
    expect((await register()).learners.map(each => each.name)).toEqual(['Ada Tregear', 'Cissy Rooke', 'Zoë Pell'])
    const items = await page.locator('.slips li').allInnerTexts()
    expect(items[0]).toContain('4471')
    slip = { name: 'Zoë Pell', pin: /PIN\s+(\d{4})/.exec(items[1]!)![1]! }
    await expectAccessible(page, '.dialog')
  })

  it('gives the list as CSV', async () => {
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Keep the list (CSV)' }).click()])
    const chunks: Buffer[] = []
    for await (const chunk of await download.createReadStream()) chunks.push(chunk as Buffer)
    const { code } = await register()
    expect(Buffer.concat(chunks).toString('utf8').split('\r\n').slice(0, 2)).toEqual(['Class,Class code,Name,PIN', `Sandbank evening,${code},Ada Tregear,4471`])
    await page.getByRole('button', { name: 'They are handed round' }).click()
  })

  it('lets its learners in with their slips', async () => {
    const { code } = await register()
    expect((await door(code, slip.name, slip.pin)).status).toBe(200)
    expect((await door(code, 'Ada Tregear', '4471')).status).toBe(200)
    expect((await door(code, 'Ada Tregear', '4472')).code).toBe('wrong-sign-in')
  })

  it('gives a new PIN, and the old one is worth nothing', async () => {
    await page.getByRole('button', { name: 'A new PIN for Ada Tregear' }).click()
    await page.getByRole('button', { name: 'Draw a new one' }).click()
    await page.getByRole('heading', { name: 'A slip for Sandbank evening' }).waitFor()
    const pin = /PIN\s+(\d{4})/.exec(await page.locator('.slips li').innerText())![1]!
    await page.getByRole('button', { name: 'They are handed round' }).click()
    const { code } = await register()
    expect((await door(code, 'Ada Tregear', pin)).status).toBe(200)
    if (pin !== '4471') expect((await door(code, 'Ada Tregear', '4471')).code).toBe('wrong-sign-in')
  })

  it('takes all of a list or nothing of it', async () => {
    const before = await register()
    for (const learners of [
      [{ name: 'Dilly Moor', pin: null }, { name: 'ADA TREGEAR', pin: null }], [{ name: 'Dilly Moor', pin: null }, { name: '<b>', pin: null }],
      [{ name: 'Dilly Moor', pin: '12' }], [{ name: 'x'.repeat(90), pin: null }], [], Array.from({ length: 201 }, (_, i) => ({ name: `Learner ${i}`, pin: null })),
    ]) {
      const { status, code } = await teacher.call('POST', `/api/classes/${classId}/learners`, { learners })
      expect([status, code]).toEqual([422, 'malformed'])
    }
    expect(await register()).toEqual(before)
  })

  it('takes thirty at once', async () => {
    const { status, body } = await teacher.call<SlipsView>('POST', `/api/classes/${classId}/learners`, { learners: Array.from({ length: 30 }, (_, i) => ({ name: `Learner ${i + 1}`, pin: null })) })
    expect(status).toBe(200)
    expect(body.slips).toHaveLength(30)
    expect((await teacher.call<DeskView>('GET', '/api/desk')).body.classes.find(each => each.id === classId)!.learners).toBe(33)
  })
})
