import { readFileSync } from 'node:fs'
import { deflateSync } from 'node:zlib'
import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { replay } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { showDrawing } from '#core/layers'
import { settledPixels } from '#core/pictures'
import type { DrawingView, FolioView, HandInView } from '#shared/views'
import { comeInAsLearner, enterAsLearner, openBrowser, type OpenedBrowser } from './lib/browser'
import { offerFiles, type OfferedFile } from './lib/bring-in'
import { Client } from './lib/client'
import { onPage, placeOfSheet, type Placed } from './lib/draw'
import { expectAccessible, expectKept, waitForSheet } from './lib/easel'
import { namedPicture } from './lib/pictures'
import { url } from './lib/world'

/** What people bring along becomes paint: chosen, dropped, pasted; in hand; the same on every device. */

const WHO = { code: 'KETTLE7', name: 'Hanne Moorcroft', pin: '5531' }
const SHEET = { width: 800, height: 600 }

/** A made photograph: soft, noisy, with half-clear px where it is asked. */
function photograph(width: number, height: number, isFaint = false): Buffer {
  const pixels = Buffer.alloc(4 * width * height)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const shade = 90 + 70 * Math.sin(x / 40) * Math.cos(y / 31) + ((x * 7919 + y * 104_729) % 13)
      pixels.set([shade, 0.8 * shade, 200 - shade, isFaint ? (3 * x + y) % 256 : 255], 4 * (y * width + x))
    }
  }
  return pixels
}
const rawOf = (width: number, height: number) => ({ raw: { width, height, channels: 4 as const } })
const faint = photograph(300, 200, true)

let browser: OpenedBrowser
let page: Page
let at: Placed
let client: Client
let drawing = 0

const stack = () => page.getByRole('complementary', { name: 'Stack of layers' })
const dialog = () => page.getByRole('dialog', { name: 'Bring a picture in' })
const settle = () => page.getByRole('group', { name: 'The part' }).getByRole('button', { name: 'Settle' })
async function choose(...files: OfferedFile[]): Promise<void> {
  const card = await offerFiles(page, files)
  await card.getByRole('button', { name: 'Onto the sheet' }).click()
}
/** What was said is read. */
async function closeNotices(): Promise<void> {
  const close = page.getByRole('button', { name: 'Close' })
  for (let left = await close.count(); left > 0; left--) {
    await close.first().click()
    await expect.poll(() => close.count()).toBe(left - 1)
  }
}
const record = async () => (await client.call<DrawingView>('GET', `/api/drawings/${drawing}`)).body
async function acts() {
  await expectKept(page)
  return (await record()).entries.flatMap(each =>
    each.type === 'act' && each.act.kind === 'bring-in' ? [each.act] : [],
  )
}
const broughtIn = async (count: number) => {
  await expect.poll(async () => (await acts()).length, { timeout: 30_000 }).toBe(count)
  return (await acts()).at(-1)!
}

beforeAll(async () => {
  client = await new Client(url).learner(WHO.name, WHO.pin)
  const sheet = { ...SHEET, paper: [255, 255, 255] }
  drawing = (await client.call<{ id: number }>('POST', '/api/sheets', { title: 'Brought along', sheet })).body.id
  browser = await openBrowser()
  page = browser.context.pages()[0]!
  await enterAsLearner(page, url, WHO)
  await page.goto(`${url}/easel/${drawing}`)
  await waitForSheet(page)
  at = await placeOfSheet(page.locator('.window'), SHEET)
})
afterAll(() => browser.close())

