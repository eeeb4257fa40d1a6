import type { Connection } from 'mariadb'
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { USUAL } from '#shared/comfort'
import { picturesOf } from '#core/roster'
import { arc } from '#demo/hand'
import type { FolioView, Person, RegisterView, SlipsView } from '#shared/views'
import { enterAsLearner, enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { openClass, type OwnClass } from './lib/class'
import { Client } from './lib/client'
import { drawWithMouse } from './lib/draw'
import { expectKept, waitForSheet } from './lib/easel'
import { anotherServer, connectToDatabase, url } from './lib/world'

/** Learners as they are: how they like it, PINs of pictures, guests, and who is in several classes. */

const ORLA = { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }
let database: Connection
let browser: OpenedBrowser
let page: Page
const orla = new Client(url)
let first: OwnClass
let second: OwnClass

const get = async <T>(who: Client, path: string) => (await who.call<T>('GET', path)).body
const registerOf = (id: number) => get<RegisterView>(orla, `/api/classes/${id}`)
const personOf = async (who: Client) =>
  (await get<{ person: Extract<Person, { kind: 'learner' }> }>(who, '/api/session')).person
const confirm = () => orla.call('POST', '/api/session/confirm', { password: ORLA.password })

beforeAll(async () => {
  database = await connectToDatabase()
  await orla.teacher()
  first = await openClass(url, orla, 'Thursday table', ['Ada Tregear', 'Bo Hask'])
  second = await openClass(url, orla, 'Saturday table', ['Cissy Rooke'])
  browser = await openBrowser()
  page = browser.context.pages()[0]!
})
afterAll(async () => {
  await browser.close()
  await database.end()
})

describe('how a learner likes it', () => {
  it('is set once, shown at once, and there on the next device', async () => {
    const { name, pin } = first.slips.slips[0]!
    const slip = { code: first.slips.code, name, pin }
    await enterAsLearner(page, url, slip)
    await page.getByRole('link', { name: 'Ada Tregear' }).click()
    await page.getByLabel('very large').check()
    await page.getByRole('checkbox', { name: /Lamplight/ }).check()
    await page.getByLabel('I draw with my left hand').check()
    await page.getByLabel('Colours say their names').check()
    const looks = (on: Page) =>
      on.evaluate(() => ({
        letters: Math.round(Number.parseFloat(getComputedStyle(document.documentElement).fontSize) * 10) / 10,
        isLamp: document.querySelector('.v-theme--lamp') !== null,
      }))
    // 150 % of 15.5 px.
    await expect.poll(() => looks(page)).toEqual({ letters: 23.3, isLamp: true })
    const other = await openBrowser()
    try {
      const [tab] = other.context.pages()
      await enterAsLearner(tab!, url, slip)
      await expect.poll(() => looks(tab!)).toEqual({ letters: 23.3, isLamp: true })
      await tab!.locator('article.plan').first().getByRole('button', { name: 'Start drawing' }).click()
      await waitForSheet(tab!)
      expect(await tab!.locator('.easel.leftHanded').count()).toBe(1)
      expect(await tab!.locator('.well .pattern').count()).toBeGreaterThan(3)
      // Whoever comes next on this device finds it as it was.
      await tab!.goto(`${url}/folio`)
      await tab!.getByRole('button', { name: 'Sign out' }).click()
      await tab!.waitForURL(`${url}/`)
      await expect.poll(() => looks(tab!)).toEqual({ letters: 15.5, isLamp: false })
    } finally {
      await other.close()
    }
  })

  it('steps are in the teacher’s simpler words, with nothing beside', async () => {
    const plan = first.plan
    const { plan: whole, revision } = await get<{ plan: { steps: object[] }; revision: number }>(
      orla,
      `/api/plans/${plan}`,
    )
    const steps = whole.steps.map((step, i) =>
      i ? step : { ...step, simple: ['Draw a big egg.', 'Draw it lightly.'] },
    )
    expect((await orla.call('PUT', `/api/plans/${plan}`, { revision, plan: { steps } })).status).toBe(200)
    expect(
      (await orla.call('POST', `/api/plans/${plan}/give`, { classId: second.classId, isGiven: true })).status,
    ).toBe(200)
    const [cissy] = second.clients as [Client]
    expect((await cissy.call('PUT', '/api/session/comfort', { ...USUAL, hasSimplerWords: true })).status).toBe(200)
    expect((await cissy.call('PUT', '/api/session/comfort', { ...USUAL, letters: 400 })).status).toBe(422)
    expect((await personOf(cissy)).comfort).toEqual({ ...USUAL, hasSimplerWords: true })
    const { name, pin } = second.slips.slips[0]!
    await enterAsLearner(page, url, { code: second.slips.code, name, pin })
    await page.locator('article.plan').first().getByRole('button', { name: 'Start drawing' }).click()
    await waitForSheet(page)
    const sheet = page.getByRole('complementary', { name: 'Step sheet' })
    await sheet.getByText('Draw a big egg.').waitFor()
    expect(await sheet.getByText('What often happens').count()).toBe(0)
    // Headless Chromium has no voice: it says so, and goes on.
    await sheet.getByRole('button', { name: 'Read the step to me' }).click()
    await expect
      .poll(async () => (await sheet.getByText('no voice').count()) + (await sheet.getByLabel('Stop reading').count()))
      .toBe(1)
  })
})

describe('PINs of pictures', () => {
  it('stand on the slip, and are touched at the door that the slip leads to', async () => {
    const change = { name: 'Saturday table', when: '', hasPicturePins: true }
    expect((await orla.call('PUT', `/api/classes/${second.classId}`, change)).status).toBe(200)
    await confirm()
    const cissy = second.slips.slips[0]!
    const made = (await orla.call<SlipsView>('POST', `/api/learners/${cissy.id}/pin`)).body
    expect(made.hasPictures).toBe(true)
    const guest = await openBrowser({ hasTouch: true, width: 800, height: 1024 })
    try {
      const [tab] = guest.context.pages()
      await tab!.goto(`${url}/?class=${made.code}&name=${encodeURIComponent(cissy.name)}&pictures=1`)
      for (const picture of picturesOf(made.slips[0]!.pin)) await tab!.getByRole('button', { name: picture }).tap()
      await tab!.getByRole('button', { name: 'Come in' }).tap()
      await tab!.waitForURL('**/folio')
    } finally {
      await guest.close()
    }
  })
})

describe('guests', () => {
  const asGuest = (name: string, client = new Client(url)) =>
    client.call<Person>('POST', '/api/session/guest', { code: first.slips.code, name })

  it('come in while the teacher lets them, without a PIN, each by a name of their own', async () => {
    expect((await asGuest('Wren')).code).toBe('wrong-sign-in')
    await orla.call('PUT', `/api/classes/${first.classId}/guests`, { isOpen: true })
    const guest = await openBrowser()
    try {
      const [tab] = guest.context.pages()
      await tab!.goto(url)
      await tab!.getByRole('button', { name: 'I am a guest' }).click()
      await tab!.getByLabel('Class code').fill(first.slips.code)
      await tab!.getByLabel('Your name').fill('Wren')
      await tab!.getByRole('button', { name: 'Come in as a guest' }).click()
      await tab!.waitForURL('**/folio')
      await tab!.locator('article.plan').first().getByRole('button', { name: 'Start drawing' }).click()
      const at = await waitForSheet(tab!)
      await drawWithMouse(tab!, at, arc(500, 600, 60, 60), 1)
      await expectKept(tab!)
    } finally {
      await guest.close()
    }
    expect((await asGuest('wren')).body).toMatchObject({ name: 'wren 2' })
    expect((await asGuest('\u0000')).status).toBe(422)
    const { learners, guestsUntil } = await registerOf(first.classId)
    expect(guestsUntil).not.toBeNull()
    expect(learners.filter(each => each.isGuest).map(each => each.name)).toEqual(['Wren', 'wren 2'])
    // Nobody comes in by a name alone where there is a PIN, nor to a guest's by any PIN.
    const { code } = first.slips
    for (const pin of ['0000', '1234'])
      expect((await new Client(url).call('POST', '/api/session/learner', { code, name: 'Wren', pin })).status).toBe(401)
    await orla.call('PUT', `/api/classes/${first.classId}/guests`, { isOpen: false })
    expect((await asGuest('Late')).code).toBe('wrong-sign-in')
  })

  it('are kept with what they drew when they are given a name, and get a slip', async () => {
    const wren = (await registerOf(first.classId)).learners.find(each => each.name === 'Wren')!
    const slips = (await orla.call<SlipsView>('POST', `/api/learners/${wren.id}/stay`, { name: 'Wren Ollery' })).body
    const { name, pin } = slips.slips[0]!
    const client = await new Client(url).learner(name, pin, slips.code)
    const folio = await get<FolioView>(client, '/api/folio')
    expect(folio.plans[0]!.drawing!.position).toBeGreaterThan(0)
    expect((await orla.call('POST', `/api/learners/${wren.id}/stay`, { name: 'Wren' })).code).toBe('malformed')
  })

  it('are out after their lesson, and erased two weeks later if nobody took them in', async () => {
    const other = new Client(url)
    await orla.call('PUT', `/api/classes/${first.classId}/guests`, { isOpen: true })
    await asGuest('Passing by', other)
    expect((await other.call('GET', '/api/folio')).status).toBe(200)
    await database.query("UPDATE learners SET guest_until = NOW(3) - INTERVAL 1 MINUTE WHERE name = 'Passing by'")
    expect((await other.call('GET', '/api/folio')).status).toBe(401)
    await database.query("UPDATE learners SET guest_until = NOW(3) - INTERVAL 15 DAY WHERE name = 'Passing by'")
    await anotherServer()
    await expect
      .poll(async () => (await registerOf(first.classId)).learners.map(each => each.name), { timeout: 20_000 })
      .not.toContain('Passing by')
    expect((await registerOf(first.classId)).learners.map(each => each.name)).toContain('Wren Ollery')
  })
})

describe('a learner in several classes', () => {
  it('has one folio: plans of both, and every drawing wherever they came in', async () => {
    const [ada] = first.slips.slips
    const here = first.clients[0]!
    // Another plan than that of the first class, given in the second one alone.
    const { plans } = await get<{ plans: { id: number }[] }>(orla, '/api/plans')
    const other = plans.find(each => each.id !== first.plan)!.id
    await orla.call('POST', `/api/plans/${other}/give`, { classId: second.classId, isGiven: true })
    const also = (learner: number, classId: number) =>
      orla.call<{ code: string; wasThere: boolean }>('POST', `/api/learners/${learner}/also`, { classId })
    expect((await also(ada!.id, first.classId)).code).toBe('malformed')
    expect((await also(ada!.id, second.classId)).body).toEqual({
      code: second.slips.code,
      className: 'Saturday table',
      wasThere: false,
    })
    const there = await new Client(url).learner(ada!.name, ada!.pin, second.slips.code)
    const [a, b] = [await personOf(here), await personOf(there)]
    expect([a.className, b.className]).toEqual(['Thursday table', 'Saturday table'])
    expect(b.folio).toBe(a.folio)
    // Here it is for somebody else: there it is for her.
    await orla.call('POST', `/api/plans/${other}/give`, {
      classId: first.classId,
      isGiven: true,
      learners: [first.slips.slips[1]!.id],
    })
    // Begun in the one class, it is gone on with in the other: the same drawing.
    const begun = (await here.call<{ id: number }>('POST', '/api/drawings', { plan: first.plan, afresh: false })).body
    const again = (await there.call<{ id: number }>('POST', '/api/drawings', { plan: first.plan, afresh: false })).body
    expect(again.id).toBe(begun.id)
    expect((await there.call<{ owner: number }>('GET', `/api/drawings/${begun.id}`)).body.owner).toBe(a.folio)
    const fresh = (await here.call<{ id: number }>('POST', '/api/drawings', { plan: other, afresh: false })).body
    const folios = [await get<FolioView>(here, '/api/folio'), await get<FolioView>(there, '/api/folio')]
    for (const { plans: all } of folios) {
      expect(all.map(each => each.id).sort()).toEqual([first.plan, other].sort())
      expect(all.find(each => each.id === other)).toMatchObject({
        className: 'Saturday table',
        drawing: { id: fresh.id },
      })
    }
    // The teacher of each class sees, and takes along for her, what belongs to it.
    const along = await get<FolioView>(orla, `/api/learners/${ada!.id}/folio`)
    expect(along.plans.map(each => [each.id, each.className])).toEqual([[first.plan, null]])
    const register = await registerOf(second.classId)
    expect(register.plans.find(each => each.id === other)).toBeDefined()
    expect(register.learners.find(each => each.name === 'Ada Tregear')).toMatchObject({ also: ['Thursday table'] })
  })

  it('was two before: both become one, each with their own slip', async () => {
    const bo = first.slips.slips[1]!
    const twin = (
      await orla.call<SlipsView>('POST', `/api/classes/${second.classId}/learners`, {
        learners: [{ name: 'Bo Hask', pin: null }],
      })
    ).body
    const here = first.clients[1]!
    const there = await new Client(url).learner('Bo Hask', twin.slips[0]!.pin, twin.code)
    const sheet = { title: 'A mole', sheet: { width: 200, height: 100, paper: [255, 255, 255] } }
    await there.call('POST', '/api/sheets', sheet)
    expect((await get<FolioView>(here, '/api/folio')).own).toEqual([])
    expect(
      (await orla.call<{ wasThere: boolean }>('POST', `/api/learners/${bo.id}/also`, { classId: second.classId })).body
        .wasThere,
    ).toBe(true)
    expect((await get<FolioView>(here, '/api/folio')).own.map(each => each.title)).toEqual(['A mole'])
    // What they like goes for both.
    await here.call('PUT', '/api/session/comfort', { ...USUAL, isDim: true })
    expect((await personOf(there)).comfort).toMatchObject({ isDim: true })
  })

  it('is shown and taken in by the teacher’s hand', async () => {
    await enterAsTeacher(page, url, ORLA)
    await page.goto(`${url}/register/${first.classId}`)
    await page.getByText('also in Saturday table').first().waitFor()
    await page.getByRole('button', { name: 'More for Wren Ollery' }).click()
    await page.getByText('Also into another class').click()
    await page.getByLabel('Which class').selectOption({ label: 'Saturday table' })
    await page.getByRole('button', { name: 'Take in' }).click()
    await page.getByText('is in “Saturday table” as well').waitFor()
  })
})
