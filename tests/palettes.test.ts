import { readFile } from 'node:fs/promises'
import type { Locator, Page } from 'playwright-core'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readPaletteText } from '#core/palettes'
import type { PlanBookView, PlanView } from '#shared/views'
import { enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { restingBox } from './lib/draw'
import { expectAccessible } from './lib/easel'
import { learnerAtEasel, type DrawingLearner } from './lib/record'
import { url } from './lib/world'

/** Palettes come in as files and go out as files: at the Easel, and of a plan. */

const TOKENS = JSON.stringify({
  shore: {
    $type: 'color',
    sand: { $value: { colorSpace: 'srgb', components: [0.8, 0.7, 0.5] } },
    kelp: { $value: { colorSpace: 'oklch', components: [0.45, 0.09, 130] } },
    flare: { $value: { colorSpace: 'display-p3', components: [1, 0.2, 0] } },
  },
})

const dialogOf = (page: Page) => page.getByRole('dialog', { name: 'Palettes' })
const give = (page: Page, name: string, content: string | Buffer, mimeType = 'text/plain') =>
  dialogOf(page)
    .getByLabel('A file of colours')
    .setInputFiles({ name, mimeType, buffer: Buffer.from(content) })
async function saved(page: Page, kind: RegExp): Promise<{ name: string; bytes: Buffer }> {
  await dialogOf(page).getByRole('radio', { name: kind }).check()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    dialogOf(page).getByRole('button', { name: 'Save the file' }).click(),
  ])
  return { name: download.suggestedFilename(), bytes: await readFile((await download.path())!) }
}

describe('at the Easel', () => {
  let browser: DrawingLearner
  let page: Page
  const wells = () => page.getByRole('button', { name: /^My well: / })
  const names = () => wells().evaluateAll(all => all.map(each => each.getAttribute('aria-label')!.slice(9)))
  async function openPalettes(): Promise<Locator> {
    await openMixer()
    await page.getByRole('button', { name: 'Palettes …' }).click()
    await restingBox(dialogOf(page).getByRole('button', { name: 'Choose a file …' }))
    return dialogOf(page)
  }
  async function openMixer(): Promise<void> {
    if (!(await page.getByRole('dialog', { name: 'Mixer' }).isVisible()))
      await page.getByRole('button', { name: /^Colour in hand/ }).click()
    await restingBox(page.getByRole('button', { name: 'Palettes …' }))
  }

  beforeAll(async () => {
    browser = await learnerAtEasel(url, 'Morten Skeel', '2650')
    ;({ page } = browser)
  })
  afterAll(() => browser?.close())

  it('what is no palette is refused with what is wrong with it', async () => {
    const dialog = await openPalettes()
    await give(page, 'colours.json', '{"a":{"$type":"color","$value":"{b}"}}')
    await expect.poll(() => dialog.getByRole('alert').textContent()).toContain('“a” refers to {b}, which is not there')
    await give(page, 'picture.png', Buffer.from([137, 80, 78, 71, 13, 10, 26, 10, 0, 0, 0, 0]))
    await expect.poll(() => dialog.getByRole('alert').textContent()).toContain('neither a palette nor a picture')
    await expectAccessible(page, '.v-overlay--active .v-overlay__content')
  })

  it('design tokens are seen, told of, chosen, and lie in the wells under their names', async () => {
    const dialog = dialogOf(page)
    // Its name lies about its kind: what stands in it counts.
    await give(page, 'shore.css', TOKENS)
    await expect.poll(() => dialog.getByRole('status').first().textContent()).toContain('3 colours in shore.css')
    expect(await dialog.getByRole('status').first().textContent()).toContain('livelier than the screen shows')
    expect(await dialog.getByRole('alert').count()).toBe(0)
    await dialog.getByRole('checkbox', { name: 'kelp' }).uncheck()
    await dialog.getByRole('button', { name: 'Into my wells: 2' }).click()
    await dialog.waitFor({ state: 'hidden' })
    await openMixer()
    await expect.poll(names).toEqual(['sand', 'flare'])
    await wells().first().click()
    await expect
      .poll(() => page.getByRole('button', { name: /^Colour in hand/ }).evaluate(each => each.style.background))
      .toBe('rgb(204, 179, 128)')
  })

  it('what was pasted is read, and taken out again with one touch', async () => {
    const dialog = await openPalettes()
    await page.evaluate(() => {
      const data = new DataTransfer()
      data.setData('text/plain', 'name,red,green,blue\nrust,170,70,30')
      document.activeElement!.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
    })
    await dialog.getByRole('button', { name: 'Into my wells: 1' }).click()
    await dialog.waitFor({ state: 'hidden' })
    await openMixer()
    await expect.poll(names).toEqual(['sand', 'flare', 'rust'])
    await page.getByRole('button', { name: 'As they were' }).click()
    await expect.poll(names).toEqual(['sand', 'flare'])
  })

  it('one’s own are taken along by each way, and are the same', async () => {
    await openPalettes()
    const own = [
      { name: 'sand', colour: [204, 179, 128] },
      expect.objectContaining({ name: 'flare' }) as { name: string; colour: number[] },
    ]
    for (const [kind, name] of [
      [/^Design tokens/, 'my-wells.tokens.json'],
      [/^CSS/, 'my-wells.css'],
      [/^Table/, 'my-wells.csv'],
    ] as const) {
      const file = await saved(page, kind)
      expect(file.name).toBe(name)
      expect(readPaletteText(file.bytes.toString()).wells).toEqual(own)
    }
    const card = await saved(page, /^Colour card/)
    const { data, info } = await sharp(card.bytes).removeAlpha().raw().toBuffer({ resolveWithObject: true })
    // In the middle of its first patch.
    const at = 3 * (info.width * 260 + 200)
    expect([...data.subarray(at, at + 3)]).toEqual([204, 179, 128])
    await page.keyboard.press('Escape')
    await dialogOf(page).waitFor({ state: 'hidden' })
  })
})

