import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Plan } from '#core/plan'
import type { DeskView, RoundCard, RoundNews, RoundView, SlipsView } from '#shared/views'
import { arc } from '#demo/hand'
import { enterAsLearner, enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { drawWithMouse, placeOfSheet, restingLook, type Placed } from './lib/draw'
import { drawingNumber, expectAccessible, expectKept, openEasel, untilNothingMoves } from './lib/easel'
import { anotherServer, url } from './lib/world'

/** A class at work, the teacher at one process of the app and the learners at another. */

const second = await anotherServer()
const teacher = new Client(second)
let classId = 0
let planId = 0
let slips: SlipsView
let desk: { browser: OpenedBrowser; page: Page }
const sheets: { browser: OpenedBrowser; page: Page; at: Placed }[] = []
const NAMES = ['Ada Tregear', 'Bo Hask', 'Cissy Rooke']

beforeAll(async () => {
  await teacher.teacher()
  const { plans } = (await teacher.call<DeskView>('GET', '/api/desk')).body
  const { plan } = (
    await teacher.call<{ plan: Plan }>('GET', `/api/plans/${plans.find(each => each.title === 'The tin kettle')!.id}`)
  ).body
  const steps = plan.steps.map((step, i) => (i === 0 ? { ...step, goOn: 'opened' as const } : step))
  planId = (await teacher.call<{ id: number }>('POST', '/api/plans', { ...plan, title: 'The kettle, together', steps }))
    .body.id
  classId = (await teacher.call<{ id: number }>('POST', '/api/classes', { name: 'Jetty group', when: '' })).body.id
  slips = (
    await teacher.call<SlipsView>('POST', `/api/classes/${classId}/learners`, {
      learners: NAMES.map(name => ({ name, pin: null })),
    })
  ).body
  await teacher.call('POST', `/api/plans/${planId}/give`, { classId, isGiven: true })
  for (const { name, pin } of slips.slips.slice(0, 2)) {
    const browser = await openBrowser()
    const page = browser.context.pages()[0]!
    await enterAsLearner(page, url, { code: slips.code, name, pin })
    sheets.push({ browser, page, at: await openEasel(page) })
  }
  const browser = await openBrowser()
  desk = { browser, page: browser.context.pages()[0]! }
  await enterAsTeacher(desk.page, second, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
  await desk.page.goto(`${second}/round/${classId}`)
})
afterAll(async () => {
  await Promise.all([...sheets.map(each => each.browser.close()), desk?.browser.close()])
})

const card = (name: string) => desk.page.locator('article.sheet', { hasText: name })
/** How much the middle of a canvas changes. */
const look = (page: Page, at: string) => page.locator(at).screenshot()

/** Every learner as the stream tells them first. */
async function firstCards(): Promise<RoundCard[]> {
  const stream = await teacher.stream(`/api/classes/${classId}/round/live`)
  const first = await stream.next<RoundNews>()
  stream.close()
  return first.cards
}

describe('the Round', () => {
  it('shows who has begun and who has not', async () => {
    await card('Cissy Rooke').getByText('has drawn nothing yet').waitFor()
    expect(await desk.page.locator('article.sheet').count()).toBe(3)
    await card('Ada Tregear')
      .getByText(/^\s*1 of 4/)
      .waitFor()
    await expectAccessible(desk.page)
  })

  it('shows a sheet as it is drawn', async () => {
    const [{ page, at }] = sheets as [(typeof sheets)[number]]
    await drawWithMouse(page, at, arc(700, 600, 200, 160), 3)
    await expectKept(page)
    const picture = card('Ada Tregear').locator('img')
    await picture.waitFor({ timeout: 15_000 })
    await expect.poll(() => picture.evaluate((each: HTMLImageElement) => each.naturalWidth)).toBe(420)
    const src = await picture.getAttribute('src')
    await drawWithMouse(page, at, arc(700, 600, 120, 100), 4)
    await expect.poll(() => picture.getAttribute('src'), { timeout: 15_000 }).not.toBe(src)
    await card('Ada Tregear')
      .getByText(/^\s*last stroke \d+ s ago\s*$/)
      .waitFor()
    await card('Ada Tregear').getByText('drawing', { exact: true }).waitFor()
  })

  it('tells what a look at the step has found', async () => {
    const [{ page }] = sheets as [(typeof sheets)[number]]
    await page.getByRole('button', { name: 'Look at my step' }).click()
    await card('Ada Tregear')
      .getByText(/\d of \d met/)
      .waitFor({ timeout: 15_000 })
    const [{ drawing }] = (await firstCards()).filter(each => each.name === 'Ada Tregear') as [RoundCard]
    expect(drawing!.found!.length).toBeGreaterThan(0)
    expect(drawing!.plan).toEqual({ id: planId, title: 'The kettle, together', steps: 4 })
  })

  it('shows a hand that is up first, and lets it down when it is seen', async () => {
    const { page } = sheets[1]!
    await page.getByRole('button', { name: 'Put your hand up' }).click()
    await page.getByLabel('What is it about?').fill('Which pencil is it?')
    await page.getByRole('button', { name: 'Put my hand up' }).click()
    await card('Bo Hask').getByText('Which pencil is it?').waitFor()
    await expect.poll(() => desk.page.locator('article.sheet strong').first().textContent()).toBe('Bo Hask')
    await desk.page.getByRole('button', { name: /^1 asks$/ }).click()
    await expect.poll(() => desk.page.locator('article.sheet').count()).toBe(1)
    await card('Bo Hask').getByRole('button', { name: 'I have seen it' }).click()
    await page.getByText('Your teacher has seen your hand.').waitFor()
    await page.getByRole('button', { name: 'Put your hand up' }).waitFor()
    await desk.page.getByRole('button', { name: /^all/ }).click()
  })

  it('sends a word to all', async () => {
    await desk.page.getByRole('button', { name: 'A word to all' }).click()
    await desk.page.getByLabel('What you say to all').fill('Ten minutes more.')
    await desk.page.getByRole('button', { name: 'Send to all' }).click()
    for (const { page } of sheets) {
      await page.locator('[data-test=teachers-words]', { hasText: 'Ten minutes more.' }).waitFor()
      await page.getByRole('button', { name: 'Put away', exact: true }).click()
      await page.locator('[data-test=teachers-words]').waitFor({ state: 'hidden' })
    }
    // Put away is put away: a reload does not bring it back.
    const heard = sheets[1]!.page.waitForResponse(
      response => response.headers()['content-type']?.startsWith('text/event-stream') ?? false,
    )
    await sheets[1]!.page.reload()
    await sheets[1]!.page.locator('.step-sheet').waitFor()
    await heard
    await untilNothingMoves(sheets[1]!.page)
    expect(await sheets[1]!.page.locator('[data-test=teachers-words]').count()).toBe(0)
  })

  it('opens the next step for all, at once', async () => {
    const { page } = sheets[0]!
    await page.getByRole('button', { name: 'Wait a moment' }).waitFor()
    await desk.page.getByRole('button', { name: 'Open step 2 for all' }).click()
    await page.getByRole('button', { name: /^(Next step|Go on anyway)$/ }).waitFor({ timeout: 5000 })
    expect((await teacher.call<RoundView>('GET', `/api/classes/${classId}/round`)).body.plans[0]!.opened).toHaveLength(
      1,
    )
  })
})

describe('watching one sheet', () => {
  beforeAll(async () => {
    await desk.page.getByRole('button', { name: 'Watch Ada Tregear’s sheet' }).click()
    await desk.page.locator('.watch .window canvas').waitFor()
  })

  it('shows each stroke as it comes', async () => {
    const before = await restingLook(() => look(desk.page, '.watch .window'))
    const { page, at } = sheets[0]!
    await drawWithMouse(
      page,
      at,
      [
        [500, 300],
        [1100, 340],
      ],
      5,
    )
    await expect
      .poll(async () => (await look(desk.page, '.watch .window')).equals(before), { timeout: 15_000 })
      .toBe(false)
    await expectAccessible(desk.page, '.watch')
  })

  it('sends a word to this learner alone', async () => {
    await desk.page.getByLabel(/^A word to Ada/).fill('The left side is still open.')
    await desk.page.getByRole('button', { name: 'Send', exact: true }).click()
    await sheets[0]!.page.locator('[data-test=teachers-words]', { hasText: 'The left side is still open.' }).waitFor()
    expect(await sheets[1]!.page.locator('[data-test=teachers-words]').count()).toBe(0)
    await expectAccessible(sheets[0]!.page, '[data-test=teachers-words]')
    await sheets[0]!.page.getByRole('button', { name: 'Put away', exact: true }).click()
  })

  it('shows a stroke over it; the learner’s own lines stay', async () => {
    const learner = sheets[0]!.page
    const drawn = async () =>
      (await teacher.call<{ position: number }>('GET', `/api/drawings/${drawingNumber(learner)}/entries?from=0`)).body
        .position
    const before = await drawn()
    await desk.page.getByRole('button', { name: 'Show a stroke' }).click()
    const at = await placeOfSheet(desk.page.locator('.watch .window'))
    await drawWithMouse(desk.page, at, arc(700, 600, 260, 210), 6)
    await desk.page.getByText('1 stroke, played over the sheet').waitFor()
    await expectAccessible(desk.page, '.watch')
    await desk.page.getByRole('button', { name: 'To Ada' }).click()
    await learner.getByText('Your teacher shows you something on your sheet.').waitFor()
    await learner.getByRole('group', { name: 'What your teacher shows' }).waitFor()
    expect(await sheets[1]!.page.getByRole('group', { name: 'What your teacher shows' }).count()).toBe(0)
    await learner.getByRole('button', { name: 'Put it away' }).click()
    await learner.getByRole('group', { name: 'What your teacher shows' }).waitFor({ state: 'hidden' })
    expect(await drawn()).toBe(before)
  })

  it('shows a stroke to everyone on the plan', async () => {
    const at = await placeOfSheet(desk.page.locator('.watch .window'))
    await desk.page.getByRole('button', { name: 'Show a stroke' }).click()
    await drawWithMouse(
      desk.page,
      at,
      [
        [400, 900],
        [1200, 900],
      ],
      7,
    )
    await desk.page.getByRole('button', { name: 'To all on this plan' }).click()
    for (const { page } of sheets) {
      await page.getByRole('group', { name: 'What your teacher shows' }).waitFor()
      await page.getByRole('button', { name: 'Put it away' }).click()
    }
    await desk.page.getByRole('button', { name: 'Back to the Round' }).click()
  })
})

describe('eyes to the front', () => {
  it('pauses every sheet and shows the teacher’s, stroke by stroke', async () => {
    await desk.page.getByRole('button', { name: 'Eyes to the front' }).click()
    await desk.page.waitForURL('**/easel/*')
    await desk.page.getByText('The class sees this sheet.').waitFor()
    for (const { page } of sheets) await page.getByText('Eyes to the front').waitFor()
    const canvas = sheets[0]!.page.locator('.front .window')
    await canvas.locator('canvas').waitFor()
    const before = await restingLook(() => canvas.screenshot())
    const at = await placeOfSheet(desk.page.locator('.window').first())
    await drawWithMouse(desk.page, at, arc(800, 600, 300, 260), 8)
    for (const { page } of sheets)
      await expect
        .poll(async () => (await look(page, '.front .window')).equals(before), { timeout: 60_000 })
        .toBe(false)
    await expectAccessible(sheets[0]!.page, '.front')
  })

  it('lets nobody else see that sheet, and nobody after it is over', async () => {
    const drawing = drawingNumber(desk.page)
    const ada = await new Client(url).learner(NAMES[0]!, slips.slips[0]!.pin, slips.code)
    const bram = await new Client(url).learner('Bram Ostley', '4127')
    expect((await ada.call('GET', `/api/drawings/${drawing}/entries?from=0`)).status).toBe(200)
    expect((await bram.call('GET', `/api/drawings/${drawing}/entries?from=0`)).code).toBe('not-yours')
    await desk.page.getByRole('button', { name: 'Back to work' }).click()
    await desk.page.waitForURL('**/round/*')
    for (const { page } of sheets) await page.locator('.front').waitFor({ state: 'hidden' })
    expect((await ada.call('GET', `/api/drawings/${drawing}/entries?from=0`)).code).toBe('not-yours')
  })

  it('says when the class could not be told, and tries again', async () => {
    await desk.page.route('**/front', route => route.abort())
    await desk.page.getByRole('button', { name: 'Eyes to the front' }).click()
    await desk.page.waitForURL('**/easel/*')
    await desk.page.getByText('The class doesn’t see this sheet yet.').waitFor()
    await desk.page.getByText('The server can’t be reached.').waitFor()
    // LOOK desk.page unseen
    await expectAccessible(desk.page, '.front-bar')
    await desk.page.unroute('**/front')
    await desk.page.getByRole('button', { name: 'Show it to them' }).click()
    await desk.page.getByText('The class sees this sheet.').waitFor()
    for (const { page } of sheets) await page.locator('.front').waitFor({ timeout: 20_000 })
    await desk.page.getByRole('button', { name: 'Back to work' }).click()
    await desk.page.waitForURL('**/round/*')
    for (const { page } of sheets) await page.locator('.front').waitFor({ state: 'hidden' })
  })

  it('lets the class go on when the teacher’s page is closed, and looks again when it is opened again', async () => {
    await desk.page.getByRole('button', { name: 'Eyes to the front' }).click()
    await desk.page.waitForURL('**/easel/*')
    const address = desk.page.url()
    for (const { page } of sheets) await page.locator('.front').waitFor({ timeout: 20_000 })
    await desk.page.goto('about:blank')
    for (const { page } of sheets) await page.locator('.front').waitFor({ state: 'hidden', timeout: 40_000 })
    await desk.page.goto(address)
    for (const { page } of sheets) await page.locator('.front').waitFor({ timeout: 20_000 })
    // Switched off, it has no last word.
    await desk.page.route('**/front', route => route.abort())
    await desk.page.goto('about:blank')
    for (const { page } of sheets) await page.locator('.front').waitFor({ state: 'hidden', timeout: 40_000 })
    await desk.page.unroute('**/front')
    await desk.page.goto(address)
    for (const { page } of sheets) await page.locator('.front').waitFor({ timeout: 20_000 })
    await desk.page.getByRole('button', { name: 'Back to work' }).click()
    await desk.page.waitForURL('**/round/*')
    for (const { page } of sheets) await page.locator('.front').waitFor({ state: 'hidden' })
  })
})

describe('someone taken out in the middle of a lesson', () => {
  it('keeps on this device what they draw, and all of it is sent when they are put back', async () => {
    const { page, at } = sheets[1]!
    const id = slips.slips[1]!.id
    await teacher.call('POST', `/api/learners/${id}/remove`, { isRemoved: true })
    await expect.poll(() => desk.page.locator('article.sheet').count()).toBe(2)
    await drawWithMouse(page, at, arc(600, 500, 90, 90), 9)
    await expect
      .poll(() => page.locator('[data-test=saving]').getAttribute('data-state'), { timeout: 15_000 })
      .toBe('signed-out')
    await teacher.call('POST', `/api/learners/${id}/remove`, { isRemoved: false })
    // Being taken out ended what they had open: they come in again, where they sit.
    const { name, pin } = slips.slips[1]!
    const data = { code: slips.code, name, pin }
    expect((await page.context().request.post(`${url}/api/session/learner`, { data })).status()).toBe(200)
    await page.reload()
    await expectKept(page)
    const { entries } = (
      await teacher.call<{ entries: { type: string; act?: { kind: string } }[] }>(
        'GET',
        `/api/drawings/${drawingNumber(page)}/entries?from=0`,
      )
    ).body
    expect(entries.filter(each => each.act?.kind === 'stroke')).toHaveLength(1)
  })
})

describe('what is sent', () => {
  it.each<[string, () => unknown]>([
    ['no words', () => ({ to: null, news: { kind: 'words', words: '  ' } })],
    ['too many words', () => ({ to: null, news: { kind: 'words', words: 'x'.repeat(501) } })],
    ['to nobody', () => ({ to: [], news: { kind: 'words', words: 'Hello' } })],
    ['to someone of another class', () => ({ to: [1], news: { kind: 'words', words: 'Hello' } })],
    ['of no kind', () => ({ to: null, news: { kind: 'song', words: 'Hello' } })],
    [
      'strokes that are none',
      () => ({
        to: null,
        news: {
          kind: 'ghost',
          plan: planId,
          on: 'plan',
          record: { version: 1, sheet: { width: 10, height: 10, paper: [0, 0, 0] }, entries: [{ type: 'wish' }] },
        },
      }),
    ],
  ])('%s: is refused', async (_what, body) => {
    const { status, code } = await teacher.call('POST', `/api/classes/${classId}/send`, body())
    expect([status, code]).toEqual([422, 'malformed'])
  })

  it('words that look like markup are words', async () => {
    const { page } = sheets[0]!
    await teacher.call('POST', `/api/classes/${classId}/send`, {
      to: [slips.slips[0]!.id],
      news: { kind: 'words', words: '<img src=x onerror=alert(1)> <b>bold</b>' },
    })
    await page.locator('[data-test=teachers-words]', { hasText: '<img src=x onerror=alert(1)> <b>bold</b>' }).waitFor()
    expect(await page.locator('[data-test=teachers-words] img, [data-test=teachers-words] b').count()).toBe(0)
  })

  it('a picture of a drawing that is none is refused', async () => {
    const ada = await new Client(url).learner(NAMES[0]!, slips.slips[0]!.pin, slips.code)
    const path = `/api/drawings/${drawingNumber(sheets[0]!.page)}/live`
    for (const base64 of ['PHN2Zz48L3N2Zz4=', '%%%', 'A'.repeat(500_000)])
      expect((await ada.call('PUT', path, { position: 1, base64, found: null })).code).toBe('malformed')
  })
})
