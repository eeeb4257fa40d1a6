import type { Page } from 'playwright-core'
import { strToU8, unzipSync, zipSync } from 'fflate'
import sharp from 'sharp'
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { contentHash, picturesIn, replay, type DrawingRecord } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { unpackPicture } from '#core/pictures'
import type { DrawingView, FolioView } from '#shared/views'
import { enterAsLearner } from './lib/browser'
import { offerFiles } from './lib/bring-in'
import { Client } from './lib/client'
import { drawWithMouse, placeOfSheet, restingBox } from './lib/draw'
import { drawingNumber, expectAccessible, expectKept, waitForSheet } from './lib/easel'
import { expectInReach } from './lib/reach'
import { openWalker, type Walker } from './lib/reach-walk'
import { url } from './lib/world'
import { zlib } from '../server/utils/zlib'

/** A drawing goes out as a layered file, and comes back the same; what other programs made comes in with its layers. */

const WHO = { code: 'KETTLE7', name: 'Kit Averne', pin: '9465' }
const SHEET = { width: 700, height: 500 }
let walker: Walker
let page: Page
let client: Client
let drawing = 0
let saved = new Uint8Array()

const stack = () => page.getByRole('complementary', { name: 'Stack of layers' })
const saveCard = () => page.getByRole('dialog', { name: 'Save a picture' })

async function recordOf(id: number): Promise<DrawingRecord> {
  await expectKept(page)
  const { plan, entries } = (await client.call<DrawingView>('GET', `/api/drawings/${id}`)).body
  return { version: 1, sheet: plan.sheet, entries: [...entries] }
}
/** The drawing as a server would replay it, by its content. */
async function hashOf(id: number): Promise<string> {
  const record = await recordOf(id)
  const kernels = loadKernels()
  for (const name of picturesIn(record.entries)) {
    const answer = await page.request.get(`${url}/api/paint/${name.hash}`)
    kernels.pictures.set(name.hash, await unpackPicture(await answer.body(), name, zlib))
  }
  return contentHash(replay(kernels, record).drawing)
}

beforeAll(async () => {
  client = await new Client(url).learner(WHO.name, WHO.pin)
  const sheet = { ...SHEET, paper: [238, 232, 214], texture: { name: 'canvas', under: 50, over: 30 } }
  drawing = (await client.call<{ id: number }>('POST', '/api/sheets', { title: 'In layers', sheet })).body.id
  walker = await openWalker()
  page = walker.page
  await enterAsLearner(page, url, WHO)
  await page.goto(`${url}/easel/${drawing}`)
  await waitForSheet(page)
})
afterAll(() => walker.browser.close())

