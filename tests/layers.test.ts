import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { stackOf, type StackItem } from '#core/layers'
import type { Point } from '#demo/hand'
import { drawWithMouse, onPage, type Placed } from './lib/draw'
import { expectAccessible, untilNothingMoves } from './lib/easel'
import { learnerAtEasel, pixel, type DrawingLearner, type KeptRecord } from './lib/record'
import { url } from './lib/world'

/** Layers, staying inside, pouring and colour, as a learner uses them. */

let browser: DrawingLearner
let page: Page
let at: Placed
let record: KeptRecord

beforeAll(async () => {
  browser = await learnerAtEasel(url, 'Ceri Plumtree', '7350')
  ;({ page, at, record } = browser)
})
afterAll(async () => {
  await browser.close()
})

const words = (items: readonly StackItem[]): string =>
  items.map(item => (item.kind === 'layer' ? item.layer.name : `${item.group.name}(${words(item.items)})`)).join(' ')
const tree = async () => words(stackOf(await record.drawing()))
const more = async (name: string, choice: string | RegExp) => {
  await page.getByRole('button', { name: `More for ${name}`, exact: true }).click()
  await page.locator('.v-overlay--active .v-list').getByText(choice).click()
  await page.locator('.v-overlay--active .v-list').waitFor({ state: 'hidden' })
}
const closeNotices = async () => {
  for (const button of await page.locator('.notice').getByRole('button', { name: 'Close' }).all()) await button.click()
}
const step = async (number: number) => {
  const peg = page.getByRole('button', { name: new RegExp(`^Step ${number}`) })
  await peg.click()
  await expect.poll(() => peg.getAttribute('aria-current')).toBe('step')
  await untilNothingMoves(page)
}
const touch = (place: Point) => page.mouse.click(...onPage(at, place))
const ring = (middle: Point, radius: number, from: number, to: number): Point[] =>
  Array.from({ length: 70 }, (_, i) => {
    const angle = (from + ((to - from) * i) / 69) * Math.PI * 2
    return [middle[0] + radius * Math.cos(angle), middle[1] + radius * Math.sin(angle)]
  })
const MIDDLE: Point = [800, 620]

describe('pouring', () => {
  it('stops where it would run out, and rings the gap; one touch closes it and pours', async () => {
    await step(2)
    await drawWithMouse(page, at, ring(MIDDLE, 260, 0.01, 0.985), 3)
    await step(3)
    await touch(MIDDLE)
    await page.getByText(/It would run out through a gap of \d+ px/).waitFor()
    expect(await page.getByRole('button', { name: /^A gap of \d+ px/ }).count()).toBe(1)
    expect((await record.read()).entries.some(entry => entry.type === 'act' && entry.act.kind === 'pour')).toBe(false)
    await expectAccessible(page, '.window')
    await page.getByRole('button', { name: /^A gap of \d+ px/ }).click()
    const [pour] = await record.acts('pour', 1)
    expect(pour).toMatchObject({ version: 2, where: { kind: 'places' }, gap: 6 })
    const closing = (await record.acts('stroke', 2)).at(-1)!
    expect(closing.layer).toBe('lines')
    const poured = await record.drawing()
    expect(pixel(poured, MIDDLE)).toEqual([143, 170, 176])
    expect(pixel(poured, [200, 200])).toEqual([...poured.sheet.paper])
  })

  it('asks before it fills an empty sheet’s ground, and shows gaps when asked', async () => {
    await page.getByRole('button', { name: 'show gaps' }).click()
    await page.getByText(/no gaps/).waitFor()
    await closeNotices()
  })

  it('loops, fades, and clears', async () => {
    await page.getByRole('radio', { name: 'fade' }).click()
    await page.keyboard.press('s')
    await page.mouse.move(...onPage(at, [650, 620]))
    await page.mouse.down()
    await page.mouse.move(...onPage(at, [800, 620]))
    await page.mouse.move(...onPage(at, [950, 620]))
    await page.mouse.up()
    const [fade] = await record.acts('gradient', 1)
    expect(fade).toMatchObject({ form: 'straight', fence: { gap: 6 } })
    const faded = await record.drawing()
    expect(pixel(faded, [200, 200])).toEqual([...faded.sheet.paper])
    expect(pixel(faded, [640, 620])).not.toEqual(pixel(faded, [960, 620]))
    // Without the fade and the pour the cell has the paper's colour again.
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Control+z')
    await page.getByRole('radio', { name: 'loop' }).click()
    await drawWithMouse(page, at, ring(MIDDLE, 330, 0, 0.99), 8)
    expect((await record.acts('pour', 2)).at(-1)!).toMatchObject({ where: { kind: 'loop' } })
    const looped = await record.drawing()
    expect(pixel(looped, [960, 620])).toEqual([74, 104, 124])
    expect(pixel(looped, [200, 200])).toEqual([...looped.sheet.paper])
    await page.getByRole('radio', { name: 'touch', exact: true }).click()
  })
})

