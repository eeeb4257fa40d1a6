import { readFileSync } from 'node:fs'
import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { replay } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { flattenDrawing, showDrawing, type Drawing } from '#core/layers'
import { drawWithMouse, restingBox, type Placed } from './lib/draw'
import { expectAccessible } from './lib/easel'
import { learnerAtEasel, pixel, type DrawingLearner, type KeptRecord } from './lib/record'
import { url } from './lib/world'

/** Shading, rubbing, adjusting and light, as a learner uses them. */

let browser: DrawingLearner
let page: Page
let at: Placed
let record: KeptRecord

beforeAll(async () => {
  browser = await learnerAtEasel(url, 'Lowri Pask', '7713')
  ;({ page, at, record } = browser)
})
afterAll(async () => {
  await browser.close()
})

const fetchTool = async (name: RegExp) => {
  await page.getByRole('button', { name: 'Cupboard: all other tools' }).click()
  await page.locator('.shelf').getByRole('button', { name }).click()
  await page.locator('.shelf').first().waitFor({ state: 'hidden' })
}
const menu = async (name: RegExp) => {
  await page.getByRole('button', { name: 'Adjust the paint of this layer, and light' }).click()
  const choice = page.locator('.choices').getByRole('button', { name })
  await restingBox(choice)
  await choice.click()
}
const card = (name: RegExp) => page.getByRole('group', { name })

describe('rubbing', () => {
  it('has nothing to rub on an empty layer, and says so', async () => {
    await fetchTool(/^Smudging stump/)
    await drawWithMouse(
      page,
      at,
      [
        [600, 500],
        [700, 520],
      ],
      1,
    )
    await page.getByText(/the smudging stump finds no paint there|the smudge finds no paint there/).waitFor()
    for (const button of await page.locator('.notice').getByRole('button', { name: 'Close' }).all())
      await button.click()
    expect((await record.read()).entries.filter(entry => entry.type === 'act')).toHaveLength(0)
  })

  it('drags paint along: an act that the server draws alike', async () => {
    await fetchTool(/^Marker/)
    await drawWithMouse(
      page,
      at,
      [
        [400, 400],
        [700, 405],
        [700, 430],
        [400, 430],
      ],
      2,
    )
    await record.acts('stroke', 1)
    const before = pixel(await record.drawing(), [760, 418])
    await page.getByRole('radio', { name: /^Smudging stump/ }).click()
    await drawWithMouse(
      page,
      at,
      [
        [640, 418],
        [780, 420],
      ],
      3,
    )
    const [, smudge] = await record.acts('stroke', 2)
    expect(smudge!.tool.effect).toBe('smudge')
    const after = pixel(await record.drawing(), [760, 418])
    expect(after).not.toEqual(before)
    expect(after[0]!).toBeLessThan(before[0]!)
  })
})

describe('adjusting', () => {
  it('shows a blur while its slider is moved, and keeps it as one act', async () => {
    await menu(/^Blur/)
    const bar = card(/^Blur on/)
    await bar.waitFor()
    const slider = bar.getByRole('slider', { name: 'How soft' })
    await slider.focus()
    for (let i = 0; i < 12; i++) await page.keyboard.press('PageUp')
    await expectAccessible(page, '.bar')
    await bar.getByRole('button', { name: 'Keep it' }).click()
    await bar.waitFor({ state: 'detached' })
    const [act] = await record.acts('adjust', 1)
    expect(act!.how.kind).toBe('blur')
    expect((act!.how as { sigma: number }).sigma).toBeGreaterThan(40)
    await page.getByRole('button', { name: /^Undo/ }).click()
    await expect.poll(async () => (await record.read()).entries.at(-1)!.type).toBe('undo')
  })

  it('leaves the drawing as it was with Escape, and the curve keeps its points in order', async () => {
    await menu(/^Curve/)
    const bar = card(/^Curve on/)
    const point = bar.getByRole('slider', { name: 'Point 2' })
    await point.focus()
    for (let i = 0; i < 40; i++) await page.keyboard.press('Shift+ArrowRight')
    await expect.poll(() => point.getAttribute('aria-valuetext')).toBe('254 becomes 128')
    await page
      .locator('.window')
      .focus()
      .catch(() => {})
    await bar.getByRole('button', { name: 'Leave as it was' }).click()
    await bar.waitFor({ state: 'detached' })
    await record.acts('adjust', 1)
  })
})