describe('of a plan', () => {
  let browser: OpenedBrowser
  let page: Page
  const teacher = new Client(url)
  let id = 0
  const plan = async () => (await teacher.call<PlanView>('GET', `/api/plans/${id}`)).body.plan

  beforeAll(async () => {
    browser = await openBrowser()
    page = browser.context.pages()[0]!
    await enterAsTeacher(page, url, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
    await teacher.teacher()
    id = (await teacher.call<PlanBookView>('GET', '/api/plans')).body.plans[0]!.id
  })
  afterAll(() => browser?.close())

  it('come into its wells once each, and are kept', async () => {
    const before = (await plan()).palette
    await page.goto(`${url}/plans/${id}`)
    await page.getByRole('tab', { name: 'Laid out' }).click()
    await page.getByRole('button', { name: 'Palettes …' }).click()
    await restingBox(dialogOf(page).getByRole('button', { name: 'Choose a file …' }))
    const [r, g, b] = before[0]!.colour
    await give(page, 'two.css', `:root { --known: rgb(${r} ${g} ${b}); --sea-green: #2e8b57; }`)
    await dialogOf(page).getByRole('button', { name: 'Into the plan’s wells: 2' }).click()
    await dialogOf(page).waitFor({ state: 'hidden' })
    const after = [...before, { name: 'sea green', colour: [46, 139, 87] }]
    await expect.poll(async () => (await plan()).palette, { timeout: 20_000 }).toEqual(after)
    await page.getByRole('button', { name: 'Palettes …' }).click()
    await restingBox(dialogOf(page).getByRole('button', { name: 'Save the file' }))
    const file = await saved(page, /^Design tokens/)
    expect(readPaletteText(file.bytes.toString()).wells).toEqual(after)
  })
})