describe('a picture', () => {
  it('is in hand until it is settled, moved by keys, and has faint px as they are', async () => {
    const { hash } = (await namedPicture({ width: 300, height: 200, pixels: new Uint8Array(faint) })).name
    await choose({ name: 'tide line.png', buffer: await sharp(faint, rawOf(300, 200)).png().toBuffer() })
    await settle().waitFor()
    await expectAccessible(page, '.strip')
    await page.keyboard.press('ArrowRight')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
    const act = await broughtIn(1)
    // In the middle, px for px, then moved by keys.
    expect(act.to.points.slice(0, 2)).toEqual([16 * 251, 16 * 202])
    expect(act).toMatchObject({ own: { name: 'tide line' }, picture: { hash, width: 300, height: 200 } })
    await stack().getByText('tide line').first().waitFor()
    expect(await page.locator('.bar .live').textContent()).toContain('tide line')
  })

  it('keeps its proportion at a corner, is flipped and turned, and comes over the live sheet', async () => {
    const buffer = await sharp(photograph(240, 160), rawOf(240, 160)).jpeg({ quality: 92 }).toBuffer()
    await choose({ name: 'shed.jpg', mimeType: 'image/jpeg', buffer })
    await settle().waitFor()
    const part = page.getByRole('group', { name: 'The part' })
    // Its lower right corner, half as far from the upper left one.
    await drag([520, 380], [400, 300])
    await part.getByRole('button', { name: 'Flip left and right' }).click()
    await part.getByLabel('on a sheet of its own').uncheck()
    await settle().click()
    const act = await broughtIn(2)
    const [ax, ay, bx, by, cx, cy] = act.to.points.map(value => value / 16) as [
      number,
      number,
      number,
      number,
      number,
      number,
    ]
    expect([ay, cx]).toEqual([by, bx])
    expect(ax - bx).toBeGreaterThan(90)
    expect(ax - bx).toBeLessThan(150)
    expect((ax - bx) / (cy - by)).toBeCloseTo(1.5, 1)
    expect(act.own).toBeUndefined()
    expect(act.layer).toBe((await acts())[0]!.layer)
  })

  it('is left out again, and undone as one', async () => {
    await choose({ name: 'gone.png', buffer: await sharp(faint, rawOf(300, 200)).png().toBuffer() })
    await settle().waitFor()
    await page.keyboard.press('Escape')
    await settle().waitFor({ state: 'hidden' })
    await choose({ name: 'undone.png', buffer: await sharp(faint, rawOf(300, 200)).png().toBuffer() })
    await settle().click()
    await stack().getByText('undone').first().waitFor()
    await page.getByRole('button', { name: /^Undo/ }).click()
    await stack().getByText('undone').first().waitFor({ state: 'hidden' })
    expect(await stack().getByText('gone').count()).toBe(0)
  })

  async function drag(from: readonly [number, number], to: readonly [number, number]): Promise<void> {
    const [x, y] = onPage(at, from)
    await page.mouse.move(x, y)
    await page.mouse.down()
    const [ex, ey] = onPage(at, to)
    for (let i = 1; i <= 8; i++) await page.mouse.move(x + ((ex - x) * i) / 8, y + ((ey - y) * i) / 8)
    await page.mouse.up()
  }
})

