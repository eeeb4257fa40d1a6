import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DeskView, FolioView, RegisterView, SlipsView } from '#shared/views'
import { enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { expectAccessible } from './lib/easel'
import { url } from './lib/world'

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
const door = (code: string, name: string, pin: string) =>
  new Client(url).call('POST', '/api/session/learner', { code, name, pin })

describe('a new class', () => {
  let slip: { name: string; pin: string }

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
    await page
      .getByLabel('Names, one a line')
      .fill('Name;PIN\nAda Tregear;4471\nZoë Pell;\nzoe pell;\n=1+1;\nBo Hask;12\n  Cissy   Rooke ;')
    await page.getByRole('heading', { name: '3 learners to add' }).waitFor()
    for (const why of [
      'The same name stands in row 3.',
      'This does not look like a name.',
      'A PIN has four to eight digits.',
    ])
      await page.getByText(why).waitFor()
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
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Keep the list (CSV)' }).click(),
    ])
    const chunks: Buffer[] = []
    for await (const chunk of await download.createReadStream()) chunks.push(chunk as Buffer)
    const { code } = await register()
    expect(Buffer.concat(chunks).toString('utf8').split('\r\n').slice(0, 2)).toEqual([
      // With the mark that says that it is UTF-8.
      '\uFEFFClass,Class code,Name,PIN',
      `Sandbank evening,${code},Ada Tregear,4471`,
    ])
  })

  it('gives the slips as a PDF to print', async () => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Slips to print (PDF)' }).click(),
    ])
    expect(download.suggestedFilename()).toBe('sandbank-evening-slips.pdf')
    const chunks: Buffer[] = []
    for await (const chunk of await download.createReadStream()) chunks.push(chunk as Buffer)
    expect(Buffer.concat(chunks).subarray(0, 5).toString()).toBe('%PDF-')
    await page.getByRole('button', { name: 'They are handed round' }).click()
  })

  it('lets its learners in with their slips', async () => {
    const { code } = await register()
    expect((await door(code, slip.name, slip.pin)).status).toBe(200)
    expect((await door(code, 'Ada Tregear', '4471')).status).toBe(200)
    expect((await door(code, 'Ada Tregear', '4472')).code).toBe('wrong-sign-in')
  })

  it('gives a new PIN, and the old one is worth nothing', async () => {
    await page.getByRole('button', { name: 'More for Ada Tregear' }).click()
    await page.getByText('A new PIN', { exact: true }).click()
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
      [
        { name: 'Dilly Moor', pin: null },
        { name: 'ADA TREGEAR', pin: null },
      ],
      [
        { name: 'Dilly Moor', pin: null },
        { name: '<b>', pin: null },
      ],
      [{ name: 'Dilly Moor', pin: '12' }],
      [{ name: 'x'.repeat(90), pin: null }],
      [],
      Array.from({ length: 201 }, (_, i) => ({ name: `Learner ${i}`, pin: null })),
    ]) {
      const { status, code } = await teacher.call('POST', `/api/classes/${classId}/learners`, { learners })
      expect([status, code]).toEqual([422, 'malformed'])
    }
    expect(await register()).toEqual(before)
  })

  it('takes thirty at once', async () => {
    const { status, body } = await teacher.call<SlipsView>('POST', `/api/classes/${classId}/learners`, {
      learners: Array.from({ length: 30 }, (_, i) => ({ name: `Learner ${i + 1}`, pin: null })),
    })
    expect(status).toBe(200)
    expect(body.slips).toHaveLength(30)
    expect(
      (await teacher.call<DeskView>('GET', '/api/desk')).body.classes.find(each => each.id === classId)!.learners,
    ).toBe(33)
  })
})

