import type { Page } from 'playwright-core'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { beginAt, starterEntries, type Plan } from '#core/plan'
import { standingActs } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import type { DrawingView, FolioView, PlanView } from '#shared/views'
import { arc, type Point } from '#demo/hand'
import { comeInAsLearner, enterAsLearner, openBrowser, type OpenedBrowser } from './lib/browser'
import { openClass, type OwnClass } from './lib/class'
import { Client } from './lib/client'
import { drawWithMouse, type Placed } from './lib/draw'
import { drawingNumber, expectKept, openEasel, waitForSheet } from './lib/easel'
import { url } from './lib/world'

/** What a learner drew is there, whatever page is opened next; and what can be done with drawings of one's own. */

const teacher = new Client(url)
let own: OwnClass
let browser: OpenedBrowser
let page: Page
const BATCHES = '**/api/drawings/*/batches'
const CLAIMS = '**/api/drawings/*/claim'
const ring = (i: number): Point[] => arc(500 + 90 * i, 600, 60, 60)

beforeAll(async () => {
  await teacher.teacher()
  own = await openClass(url, teacher, 'The loft', ['Wilf Arden', 'Yara Coombe', 'Zelda Pike'])
})
const whoIs = (place: number) => ({
  code: own.slips.code,
  name: own.slips.slips[place]!.name,
  pin: own.slips.slips[place]!.pin,
})
const strokesOf = async (place: number, drawing: number) =>
  (await own.clients[place]!.call<DrawingView>('GET', `/api/drawings/${drawing}`)).body.entries.filter(
    each => each.type === 'act' && each.act.kind === 'stroke',
  ).length