describe('the guard', () => {
  it('says at the first stroke that it went on the wrong layer, and moves it with one touch', async () => {
    await page
      .getByRole('radio', { name: /^Lines/ })
      .first()
      .click()
    await page.getByRole('radio', { name: /^Soft brush/ }).click()
    await drawWithMouse(
      page,
      at,
      [
        [300, 300],
        [520, 340],
      ],
      5,
    )
    await page.getByText('That went on “Lines”.').waitFor()
    await page.getByRole('button', { name: 'Move it to Colour' }).click()
    const { entries } = await record.read()
    expect(
      entries
        .slice(-2)
        .map(entry => (entry.type === 'act' ? [entry.act.kind, 'layer' in entry.act && entry.act.layer] : entry.type)),
    ).toEqual(['undo', ['stroke', 'colour']])
    await page
      .getByRole('radio', { name: /^Colour/ })
      .first()
      .waitFor()
    expect(await page.getByRole('radio', { name: /^Colour/, checked: true }).count()).toBe(1)
  })

  it('stops on a locked or hidden layer, and where an eraser finds no paint', async () => {
    const count = (await record.read()).entries.length
    await page.getByRole('checkbox', { name: 'locked' }).check()
    await record.acts('stack-set', 1)
    await drawWithMouse(
      page,
      at,
      [
        [300, 400],
        [520, 440],
      ],
      6,
    )
    await page.getByText('The layer “Colour” is locked').waitFor()
    await page.getByRole('checkbox', { name: 'locked' }).uncheck()
    await closeNotices()
    await page.getByRole('button', { name: 'Lay a new sheet on the live one' }).click()
    await page.getByRole('radio', { name: /^Layer 4, empty/ }).waitFor()
    await page.getByRole('radio', { name: /^Hard eraser/ }).click()
    await drawWithMouse(
      page,
      at,
      [
        [300, 400],
        [520, 440],
      ],
      6,
    )
    await page.getByText('“Layer 4” is empty').waitFor()
    expect((await record.read()).entries.length).toBe(count + 3)
    await page.getByRole('button', { name: /^Go to/ }).click()
    await closeNotices()
  })
})

describe('the stack', () => {
  it('mixes, clips, masks: dark paint on the mask hides, and the layer’s name is told at the pointer', async () => {
    await page.locator('.stack .name', { hasText: 'Layer 4' }).click()
    await page.locator('.window .name', { hasText: 'Layer 4' }).waitFor()
    await page.getByLabel('Mixes').locator('visible=true').first().click({ force: true })
    await page.locator('.v-overlay--active .v-list').getByText('multiply', { exact: true }).click()
    await page.locator('.does', { hasText: 'darkens everything below' }).waitFor()
    await page.getByRole('checkbox', { name: 'clip to below' }).check()
    await page.getByRole('radio', { name: /^Soft brush/ }).click()
    await drawWithMouse(
      page,
      at,
      [
        [420, 620],
        [1180, 640],
      ],
      7,
    )
    await closeNotices()
    const clipped = await record.drawing()
    expect(clipped.layers.find(layer => layer.name === 'Layer 4')).toMatchObject({ mode: 'multiply', clip: true })
    // Beyond the poured ring there is nothing to clip to.
    expect(pixel(clipped, [440, 622])).toEqual([...clipped.sheet.paper])
    const before = pixel(clipped, [800, 632])
    await more('Layer 4', 'Add a mask that shows all')
    await page.locator('.live', { hasText: 'mask of Layer 4' }).waitFor()
    await page.getByRole('button', { name: 'Well: ink' }).click()
    await drawWithMouse(
      page,
      at,
      [
        [700, 630],
        [900, 634],
      ],
      8,
    )
    const masked = await record.drawing()
    expect(pixel(masked, [800, 632])).not.toEqual(before)
    await more('Layer 4', 'Mask: show it alone')
    await page.getByText('Only the mask is shown.').waitFor()
    await page.getByRole('button', { name: 'Show all' }).click()
    await more('Layer 4', 'Mask: turn round')
    await more('Layer 4', 'Mask: remove')
    expect(pixel(await record.drawing(), [800, 632])).toEqual(before)
    await expectAccessible(page, '.stack')
  })

  it('groups, moves by keyboard and by dragging, merges, and goes back by undo', async () => {
    expect(await tree()).toBe('Colour Layer 4 Sketch Lines')
    await more('Layer 4', 'Group with Colour')
    await expect.poll(tree).toBe('Group 1(Colour Layer 4) Sketch Lines')
    await page.locator('#sheet-lines').focus()
    await page.keyboard.press('Alt+ArrowDown')
    await expect.poll(tree).toBe('Group 1(Colour Layer 4) Lines Sketch')
    await page.keyboard.press('Alt+ArrowRight')
    await expect.poll(tree).toBe('Group 1(Colour Layer 4 Lines) Sketch')
    const [from, to] = [
      (await page.locator('#sheet-lines').boundingBox())!,
      (await page.locator('#sheet-sketch').boundingBox())!,
    ]
    await page.mouse.move(from.x + 30, from.y + 25)
    await page.mouse.down()
    await page.mouse.move(from.x + 32, from.y + 10, { steps: 4 })
    await page.mouse.move(to.x + 30, to.y + 20, { steps: 12 })
    await page.mouse.move(to.x + 30, to.y + 4, { steps: 6 })
    await untilNothingMoves(page)
    await page.mouse.up()
    await expect.poll(tree).toBe('Group 1(Colour Layer 4) Sketch Lines')
    const before = pixel(await record.drawing(), [800, 632])
    await more('Group 1', 'Merge the group into one sheet')
    await expect.poll(tree).toBe('Group 1 Sketch Lines')
    expect(
      Math.max(...pixel(await record.drawing(), [800, 632]).map((value, i) => Math.abs(value - before[i]!))),
    ).toBeLessThanOrEqual(1)
    await page.keyboard.press('Control+z')
    await expect.poll(tree).toBe('Group 1(Colour Layer 4) Sketch Lines')
  })

  it('shows how strongly a layer shows while the slider moves, and records it once', async () => {
    const count = (await record.read()).entries.length
    const slider = page.getByRole('slider', { name: /^How strongly/ })
    for (let i = 0; i < 8; i++) await slider.press('ArrowLeft')
    await expect
      .poll(
        async () =>
          (await record.drawing()).layers.find(layer => layer.id === 'lines')!.opacity +
          (await record.drawing()).layers.find(layer => layer.name === 'Layer 4')!.opacity,
      )
      .toBeLessThan(200)
    expect((await record.read()).entries.length).toBeGreaterThan(count)
  })
})

