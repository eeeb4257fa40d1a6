import type { Page } from 'playwright-core'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { Entry } from '#core/drawing'
import type { FolioView, WarmUpsView } from '#shared/views'
import { arc, type Point } from '#demo/hand'
import { enterAsLearner, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { drawWithMouse } from './lib/draw'
import { drawingNumber, expectKept, waitForSheet } from './lib/easel'
import { faults, url } from './lib/world'

/** The program is on the device: it opens where there is no network, is drawn with, and sends all when that is back. */

/** Has begun nothing yet. */
const LEARNER = { code: 'KETTLE7', name: 'Morten Skeel', pin: '2650' }
let browser: OpenedBrowser
let page: Page

const ring = (i: number): Point[] => arc(500 + 90 * i, 600, 60, 60)
const strokesIn = (entries: readonly Entry[]) =>
  entries.filter(entry => entry.type === 'act' && entry.act.kind === 'stroke').length

/** Waits until the program, the folio and what the class has are on the device. */
async function expectOnDevice(): Promise<void> {
  const keys = () =>
    page.evaluate(async () => {
      if (!navigator.serviceWorker.controller) return []
      const names = await caches.keys()
      const kept = await (await caches.open('little-easel-kept')).keys()
      return [...names.filter(each => each.includes('precache')), ...kept.map(each => new URL(each.url).pathname)]
    })
  await expect
    .poll(async () => (await keys()).join(' '), { timeout: 60_000 })
    .toMatch(/precache.*\/api\/folio.*\/given|precache.*\/given.*\/api\/folio/)
}

beforeEach(async () => {
  browser = await openBrowser({ keepsProgram: true })
  page = browser.context.pages()[0]!
  await enterAsLearner(page, url, LEARNER)
  await expectOnDevice()
})
afterEach(async () => {
  await browser.close()
  await faults.startServer()
})

describe('without a network', () => {
  it('the program opens, a given plan is begun and drawn, and the server gets all of it once it is there', async () => {
    await faults.killServer()
    // From the very beginning, as from the device's own list of programs.
    await page.goto(url)
    await page.waitForURL('**/folio')
    expect(await page.locator('[data-test=away]').textContent()).toContain('No network')
    const plan = page.locator('article.plan').first()
    await expect.poll(() => plan.locator('[data-test=on-device]').textContent()).toContain('on this device')
    await plan.getByRole('button', { name: 'Start drawing' }).click()
    const at = await waitForSheet(page)
    expect(drawingNumber(page)).toBeLessThan(0)
    for (let i = 0; i < 3; i++) await drawWithMouse(page, at, ring(i), i)
    // The tab is closed, and the drawing opened once more out of the folio.
    await page.goto(`${url}/folio`)
    await page
      .locator('article.plan')
      .filter({ hasText: 'Kettle' })
      .first()
      .getByRole('button', { name: /drawing/ })
      .click()
    const again = await waitForSheet(page)
    await drawWithMouse(page, again, ring(3), 3)
    await faults.startServer()
    await expectKept(page)
    // It has a number now, and goes on under it without being opened anew.
    await expect.poll(() => drawingNumber(page)).toBeGreaterThan(0)
    await drawWithMouse(page, again, ring(4), 4)
    await expectKept(page)
    const client = await new Client(url).learner(LEARNER.name, LEARNER.pin)
    const drawing = drawingNumber(page)
    await expect
      .poll(async () =>
        strokesIn((await client.call<{ entries: Entry[] }>('GET', `/api/drawings/${drawing}`)).body.entries),
      )
      .toBe(5)
    const { plans } = (await client.call<FolioView>('GET', '/api/folio')).body
    expect(plans.flatMap(each => (each.drawing ? [each.drawing.id] : []))).toEqual([drawing])
  })

  it('a sheet of one’s own is begun, left, and sent from the folio when the network is back', async () => {
    await faults.killServer()
    await page.reload()
    await page.getByRole('button', { name: 'A new sheet' }).click()
    await page.getByLabel('Its name').fill('A boat in the rain')
    await page.getByRole('button', { name: 'Lay it out' }).click()
    const at = await waitForSheet(page)
    await drawWithMouse(page, at, ring(0), 1)
    await page.goto(`${url}/folio`)
    const begun = page.locator('[data-test=begun-away]')
    await expect.poll(() => begun.textContent()).toContain('A boat in the rain')
    await faults.startServer()
    // Nobody touches anything: the folio finds the server again by itself.
    await expect.poll(() => page.locator('[data-test=away]').count(), { timeout: 40_000 }).toBe(0)
    const client = await new Client(url).learner(LEARNER.name, LEARNER.pin)
    await expect
      .poll(async () => (await client.call<FolioView>('GET', '/api/folio')).body.own.map(each => each.title), {
        timeout: 40_000,
      })
      .toEqual(['A boat in the rain'])
    const [own] = (await client.call<FolioView>('GET', '/api/folio')).body.own
    await expect
      .poll(
        async () =>
          strokesIn((await client.call<{ entries: Entry[] }>('GET', `/api/drawings/${own!.drawing.id}`)).body.entries),
        { timeout: 40_000 },
      )
      .toBe(1)
  })

  it('warm-ups are tried, and count once when the network is back', async () => {
    await page.getByRole('link', { name: 'Warm-ups' }).click()
    await page.locator('.drill').first().waitFor()
    await faults.killServer()
    await page.goto(`${url}/warm-ups/value-ladder?seed=7`)
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await expect
      .poll(() => page.locator('.notice').allTextContents())
      .toContainEqual(expect.stringContaining('kept on this device'))
    await faults.startServer()
    const client = await new Client(url).learner(LEARNER.name, LEARNER.pin)
    const tries = async () => (await client.call<WarmUpsView>('GET', '/api/warm-ups')).body.tries
    await page.goto(`${url}/folio`)
    await expect.poll(async () => (await tries()).map(each => [each.drill, each.seed])).toEqual([['value-ladder', 7]])
  })

  it('what the device keeps of the server’s answers goes with who signs out', async () => {
    await page.getByRole('button', { name: 'Sign out' }).click()
    await page.waitForURL(`${url}/`)
    // What anybody may know before they come in may be kept again.
    const kept = () =>
      page.evaluate(async () =>
        (await (await caches.open('little-easel-kept')).keys()).map(each => new URL(each.url).pathname),
      )
    await expect.poll(async () => (await kept()).filter(each => each !== '/api/place/door')).toEqual([])
  })
})

describe('a newer program', () => {
  it('is told from the page’s own, and offered once all is sent', async () => {
    const other = await openBrowser()
    try {
      const [tab] = other.context.pages() as [Page]
      let build: string | null = null
      await tab.route('**/api/**', async route => {
        const response = await route.fetch()
        const headers = { ...response.headers(), ...(build && { 'x-little-easel-build': build }) }
        await route.fulfill({ response, headers })
      })
      await enterAsLearner(tab, url, LEARNER)
      await tab.locator('article.plan').first().waitFor()
      expect(await tab.locator('[data-test=newer]').count()).toBe(0)
      build = 'a-later-one'
      await tab.getByRole('link', { name: 'Warm-ups' }).click()
      await expect.poll(() => tab.locator('[data-test=newer]').textContent()).toContain('newer Little Easel')
      build = null
      const loaded = tab.waitForEvent('load')
      await tab.getByRole('button', { name: 'Load anew' }).click()
      await loaded
      await tab.locator('.drill').first().waitFor()
      expect(await tab.locator('[data-test=newer]').count()).toBe(0)
    } finally {
      await other.close()
    }
  })
})
