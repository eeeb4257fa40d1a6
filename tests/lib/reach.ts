import { expect } from 'vitest'
import type { Locator, Page } from 'playwright-core'

/**
 * What a hand can reach. The driver of the tests scrolls whatever it is told to touch into sight, also where nobody
 * could: so everything that is touched in a test, and everything that is offered on a page, is asked whether a hand
 * gets there.
 */

/** How long something that moves or fades may take until it can be reached, ms. */
const PATIENCE_MS = 4000

/**
 * What keeps a hand from a control, or null. Runs in the page. Whatever can be scrolled by hand is scrolled, as a hand
 * would; what is only cut off is not.
 */
function troubleWith(element: Element): string | null {
  const isScrolled = (value: string) => value === 'auto' || value === 'scroll'
  const scrolls: [Element, number, number][] = []
  const around: Element[] = []
  for (let each = element.parentElement; each; each = each.parentElement) around.push(each)
  const style = (each: Element) => getComputedStyle(each)
  const isFixed = [element, ...around].some(each => style(each).position === 'fixed')
  const seen = () => {
    const box = element.getBoundingClientRect()
    return { left: box.left, top: box.top, right: box.right, bottom: box.bottom }
  }
  for (const each of around) {
    if (each === document.documentElement || each === document.body) continue
    const { overflowX, overflowY } = style(each)
    const box = each.getBoundingClientRect()
    const before: [Element, number, number] = [each, each.scrollLeft, each.scrollTop]
    const it = seen()
    if (isScrolled(overflowY) && each.scrollHeight > each.clientHeight) {
      if (it.top < box.top) each.scrollTop -= box.top - it.top
      else if (it.bottom > box.top + each.clientHeight) each.scrollTop += it.bottom - box.top - each.clientHeight
    }
    if (isScrolled(overflowX) && each.scrollWidth > each.clientWidth) {
      if (it.left < box.left) each.scrollLeft -= box.left - it.left
      else if (it.right > box.left + each.clientWidth) each.scrollLeft += it.right - box.left - each.clientWidth
    }
    if (each.scrollLeft !== before[1] || each.scrollTop !== before[2]) scrolls.push(before)
  }
  const page = document.scrollingElement!
  const pageBefore = page.scrollTop
  if (!isFixed && isScrolled(style(page).overflowY) && page.scrollHeight > page.clientHeight) {
    const it = seen()
    if (it.top < 0) page.scrollTop += it.top - 8
    else if (it.bottom > innerHeight) page.scrollTop += it.bottom - innerHeight + 8
  }
  const trouble = (() => {
    const it = seen()
    const width = it.right - it.left
    const height = it.bottom - it.top
    if (width < 3 || height < 3) return null
    // Something larger than what it lies in shows a part of it; a hand needs its middle.
    const [x, y] = [(it.left + it.right) / 2, (it.top + it.bottom) / 2]
    if (x < 0 || y < 0 || x > innerWidth || y > innerHeight)
      return `its middle lies outside the window (${Math.round(x)}, ${Math.round(y)} of ${innerWidth} × ${innerHeight})`
    if (width < innerWidth && (it.left < -1 || it.right > innerWidth + 1))
      return `it goes over the window’s side (${Math.round(it.left)} to ${Math.round(it.right)} of ${innerWidth})`
    if (height < innerHeight && (it.top < -1 || it.bottom > innerHeight + 1))
      return `it goes over the window’s end (${Math.round(it.top)} to ${Math.round(it.bottom)} of ${innerHeight})`
    const top = document.elementFromPoint(x, y)
    if (!top) return 'nothing is touched there'
    const label = element.id ? document.querySelector(`label[for="${CSS.escape(element.id)}"]`) : null
    const own =
      element.closest('label, .v-selection-control, .v-field, .v-slider, .v-input, summary, button, a') ?? element
    if (
      element.contains(top) ||
      own.contains(top) ||
      label?.contains(top) ||
      top.closest('label, .v-selection-control, .v-field')?.contains(element)
    )
      return null
    // A link over several lines, or an oblong in parts: one of its parts is enough.
    const parts = [...element.getClientRects()]
    if (
      parts.length > 1 &&
      parts.some(part =>
        element.contains(document.elementFromPoint(part.left + part.width / 2, part.top + part.height / 2)),
      )
    )
      return null
    const name = `${top.tagName.toLowerCase()}${typeof top.className === 'string' && top.className ? `.${top.className.split(' ').join('.')}` : ''}`
    return `${name} lies over it`
  })()
  for (const [each, left, up] of scrolls.reverse()) {
    each.scrollLeft = left
    each.scrollTop = up
  }
  page.scrollTop = pageBefore
  return trouble
}