describe('the fence', () => {
  it('keeps a stroke in the area in which it begins', async () => {
    await step(4)
    await closeNotices()
    await page.getByRole('button', { name: 'fence' }).click()
    const count = (await record.read()).entries.filter(
      entry => entry.type === 'act' && entry.act.kind === 'stroke',
    ).length
    await drawWithMouse(
      page,
      at,
      [
        [800, 700],
        [1300, 720],
      ],
      4,
    )
    const strokes = await record.acts('stroke', count + 1)
    expect(strokes.at(-1)).toMatchObject({ fence: { borders: 'all', gap: 6 } })
    const fenced = await record.drawing()
    expect(pixel(fenced, [1250, 719])).toEqual([...fenced.sheet.paper])
    await page.keyboard.press('n')
  })
})

describe('the paint box', () => {
  it('mixes two wells as paint, makes a ladder, keeps wells, and samples from the sheet', async () => {
    await page.getByRole('button', { name: /^Colour in hand/ }).click()
    await page.getByRole('tab', { name: 'Two wells' }).click()
    await untilNothingMoves(page)
    await page.getByRole('group', { name: 'Mixtures' }).getByRole('button').nth(4).click()
    await page.getByRole('tab', { name: 'Shades' }).click()
    expect(
      await page
        .getByRole('group', { name: /Shade ladder/ })
        .getByRole('button')
        .count(),
    ).toBe(6)
    await page.getByRole('button', { name: 'Into my wells' }).click()
    expect(await page.getByRole('button', { name: /^My well/ }).count()).toBe(6)
    await expectAccessible(page, '.mixer')
    await page.getByRole('tab', { name: 'Mix', exact: true }).click()
    await expectAccessible(page, '.mixer')
    await page.getByRole('tab', { name: 'From a picture' }).click()
    await page.getByRole('button', { name: 'Of the sheet' }).click()
    await page.getByRole('group', { name: 'Colours found' }).waitFor()
    await page.keyboard.press('Escape')
    await page.locator('.mixer').waitFor({ state: 'hidden' })
    await page.keyboard.press('j')
    await touch([200, 200])
    const { sheet } = await record.drawing()
    await expect
      .poll(() =>
        page
          .getByRole('button', { name: /^Colour in hand/ })
          .evaluate(button => getComputedStyle(button).backgroundColor),
      )
      .toBe(`rgb(${sheet.paper.join(', ')})`)
    // One touch back to the colour before.
    await page.keyboard.press('d')
    await expect
      .poll(() =>
        page
          .getByRole('button', { name: /^Colour in hand/ })
          .evaluate(button => getComputedStyle(button).backgroundColor),
      )
      .not.toBe(`rgb(${sheet.paper.join(', ')})`)
  })
})
