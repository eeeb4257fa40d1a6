import { expect } from 'vitest'
import type { Page } from 'playwright-core'

/** Side of what a finger touches, px (WCAG 2.2, 2.5.5). */
const TARGET_PX = 44

/**
 * What is smaller than a finger's touch, of all that the page offers. What a control takes beyond what is seen of it is
 * its `::before`. Links in running words are not counted, as there.
 */
function tooSmall(least: number): string[] {
  const sizeOf = (each: Element): [number, number] => {
    const of =
      each.closest(
        '.v-slider__container, .v-field, .v-selection-control, label:has(> input:is([type=checkbox], [type=radio]))',
      ) ?? each
    const { width, height } = of.getBoundingClientRect()
    const more = getComputedStyle(each, '::before')
    if (more.content === 'none') return [width, height]
    return [Math.max(width, parseFloat(more.width) || 0), Math.max(height, parseFloat(more.height) || 0)]
  }
  const kinds = 'button, .v-btn, summary, input:not([type=file]), select, textarea, [role=slider]'
  return [...document.querySelectorAll(kinds)].flatMap(each => {
    if (each.closest('[inert], [aria-hidden=true], .visually-hidden')) return []
    if (!each.checkVisibility({ visibilityProperty: true })) return []
    const box = each.getBoundingClientRect()
    if (box.width < 3 || box.height < 3) return []
    const [width, height] = sizeOf(each)
    // Half a px is the screen’s.
    if (width >= least - 0.5 && height >= least - 0.5) return []
    const name = (each.getAttribute('aria-label') ?? each.textContent ?? '').trim().replace(/\s+/g, ' ').slice(0, 40)
    return [`${each.tagName.toLowerCase()} “${name || each.className}”: ${Math.round(width)} × ${Math.round(height)}`]
  })
}

/** Whether the page is used by a finger. */
export const isByTouch = (page: Page): Promise<boolean> => page.evaluate(() => matchMedia('(pointer: coarse)').matches)

/** All that the page offers is large enough for a finger. */
export async function expectForFingers(page: Page, where: string): Promise<void> {
  expect(await isByTouch(page), `${where}, a finger`).toBe(true)
  expect(await page.evaluate(tooSmall, TARGET_PX), where).toEqual([])
}