describe('someone taken out of the class', () => {
  let ada = 0
  let code = ''

  it('is out at once, and their work is kept', async () => {
    const before = await register()
    code = before.code
    ada = before.learners.find(each => each.name === 'Ada Tregear')!.id
    const {
      body: {
        slips: [slip],
      },
    } = await teacher.call<SlipsView>('POST', `/api/learners/${ada}/pin`)
    const client = new Client(url)
    await client.call('POST', '/api/session/learner', { code, name: 'Ada Tregear', pin: slip!.pin })
    const {
      body: { id },
    } = await client.call<{ id: number }>('POST', '/api/sheets', {
      title: 'Dunes',
      sheet: { width: 300, height: 200, paper: [255, 255, 255] },
    })
    expect((await client.call('GET', `/api/drawings/${id}`)).status).toBe(200)

    await page.reload()
    await page.getByRole('button', { name: 'More for Ada Tregear' }).click()
    await page.getByText('Take out of the class').click()
    await page.getByRole('button', { name: 'Take out', exact: true }).click()
    await page.getByText('One learner was taken out').waitFor()
    expect((await client.call('GET', `/api/drawings/${id}`)).code).toBe('not-signed-in')
    expect((await client.call('GET', '/api/folio')).code).toBe('not-signed-in')
    expect((await door(code, 'Ada Tregear', slip!.pin)).code).toBe('not-yours')
    expect((await door(code, 'Ada Tregear', '0000')).code).toBe('wrong-sign-in')
    const again = await teacher.call('POST', `/api/classes/${classId}/learners`, {
      learners: [{ name: 'ada tregear', pin: null }],
    })
    expect([again.status, again.code]).toEqual([422, 'malformed'])

    await page.getByText('One learner was taken out').click()
    await page.getByRole('button', { name: 'Put back' }).last().click()
    await expect.poll(async () => (await register()).removed).toEqual([])
    // What was open has ended; with the same slip they come in again.
    expect((await client.call('GET', `/api/drawings/${id}`)).status).toBe(401)
    await client.learner('Ada Tregear', slip!.pin, code)
    expect((await client.call('GET', `/api/drawings/${id}`)).status).toBe(200)
  })

  it('is renamed, but not into someone else', async () => {
    expect((await teacher.call('PUT', `/api/learners/${ada}`, { name: ' Ada   Tregear-Moor ' })).status).toBe(200)
    expect((await register()).learners.find(each => each.id === ada)!.name).toBe('Ada Tregear-Moor')
    for (const name of ['zoe pell', '', '=1+1', 'x'.repeat(80)])
      expect((await teacher.call('PUT', `/api/learners/${ada}`, { name })).code).toBe('malformed')
  })
})

