import sharp from 'sharp'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import { pictureKind } from '../utils/picture'
import { planPicturesAnew, writtenAnew } from './pictures'

const kept = new Set<string>()
vi.mock('../repositories/plan-documents', () => ({ keptPictures: () => Promise.resolve(kept) }))

const SIZE = { side: 100, px: 5000 }
const bare = () => sharp({ create: { width: 40, height: 20, channels: 4, background: '#c05a2b' } })
let png: Buffer
beforeAll(async () => {
  png = await bare().png().toBuffer()
})

/** The length of a PNG’s part and its name, then what is in it, then a sum that nobody looks at. */
function chunk(name: string, data: Buffer): Buffer {
  const head = Buffer.alloc(8)
  head.writeUInt32BE(data.length)
  head.write(name, 4, 'latin1')
  return Buffer.concat([head, data, Buffer.alloc(4)])
}

describe('a picture that comes from outside', () => {
  it.each([
    ['image/png', () => bare().png().toBuffer()],
    ['image/jpeg', () => bare().jpeg().toBuffer()],
    ['image/webp', () => bare().webp().toBuffer()],
  ] as const)('is written anew as %s, the same each time', async (kind, make) => {
    const bytes = await make()
    const anew = await writtenAnew(bytes, SIZE)
    expect(pictureKind(anew)).toBe(kind)
    expect((await writtenAnew(bytes, SIZE)).equals(anew)).toBe(true)
    const [before, after] = await Promise.all([bytes, anew].map(each => sharp(each).raw().toBuffer()))
    expect(after!.length).toBe(before!.length)
    expect(Math.max(...after!.map((value, i) => Math.abs(value - before![i]!)))).toBeLessThan(4)
  })

  it('loses all that is no pixel: where it was taken, words in it, what lies behind its end', async () => {
    const noted = await bare()
      .jpeg()
      .withExif({ IFD0: { Copyright: 'somebody known' }, IFD3: { GPSLatitude: '51/1 30/1 0/1' } })
      .toBuffer()
    const long = Buffer.concat([noted, Buffer.from('<script>alert(1)</script>')])
    expect(long.toString('latin1')).toMatch(/somebody known[^]*<script>/)
    const anew = await writtenAnew(long, SIZE)
    expect(anew.toString('latin1')).not.toMatch(/somebody known|<script>/)
    expect((await sharp(anew).metadata()).exif).toBeUndefined()
  })

  it('is turned as its camera said', async () => {
    const turned = await bare().jpeg().withMetadata({ orientation: 6 }).toBuffer()
    expect(await sharp(await writtenAnew(turned, SIZE)).metadata()).toMatchObject({ width: 20, height: 40 })
  })

  it.each([
    ['words', () => Buffer.from('this is no picture')],
    ['nothing', () => Buffer.alloc(0)],
    ['SVG', () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>')],
    ['GIF', () => Buffer.from('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7', 'base64')],
    ['only a head', () => png.subarray(0, 12)],
    ['cut short', () => png.subarray(0, png.length - 30)],
    ['of a kind that it only says it is', () => Buffer.concat([png.subarray(0, 8), Buffer.from('else'.repeat(20))])],
  ])('%s is refused', async (_what, bytes) => {
    await expect(writtenAnew(bytes(), SIZE)).rejects.toMatchObject({ code: 'malformed' })
  })

  it('that says it is huge is refused before anything is decoded', async () => {
    const head = Buffer.alloc(13)
    head.writeUInt32BE(60_000, 0)
    head.writeUInt32BE(60_000, 4)
    head.set([8, 6, 0, 0, 0], 8)
    const bomb = Buffer.concat([
      png.subarray(0, 8),
      chunk('IHDR', head),
      chunk('IDAT', Buffer.alloc(10)),
      chunk('IEND', Buffer.alloc(0)),
    ])
    await expect(writtenAnew(bomb, { side: 1e6, px: 5000 })).rejects.toMatchObject({ code: /too-big|malformed/ })
    await expect(writtenAnew(png, { side: 39, px: 5000 })).rejects.toMatchObject({ code: 'too-big' })
    await expect(writtenAnew(png, { side: 100, px: 799 })).rejects.toMatchObject({ code: 'too-big' })
  })
})

describe('pictures of a plan', () => {
  it('are what they say they are', async () => {
    const base64 = png.toString('base64')
    expect((await planPicturesAnew([{ id: 'a', type: 'image/png', base64 }]))[0]).toMatchObject({ id: 'a' })
    await expect(planPicturesAnew([{ id: 'a', type: 'image/webp', base64 }])).rejects.toMatchObject({
      code: 'malformed',
    })
  })

  it('that are kept already are not written again', async () => {
    const jpeg = {
      id: 'a',
      type: 'image/jpeg',
      base64: (await bare().jpeg({ quality: 40 }).toBuffer()).toString('base64'),
    } as const
    const [anew] = await planPicturesAnew([jpeg])
    expect(anew!.base64).not.toBe(jpeg.base64)
    const { createHash } = await import('node:crypto')
    kept.add(createHash('sha256').update(Buffer.from(anew!.base64, 'base64')).digest('hex'))
    expect(await planPicturesAnew([anew!])).toEqual([anew])
  })
})
