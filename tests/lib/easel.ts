import AxeBuilder from '@axe-core/playwright'
import { expect } from 'vitest'
import type { Page } from 'playwright-core'
import { curveThrough, type Point } from '#demo/hand'
import { BODY as KETTLE_BODY } from '#demo/kettle'
import { placeOfSheet, type Placed } from './draw'

/** The kettle's body and spout, clockwise from the left of the belly: what the tests draw. Sheet px. */
export const BODY: readonly Point[] = curveThrough(KETTLE_BODY, true)

/** Opens the plan from the folio; the sheet is fitted and ready. */
export async function openEasel(page: Page, isAfresh = false): Promise<Placed> {
  const start = page.getByRole('button', { name: /Start drawing|Go on drawing/ })
  await start.waitFor()
  const afresh = page.getByRole('button', { name: 'Begin afresh' })
  if (isAfresh && (await afresh.count())) {
    await afresh.click()
    await page.getByRole('dialog').getByRole('button', { name: 'Begin afresh' }).click()
  } else {
    await start.click()
  }
  return waitForSheet(page)
}

export async function waitForSheet(page: Page): Promise<Placed> {
  const window = page.locator('.window')
  await window.locator('canvas').first().waitFor()
  await page.locator('.step-sheet').waitFor()
  return placeOfSheet(window)
}

/** Waits until the server has everything. */
export async function expectKept(page: Page): Promise<void> {
  await expect
    .poll(() => page.locator('[data-test=saving]').getAttribute('data-state'), { timeout: 120_000 })
    .toBe('kept')
}

export function drawingNumber(page: Page): number {
  return Number(new URL(page.url()).pathname.split('/').at(-1))
}

/**
 * Waits until nothing fades or slides any more, for some frames in a row; what turns for ever (a sign of waiting) is
 * let be.
 */
export async function untilNothingMoves(page: Page): Promise<void> {
  await page.evaluate(async () => {
    const isMoving = () =>
      document
        .getAnimations()
        .some(each => each.playState === 'running' && each.effect?.getComputedTiming().endTime !== Infinity)
    for (let still = 0; still < 4;) {
      await new Promise(resolve => requestAnimationFrame(resolve))
      still = isMoving() ? 0 : still + 1
    }
  })
}

/**
 * WCAG 2.2 AA as far as a machine can see it; of the whole page or a part of it, at rest: words that fade in are pale
 * for a moment.
 */
export async function expectAccessible(page: Page, part?: string): Promise<void> {
  await untilNothingMoves(page)
  const axe = new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
  const { violations } = await (part ? axe.include(part) : axe).analyze()
  expect(violations.map(each => `${each.id}: ${each.nodes.map(node => node.target.join(' ')).join(', ')}`)).toEqual([])
}

/**
 * On a busy machine a hand that is led by a test rests where it did not mean to: its strokes stay as they are drawn.
 */
export async function switchTruingOff(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^More of this tool/ }).click()
  await page.getByLabel('Held at its end, a stroke becomes true').uncheck()
  await page.keyboard.press('Escape')
  await page.locator('.card.more').waitFor({ state: 'hidden' })
}
