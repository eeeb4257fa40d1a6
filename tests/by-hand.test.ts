import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SAMPLE_FIELDS, unpackSample } from '#core/brush'
import { replay, type Act } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { layersIn, stackOf } from '#core/layers'
import { paintBox } from '#core/moving'
import { arc, type Point } from '#demo/hand'
import type { DrawingView } from '#shared/views'
import { enterAsLearner, openBrowser, type OpenedBrowser } from './lib/browser'
import { openClass } from './lib/class'
import { Client } from './lib/client'
import { drawWithMouse, onPage, type Placed } from './lib/draw'
import { drawingNumber, expectKept, switchTruingOff, waitForSheet } from './lib/easel'
import { url } from './lib/world'

/**
 * The Easel worked by hand on ordinary windows: keys after fields, words that are asked for, typed figures, layers
 * together, what is in hand when somebody leaves.
 */

const teacher = new Client(url)
const kernels = loadKernels()
const SHEET = { width: 1600, height: 1200, paper: [250, 248, 242] as const }

describe.each([
  { width: 1280, height: 800 },
  { width: 1024, height: 768 },
])('$width × $height', ({ width, height }) => {
  let browser: OpenedBrowser
  let page: Page
  let at: Placed
  let client: Client

  beforeAll(async () => {
    await teacher.teacher()
    const own = await openClass(url, teacher, `By hand ${width}`, ['Hedda Quill'])
    client = own.clients[0]!
    browser = await openBrowser({ width, height })
    page = browser.context.pages()[0]!
    await enterAsLearner(page, url, {
      code: own.slips.code,
      name: own.slips.slips[0]!.name,
      pin: own.slips.slips[0]!.pin,
    })
    await openSheet('A sheet by hand')
    await switchTruingOff(page)
  })
  afterAll(() => browser.close())

  async function openSheet(title: string): Promise<void> {
    const { body } = await client.call<{ id: number }>('POST', '/api/sheets', { title, sheet: SHEET })
    await page.goto(`${url}/easel/${body.id}`)
    at = await waitForSheet(page)
  }
  const entries = async () => {
    await expectKept(page)
    return (await client.call<DrawingView>('GET', `/api/drawings/${drawingNumber(page)}`)).body.entries
  }
  const acts = async <K extends Act['kind']>(kind: K) =>
    (await entries()).flatMap(entry =>
      entry.type === 'act' && entry.act.kind === kind ? [entry.act as Extract<Act, { kind: K }>] : [],
    )
  const actsOnce = async <K extends Act['kind']>(kind: K, count: number) => {
    await expect.poll(async () => (await acts(kind)).length, { timeout: 20_000 }).toBe(count)
    return acts(kind)
  }
  const undos = async () => (await entries()).filter(entry => entry.type === 'undo').length
  const ring = (x: number, y: number, radius = 60): Point[] => arc(x, y, radius, radius)
  const drag = async (from: Point, to: Point) => {
    await page.mouse.move(...onPage(at, from))
    await page.mouse.down()
    await page.mouse.move(...onPage(at, to), { steps: 8 })
    await page.mouse.up()
  }
  const stencil = async (name: string) => {
    await page.getByRole('button', { name: 'Stencils' }).click()
    await page.locator('.choice', { hasText: name }).click()
    await page.locator('.card.choices').waitFor({ state: 'hidden' })
  }
  const size = () => page.getByLabel('Size', { exact: true }).and(page.locator('input[type=number]'))

  describe('keys', () => {
    it('undo takes a stroke back although a number was typed before, and the number stays', async () => {
      await size().fill('31')
      await drawWithMouse(page, at, ring(400, 400), 1)
      await actsOnce('stroke', 1)
      await page.keyboard.press('Control+z')
      await expect.poll(undos).toBe(1)
      expect(await size().inputValue()).toBe('31')
    })

    it('undo in a number takes back what is being typed there, and no stroke', async () => {
      await drawWithMouse(page, at, ring(400, 400), 2)
      await actsOnce('stroke', 2)
      await size().click()
      await page.keyboard.press('Control+a')
      await page.keyboard.type('77')
      await page.keyboard.press('Control+z')
      await expect.poll(() => size().inputValue()).not.toBe('77')
      expect(await undos()).toBe(1)
      await size().fill('24')
    })

    it('Enter settles a shape although a box was ticked before', async () => {
      await stencil('Box')
      await page.getByLabel('fill', { exact: true }).check()
      await drag([900, 300], [1100, 420])
      await page.getByLabel('fill', { exact: true }).uncheck()
      await page.keyboard.press('Enter')
      const [box] = await actsOnce('shape', 1)
      expect(box).toMatchObject({ form: 'box', fill: null })
      await stencil('Free hand')
    })

    it('a layer that is renamed takes the words, and nothing else hears them', async () => {
      const colour = await page.getByRole('button', { name: /^Colour in hand/ }).getAttribute('aria-label')
      await page
        .getByRole('button', { name: /^More for / })
        .first()
        .click()
      await page
        .getByRole('listitem')
        .filter({ hasText: 'Rename' })
        .or(page.locator('.v-overlay--active').getByText('Rename', { exact: true }))
        .first()
        .click()
      await page.getByLabel('New name').waitFor()
      await page.keyboard.type('Sketch')
      await page.keyboard.press('Enter')
      await page.getByRole('radio', { name: /^Sketch/ }).waitFor()
      expect(await page.getByRole('button', { name: /^Colour in hand/ }).getAttribute('aria-label')).toBe(colour)
      expect(await page.getByRole('group', { name: 'The part' }).count()).toBe(0)
      expect(await actsOnce('layer-rename', 1)).toMatchObject([{ name: 'Sketch' }])
    })

    it('two fingers tapped undo, three do it again', async () => {
      const before = await undos()
      const session = await page.context().newCDPSession(page)
      const tap = async (fingers: number) => {
        const touchPoints = Array.from({ length: fingers }, (_, id) => {
          const [x, y] = onPage(at, [700 + 160 * id, 700])
          return { x, y, id }
        })
        await session.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints })
        await session.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
      }
      await tap(2)
      await expect.poll(undos).toBe(before + 1)
      await tap(3)
      await expect.poll(async () => (await entries()).filter(entry => entry.type === 'redo').length).toBe(1)
    })
  })

  describe('figures that are typed', () => {
    it('set a fine slider, and arrow keys move it by a sensible step', async () => {
      await page.getByRole('button', { name: /^More of this tool/ }).click()
      const typed = page.getByLabel(/^Hard edge, /)
      await typed.fill('35')
      await typed.press('Enter')
      const knob = page.getByRole('slider', { name: 'Hard edge' })
      await expect.poll(() => knob.getAttribute('aria-valuenow')).toBe('35')
      await knob.focus()
      await page.keyboard.press('ArrowRight')
      await expect.poll(() => typed.inputValue()).toBe('36')
      await page.keyboard.press('Escape')
      await page.locator('.card.more').waitFor({ state: 'hidden' })
    })

    it('mix a colour: as hex, as red, green and blue, and by lightness', async () => {
      const inHand = page.getByRole('button', { name: /^Colour in hand/ })
      const shown = () => inHand.evaluate(each => getComputedStyle(each).backgroundColor)
      await inHand.click()
      const hex = page.getByLabel('sRGB as hex, six digits')
      await hex.fill('#3f6bb0')
      await hex.press('Enter')
      await expect.poll(shown).toBe('rgb(63, 107, 176)')
      const red = page
        .locator('.figures label')
        .filter({ hasText: /^\s*red/i })
        .locator('input')
      await red.fill('200')
      await red.press('Enter')
      await expect.poll(shown).toBe('rgb(200, 107, 176)')
      const lightness = page
        .locator('.figures label')
        .filter({ hasText: /^\s*lightness/i })
        .locator('input')
      await lightness.fill('30')
      await lightness.press('Enter')
      await expect.poll(async () => Number((await shown()).match(/\d+/)![0])).toBeLessThan(170)
      await hex.fill('3f6bzz')
      await hex.press('Enter')
      await page.getByText(/Six digits/).waitFor()
      await page.keyboard.press('Escape')
      await hex.waitFor({ state: 'hidden' })
    })
  })

  describe('layers', () => {
    const leaf = (name: RegExp) => page.getByRole('radio', { name })
    const boundsOf = async () => {
      const { drawing } = replay(kernels, { version: 1, sheet: SHEET as never, entries: await entries() })
      return stackOf(drawing)
        .flatMap(layersIn)
        .map(layer => paintBox(drawing.sheet, layer))
        .filter(box => box !== null)
    }

    it('chosen together are brought into line, moved as one part, and grouped', async () => {
      await openSheet('Two together')
      await drawWithMouse(page, at, ring(300, 300), 1)
      await page.getByRole('button', { name: 'Lay a new sheet on the live one' }).click()
      await leaf(/^Layer 2, empty/).waitFor()
      await drawWithMouse(page, at, ring(700, 600), 2)
      await actsOnce('stroke', 2)
      await page
        .locator('.leaf')
        .last()
        .click({ modifiers: ['Control'] })
      const together = page.getByRole('region', { name: 'Layers chosen together' })
      await together.getByText('2 chosen').waitFor()
      await together.getByRole('button', { name: 'To the left of one another' }).click()
      await expect.poll(async () => new Set((await boundsOf()).map(box => box.x0)).size, { timeout: 20_000 }).toBe(1)
      const [before] = await boundsOf()
      const count = (await acts('move-layers')).length
      await together.getByRole('button', { name: 'Move as one' }).click()
      const part = page.getByRole('group', { name: 'The part' })
      await part.getByRole('button', { name: 'Settle' }).waitFor()
      for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight')
      await page.keyboard.press('Enter')
      await actsOnce('move-layers', count + 1)
      const after = await boundsOf()
      expect(after.map(box => box.x0)).toEqual([before!.x0 + 30, before!.x0 + 30])
      await together.getByRole('button', { name: 'Group' }).click()
      expect((await actsOnce('stack-group', 1))[0]!.items).toHaveLength(2)
      await page.keyboard.press('Control+z')
    })

    it('a part in hand is brought into line with the sheet', async () => {
      await page.getByRole('button', { name: /^Knife/ }).click()
      await page.getByRole('button', { name: 'The paint of this layer', exact: true }).click()
      const part = page.getByRole('group', { name: 'The part' })
      await part.getByRole('button', { name: 'Move', exact: true }).click()
      await page.mouse.click(...onPage(at, [800, 610]))
      await part.getByRole('button', { name: 'To the middle across of the sheet' }).click()
      await part.getByRole('button', { name: 'To the middle down of the sheet' }).click()
      await part.getByRole('button', { name: 'Settle' }).click()
      await actsOnce('move', 1)
      const middles = (await boundsOf()).map(box => [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2])
      expect(
        middles.some(([x, y]) => Math.abs(x! - 800) <= 1.5 && Math.abs(y! - 600) <= 1.5),
        JSON.stringify(middles),
      ).toBe(true)
    })
  })

  describe('shapes', () => {
    const outlineOf = ({ outline }: Extract<Act, { kind: 'shape' }>): Point[] =>
      Array.from({ length: outline.length / 2 }, (_, i) => [outline[2 * i]! / 16, outline[2 * i + 1]! / 16])

    it('snap to squares, to the middle and to the thirds, and not with Alt', async () => {
      await openSheet('Lying against lines')
      await stencil('Box')
      // A corner a little off the middle of the sheet, the other a little off its thirds (533, 400).
      await drag([796, 604], [530, 397])
      await page.keyboard.press('Enter')
      const [snapped] = await actsOnce('shape', 1)
      const xs = outlineOf(snapped!).map(([x]) => x)
      const ys = outlineOf(snapped!).map(([, y]) => y)
      expect([Math.max(...xs), Math.max(...ys)]).toEqual([800, 600])
      await page.keyboard.down('Alt')
      await drag([796, 604], [530, 397])
      await page.keyboard.up('Alt')
      await page.keyboard.press('Enter')
      const [, free] = await actsOnce('shape', 2)
      expect(Math.max(...outlineOf(free!).map(([x]) => x))).not.toBe(800)
    })

    it('corners are set by taps, one after the other', async () => {
      await stencil('Corners, one after the other')
      const corners: Point[] = [
        [200, 900],
        [350, 700],
        [520, 980],
      ]
      for (const corner of corners) await page.mouse.click(...onPage(at, corner))
      await page.keyboard.press('Enter')
      const shape = (await actsOnce('shape', 3)).at(-1)!
      expect(shape.form).toBe('polyline')
      for (const [x, y] of corners)
        expect(Math.min(...outlineOf(shape).map(([px, py]) => Math.hypot(px - x, py - y)))).toBeLessThan(8)
      await stencil('Free hand')
    })

    it('squares that are followed take the nearest line, and leave a stroke across them free', async () => {
      await page.getByRole('button', { name: 'Guides' }).click()
      await page.locator('.add', { hasText: 'Squares' }).click()
      const squares = page.getByRole('region', { name: 'Squares' })
      await squares.getByRole('checkbox', { name: 'strokes follow' }).check()
      const spacing = Number(await squares.getByLabel(/^Spacing, /).inputValue())
      await page.keyboard.press('Escape')
      await page.locator('.card.guides').waitFor({ state: 'hidden' })
      const line = (i: number) => 800 + spacing * i
      await drawWithMouse(
        page,
        at,
        [
          [300, 600 + spacing * 2 + 9],
          [900, 600 + spacing * 2 + 12],
        ],
        31,
      )
      await drawWithMouse(
        page,
        at,
        [
          [300, 200],
          [600, 500],
        ],
        32,
      )
      const [along, across] = (await actsOnce('stroke', 2)).map(({ samples }) =>
        Array.from({ length: samples.length / SAMPLE_FIELDS }, (_, i) => unpackSample(samples, i)),
      )
      expect(line(0)).toBe(800)
      for (const { y } of along!) expect(Math.abs(y - (600 + spacing * 2)), `y ${y}`).toBeLessThan(0.2)
      expect(across!.at(-1)!.y - across![0]!.y).toBeGreaterThan(200)
      await page.getByRole('button', { name: 'Guides' }).click()
      await page.getByRole('button', { name: 'Take Squares away' }).click()
      await page.keyboard.press('Escape')
      await page.locator('.card.guides').waitFor({ state: 'hidden' })
    })
  })

  describe('what is in hand', () => {
    it('is on the picture that is saved', async () => {
      await openSheet('In hand')
      await stencil('Box')
      await drag([300, 300], [700, 620])
      await page.getByRole('button', { name: 'Save a picture' }).click()
      const saved = page.waitForEvent('download')
      await page.getByRole('button', { name: 'Save it' }).click()
      const { data, info } = await sharp(await (await saved).path())
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true })
      const [settled] = await actsOnce('shape', 1)
      expect(settled!.form).toBe('box')
      // On the box's left side lies its line.
      const darkest = Math.min(...Array.from({ length: 21 }, (_, i) => data[4 * (450 * info.width + 290 + i)]!))
      expect(darkest).toBeLessThan(200)
      await stencil('Free hand')
    })

    it('letters are solid unless asked, and settled when somebody leaves', async () => {
      await page.getByRole('slider', { name: 'Strength' }).first().focus()
      await page.keyboard.press('Home')
      await page.getByRole('button', { name: /^Knife/ }).click()
      await page.getByRole('button', { name: 'Letters', exact: true }).click()
      await page.mouse.click(...onPage(at, [450, 800]))
      await page.getByLabel('The words').fill('Mole')
      const drawing = drawingNumber(page)
      await page.getByRole('link', { name: 'Back to the folio' }).click()
      await page.getByRole('heading', { name: /folio/ }).waitFor()
      const lettering = async () =>
        (await client.call<DrawingView>('GET', `/api/drawings/${drawing}`)).body.entries.flatMap(entry =>
          entry.type === 'act' && entry.act.kind === 'lettering' ? [entry.act] : [],
        )
      await expect
        .poll(async () => (await lettering()).map(({ text, opacity }) => [text, opacity]), { timeout: 20_000 })
        .toEqual([['Mole', 100]])
    })

    it('a crop is asked about when somebody leaves', async () => {
      await openSheet('A crop in hand')
      await page.getByRole('button', { name: /^The sheet: paper/ }).click()
      await page.getByRole('button', { name: /Crop/ }).click()
      await page
        .getByRole('radio', { name: '1 : 1' })
        .or(page.getByRole('radio', { name: /square/i }))
        .first()
        .click()
      const drawing = drawingNumber(page)
      page.once('dialog', dialog => void dialog.accept())
      await page.getByRole('link', { name: 'Back to the folio' }).click()
      await page.getByRole('heading', { name: /folio/ }).waitFor()
      const cuts = async () =>
        (await client.call<DrawingView>('GET', `/api/drawings/${drawing}`)).body.entries.filter(
          entry => entry.type === 'act' && entry.act.kind === 'sheet-cut',
        ).length
      await expect.poll(cuts, { timeout: 20_000 }).toBe(1)
    })
  })

  describe('the ledge', () => {
    it('says when a tip erases, and lets it paint again', async () => {
      await openSheet('Erasing')
      await page.getByRole('button', { name: /^More of this tool/ }).click()
      await page.getByLabel('Erase with this tip').check()
      await page.keyboard.press('Escape')
      await page.locator('.card.more').waitFor({ state: 'hidden' })
      await page.getByRole('button', { name: 'erases' }).click()
      await page.getByRole('button', { name: 'erases' }).waitFor({ state: 'hidden' })
    })

    it('has stamps that lie smaller and turned by chance', async () => {
      await page.getByRole('button', { name: /Cupboard/ }).click()
      await page.locator('.shelf .stored').filter({ hasText: /Stamp/ }).first().click()
      await page.locator('.shelf').first().waitFor({ state: 'hidden' })
      await page.getByRole('button', { name: /^More of this tool/ }).click()
      await page.getByLabel(/^Smaller by chance, /).fill('60')
      await page.getByLabel(/^Smaller by chance, /).press('Enter')
      await page.getByLabel(/^Turned by chance, /).fill('90')
      await page.getByLabel(/^Turned by chance, /).press('Enter')
      await page.keyboard.press('Escape')
      await page.locator('.card.more').waitFor({ state: 'hidden' })
      await drawWithMouse(
        page,
        at,
        [
          [200, 300],
          [1300, 900],
        ],
        51,
      )
      const [{ tool }] = (await actsOnce('stroke', 1)) as [Extract<Act, { kind: 'stroke' }>]
      expect('tip' in tool && tool.tip).toMatchObject({ kind: 'shape', shrinks: 60, sways: 90 })
    })
  })

  describe('a bar that comes while the hand draws', () => {
    it('leaves the view and the stroke alone', async () => {
      await openSheet('Under a bar')
      const window = page.locator('.window')
      const before = (await window.boundingBox())!
      const cookies = await browser.context.cookies()
      let letGo = () => {}
      const isUnderWay = new Promise<void>(resolve => {
        letGo = resolve
      })
      await page.route('**/api/drawings/*/batches', async route => {
        await isUnderWay
        await browser.context.clearCookies()
        await route.fulfill({ status: 401, json: await (await fetch(`${url}/api/folio`)).json() })
      })
      await drawWithMouse(page, at, ring(1200, 300), 61)
      await page.mouse.move(...onPage(at, [300, 300]))
      await page.mouse.down()
      await page.mouse.move(...onPage(at, [500, 400]), { steps: 5 })
      letGo()
      await page.locator('.bars').getByRole('button').first().waitFor({ state: 'attached', timeout: 20_000 })
      expect(await window.boundingBox()).toEqual(before)
      await page.mouse.move(...onPage(at, [900, 700]), { steps: 10 })
      await page.mouse.up()
      await page.unroute('**/api/drawings/*/batches')
      await browser.context.addCookies(cookies)
      await page.reload()
      at = await waitForSheet(page)
      const { samples } = (await actsOnce('stroke', 2)).at(-1)!
      const { x, y } = unpackSample(samples, samples.length / SAMPLE_FIELDS - 1)
      expect(Math.hypot(x - 900, y - 700)).toBeLessThan(20)
    })
  })
})