describe('a drawing in layers', () => {
  it('is saved as a layered file', async () => {
    const at = await placeOfSheet(page.locator('.window'), SHEET)
    await drawWithMouse(
      page,
      at,
      [
        [80, 90],
        [260, 210],
        [420, 140],
      ],
      7,
    )
    await stack().getByRole('button', { name: 'Lay a new sheet on the live one' }).click()
    await drawWithMouse(
      page,
      at,
      [
        [120, 300],
        [300, 220],
        [520, 330],
      ],
      7,
    )
    await expectKept(page)
    await page.getByRole('button', { name: 'Save a picture' }).click()
    await saveCard()
      .getByRole('radio', { name: /^All its layers OpenRaster/ })
      .check()
    await expectAccessible(page, '[role=dialog]')
    await walker.inEveryWindow('saving layers', where => expectInReach(page, `on ${where}`))
    const coming = page.waitForEvent('download')
    await saveCard().getByRole('button', { name: 'Save it' }).click()
    const download = await coming
    expect(download.suggestedFilename()).toMatch(/\.ora$/)
    saved = new Uint8Array(readFileSync(await download.path()))
    const parts = unzipSync(saved)
    expect(Object.keys(parts)).toEqual(
      expect.arrayContaining(['mimetype', 'stack.xml', 'mergedimage.png', 'Thumbnails/thumbnail.png']),
    )
    const merged = await sharp(parts['mergedimage.png']).metadata()
    expect([merged.width, merged.height]).toEqual([SHEET.width, SHEET.height])
  })

  it('is saved as an SVG, which this browser draws as it is here', async () => {
    await page.getByRole('button', { name: 'Save a picture' }).click()
    await saveCard()
      .getByRole('radio', { name: /^All its layers, for a page/ })
      .check()
    const coming = page.waitForEvent('download')
    await saveCard().getByRole('button', { name: 'Save it' }).click()
    const download = await coming
    expect(download.suggestedFilename()).toMatch(/\.svg$/)
    const svg = readFileSync(await download.path(), 'utf8')
    const drawn = await page.evaluate(async text => {
      const image = new Image()
      image.src = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }))
      await image.decode()
      const canvas = document.createElement('canvas')
      ;[canvas.width, canvas.height] = [image.naturalWidth, image.naturalHeight]
      const context = canvas.getContext('2d')!
      context.drawImage(image, 0, 0)
      return [...context.getImageData(0, 0, canvas.width, canvas.height).data]
    }, svg)
    const merged = await sharp(unzipSync(saved)['mergedimage.png']).ensureAlpha().raw().toBuffer()
    expect(drawn.length).toBe(merged.length)
    const far = drawn.filter((value, i) => Math.abs(value - merged[i]!) > 2).length
    expect(far / drawn.length).toBeLessThan(0.0005)
  })

  it('comes back on a sheet of its own, and is the same drawing', async () => {
    const before = await hashOf(drawing)
    await page.goto(`${url}/folio`)
    await page.getByRole('button', { name: /^A new sheet/ }).click()
    const card = page.getByRole('dialog', { name: 'A sheet of your own' })
    await restingBox(card.getByRole('button', { name: 'From a layered file …' }))
    await expectInReach(page, 'on a sheet of your own')
    await card
      .getByLabel('A layered file')
      .setInputFiles([{ name: 'in layers.ora', mimeType: 'image/openraster', buffer: Buffer.from(saved) }])
    await page.waitForURL(/\/easel\/-?\d+/)
    await waitForSheet(page)
    await expect.poll(async () => (await recordOf(drawingNumber(page))).entries.length).toBeGreaterThan(0)
    const again = drawingNumber(page)
    expect(again).not.toBe(drawing)
    expect(await hashOf(again)).toBe(before)
    const folio = (await client.call<FolioView>('GET', '/api/folio')).body
    expect(JSON.stringify(folio)).toContain('in layers')
  })
})

describe('a file of another program', () => {
  it('comes in with its layers, in a group of its own, in the middle; what it lacks here is said; undone as one', async () => {
    await page.goto(`${url}/easel/${drawing}`)
    await waitForSheet(page)
    const png = await sharp({ create: { width: 120, height: 80, channels: 4, background: '#2a6a4acc' } })
      .png()
      .toBuffer()
    const xml = `<image version="0.0.3" w="300" h="200"><stack>
      <stack name="boats"><layer name="sail" src="data/a.png" x="20" y="30" opacity="0.5" composite-op="svg:multiply"/></stack>
      <layer name="gone" src="data/a.png" composite-op="svg:dst-out"/></stack></image>`
    const file = zipSync({
      mimetype: [strToU8('image/openraster'), { level: 0 }],
      'stack.xml': strToU8(xml),
      'data/a.png': new Uint8Array(png),
    })
    const bring = async (name: string, bytes: Uint8Array) => {
      const card = await offerFiles(page, [{ name, mimeType: '', buffer: Buffer.from(bytes) }])
      await card.getByRole('button', { name: 'Onto the sheet' }).click()
    }
    await bring('harbour.ora', file)
    await page.getByText(/“gone” takes paint away there/).waitFor()
    await stack().getByText('sail').first().waitFor()
    const brought = (await recordOf(drawing)).entries.findLast(
      each => each.type === 'act' && each.act.kind === 'bring-stack',
    )
    const act = brought?.type === 'act' && brought.act.kind === 'bring-stack' ? brought.act : null
    expect(act!.groups!.map(({ name }) => name)).toEqual(['harbour', 'boats'])
    expect(act!.layers.map(({ name, opacity, mode, visible }) => [name, opacity, mode, visible])).toEqual([
      ['gone', 100, undefined, false],
      ['sail', 50, 'multiply', true],
    ])
    // In the middle of 700 × 500.
    expect(act!.layers[1]!.paint).toMatchObject([{ x: 220, y: 180 }])
    await page.getByRole('button', { name: /^Undo/ }).click()
    await stack().getByText('sail').first().waitFor({ state: 'hidden' })
    await bring('broken.ora', file.subarray(0, 200))
    await page
      .getByText(/“broken.ora”/)
      .first()
      .waitFor()
  })
})

