import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { drillTask } from '#core/drill'
import type { WarmUpsView } from '#shared/views'
import { enterAsLearner, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { drawWithMouse, placeOfSheet } from './lib/draw'
import { expectAccessible, waitForSheet } from './lib/easel'

const url = inject('appUrl')
let browser: OpenedBrowser
let page: Page
const learner = new Client(url)

beforeAll(async () => {
  browser = await openBrowser()
  page = browser.context.pages()[0]!
  await enterAsLearner(page, url, { code: 'SLIP48', name: 'Cissy Rooke', pin: '9136' })
  await learner.learner('Cissy Rooke', '9136', 'SLIP48')
})
afterAll(() => browser?.close())

const points = async () => Number(await page.locator('[data-test=points]').textContent())
const tries = async () => (await learner.call<WarmUpsView>('GET', '/api/warm-ups')).body.tries

async function drawLines(seed: number, sway: number): Promise<void> {
  const task = drillTask('line-through-dots', seed)
  const at = await placeOfSheet(page.locator('.window'), task.sheet)
  const dots = task.prompts.flatMap(each => (each.kind === 'dot' ? [each.at] : []))
  for (let i = 0; i < dots.length; i += 2) {
    const [a, b] = [dots[i]!, dots[i + 1]!]
    await drawWithMouse(page, at, Array.from({ length: 40 }, (_, k) => [a.x + ((b.x - a.x) * k) / 39, a.y + ((b.y - a.y) * k) / 39] as const), seed + i, { sway, tremor: sway / 10, speed: 2600 })
  }
}

describe('a warm-up', () => {
  it('is chosen from the list, which explains each', async () => {
    await page.getByRole('link', { name: 'Warm-ups' }).click()
    await page.getByRole('heading', { name: 'Measuring by eye' }).waitFor()
    expect(await page.locator('.drills .drill').count()).toBe(20)
    await expectAccessible(page)
    await page.getByRole('link', { name: /Line through two dots/ }).click()
    await page.getByText('Join each pair of dots').waitFor()
  })

  it('says what to do first when nothing was drawn', async () => {
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await page.getByText('No line yet.').waitFor()
    expect(await tries()).toEqual([])
  })

  it('is drawn and scored: a calm hand has more points than a shaky one', async () => {
    await page.goto(`${url}/warm-ups/line-through-dots?seed=31`)
    await page.locator('.window canvas').first().waitFor()
    await page.waitForTimeout(500)
    await drawLines(31, 24)
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await page.locator('[data-test=points]').waitFor()
    const shaky = await points()
    await page.getByRole('button', { name: 'The same again' }).click()
    await drawLines(31, 1)
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await page.locator('[data-test=points]').waitFor()
    const calm = await points()
    expect(calm).toBeGreaterThan(shaky)
    await expect.poll(async () => (await tries()).map(each => [each.drill, each.seed, each.score])).toEqual([['line-through-dots', 31, shaky], ['line-through-dots', 31, calm]])
    await page.getByRole('img', { name: /2 tries, best/ }).waitFor()
    await expectAccessible(page, 'footer')
  })

  it('can be undone before it is scored', async () => {
    await page.getByRole('button', { name: 'A new one' }).click()
    const at = await placeOfSheet(page.locator('.window'), { width: 960, height: 640 })
    await drawWithMouse(page, at, [[100, 100], [300, 120], [500, 100]], 3)
    await page.keyboard.press('Control+z')
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await page.getByText('No line yet.').waitFor()
  })

  it('that is mixed is matched by sliders', async () => {
    await page.goto(`${url}/warm-ups/value-ladder?seed=4`)
    const { from, to } = drillTask('value-ladder', 4).answering as { from: number, to: number }
    for (let i = 1; i <= 5; i++) await page.getByLabel(`Lightness of rung ${i}`).fill(String(Math.round(2 * (from + ((to - from) * i) / 6)) / 2))
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await page.locator('[data-test=points]').waitFor()
    expect(await points()).toBeGreaterThanOrEqual(95)
  })

  it('of a name that there is not leads to the list', async () => {
    await page.goto(`${url}/warm-ups/juggling`)
    await page.waitForURL('**/warm-ups')
    await page.getByRole('heading', { name: 'Warm-ups' }).waitFor()
  })
})

describe('warm-ups before a lesson', () => {
  it('lead through the set to the sheet', async () => {
    await page.goto(`${url}/folio`)
    await page.locator('.plan').filter({ hasText: 'Three plums in a bowl' }).getByRole('link', { name: 'Warm up first' }).click()
    await page.getByText('1 of 3 before the lesson').waitFor()
    await page.getByRole('button', { name: 'Leave it out' }).click()
    await page.getByText('2 of 3 before the lesson').waitFor()
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await page.getByRole('button', { name: 'Next warm-up' }).click()
    await page.getByText('3 of 3 before the lesson').waitFor()
    await page.getByRole('button', { name: 'Leave it out' }).click()
    await waitForSheet(page)
  })
})