describe('light', () => {
  it('is marked by a pin that is moved by hand and by keys, with forms beside it', async () => {
    await menu(/^Light pin/)
    await record.acts('light-pin', 1)
    const pin = page.getByRole('button', { name: /^Light pin: where/ })
    const box = await restingBox(pin)
    await page.mouse.move(box.x + 24, box.y + 24)
    await page.mouse.down()
    await page.mouse.move(box.x + 90, box.y + 70, { steps: 6 })
    await page.mouse.up()
    const [, moved] = await record.acts('light-pin', 2)
    expect(moved!.light!.x).toBeGreaterThan(1600 * 0.12 * 16 + 16 * 40)
    await pin.focus()
    await page.keyboard.press('ArrowLeft')
    await record.acts('light-pin', 3)
    const light = card(/^The light$/)
    await expect.poll(() => light.locator('canvas').count()).toBe(4)
    await light.getByText('core shadow').waitFor()
    await expectAccessible(page, '.light')
  })

  it('throws the shadow of what is painted, on a layer under it', async () => {
    await card(/^The light$/)
      .getByRole('button', { name: 'Cast a shadow' })
      .click()
    const bar = card(/^The cast shadow$/)
    await bar.waitFor()
    await bar.getByText('away from the light pin').waitFor()
    await bar.getByRole('button', { name: 'Keep it' }).click()
    const [act] = await record.acts('cast-shadow', 1)
    expect(act!.dx).toBeGreaterThan(0)
    const after = await record.drawing()
    const place = after.layers.findIndex(({ id }) => id === act!.layer)
    expect(after.layers[place + 1]!.id).toBe(act!.from)
    expect(after.layers[place]!.mode).toBe('multiply')
  })

  it('is taken away with its pin', async () => {
    await card(/^The light$/)
      .getByRole('button', { name: 'Take it away' })
      .click()
    expect((await record.acts('light-pin', 4)).at(-1)!.light).toBeNull()
  })

  it('cut shading makes a clipped layer over the colour, ready to draw on', async () => {
    await menu(/^Cut shading/)
    const [act] = await record.acts('cut-shading', 1)
    await expect.poll(async () => (await page.locator('.live strong').allInnerTexts()).at(-1)).toBe(act!.name)
    const after = await record.drawing()
    expect(after.layers.find(({ id }) => id === act!.layer)!.clip).toBe(true)
    expect(after.selection).toBeDefined()
  })

  it('haze fades what is far away, and leaves all as it was with Escape', async () => {
    await menu(/^Haze/)
    const bar = card(/^Haze$/)
    await bar.waitFor()
    await page.keyboard.press('Escape')
    await bar.waitFor({ state: 'detached' })
    await menu(/^Haze/)
    await bar.getByRole('slider').last().focus()
    for (let i = 0; i < 6; i++) await page.keyboard.press('PageUp')
    await expectAccessible(page, '.haze')
    await bar.getByRole('button', { name: 'Keep it' }).click()
    const [act] = await record.acts('haze', 1)
    expect(act!.layers.length).toBeGreaterThan(0)
    const {
      entries,
      plan: { sheet },
    } = await record.read()
    const [before, after] = [entries.slice(0, -1), entries].map(
      each => replay(loadKernels(), { version: 1, sheet, entries: each }).drawing,
    )
    const { layer } = act!.layers.at(-1)!
    const paintOf = (of: Drawing) => of.layers.find(({ id }) => id === layer)!.tiles
    expect(paintOf(after!) === paintOf(before!)).toBe(false)
  })
})

describe('a picture saved', () => {
  it('without its paper is the paint alone, px for px', async () => {
    await page.getByRole('button', { name: 'Save a picture' }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByLabel(/On nothing/).check()
    await restingBox(dialog.getByRole('button', { name: 'Save it' }))
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      dialog.getByRole('button', { name: 'Save it' }).click(),
    ])
    expect(download.suggestedFilename()).toMatch(/^[a-z-]+\.png$/)
    const { data, info } = await sharp((await download.path())!)
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
    const own = await record.drawing()
    expect([info.width, info.height]).toEqual([own.sheet.width, own.sheet.height])
    expect(Buffer.compare(data, Buffer.from(flattenDrawing(loadKernels(), own, null)))).toBe(0)
  })

  it.each([
    ['jpeg', 'jpg', 'a JPEG, never see-through'],
    ['webp', 'webp', 'a WebP'],
  ])('as %s is what is seen, as large as was said before (%s: %s)', async (form, ending) => {
    await page.getByRole('button', { name: 'Save a picture' }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByLabel('What kind of picture').selectOption(form)
    // The last way was without paper; a JPEG has one.
    if (form === 'jpeg') expect(await dialog.getByLabel(/On nothing/).count()).toBe(0)
    await dialog
      .getByLabel(/On its paper|On plain paper/)
      .first()
      .check()
    const said = dialog.getByText(/px · [\d.]+ [kM]?B/)
    await said.waitFor()
    const [, figure, unit] = /· ([\d.]+) ([kM]?)B/.exec((await said.textContent())!)!
    await restingBox(dialog.getByRole('button', { name: 'Save it' }))
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      dialog.getByRole('button', { name: 'Save it' }).click(),
    ])
    expect(download.suggestedFilename()).toMatch(new RegExp(`^[a-z-]+\\.${ending}$`))
    const file = readFileSync((await download.path())!)
    const bytes = Number(figure) * (unit === 'M' ? 1e6 : unit === 'k' ? 1e3 : 1)
    expect(Math.abs(file.length - bytes) / bytes).toBeLessThan(0.06)
    const { data, info } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
    expect((await sharp(file).metadata()).format).toBe(form)
    const own = await record.drawing()
    const wanted = showDrawing(loadKernels(), own)
    expect([info.width, info.height]).toEqual([own.sheet.width, own.sheet.height])
    let off = 0
    for (let i = 0; i < data.length; i++) off += Math.abs(data[i]! - wanted[i]!)
    expect(off / data.length).toBeLessThan(3)
    await dialog.waitFor({ state: 'hidden' })
  })
})