/** Everything on the page, or in the card in front of it, that is offered to be touched and that a hand can't reach. */
function outOfReach(scope: string | null): string[] {
  const overlays = [...document.querySelectorAll('.v-overlay--active')].filter(each =>
    each.querySelector('.v-overlay__content'),
  )
  const modal = overlays.filter(each => each.querySelector('.v-overlay__scrim')).at(-1)
  const front = scope ? document.querySelector(scope) : (modal ?? document.body)
  if (!front) return [`there is no ${scope}`]
  const kinds =
    'button, a[href], input, select, textarea, summary, [role=button], [role=radio], [role=tab], [role=checkbox], [role=slider], [role=menuitem], [role=option]'
  const offered = [...front.querySelectorAll(kinds)].filter(each => {
    if (each.closest('[inert], [aria-hidden=true], [aria-disabled=true], :disabled')) return false
    if (!each.checkVisibility({ visibilityProperty: true })) return false
    // It takes no pointer: what is drawn there does.
    if (each.matches('.by-keys')) return false
    // What is only for those who hear the page.
    const box = each.getBoundingClientRect()
    return box.width > 2 && box.height > 2 && !each.closest('.visually-hidden')
  })
  const nameOf = (each: Element) =>
    `${each.tagName.toLowerCase()} “${(each.getAttribute('aria-label') ?? each.textContent ?? '').trim().replace(/\s+/g, ' ').slice(0, 50) || each.className}”`
  return offered.flatMap(each => {
    const trouble = (window as unknown as { reachTrouble: (element: Element) => string | null }).reachTrouble(each)
    return trouble ? [`${nameOf(each)}: ${trouble}`] : []
  })
}

const install = (page: Page) => page.evaluate(`window.reachTrouble = ${troubleWith.toString()}`)

/** Everything that is offered, on the page or in the card in front of it, can be reached by hand. */
export async function expectInReach(page: Page, where: string, scope: string | null = null): Promise<void> {
  await install(page)
  await expect
    .poll(() => page.evaluate(outOfReach, scope), { timeout: PATIENCE_MS, message: `out of reach ${where}` })
    .toEqual([])
}

type Touching = 'click' | 'dblclick' | 'check' | 'uncheck' | 'tap' | 'fill' | 'selectOption' | 'hover'
const TOUCHING: readonly Touching[] = ['click', 'dblclick', 'check', 'uncheck', 'tap', 'fill', 'selectOption', 'hover']

let isGuarded = false
/** From now on whatever a test touches must be in a hand's reach. Once for all pages of a process. */
export function touchOnlyWhatIsInReach(page: Page): void {
  if (isGuarded) return
  isGuarded = true
  const locators = Object.getPrototypeOf(page.locator('body')) as Record<
    Touching,
    (...given: unknown[]) => Promise<unknown>
  >
  for (const name of TOUCHING) {
    const touch = locators[name]
    locators[name] = async function (this: Locator, ...given: unknown[]) {
      const isForced = given.some(each => typeof each === 'object' && each !== null && 'force' in each)
      if (!isForced) await expectTouchable(this)
      return touch.apply(this, given)
    }
  }
}

async function expectTouchable(locator: Locator): Promise<void> {
  await locator.waitFor()
  const until = Date.now() + PATIENCE_MS
  for (;;) {
    // What is gone or replaced meanwhile is the driver's to find.
    const trouble = await locator.evaluate(troubleWith, undefined, { timeout: PATIENCE_MS }).catch(() => null)
    if (trouble === null) return
    if (Date.now() > until) throw new Error(`A hand can’t reach ${locator.toString()}: ${trouble}`)
    await new Promise(resolve => setTimeout(resolve, 60))
  }
}
