import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { curveThrough, type Point } from '#demo/hand'
import { drawWithMouse, restingBox, type Placed } from './lib/draw'
import { expectAccessible } from './lib/easel'
import { learnerAtEasel, pixel, type DrawingLearner, type KeptRecord } from './lib/record'
import { url } from './lib/world'

/** A flat shape shaded in bands by a learner: laid, drawn over, closed, filled, softened. */

let browser: DrawingLearner
let page: Page
let at: Placed
let record: KeptRecord

beforeAll(async () => {
  browser = await learnerAtEasel(url, 'Morten Skeel', '2650')
  ;({ page, at, record } = browser)
})
afterAll(async () => {
  await browser.close()
})

const card = () => page.getByRole('group', { name: 'Ladder shading' })
const button = (name: string | RegExp) => card().getByRole('button', { name })
const fetchTool = async (name: RegExp) => {
  await page.getByRole('button', { name: 'Cupboard: all other tools' }).click()
  await page.locator('.shelf').getByRole('button', { name }).click()
  await page.locator('.shelf').first().waitFor({ state: 'hidden' })
}
const openLadder = async () => {
  await page.getByRole('button', { name: 'Adjust the paint of this layer, and light' }).click()
  const choice = page.locator('.choices').getByRole('button', { name: /^Ladder shading/ })
  await restingBox(choice)
  await choice.click()
}
/** The faint borders as they lie on the sheet. */
const faintBorders = async (): Promise<Point[][]> => {
  const path = await page.locator('.bands .line').getAttribute('d')
  return path!
    .split('M')
    .slice(1)
    .map(part => part.split('L').map(place => place.trim().split(' ').map(Number) as [number, number]))
}
const EGG: readonly Point[] = curveThrough(
  [
    [600, 330],
    [740, 400],
    [800, 560],
    [770, 720],
    [600, 800],
    [430, 720],
    [400, 560],
    [460, 400],
  ],
  true,
)

describe('ladder shading', () => {
  it('needs a shape', async () => {
    await openLadder()
    await page
      .getByText(/finds no paint|no paint/)
      .first()
      .waitFor()
    expect(await card().count()).toBe(0)
    for (const each of await page.locator('.notice').getByRole('button', { name: 'Close' }).all()) await each.click()
  })

  it('lays faint borders that follow the form and the light, and the shades in order', async () => {
    await drawWithMouse(page, at, EGG, 4)
    await openLadder()
    await card().waitFor()
    await page.locator('.bands .line').waitFor({ state: 'attached' })
    expect(await faintBorders()).toHaveLength(5)
    expect(await page.locator('.bands .numbers').allTextContents()).toEqual(['1', '2', '3', '4', '5', '6'])
    const before = await faintBorders()
    await page.getByRole('button', { name: /^Light pin/ }).focus()
    for (let i = 0; i < 8; i++) await page.keyboard.press('Shift+ArrowRight')
    await expect.poll(async () => JSON.stringify(await faintBorders()) === JSON.stringify(before)).toBe(false)
    await button('Into the paint box').click()
    const shades = page
      .getByRole('group', { name: 'Paint box' })
      .getByRole('group', { name: /^Shade ladder/ })
      .getByRole('button', { name: /^Shade \d/ })
    const lightness = await shades.evaluateAll(all =>
      all.map(each =>
        getComputedStyle(each)
          .backgroundColor.match(/\d+/g)!
          .slice(0, 3)
          .reduce((sum, value) => sum + Number(value), 0),
      ),
    )
    expect(lightness).toHaveLength(6)
    expect(lightness).toEqual([...lightness].sort((a, b) => a - b))
    await expectAccessible(page, '.card.shading')
  })

  it('shows where the drawn border is open, and closes it', async () => {
    const slider = card().getByRole('slider', { name: 'Rungs' })
    await slider.focus()
    for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowLeft')
    await expect.poll(async () => (await faintBorders()).length).toBe(1)
    await button('A layer for the bands').click()
    await button(/^Shade 1/).click()
    const border = (await faintBorders())[0]!.filter((_, i) => i % 4 === 0)
    // A hand that left a gap on the way; both ends go over the edge.
    const middle = border.length >> 1
    const long = (a: Point, b: Point): Point => [a[0] + 3 * (a[0] - b[0]), a[1] + 3 * (a[1] - b[1])]
    await drawWithMouse(page, at, [long(border[0]!, border[2]!), ...border.slice(0, middle)], 7, { sway: 1 })
    await drawWithMouse(page, at, [...border.slice(middle + 3), long(border.at(-1)!, border.at(-3)!)], 8, { sway: 1 })
    await record.acts('stroke', 3)
    await button('Show open borders').click()
    await card()
      .getByText(/1 area can be poured. One gap is open; with it closed there are 2/)
      .waitFor()
    await page.getByRole('button', { name: /^A gap of/ }).click()
    await card()
      .getByText(/2 areas can be poured. All are closed/)
      .waitFor()
    expect((await record.acts('stroke', 4)).at(-1)!.layer).not.toBe('sketch')
  })

  it('shows the seam that is left, until it is softened', async () => {
    await fetchTool(/^Pour/)
    const places = await page.locator('.bands .numbers').evaluateAll(all =>
      all.map(each => {
        const { x, y, width, height } = each.getBoundingClientRect()
        return { shade: Number(each.textContent), x: x + width / 2, y: y + height / 2 }
      }),
    )
    for (const { shade, x, y } of places) {
      await button(new RegExp(`^Shade ${shade}`)).click()
      await page.mouse.click(x, y)
      await record.acts('pour', shade)
    }
    const filled = await record.drawing()
    const sheetPlace = ({ x, y }: { x: number; y: number }): Point => [
      Math.round((x - at.left) / at.scale),
      Math.round((y - at.top) / at.scale),
    ]
    const [dark, light] = places.map(place => pixel(filled, sheetPlace(place)).reduce((a, b) => a + b, 0))
    expect(dark!).toBeLessThan(light! - 60)

    const [border] = await faintBorders()
    await button(/^Hide borders/).click()
    await button('Show the seams left').click()
    const words = card().getByRole('status')
    await expect.poll(() => words.textContent()).toMatch(/seams? (is|are) left, the hardest with [\d.]+ L\* a px/)
    const hardest = async () => Number(/with ([\d.]+) L/.exec((await words.textContent()) ?? '')?.[1] ?? 0)
    const before = await hardest()
    expect(before).toBeGreaterThan(3)
    await fetchTool(/^Softening brush/)
    const along = border!.filter((_, i) => i % 5 === 0)
    for (let pass = 0; pass < 3; pass++)
      await drawWithMouse(page, at, pass % 2 ? [...along].reverse() : along, 20 + pass, { speed: 1500 })
    await expect.poll(hardest, { timeout: 15_000 }).toBeLessThan(before / 2)
  })

  it('is put away when done', async () => {
    await button('Done').click()
    expect(await card().count()).toBe(0)
    expect(await page.locator('.bands').count()).toBe(0)
    await page.getByRole('button', { name: 'Put the ladder away' }).click()
    expect(await page.getByRole('group', { name: /^Shade ladder/ }).count()).toBe(0)
  })
})
