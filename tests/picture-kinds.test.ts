import type { Page } from 'playwright-core'
import sharp, { type Sharp } from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { PictureName } from '#core/drawing'
import type { DrawingView } from '#shared/views'
import { enterAsLearner, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { restingBox } from './lib/draw'
import { expectKept, waitForSheet } from './lib/easel'
import { url } from './lib/world'

/** Every kind of picture that the browser reads comes in as libvips reads it: turned, in sRGB, its first picture. */

const WHO = { code: 'KETTLE7', name: 'Jessamy Coll', pin: '3209' }
const [W, H] = [120, 80]

/** Broad colours with soft ways between: what lossy kinds keep. */
function scene(isFaint = false): Sharp {
  const pixels = Buffer.alloc(4 * W * H)
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++)
      pixels.set([60 + 1.4 * x, 200 - 1.9 * y, x > 60 ? 170 : 60, isFaint && y < 40 ? 100 + x : 255], 4 * (y * W + x))
  return sharp(pixels, { raw: { width: W, height: H, channels: 4 } })
}
const opaque = () => scene().removeAlpha()
const moving = async () => {
  const frames = await Promise.all([opaque(), opaque().negate()].map(each => each.png().toBuffer()))
  return sharp(frames, { join: { animated: true } })
    .gif({ delay: [200, 200], loop: 0 })
    .toBuffer()
}

/** What is brought in, how far its px may be from libvips' own on the mean, and a word that is said of it. */
const KINDS: readonly { name: string; make: () => Promise<Buffer>; apart: number; said?: string }[] = [
  {
    name: 'turned.jpg',
    make: () => opaque().withMetadata({ orientation: 6 }).jpeg({ quality: 95 }).toBuffer(),
    apart: 2,
  },
  { name: 'wide gamut.jpg', make: () => opaque().withIccProfile('p3').jpeg({ quality: 95 }).toBuffer(), apart: 3 },
  { name: 'lossless.webp', make: () => opaque().webp({ lossless: true }).toBuffer(), apart: 0 },
  // A canvas rounds faint colours by their alpha.
  { name: 'faint.webp', make: () => scene(true).webp({ lossless: true, exact: true }).toBuffer(), apart: 1 },
  { name: 'small.avif', make: () => opaque().avif({ quality: 90 }).toBuffer(), apart: 3 },
  { name: 'few colours.gif', make: () => opaque().gif().toBuffer(), apart: 0 },
  { name: 'few colours.png', make: () => opaque().png({ palette: true, colours: 32 }).toBuffer(), apart: 0 },
  { name: 'deep.png', make: () => opaque().toColourspace('rgb16').png().toBuffer(), apart: 1 },
  { name: 'interlaced.png', make: () => opaque().png({ progressive: true }).toBuffer(), apart: 0 },
  { name: 'moves.gif', make: moving, apart: 0, said: '“moves.gif” moves: its first picture comes in.' },
]

let browser: OpenedBrowser
let page: Page
let client: Client
let drawing = 0

beforeAll(async () => {
  client = await new Client(url).learner(WHO.name, WHO.pin)
  const sheet = { width: 400, height: 300, paper: [255, 255, 255] }
  drawing = (await client.call<{ id: number }>('POST', '/api/sheets', { title: 'Of all kinds', sheet })).body.id
  browser = await openBrowser()
  page = browser.context.pages()[0]!
  await enterAsLearner(page, url, WHO)
  await page.goto(`${url}/easel/${drawing}`)
  await waitForSheet(page)
})
afterAll(() => browser.close())

describe('a picture of every kind', () => {
  const brought = new Map<string, PictureName>()
  const files = new Map<string, Buffer>()

  it('comes in, one after the other out of one lot', async () => {
    for (const { name, make } of KINDS) files.set(name, await make())
    await page.getByRole('button', { name: 'Bring a picture in on a sheet of its own' }).click()
    const dialog = page.getByRole('dialog', { name: 'Bring a picture in' })
    await restingBox(dialog.getByRole('button', { name: 'Choose files …' }))
    await dialog
      .getByLabel('Picture files')
      .setInputFiles([...files].map(([name, buffer]) => ({ name, buffer, mimeType: 'application/octet-stream' })))
    await dialog.getByRole('button', { name: 'Onto the sheet' }).click()
    const part = page.getByRole('group', { name: 'The part' })
    for (const [i, { name, said }] of KINDS.entries()) {
      await part.getByText(`${i + 1} of ${KINDS.length}`).waitFor()
      if (said) await page.getByText(said).waitFor()
      await part.getByRole('button', { name: 'Settle' }).click()
      await page.locator('.bar .live').getByText(name.replace(/\..*$/, ''), { exact: true }).waitFor()
    }
    await expectKept(page)
    const { entries } = (await client.call<DrawingView>('GET', `/api/drawings/${drawing}`)).body
    const acts = entries.flatMap(each => (each.type === 'act' && each.act.kind === 'bring-in' ? [each.act] : []))
    expect(acts.map(each => each.own!.name)).toEqual(KINDS.map(({ name }) => name.replace(/\..*$/, '')))
    KINDS.forEach(({ name }, i) => brought.set(name, acts[i]!.picture))
  })

  it.each(KINDS)('$name has the px that libvips reads', async ({ name, apart }) => {
    const { data, info } = await sharp(files.get(name)!)
      .autoOrient()
      .toColourspace('srgb')
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
    const { hash, width, height } = brought.get(name)!
    expect([width, height]).toEqual([info.width, info.height])
    const { body } = await client.call<ArrayBuffer>('GET', `/api/paint/${hash}`)
    const found = await sharp(Buffer.from(body)).ensureAlpha().raw().toBuffer()
    let sum = 0
    for (let i = 0; i < data.length; i++) sum += Math.abs(found[i]! - data[i]!)
    expect(sum / data.length).toBeLessThanOrEqual(apart)
  })

  it('one that has a profile of its own was brought to sRGB: its numbers are others than in the file', async () => {
    const raw = await sharp(files.get('wide gamut.jpg')!).removeAlpha().raw().toBuffer()
    const { body } = await client.call<ArrayBuffer>('GET', `/api/paint/${brought.get('wide gamut.jpg')!.hash}`)
    const found = await sharp(Buffer.from(body)).removeAlpha().raw().toBuffer()
    const plain = await sharp(files.get('wide gamut.jpg')!, { ignoreIcc: true }).removeAlpha().raw().toBuffer()
    const apart = (a: Buffer, b: Buffer) => a.reduce((sum, value, i) => sum + Math.abs(value - b[i]!), 0) / a.length
    expect(apart(found, raw)).toBeLessThan(3)
    expect(apart(found, plain)).toBeGreaterThan(3)
  })
})