describe('what was drawn and has not been sent', () => {
  let at: Placed
  beforeEach(async () => {
    browser = await openBrowser()
    page = browser.context.pages()[0]!
    await enterAsLearner(page, url, whoIs(0))
    at = await openEasel(page, true)
  })
  afterEach(() => browser.close())
  const toFolio = () => page.getByRole('link', { name: 'Back to the folio' }).click()

  it('is sent although the folio is opened at once', async () => {
    const drawing = drawingNumber(page)
    await drawWithMouse(page, at, ring(0), 1)
    await toFolio()
    await page.getByRole('heading', { name: /folio/ }).waitFor()
    await expect.poll(() => strokesOf(0, drawing), { timeout: 20_000 }).toBe(1)
  })

  it('is said to wait on the folio, and is sent from there', async () => {
    const drawing = drawingNumber(page)
    await page.route(BATCHES, route => route.abort())
    await drawWithMouse(page, at, ring(0), 1)
    await drawWithMouse(page, at, ring(1), 2)
    await toFolio()
    await page.locator('[data-test=waiting]').waitFor({ timeout: 20_000 })
    expect(await strokesOf(0, drawing)).toBe(0)
    await page.unroute(BATCHES)
    await page.getByRole('button', { name: 'Send now' }).click()
    await expect.poll(() => strokesOf(0, drawing), { timeout: 20_000 }).toBe(2)
    await page.locator('[data-test=waiting]').waitFor({ state: 'hidden' })
  })

  it('is asked about at signing out, and sent at the next sign-in, whatever page is opened', async () => {
    const drawing = drawingNumber(page)
    await page.route(BATCHES, route => route.abort())
    await drawWithMouse(page, at, ring(0), 1)
    await toFolio()
    await page.getByRole('button', { name: 'Sign out' }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByText('Something waits to be sent').waitFor({ timeout: 20_000 })
    await dialog.getByText(/: \d+ acts?\./).waitFor()
    await dialog.getByRole('button', { name: 'Sign out all the same' }).click()
    await page.getByLabel('Class code').waitFor()
    await page.unroute(BATCHES)
    expect(await strokesOf(0, drawing)).toBe(0)
    // Somebody else at the same device neither sees nor sends it.
    await comeInAsLearner(page, url, whoIs(1))
    await page.getByRole('heading', { name: /Yara Coombe’s folio/ }).waitFor()
    expect(await page.locator('[data-test=waiting]').count()).toBe(0)
    await page.getByRole('button', { name: 'Sign out' }).click()
    await page.getByLabel('Class code').waitFor()
    await comeInAsLearner(page, url, whoIs(0))
    await page.goto(`${url}/warm-ups`)
    await expect.poll(() => strokesOf(0, drawing), { timeout: 20_000 }).toBe(1)
  })

  it('is on the sheet again when the server can’t say who is there, and is sent when it can', async () => {
    const drawing = drawingNumber(page)
    await drawWithMouse(page, at, ring(0), 1)
    await expectKept(page)
    await page.route('**/api/**', route => route.abort())
    await drawWithMouse(page, at, ring(1), 2)
    await page.getByText(/kept on this device/).waitFor({ timeout: 20_000 })
    await page.reload()
    at = await waitForSheet(page)
    await drawWithMouse(page, at, ring(2), 3)
    await page.getByText(/kept on this device/).waitFor({ timeout: 20_000 })
    await page.unroute('**/api/**')
    await expect.poll(() => strokesOf(0, drawing), { timeout: 40_000 }).toBe(3)
  })

  it('waits for its turn when another page has the drawing, and is a drawing of its own when it does not follow on', async () => {
    const drawing = drawingNumber(page)
    await drawWithMouse(page, at, ring(0), 1)
    await expectKept(page)
    await page.route(BATCHES, route => route.abort())
    await drawWithMouse(page, at, ring(1), 2)
    await page.getByText(/kept on this device/).waitFor({ timeout: 20_000 })
    // Another device draws on meanwhile.
    const other = own.clients[0]!
    const { body } = await other.call<DrawingView>('GET', `/api/drawings/${drawing}`)
    await other.call('POST', `/api/drawings/${drawing}/claim`, { writer: 'another-device-of-tests', takeOver: true })
    const stroke = body.entries.find(each => each.type === 'act' && each.act.kind === 'stroke')!
    expect(
      (
        await other.call('POST', `/api/drawings/${drawing}/batches`, {
          number: body.nextBatch,
          from: body.position,
          writer: 'another-device-of-tests',
          entries: [{ ...stroke, at: body.entries.at(-1)!.at + 1 }],
        })
      ).status,
    ).toBe(200)
    await page.unroute(BATCHES)
    await page.unroute(CLAIMS)
    await expect
      .poll(async () => (await other.call<FolioView>('GET', '/api/folio')).body.plans[0]!.others.length, {
        timeout: 40_000,
      })
      .toBeGreaterThan(0)
    expect(await strokesOf(0, drawing)).toBe(2)
    const folio = (await other.call<FolioView>('GET', '/api/folio')).body.plans[0]!
    const copies = await Promise.all(
      [folio.drawing!, ...folio.others].filter(each => each.id !== drawing).map(each => strokesOf(0, each.id)),
    )
    // The one that both had, and the stroke that did not follow on.
    expect(copies).toContain(2)
  })
})

describe('drawings of one’s own', () => {
  beforeAll(async () => {
    browser = await openBrowser()
    page = browser.context.pages()[0]!
    await enterAsLearner(page, url, whoIs(2))
    const at = await openEasel(page)
    await drawWithMouse(page, at, ring(0), 1)
    await page.locator('[data-test=saving][data-state=kept]').waitFor()
    await page.goto(`${url}/folio`)
    await page.getByRole('heading', { name: /folio/ }).waitFor()
  })
  afterAll(() => browser.close())
  const folio = async () => (await own.clients[2]!.call<FolioView>('GET', '/api/folio')).body
  const more = (title: string) => page.getByRole('button', { name: `More for ${title}`, exact: true })

  it('are renamed', async () => {
    await more('The tin kettle').click()
    await page.getByText('Rename', { exact: true }).click()
    const field = page.getByLabel('Its name')
    await field.fill('Kettle, first try')
    await page.getByRole('dialog').getByRole('button', { name: 'Rename' }).click()
    await more('Kettle, first try').waitFor()
    expect((await folio()).plans[0]!.drawing!.title).toBe('Kettle, first try')
  })

  it('are made twice, and both are listed', async () => {
    await more('Kettle, first try').click()
    await page.getByText('Make a second one like it').click()
    await page.getByRole('heading', { name: 'Other drawings of this plan' }).waitFor()
    await page.getByRole('link', { name: 'Kettle, first try copy' }).waitFor()
    const { drawing, others } = (await folio()).plans[0]!
    expect(await Promise.all([drawing!, ...others].map(each => strokesOf(2, each.id)))).toEqual([1, 1])
  })

  it('are put away and taken back', async () => {
    await more('Kettle, first try copy').click()
    await page.getByText('Put away (30 days to take it back)').click()
    await page.getByText('“Kettle, first try copy” is put away.').waitFor()
    expect((await folio()).plans[0]!.others).toEqual([])
    expect((await folio()).removed.map(each => each.title)).toEqual(['Kettle, first try copy'])
    await page.getByRole('button', { name: 'Take it back' }).first().click()
    await page.getByRole('link', { name: 'Kettle, first try copy' }).waitFor()
    expect((await folio()).removed).toEqual([])
  })

  it('are watched as they were made', async () => {
    await more('Kettle, first try').click()
    await page.getByText('Watch how it was made').click()
    await page.waitForURL('**/making/*')
    await page.locator('.window canvas').first().waitFor()
    expect(await page.getByText('Kettle, first try').count()).toBeGreaterThan(0)
  })

  it('begin another sheet with what lay there at a moment, and nobody’s undo takes it away', async () => {
    const number = Number(new URL(page.url()).pathname.split('/').at(-1))
    const drawn = (await own.clients[2]!.call<DrawingView>('GET', `/api/drawings/${number}`)).body.entries
    // On a slow machine it has come to its end by now.
    const pause = page.getByRole('button', { name: /^(Pause|Replay the making)$/ })
    if ((await pause.getAttribute('aria-label')) === 'Pause') await pause.click()
    // To the very end: all that stands there.
    await page.getByLabel('Place in the making').press('End')
    await page.getByRole('button', { name: 'Begin another from this moment' }).click()
    await page.waitForURL('**/easel/*')
    await waitForSheet(page)
    expect(drawingNumber(page)).not.toBe(number)
    const begun = (await own.clients[2]!.call<DrawingView>('GET', `/api/drawings/${drawingNumber(page)}`)).body.entries
    const strokes = (entries: typeof begun, type: 'act' | 'prepare') =>
      entries.filter(each => each.type === type && each.act.kind === 'stroke').length
    expect([strokes(begun, 'prepare'), strokes(begun, 'act')]).toEqual([strokes(drawn, 'act'), 0])
    expect(strokes(begun, 'prepare')).toBeGreaterThan(0)
    expect(await page.getByRole('button', { name: 'Undo (Ctrl Z)' }).isDisabled()).toBe(true)
    // A key does no more than the button: nothing is noted.
    await page.keyboard.press('Control+z')
    await expectKept(page)
    expect(
      (await own.clients[2]!.call<DrawingView>('GET', `/api/drawings/${drawingNumber(page)}`)).body.entries.filter(
        each => each.type === 'undo',
      ),
    ).toEqual([])
  })
})

describe('a starter sheet', () => {
  it('lies on the sheet of everyone who begins, and nobody’s undo takes it away', async () => {
    const kernels = loadKernels()
    const { plan } = (await teacher.call<PlanView>('GET', `/api/plans/${own.plan}`)).body
    const begun = beginAt(kernels, plan as Plan, 1, 0)
    const { id } = (await teacher.call<{ id: number }>('POST', '/api/plans', { ...begun, title: 'A kettle begun' }))
      .body
    await teacher.call('POST', `/api/plans/${id}/give`, { classId: own.classId, isGiven: true })
    const drawing = (await own.clients[1]!.call<{ id: number }>('POST', '/api/drawings', { plan: id, afresh: false }))
      .body.id
    const starter = starterEntries(begun, begun.steps[0]!.id)
    expect(starter.length).toBeGreaterThan(3)
    expect((await own.clients[1]!.call<DrawingView>('GET', `/api/drawings/${drawing}`)).body.entries).toEqual(starter)
    const opened = await openBrowser()
    const sheet = opened.context.pages()[0]!
    await enterAsLearner(sheet, url, whoIs(1))
    await sheet.goto(`${url}/easel/${drawing}`)
    const at = await waitForSheet(sheet)
    await sheet.getByRole('heading', { name: begun.steps[0]!.title }).waitFor()
    await drawWithMouse(sheet, at, ring(0), 1)
    await sheet.keyboard.press('Control+z')
    await sheet.keyboard.press('Control+z')
    await expectKept(sheet)
    const { entries } = (await own.clients[1]!.call<DrawingView>('GET', `/api/drawings/${drawing}`)).body
    expect(entries.filter(each => each.type === 'act')).toHaveLength(1)
    const standing = standingActs(entries)
    expect(standing.filter(each => !each.prepared)).toEqual([])
    expect(standing.slice(0, starter.length).map(each => each.act)).toEqual(standingActs(starter).map(each => each.act))
    await opened.close()
  })
})
