import AxeBuilder from '@axe-core/playwright'
import type { Page } from 'playwright-core'
import { openBrowser, type OpenedBrowser } from './browser'
import { untilNothingMoves } from './easel'
import { url } from './world'

/** What a machine sees of access: WCAG 2.2 AA and axe's best practices, of views, dialogs, menus and cards. */

interface Look {
  readonly name: string
  readonly width: number
  readonly height: number
  readonly light: 'day' | 'lamp' | 'forced'
}

const SIZES = [
  [1280, 800],
  [1024, 768],
  [390, 844],
] as const
const CARD = '.v-overlay--active .v-overlay__content'
const LIGHTS = ['day', 'lamp', 'forced'] as const
/** Each light at a size of its own; all of them together with `LITTLE_EASEL_LONG`. */
const LOOKS: readonly Look[] = SIZES.flatMap(([width, height], i) =>
  LIGHTS.flatMap((light, j) =>
    i === j || process.env.LITTLE_EASEL_LONG ? [{ name: `${width} px, ${light}`, width, height, light }] : [],
  ),
)

/**
 * The list of a field's choices is gone through by arrows from the field, which has the name (ARIA Authoring Practices,
 * combobox): nobody comes to it by Tab.
 */
const isOwnList = (rule: string, html: string): boolean =>
  /^(scrollable-region-focusable|aria-input-field-name)$/.test(rule) && html.includes('role="listbox"')

/** What axe has against a page or a part of it, one line a rule and place. */
export async function faultsOf(page: Page, part?: string): Promise<string[]> {
  await untilNothingMoves(page)
  const axe = new AxeBuilder({ page }).withTags([
    'wcag2a',
    'wcag2aa',
    'wcag21a',
    'wcag21aa',
    'wcag22aa',
    'best-practice',
  ])
  const { violations } = await (part ? axe.include(part) : axe).analyze()
  return violations.flatMap(({ id, nodes }) =>
    nodes.filter(node => !isOwnList(id, node.html)).map(node => `${id}: ${node.target.join(' ')}`),
  )
}

/** A browser that looks at pages in every light, and keeps what it found. */
export interface Looker {
  readonly page: Page
  readonly browser: OpenedBrowser
  readonly found: string[]
  visit(path: string, ready: string): Promise<void>
  /** In every look, all of the page or a part of it. Answers how many looks there were. */
  look(name: string, part?: string): Promise<number>
  /** A dialog or a menu that `open` opens, in one of the lights in turn. */
  lookAtCard(name: string, open: () => Promise<void>): Promise<void>
  /** Opens each menu, card and dialog that the page says it has, and looks at it. Answers how many there were. */
  lookIntoAll(name: string): Promise<number>
}

export async function openLooker(): Promise<Looker> {
  const browser = await openBrowser()
  const page = browser.context.pages()[0]!
  const found: string[] = []
  const seen = new Set<string>()
  const kinds = new Set<string>()

  async function change({ width, height, light }: Look): Promise<void> {
    await page.setViewportSize({ width, height })
    await page.emulateMedia({ forcedColors: light === 'forced' ? 'active' : 'none', reducedMotion: 'reduce' })
    // The page's own switch, wherever it lies in this window.
    await page.evaluate(isLamp => {
      const asked = isLamp ? '[aria-label^="Lamplight"]' : '[aria-label="Daylight"]'
      document.querySelector<HTMLElement>(asked)?.click()
    }, light === 'lamp')
  }

  const usual = { name: '', width: 1280, height: 800, light: 'day' } as const
  async function look(name: string, part?: string): Promise<number> {
    for (const one of LOOKS) {
      await change(one)
      for (const fault of await faultsOf(page, part)) {
        // The same in another light is the same fault.
        const key = `${name}: ${fault}`
        if (seen.has(key)) continue
        seen.add(key)
        found.push(`${key} (${one.name})`)
      }
    }
    await change(usual)
    return LOOKS.length
  }

  let turn = 0
  async function lookAtCard(name: string, open: () => Promise<void>): Promise<void> {
    // Before it opens: a menu closes where the window changes. What lies behind it was looked at by itself.
    const light = LIGHTS[turn++ % LIGHTS.length]!
    await change({ ...usual, light })
    await open()
    await page.locator(CARD).last().waitFor()
    for (const fault of await faultsOf(page, CARD)) found.push(`${name}: ${fault} (${light})`)
    await page.keyboard.press('Escape')
    await page.locator(CARD).waitFor({ state: 'hidden' })
    await change(usual)
  }

  return {
    page,
    browser,
    found,
    async visit(path, ready) {
      await page.goto(url + path)
      await page.locator(ready).first().waitFor()
    },
    look,
    lookAtCard,
    async lookIntoAll(name) {
      const openers = page.locator('[aria-haspopup]:visible:not([disabled])')
      const count = await openers.count()
      for (let i = 0; i < count; i++) {
        const opener = openers.nth(i)
        const words = (await opener.getAttribute('aria-label')) ?? (await opener.textContent())
        // Each learner, layer and plan has the same menu: one is looked at.
        const kind = `${name} ${/^More for/.exec(words ?? '')?.[0] ?? words}`
        if (kinds.has(kind) && !process.env.LITTLE_EASEL_LONG) continue
        kinds.add(kind)
        await lookAtCard(`${name}, “${words?.trim()}”`, () => opener.click())
      }
      return count
    },
  }
}