describe('files of every kind', () => {
  it('are told by what stands in them; what is none is refused, and the next one comes in', async () => {
    const scan = await sharp(photograph(120, 90), rawOf(120, 90)).removeAlpha().tiff({ compression: 'lzw' }).toBuffer()
    const before = (await acts()).length
    await choose(
      { name: 'empty.png', buffer: Buffer.alloc(0) },
      { name: 'liar.png', buffer: Buffer.from('a list of colours') },
      { name: 'cut.png', buffer: (await sharp(faint, rawOf(300, 200)).png().toBuffer()).subarray(0, 900) },
      { name: 'scan.png', buffer: scan },
    )
    await settle().waitFor()
    for (const words of ['“empty.png”: This file is empty.', '“liar.png”: This is no picture', '“cut.png”: This is no'])
      await page.getByText(words).waitFor()
    await settle().click()
    const act = await broughtIn(before + 1)
    expect(act).toMatchObject({ own: { name: 'scan' }, picture: { width: 120, height: 90 } })
    // TIFF has no loss: what is named is what was scanned.
    const { name } = await namedPicture({ width: 120, height: 90, pixels: new Uint8Array(photograph(120, 90)) })
    expect(act.picture).toEqual(name)
    await closeNotices()
  })

  it('a telephone’s HEIC comes in, its colours (Display P3) brought to sRGB', async () => {
    const before = (await acts()).length
    await choose({ name: 'IMG_0007.HEIC', buffer: readFileSync('tests/files/four-fields-p3.heic') })
    await settle().click()
    const { picture } = await broughtIn(before + 1)
    const stored = await page.request.get(`${url}/api/paint/${picture.hash}`)
    const px = await sharp(await stored.body())
      .ensureAlpha()
      .raw()
      .toBuffer()
    expect([picture.width, picture.height, px.length]).toEqual([240, 160, 4 * 240 * 160])
    // The fields were made in these colours of sRGB, turned to Display P3 by libvips and written by libheif 1.15.
    const fields = [
      [50, 30, 200, 40, 30],
      [180, 30, 40, 160, 60],
      [50, 120, 30, 90, 200],
      [180, 120, 230, 200, 60],
    ] as const
    for (const [x, y, ...colour] of fields)
      for (const [c, value] of colour.entries())
        expect(Math.abs(px[4 * (240 * y + x) + c]! - value), `${x}, ${y}: ${c}`).toBeLessThanOrEqual(5)
  })

  it('drawn ones are asked how large; no script of theirs runs and nothing is fetched', async () => {
    const fetched: string[] = []
    page.on('request', request => fetched.push(request.url()))
    const before = (await acts()).length
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="40" height="20"><rect width="40" height="20" fill="#c33"/>
      <script>document.title = 'taken'</script><image href="http://other.example/x.png" width="9" height="9"/></svg>`
    await choose({ name: 'flag.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) })
    const size = page.getByRole('dialog', { name: 'How large?' })
    await size.getByLabel('Wide, px').fill('160')
    await size.getByText('80 px high').waitFor()
    await expectAccessible(page, '.v-overlay--active .v-overlay__content')
    await size.getByRole('button', { name: 'Bring it in' }).click()
    await settle().click()
    expect((await broughtIn(before + 1)).picture).toMatchObject({ width: 160, height: 80 })
    expect(await page.title()).not.toContain('taken')
    expect(fetched.filter(each => each.includes('other.example'))).toEqual([])
  })

  it('too large ones come in smaller, if that is wanted; absurd ones are refused before they are read', async () => {
    const before = (await acts()).length
    const large = await sharp({ create: { width: 5000, height: 4000, channels: 3, background: '#68a' } })
      .png()
      .toBuffer()
    // A PNG that says it has a hundred million px and holds none.
    const absurd = Buffer.from(large.subarray(0, 33))
    absurd.writeUInt32BE(20_000, 16)
    absurd.writeUInt32BE(20_000, 20)
    await choose(
      { name: 'absurd.png', buffer: Buffer.concat([absurd, deflateSync(Buffer.alloc(9))]) },
      { name: 'large.png', buffer: large },
    )
    const size = page.getByRole('dialog', { name: 'How large?' })
    await size.getByText('5000 × 4000 px').waitFor()
    await page.getByText('“absurd.png”: This picture has 20000 × 20000 px').waitFor()
    await size.getByLabel('Wide, px').fill('600')
    await size.getByRole('button', { name: 'Bring it in' }).click()
    await settle().click()
    expect((await broughtIn(before + 1)).picture).toMatchObject({ width: 600, height: 480 })
    await closeNotices()
  })

  it('photographs by the device’s camera: seen, taken, and its light goes out; without one it is said', async () => {
    await page.evaluate(() => {
      const canvas = document.createElement('canvas')
      ;[canvas.width, canvas.height] = [640, 480]
      const context = canvas.getContext('2d')!
      const paint = () => {
        context.fillStyle = '#276'
        context.fillRect(0, 0, 640, 480)
      }
      paint()
      setInterval(paint, 50)
      const stream = canvas.captureStream(20)
      Object.assign(window, { cameraOfTheTest: stream, isCameraThere: false })
      navigator.mediaDevices.getUserMedia = () =>
        (window as unknown as { isCameraThere: boolean }).isCameraThere
          ? Promise.resolve(stream)
          : Promise.reject(new DOMException('none', 'NotFoundError'))
    })
    const before = (await acts()).length
    await page.getByRole('button', { name: 'Bring a picture in on a sheet of its own' }).click()
    await dialog().getByRole('button', { name: 'Take a photograph' }).click()
    const camera = page.getByRole('dialog', { name: 'Take a photograph' })
    await camera.getByText('There is no camera on this device.').waitFor()
    await page.evaluate(() => Object.assign(window, { isCameraThere: true }))
    await camera.getByRole('button', { name: 'Try again' }).click()
    await camera.getByRole('button', { name: 'Take it' }).click()
    await dialog().getByText('Photograph.png').waitFor()
    expect(
      await page.evaluate(() =>
        (window as unknown as { cameraOfTheTest: MediaStream }).cameraOfTheTest
          .getTracks()
          .map(each => each.readyState),
      ),
    ).toEqual(['ended'])
    await dialog().getByRole('button', { name: 'Onto the sheet' }).click()
    await settle().click()
    expect((await broughtIn(before + 1)).picture).toMatchObject({ width: 640, height: 480 })
  })

  it('dropped and pasted: it is asked what becomes of them; fifty are too many at once', async () => {
    const base64 = (await sharp(faint, rawOf(300, 200)).png().toBuffer()).toString('base64')
    const hand = (kind: 'drop' | 'paste', count: number) =>
      page.evaluate(
        ([how, data, many]) => {
          const bytes = Uint8Array.from(atob(data), letter => letter.charCodeAt(0))
          const blob = new Blob([bytes], { type: 'image/png' })
          const transfer = new DataTransfer()
          for (let i = 0; i < many; i++) transfer.items.add(new File([blob], `found ${i + 1}.png`, { type: blob.type }))
          const event =
            how === 'drop'
              ? new DragEvent('drop', { dataTransfer: transfer, bubbles: true, cancelable: true })
              : new ClipboardEvent('paste', { clipboardData: transfer, bubbles: true })
          ;(how === 'drop' ? document.querySelector('.sheet')! : window).dispatchEvent(event)
        },
        [kind, base64, count] as const,
      )
    await hand('drop', 50)
    await page.getByText('These are 50 files.').waitFor()
    expect(await dialog().getByRole('listitem').count()).toBe(12)
    await dialog().getByRole('button', { name: 'Not now' }).click()
    await dialog().waitFor({ state: 'hidden' })
    await closeNotices()
    await hand('paste', 1)
    await dialog().getByText('found 1.png').waitFor()
    await dialog().getByRole('button', { name: 'Pin up beside it' }).click()
    await page
      .getByRole('complementary', { name: 'Reference pictures' })
      .getByLabel('found 1.png', { exact: true })
      .waitFor()
    await page.getByRole('button', { name: 'Put the board away' }).click()
  })
})

describe('what was brought in', () => {
  it('without a network stays on the device, and is sent before what draws with it', async () => {
    const before = (await acts()).length
    await page.context().setOffline(true)
    await choose({ name: 'away.png', buffer: await sharp(photograph(210, 140), rawOf(210, 140)).png().toBuffer() })
    await settle().click()
    await stack().getByText('away').first().waitFor()
    expect((await record()).entries.filter(each => each.type === 'act' && each.act.kind === 'bring-in').length).toBe(
      before,
    )
    await page.context().setOffline(false)
    const { picture } = await broughtIn(before + 1)
    const { name, packed } = await namedPicture({
      width: 210,
      height: 140,
      pixels: new Uint8Array(photograph(210, 140)),
    })
    expect(picture).toEqual(name)
    const there = await client.call<ArrayBuffer>('GET', `/api/paint/${name.hash}`)
    const read = await sharp(Buffer.from(there.body)).ensureAlpha().raw().toBuffer()
    expect(Buffer.compare(read, await sharp(packed).ensureAlpha().raw().toBuffer())).toBe(0)
  })

  it('is the same on another device, px for px as it is drawn here in Node', async () => {
    const { entries, plan } = await record()
    const kernels = loadKernels()
    for (const { picture } of await acts()) {
      const { body } = await client.call<ArrayBuffer>('GET', `/api/paint/${picture.hash}`)
      const { width, height } = picture
      const pixels = new Uint8Array(await sharp(Buffer.from(body)).ensureAlpha().raw().toBuffer())
      kernels.pictures.set(picture.hash, settledPixels({ width, height, pixels }))
    }
    const wanted = showDrawing(kernels, replay(kernels, { version: 1, sheet: plan.sheet, entries }).drawing)
    const other = await openBrowser()
    try {
      const there = other.context.pages()[0]!
      await comeInAsLearner(there, url, WHO)
      await there.goto(`${url}/easel/${drawing}?mode=look`)
      await there.getByRole('button', { name: 'Save a picture' }).click()
      const [download] = await Promise.all([
        there.waitForEvent('download'),
        there.getByRole('dialog').getByRole('button', { name: 'Save it' }).click(),
      ])
      const found = await sharp(readFileSync((await download.path())!))
        .ensureAlpha()
        .raw()
        .toBuffer()
      expect(found.length).toBe(wanted.length)
      expect(Buffer.compare(found, wanted)).toBe(0)
    } finally {
      await other.close()
    }
  })

  it('handed in, is drawn again by the server, px for px', async () => {
    await page.getByRole('button', { name: 'Hand in' }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
    await page.getByText('It lies on your teacher’s desk.').waitFor()
    const folio = (await client.call<FolioView>('GET', '/api/folio')).body
    const { id } = folio.own.find(each => each.title === 'Brought along')!.handIns[0]!
    const teacher = await new Client(url).teacher()
    await expect
      .poll(async () => (await teacher.call<HandInView>('GET', `/api/hand-ins/${id}`)).body.verification, {
        timeout: 60_000,
      })
      .toBe('matches')
  })
})
