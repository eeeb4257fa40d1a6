import type { Page } from 'playwright-core'
import { openBrowser, type OpenedBrowser } from './browser'
import { untilNothingMoves } from './easel'
import { expectForFingers, isByTouch } from './fingers'
import { expectInReach } from './reach'
import { url } from './world'

/** Views and every card that opens on them, on every size of window: what is offered can be reached by hand. */

interface Window {
  readonly name: string
  readonly width: number
  readonly height: number
  readonly hasTouch?: boolean
  /** Size of letters, percent. */
  readonly letters?: number
  readonly deviceScaleFactor?: number
}

const WINDOWS: readonly Window[] = [
  { name: '1280 × 800', width: 1280, height: 800 },
  // Between the others: with those in reach it is hardly ever another.
  ...(process.env.LITTLE_EASEL_LONG ? [{ name: '1366 × 768', width: 1366, height: 768 }] : []),
  { name: '1024 × 768 by touch', width: 1024, height: 768, hasTouch: true },
  { name: 'letters at 200 %', width: 1280, height: 800, letters: 200 },
  { name: 'letters at 200 % on 1024 × 768', width: 1024, height: 768, letters: 200 },
  { name: 'zoom at 200 %', width: 640, height: 400, deviceScaleFactor: 2 },
]

/** A page and what it was told of its window. */
export interface Walker {
  readonly page: Page
  readonly browser: OpenedBrowser
  /** Opens a view and waits until it shows `ready`. */
  visit(path: string, ready: string): Promise<void>
  /** Runs `look` in every window in turn; `where` then says in which. */
  inEveryWindow(name: string, look: (where: string, window: Window) => Promise<void>): Promise<void>
}

/** A browser whose window changes: a view is loaded once and laid out anew for each size. */
export async function openWalker(): Promise<Walker> {
  const browser = await openBrowser(WINDOWS[0])
  const page = browser.context.pages()[0]!
  const devices = await browser.context.newCDPSession(page)

  async function change({ width, height, hasTouch = false, letters = 100, deviceScaleFactor = 1 }: Window) {
    await page.setViewportSize({ width, height })
    await devices.send('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor, mobile: false })
    await devices.send('Emulation.setTouchEmulationEnabled', { enabled: hasTouch })
    await page.evaluate(size => (document.documentElement.style.fontSize = `${size}%`), letters)
    await untilNothingMoves(page)
  }

  return {
    page,
    browser,
    async visit(path, ready) {
      await page.goto(url + path)
      await page.locator(ready).first().waitFor()
      await untilNothingMoves(page)
    },
    async inEveryWindow(name, look) {
      for (const window of WINDOWS) {
        await change(window)
        await look(`${name} (${window.name})`, window)
        if (window.hasTouch) await expectForFingers(page, `on ${name} (${window.name})`)
      }
      await change(WINDOWS[0]!)
    },
  }
}

/** Looks at views in every window: what they offer, what their cards offer. Answers how many cards there were. */
export async function walkThrough(
  walker: Walker,
  views: readonly (readonly [name: string, path: string, ready: string])[],
): Promise<number> {
  let cards = 0
  for (const [name, path, ready] of views) {
    await walker.visit(path, ready)
    await walker.inEveryWindow(name, async where => {
      await expectInReach(walker.page, `on ${where}`)
      cards += await lookIntoCards(walker.page, `on ${where}`)
    })
  }
  return cards
}

/** Tools from the cupboard, until so many lie on the ledge. */
export async function layOutTools(page: Page, count: number): Promise<void> {
  const tools = () =>
    page.evaluate(
      () =>
        document.querySelectorAll('.slot').length +
        Number(document.querySelector('.more-tools')?.textContent?.replace('+', '') ?? 0),
    )
  for (let before = await tools(); before < count; before = await tools()) {
    await page.getByRole('button', { name: /Cupboard/ }).click()
    await page.locator('.shelf .stored').first().click()
    await page.locator('.shelf').first().waitFor({ state: 'hidden' })
    if ((await tools()) === before) break
  }
}

/** Opens each card of the page in turn, and looks at what it offers. Answers how many there were. */
export async function lookIntoCards(page: Page, where: string): Promise<number> {
  const openers = page.locator('[aria-haspopup]:visible:not([disabled])')
  const count = await openers.count()
  let opened = 0
  for (let i = 0; i < count; i++) {
    const opener = openers.nth(i)
    const name = (await opener.getAttribute('aria-label')) ?? (await opener.textContent())
    await opener.click()
    const card = page.locator('.v-overlay--active .v-overlay__content').last()
    await card.waitFor()
    await untilNothingMoves(page)
    await expectInReach(page, `${where}, in “${name}”`, '.v-overlay--active:last-of-type .v-overlay__content')
    if (await isByTouch(page)) await expectForFingers(page, `${where}, in “${name}”`)
    opened++
    await page.keyboard.press('Escape')
    await card.waitFor({ state: 'hidden' })
  }
  return opened
}
