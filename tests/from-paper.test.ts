import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { madePhotograph } from '#core/paper/testing'
import type { DrawingView } from '#shared/views'
import { enterAsLearner } from './lib/browser'
import { offerFiles } from './lib/bring-in'
import { Client } from './lib/client'
import { restingBox } from './lib/draw'
import { expectAccessible, expectKept, waitForSheet } from './lib/easel'
import { expectInReach } from './lib/reach'
import { openWalker, type Walker } from './lib/reach-walk'
import { url } from './lib/world'

/** A photograph of a drawing on ruled paper becomes clean lines on a sheet of their own, and is coloured under them. */

const WHO = { code: 'KETTLE7', name: 'Jessamy Coll', pin: '3209' }
const [WIDTH, HEIGHT] = [900, 700]
const made = madePhotograph({ seed: 12, isRuled: true, hasShadow: true, hasColour: true, noise: 4 }, WIDTH, HEIGHT)

let walker: Walker
let page: Page
let client: Client
let drawing = 0
let photograph: Buffer

const dialog = (name: RegExp) => page.getByRole('dialog', { name })
const cornersCard = () => dialog(/its corners/)
const keepsCard = () => dialog(/what is kept/)
const button = (name: string | RegExp) =>
  page.getByRole('dialog', { name: /^From paper/ }).getByRole('button', { name })
async function bringFromPaper(name: string): Promise<void> {
  const card = await offerFiles(page, [{ name, mimeType: 'image/jpeg', buffer: photograph }])
  await card.getByRole('button', { name: 'From paper …' }).click()
  await restingBox(cornersCard().getByRole('button', { name: 'Straighten it' }))
}
async function straighten(): Promise<void> {
  await button('Straighten it').click()
  await keepsCard()
    .getByRole('img', { name: /What becomes of/ })
    .waitFor()
}
async function acts() {
  await expectKept(page)
  const { entries } = (await client.call<DrawingView>('GET', `/api/drawings/${drawing}`)).body
  return entries.flatMap(each => (each.type === 'act' && each.act.kind === 'bring-in' ? [each.act] : []))
}
/** The px that came in, as the server has them. */
async function paint(hash: string) {
  const answer = await page.request.get(`${url}/api/paint/${hash}`)
  const { data, info } = await sharp(await answer.body())
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { width: info.width, height: info.height, pixels: data }
}

beforeAll(async () => {
  photograph = await sharp(made.picture.pixels, { raw: { width: WIDTH, height: HEIGHT, channels: 4 } })
    .jpeg({ quality: 92 })
    .toBuffer()
  client = await new Client(url).learner(WHO.name, WHO.pin)
  const sheet = { width: 800, height: 600, paper: [255, 255, 255] }
  drawing = (await client.call<{ id: number }>('POST', '/api/sheets', { title: 'Off paper', sheet })).body.id
  walker = await openWalker()
  page = walker.page
  await enterAsLearner(page, url, WHO)
  await page.goto(`${url}/easel/${drawing}`)
  await waitForSheet(page)
})
afterAll(() => walker.browser.close())

describe('a photographed drawing', () => {
  it('has its sheet found; corners are pulled and moved by keys', async () => {
    await bringFromPaper('pot on ruled paper.jpg')
    await cornersCard().getByText('was found').waitFor()
    await expectAccessible(page, '[role=dialog]')
    await walker.inEveryWindow('from paper: corners', where => expectInReach(page, `on ${where}`))
    const corner = page.getByRole('button', { name: /^Top left corner/ })
    const before = await restingBox(corner)
    await corner.focus()
    await page.keyboard.press('Shift+ArrowRight')
    await page.keyboard.press('Shift+ArrowRight')
    await expect.poll(async () => (await corner.boundingBox())!.x).toBeGreaterThan(before.x + 5)
    await button('As found').click()
    await expect.poll(async () => Math.abs((await corner.boundingBox())!.x - before.x)).toBeLessThan(0.5)
    // With the pointer: beyond the opposite corner there is no sheet.
    const opposite = await restingBox(page.getByRole('button', { name: /^Bottom right corner/ }))
    await page.mouse.move(before.x + 12, before.y + 12)
    await page.mouse.down()
    await page.mouse.move(before.x + 60, before.y + 60, { steps: 4 })
    await page.mouse.move(opposite.x + 8, opposite.y - 40, { steps: 6 })
    await page.mouse.up()
    await expect.poll(async () => (await corner.boundingBox())!.x).toBeGreaterThan(before.x + 100)
    await button('Straighten it').click()
    await cornersCard().getByRole('alert').waitFor()
    await button('As found').click()
    await cornersCard().getByRole('alert').waitFor({ state: 'hidden' })
  })

  it('becomes clean lines, without the paper’s own and without colour', async () => {
    await straighten()
    await expectAccessible(page, '[role=dialog]')
    await button('More: edges, dust, ink').click()
    await walker.inEveryWindow('from paper: what is kept', where => expectInReach(page, `on ${where}`))
    await keepsCard().getByRole('radio', { name: 'The page' }).click()
    await keepsCard().getByRole('radio', { name: 'Dark lines' }).click()
    await button('See it close, px for px').click()
    await button('See the whole page').click()
    await button('Onto the sheet').click()
    await page.getByRole('group', { name: 'The part' }).getByRole('button', { name: 'Settle' }).click()
    await expect.poll(async () => (await acts()).length, { timeout: 30_000 }).toBe(1)
    const [act] = await acts()
    expect(act!.own).toMatchObject({ name: 'pot on ruled paper' })
    const { width, height, pixels } = await paint(act!.picture.hash)
    let [ink, kept, other] = [0, 0, 0]
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const isInk = made.drawn((x + 0.5) / width, (y + 0.5) / height) === 'ink'
        const isMarked = pixels[4 * (y * width + x) + 3]! >= 128
        if (isInk) ink++
        if (isInk && isMarked) kept++
        if (!isInk && isMarked) other++
      }
    }
    expect(kept / ink).toBeGreaterThan(0.9)
    expect(other / ink).toBeLessThan(0.15)
  })

  it('is left out at both cards, and what was chosen is chosen again', async () => {
    await bringFromPaper('gone.jpg')
    await button('Leave it out').click()
    await cornersCard().waitFor({ state: 'hidden' })
    await bringFromPaper('coloured.jpg')
    await straighten()
    await keepsCard().getByRole('radio', { name: 'Every mark as it is' }).click()
    await button('Leave it out').click()
    await keepsCard().waitFor({ state: 'hidden' })
    await bringFromPaper('coloured again.jpg')
    await straighten()
    const chosen = keepsCard().getByRole('radio', { name: 'Every mark as it is' })
    expect(await chosen.getAttribute('aria-checked')).toBe('true')
    await button('Onto the sheet').click()
    await page.getByRole('group', { name: 'The part' }).getByRole('button', { name: 'Settle' }).click()
    await expect.poll(async () => (await acts()).length, { timeout: 30_000 }).toBe(2)
    const { pixels } = await paint((await acts())[1]!.picture.hash)
    // Coloured pencil is there, and it is not grey.
    const coloured = pixels.reduce(
      (sum, alpha, i) => sum + (i % 4 === 3 && alpha > 60 && pixels[i - 3]! - pixels[i - 1]! > 60 ? 1 : 0),
      0,
    )
    expect(coloured).toBeGreaterThan(3000)
  })
})