describe('the plans of a term', () => {
  const terms = { startsAt: null, dueAt: null, way: 'own', learners: null }
  let plans: number[]
  let zoe: { client: Client; id: number }

  it('are given from the register', async () => {
    await page.reload()
    for (const i of [0, 1]) {
      await page.getByRole('button', { name: 'Give a plan' }).click()
      await page.getByRole('button', { name: 'Give it' }).first().click()
      await expect.poll(async () => (await register()).plans.length).toBe(i + 1)
      await page.getByRole('dialog').waitFor({ state: 'hidden' })
    }
    plans = (await register()).plans.map(each => each.id)
    await expectAccessible(page)
    const { code, learners } = await register()
    const id = learners.find(each => each.name === 'Zoë Pell')!.id
    const {
      body: { slips },
    } = await teacher.call<SlipsView>('POST', `/api/learners/${id}/pin`)
    zoe = { id, client: new Client(url) }
    await zoe.client.call('POST', '/api/session/learner', { code, name: 'Zoë Pell', pin: slips[0]!.pin })
  })

  const folio = async () => (await zoe.client.call<FolioView>('GET', '/api/folio')).body.plans
  const begin = (plan: number) => zoe.client.call<{ id: number }>('POST', '/api/drawings', { plan, afresh: false })

  it('have an order, by hand and by keys', async () => {
    await page
      .getByRole('button', { name: /^Move .*: arrow keys$/ })
      .first()
      .focus()
    await page.keyboard.press('ArrowDown')
    await expect.poll(async () => (await register()).plans.map(each => each.id)).toEqual([plans[1], plans[0]])
    expect((await folio()).map(each => each.id)).toEqual([plans[1], plans[0]])
  })

  it('open on their day, and not before', async () => {
    const later = new Date(Date.now() + 3_600_000).toISOString()
    expect(
      (await teacher.call('PUT', `/api/classes/${classId}/plans/${plans[0]}`, { ...terms, startsAt: later })).status,
    ).toBe(200)
    expect((await begin(plans[0]!)).code).toBe('not-yet')
    expect((await folio()).find(each => each.id === plans[0])!.startsAt).toBe(later)
    await teacher.call('PUT', `/api/classes/${classId}/plans/${plans[0]}`, {
      ...terms,
      startsAt: new Date(Date.now() - 1000).toISOString(),
      dueAt: later,
    })
    expect((await begin(plans[0]!)).status).toBe(200)
  })

  it('are for some of the class, and stay with whoever has begun', async () => {
    const others = (await register()).learners.filter(each => each.id !== zoe.id).map(each => each.id)
    for (const plan of plans)
      expect(
        (await teacher.call('PUT', `/api/classes/${classId}/plans/${plan}`, { ...terms, learners: others.slice(0, 2) }))
          .status,
      ).toBe(200)
    expect((await folio()).map(each => each.id)).toEqual([plans[0]])
    expect((await begin(plans[1]!)).code).toBe('not-yours')
    expect((await register()).plans.find(each => each.id === plans[1])!.learners).toEqual(
      [...others.slice(0, 2)].sort((a, b) => a - b),
    )
  })

  it('take the path that the teacher sets', async () => {
    await teacher.call('PUT', `/api/classes/${classId}/plans/${plans[0]}`, { ...terms, way: 'richer' })
    const {
      body: { id },
    } = await begin(plans[0]!)
    expect((await zoe.client.call<{ way: string }>('GET', `/api/drawings/${id}`)).body.way).toBe('richer')
  })

  it('are set in the register', async () => {
    await page.reload()
    await page
      .getByRole('button', { name: /^When and by whom/ })
      .first()
      .click()
    await page.getByLabel('It opens').fill('2031-03-04T18:30')
    await page.getByLabel('It is due').fill('2031-03-04T17:30')
    await page.getByText('It would be due before it opens.').waitFor()
    await page.getByLabel('It is due').fill('2031-03-11T18:30')
    await page.getByLabel('all of the class').check()
    await expectAccessible(page, '.dialog')
    await page.getByRole('button', { name: 'Keep', exact: true }).click()
    await page.getByText(/opens Tue 4 Mar 2031, 18:30 · due Tue 11 Mar 2031, 18:30/).waitFor()
  })

  it.each([
    { ...terms, way: 'scenic' },
    { ...terms, startsAt: 'tomorrow' },
    { ...terms, startsAt: '2031-03-04T18:30:00Z', dueAt: '2031-03-04T18:30:00Z' },
    { ...terms, learners: [] },
    { ...terms, learners: [99_999_999] },
    { way: 'own' },
  ])('not with %j', async body => {
    const { status, code } = await teacher.call('PUT', `/api/classes/${classId}/plans/${plans[0]}`, body)
    expect([status, code]).toEqual([422, 'malformed'])
  })
})

describe('a class that is put away', () => {
  it('leaves the desk, lets nobody in, and comes back whole', async () => {
    const before = await register()
    await page.getByRole('button', { name: 'Put the class away' }).click()
    await page.getByRole('button', { name: 'Put it away' }).click()
    await page.getByText('This class is put away').waitFor()
    const desk = async () => (await teacher.call<DeskView>('GET', '/api/desk')).body
    expect((await desk()).classes.some(each => each.id === classId)).toBe(false)
    expect((await desk()).archived.some(each => each.id === classId)).toBe(true)
    await page.getByRole('button', { name: 'Take it out again' }).click()
    await page.getByText('This class is put away').waitFor({ state: 'hidden' })
    expect(await register()).toEqual(before)
  })
})