describe('an SVG', () => {
  it('has its lines drawn with the tool in hand: one stroke each, where they lie, nothing of it run or fetched', async () => {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="10 10 400 300" onload="document.title='run'">
      <script>document.title = 'run'</script>
      <defs><path d="M0 0L99 99"/></defs>
      <g transform="translate(10 10)"><line x1="20" y1="30" x2="220" y2="30"/></g>
      <path d="M60 100h80M200 100h80"/>
      <circle cx="210" cy="200" r="50" fill="url(http://127.0.0.1:1/elsewhere#a)"/>
      <rect x="10" y="10" width="20" height="20" display="none"/></svg>`
    const file = { name: 'mooring.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) }
    const card = await offerFiles(page, [file])
    await card.getByRole('button', { name: 'Onto the sheet' }).click()
    await page.getByRole('dialog', { name: 'How large?' }).getByRole('button', { name: 'Its lines as strokes' }).click()
    await stack().getByText('mooring').first().waitFor()
    const strokes = async () => {
      const { entries } = await recordOf(drawing)
      const layer = entries.flatMap(each =>
        each.type === 'act' && each.act.kind === 'layer-add' && each.act.name === 'mooring' ? [each.act.layer] : [],
      )[0]
      return entries.flatMap(each =>
        each.type === 'act' && each.act.kind === 'stroke' && each.act.layer === layer ? [each.act] : [],
      )
    }
    await expect.poll(async () => (await strokes()).length).toBe(4)
    // In the middle of 700 × 500: 400 × 300 begins at 150, 100; the view box at 10, 10.
    const boxes = (await strokes()).map(({ samples }) => {
      const of = (k: number) => samples.filter((_, i) => i % 4 === k).map(value => value / 16)
      return [Math.min(...of(0)), Math.min(...of(1)), Math.max(...of(0)), Math.max(...of(1))].map(Math.round)
    })
    expect(boxes).toEqual([
      [170, 130, 370, 130],
      [200, 190, 280, 190],
      [340, 190, 420, 190],
      [300, 240, 400, 340],
    ])
    expect(await page.title()).not.toBe('run')
  })

  it('is taken back as it came: all its strokes with their layer, at one go', async () => {
    await page.getByRole('button', { name: 'Undo (Ctrl Z)' }).first().click()
    await stack().getByText('mooring').first().waitFor({ state: 'detached' })
    await page.getByRole('button', { name: 'Redo' }).first().click()
    await stack().getByText('mooring').first().waitFor()
  })

  it('lies over the sheet as a guide, along which a hand’s strokes run', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 700 500"><circle cx="350" cy="250" r="150"/></svg>'
    const card = await offerFiles(page, [{ name: 'buoy.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) }])
    await card.getByRole('button', { name: 'Onto the sheet' }).click()
    await page.getByRole('dialog', { name: 'How large?' }).getByRole('button', { name: 'As guides' }).click()
    const guides = page.locator('.guides canvas').first()
    await guides.waitFor()
    const before = (await recordOf(drawing)).entries.length
    await drawWithMouse(
      page,
      await placeOfSheet(page.locator('.window'), SHEET),
      Array.from({ length: 40 }, (_, i) => [350 + 152 * Math.cos(i / 8), 250 + 152 * Math.sin(i / 8)] as const),
      9,
      { sway: 9 },
    )
    const strokes = async () =>
      (await recordOf(drawing)).entries
        .slice(before)
        .flatMap(each => (each.type === 'act' && each.act.kind === 'stroke' ? [each.act] : []))
    await expect.poll(async () => (await strokes()).length).toBe(1)
    const { samples } = (await strokes())[0]!
    const off = Array.from({ length: samples.length / 4 }, (_, i) =>
      Math.abs(Math.hypot(samples[4 * i]! / 16 - 350, samples[4 * i + 1]! / 16 - 250) - 150),
    )
    expect(off.length).toBeGreaterThan(10)
    expect(Math.max(...off)).toBeLessThan(1)
  })
})
