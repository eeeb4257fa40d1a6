import type { Page } from 'playwright-core'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { Entry } from '#core/drawing'
import { arc, type Point } from '#demo/hand'
import { enterAsLearner, enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { drawWithMouse, onPage, type Placed } from './lib/draw'
import { drawingNumber, expectKept, openEasel, waitForSheet } from './lib/easel'
import { faults, url } from './lib/world'

/** The network, the server, the database or the tab goes away while someone draws: nothing is lost. */

const JESSAMY = { code: 'KETTLE7', name: 'Jessamy Coll', pin: '3209' }
let browser: OpenedBrowser
let page: Page
let at: Placed

const ring = (i: number): Point[] => arc(500 + 90 * i, 600, 60, 60)
const state = () => page.locator('[data-test=saving]').getAttribute('data-state')

/** Strokes that the server has of a drawing. */
async function strokesOnServer(drawing: number): Promise<number> {
  const client = await new Client(url).learner(JESSAMY.name, JESSAMY.pin)
  const { entries } = (await client.call<{ entries: Entry[] }>('GET', `/api/drawings/${drawing}`)).body
  return entries.filter(entry => entry.type === 'act' && entry.act.kind === 'stroke').length
}

/** Waits until the server has so many strokes of it. */
const expectOnServer = (drawing: number, count: number) =>
  expect.poll(() => strokesOnServer(drawing), { timeout: 30_000, interval: 400 }).toBe(count)

beforeEach(async () => {
  browser = await openBrowser()
  page = browser.context.pages()[0]!
  await enterAsLearner(page, url, JESSAMY)
  at = await openEasel(page, true)
})
afterEach(async () => {
  await browser.close()
  // Whatever a test left down is up again for the next.
  await faults.startDatabase()
  await faults.startServer()
})

describe('nothing is lost', () => {
  it('when the network goes away while drawing', async () => {
    await drawWithMouse(page, at, ring(0), 1)
    // “Kept” is said until the stroke is noted: only the server knows that it has it.
    await expectOnServer(drawingNumber(page), 1)
    await expectKept(page)
    await browser.context.setOffline(true)
    for (let i = 1; i < 5; i++) await drawWithMouse(page, at, ring(i), i)
    await expect.poll(state, { timeout: 15_000 }).toBe('away')
    expect(await page.locator('[data-test=saving]').textContent()).toContain('4 acts kept on this device')
    await browser.context.setOffline(false)
    await expectKept(page)
    await expectOnServer(drawingNumber(page), 5)
  })

  it('when the server is killed and comes back', async () => {
    await drawWithMouse(page, at, ring(0), 1)
    await faults.killServer()
    await drawWithMouse(page, at, ring(1), 2)
    await expect.poll(state, { timeout: 15_000 }).toBe('away')
    await faults.startServer()
    await drawWithMouse(page, at, ring(2), 3)
    await expectKept(page)
    await expectOnServer(drawingNumber(page), 3)
  })

  it('when the database is killed and comes back, and hand-in says what to do meanwhile', async () => {
    await drawWithMouse(page, at, ring(0), 1)
    await expectKept(page)
    await faults.killDatabase()
    expect((await fetch(`${url}/api/health`)).status).toBe(503)
    await drawWithMouse(page, at, ring(1), 2)
    await expect.poll(state, { timeout: 20_000 }).toBe('away')
    await page.getByRole('button', { name: 'Step 4' }).click()
    await page.getByRole('button', { name: 'Hand in' }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
    await expect
      .poll(() => page.getByRole('dialog').locator('.trouble').textContent(), { timeout: 20_000 })
      .toContain('can’t reach its database')
    await page.getByRole('button', { name: 'Not yet' }).click()
    await faults.startDatabase()
    await expect.poll(async () => (await fetch(`${url}/api/health`)).status, { timeout: 20_000 }).toBe(200)
    await expectKept(page)
    await expectOnServer(drawingNumber(page), 2)
  })

  it('when the tab is closed before anything was sent, and in the middle of a stroke', async () => {
    const drawing = drawingNumber(page)
    await expectKept(page)
    await browser.context.setOffline(true)
    await drawWithMouse(page, at, ring(0), 1)
    await drawWithMouse(page, at, ring(1), 2)
    // A third stroke is under way, and never ends.
    await page.mouse.move(...onPage(at, [900, 300]))
    await page.mouse.down()
    for (let i = 0; i < 30; i++) {
      await page.mouse.move(...onPage(at, [900 + i * 8, 300 + (i % 3) * 5]))
      await page.waitForTimeout(40)
    }
    const fresh = await browser.context.newPage()
    await page.close({ runBeforeUnload: false })
    await browser.context.setOffline(false)
    page = fresh
    await page.goto(`${url}/easel/${drawing}`)
    await waitForSheet(page)
    await expectKept(page)
    await expectOnServer(drawing, 3)
  })

  it('when a sheet is opened while the server is silent: it says so until all is kept', async () => {
    const drawing = drawingNumber(page)
    await drawWithMouse(page, at, ring(0), 1)
    await expectKept(page)
    await page.route(/\/api\/drawings\/\d+(\/claim|\/batches)?$/, route => route.abort())
    await page.reload()
    at = await waitForSheet(page)
    await page.getByText('The server did not answer').waitFor()
    await drawWithMouse(page, at, ring(1), 2)
    await page.unrouteAll()
    await expectKept(page)
    await page.getByText('The server did not answer').waitFor({ state: 'detached' })
    await expectOnServer(drawing, 2)
  })

  it('when a part of the program can’t be loaded: it is said, and what was drawn is there once it can', async () => {
    await drawWithMouse(page, at, ring(0), 1)
    await expectKept(page)
    const part = /sheet\.worker/
    await page.route(part, route => route.abort())
    await page.reload()
    await page.getByText('A part of the program did not load, or broke off.').waitFor()
    // LOOK page lost
    await page.unroute(part)
    await page.getByRole('button', { name: 'Load again' }).click()
    at = await waitForSheet(page)
    await drawWithMouse(page, at, ring(1), 2)
    await expectKept(page)
    await expectOnServer(drawingNumber(page), 2)
  })

  it('when the session has run out: drawing goes on, and signing in again sends it', async () => {
    await drawWithMouse(page, at, ring(0), 1)
    await expectKept(page)
    await browser.context.clearCookies()
    await drawWithMouse(page, at, ring(1), 2)
    await page.getByText('You are signed out.').waitFor({ timeout: 15_000 })
    await drawWithMouse(page, at, ring(2), 3)
    await page.getByRole('button', { name: 'Sign in' }).click()
    const card = page.getByRole('dialog')
    await card.getByLabel('Class code').fill(JESSAMY.code)
    await card.getByLabel('PIN').fill(JESSAMY.pin)
    await card.getByRole('button', { name: 'Come in' }).click()
    await expectKept(page)
    await expectOnServer(drawingNumber(page), 3)
  })
})

describe('one drawing in two places', () => {
  it('the second tab is told, may only look, or takes over with everything', async () => {
    const drawing = drawingNumber(page)
    await drawWithMouse(page, at, ring(0), 1)
    await expectKept(page)
    const second = await browser.context.newPage()
    await second.goto(`${url}/easel/${drawing}`)
    await second.getByText('This drawing is open in another tab.').waitFor()
    await second.getByRole('button', { name: 'Only look' }).click()
    await second.getByText('only looking').waitFor()
    await second.reload()
    await drawWithMouse(page, at, ring(1), 2)
    await second.getByRole('button', { name: 'Draw here instead' }).click()
    const there = await waitForSheet(second)
    await page.getByText('This drawing goes on in another place now.').waitFor()
    await drawWithMouse(second, there, ring(2), 3)
    await expectKept(second)
    await expectOnServer(drawing, 3)
  })

  it('another device that takes over leaves the first one’s unsent strokes to be kept as a drawing of their own', async () => {
    const drawing = drawingNumber(page)
    await drawWithMouse(page, at, ring(0), 1)
    // “Kept” is said until the stroke is noted: only the server knows that it has it.
    await expectOnServer(drawingNumber(page), 1)
    await expectKept(page)
    await browser.context.setOffline(true)
    await drawWithMouse(page, at, ring(1), 2)
    await drawWithMouse(page, at, ring(2), 3)
    const other = await openBrowser()
    try {
      const tablet = other.context.pages()[0]!
      await enterAsLearner(tablet, url, JESSAMY)
      await tablet.goto(`${url}/easel/${drawing}`)
      await tablet.getByRole('button', { name: 'Draw here instead' }).click()
      const there = await waitForSheet(tablet)
      await drawWithMouse(tablet, there, ring(4), 4)
      // Only what the server has survives this tablet's browser.
      await expectOnServer(drawing, 2)
    } finally {
      await other.close()
    }
    await browser.context.setOffline(false)
    await page.getByText('This drawing goes on in another place now.').waitFor({ timeout: 30_000 })
    await page.getByRole('button', { name: 'Keep mine as a drawing of its own' }).click()
    await page.waitForURL(address => address.pathname !== `/easel/${drawing}`)
    await waitForSheet(page)
    await expectOnServer(drawing, 2)
    await expectOnServer(drawingNumber(page), 3)
  })
})

describe('the Round', () => {
  it('says that it is not heard while the server is away, and goes on by itself', async () => {
    const teacher = await openBrowser()
    try {
      const round = teacher.context.pages()[0]!
      await enterAsTeacher(round, url, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
      await round
        .locator('article', { hasText: 'Thursday evening table' })
        .getByRole('link', { name: 'The Round' })
        .click()
      await round.getByText('live', { exact: true }).waitFor()
      await round.locator('article.sheet', { hasText: JESSAMY.name }).waitFor()
      await faults.killServer()
      await round.getByText(/^\s*not heard just now/).waitFor({ timeout: 20_000 })
      await faults.startServer()
      await round.getByText('live', { exact: true }).waitFor({ timeout: 30_000 })
      await drawWithMouse(page, at, ring(0), 1)
      await expectOnServer(drawingNumber(page), 1)
      await round
        .locator('article.sheet', { hasText: JESSAMY.name })
        .getByText('drawing', { exact: true })
        .waitFor({ timeout: 15_000 })
    } finally {
      await teacher.close()
    }
  })
})
