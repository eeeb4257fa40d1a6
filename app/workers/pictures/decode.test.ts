import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { CoreError } from '#core/base'
import type { Pixels } from '#core/kernels'
import { decodePicture } from './decode'
import { pixelsOfHeic } from './heic'

/** What the door reads by packages; what the browser reads itself is tried in the browser. */

const [W, H] = [37, 23]
const pixels = Buffer.alloc(4 * W * H)
for (let at = 0; at < pixels.length; at += 4)
  pixels.set([at % 251, (at * 7) % 256, 255 - (at % 199), (at * 3) % 256], at)
const made = () => sharp(pixels, { raw: { width: W, height: H, channels: 4 } })
const grey = () => sharp(pixels.subarray(0, W * H), { raw: { width: W, height: H, channels: 1 } })
const fileOf = (bytes: Buffer) => new Blob([new Uint8Array(bytes)])

async function read(bytes: Buffer): Promise<Pixels> {
  const { source } = await decodePicture(fileOf(bytes))
  return source as Pixels
}
/** The same as libvips reads it. */
const wantedOf = (bytes: Buffer) => sharp(bytes).toColourspace('srgb').ensureAlpha().raw().toBuffer()

describe('HEIC', () => {
  const heic = () => readFileSync('tests/files/four-fields.heic')

  it('is read as another program wrote it: four fields of one colour each (libheif 1.15, x265, quality 92)', async () => {
    const picture = await pixelsOfHeic(fileOf(heic()), () => {})
    expect(picture).toMatchObject({ width: 240, height: 160, space: 'srgb' })
    const at = (x: number, y: number) => [...picture!.pixels.subarray(4 * (240 * y + x), 4 * (240 * y + x) + 4)]
    const fields = [at(50, 30), at(180, 30), at(50, 120), at(180, 120)]
    const wanted = [
      [200, 40, 30, 255],
      [40, 160, 60, 255],
      [30, 90, 200, 255],
      [230, 200, 60, 255],
    ]
    for (const [i, field] of fields.entries())
      for (const [c, value] of field.entries()) expect(Math.abs(value - wanted[i]![c]!)).toBeLessThanOrEqual(3)
  })

  it('says when its colours are those of Display P3', async () => {
    const picture = await pixelsOfHeic(fileOf(readFileSync('tests/files/four-fields-p3.heic')), () => {})
    expect(picture?.space).toBe('display-p3')
  })

  it('is refused where it has too many px, is cut off, or is none', async () => {
    const tooLarge = () => {
      throw new CoreError('picture-file', 'too large', 'Smaller.')
    }
    await expect(pixelsOfHeic(fileOf(heic()), tooLarge)).rejects.toThrow('too large')
    for (const broken of [heic().subarray(0, 700), heic().subarray(0, 40), Buffer.alloc(200)])
      expect(await pixelsOfHeic(fileOf(broken), () => {})).toBeNull()
  })
})

describe('PNG with faint px', () => {
  it.each([
    ['8 bits', () => made().png()],
    ['interlaced', () => made().png({ progressive: true })],
    [
      'of one colour channel',
      () =>
        grey()
          .joinChannel(pixels.subarray(0, W * H), { raw: { width: W, height: H, channels: 1 } })
          .toColourspace('b-w')
          .png(),
    ],
  ])('of %s has every px as it is', async (_, make) => {
    const bytes = await make().toBuffer()
    const { width, height, pixels: found } = await read(bytes)
    expect([width, height]).toEqual([W, H])
    expect(Buffer.compare(found, await wantedOf(bytes))).toBe(0)
  })

  it('of 16 bits is rounded to eight', async () => {
    const bytes = await made().toColourspace('rgb16').png().toBuffer()
    const { pixels: found } = await read(bytes)
    const sixteen = await sharp(bytes).toColourspace('rgb16').raw({ depth: 'ushort' }).toBuffer()
    for (let i = 0; i < found.length; i++)
      expect(Math.abs(found[i]! - sixteen.readUInt16LE(2 * i) / 257)).toBeLessThanOrEqual(0.5)
  })
})

describe('TIFF', () => {
  it.each([
    ['plain', () => made().removeAlpha().tiff({ compression: 'none' })],
    ['LZW with a predictor', () => made().removeAlpha().tiff({ compression: 'lzw', predictor: 'horizontal' })],
    ['deflated', () => made().removeAlpha().tiff({ compression: 'deflate' })],
    ['tiled', () => made().removeAlpha().tiff({ compression: 'none', tile: true, tileWidth: 16, tileHeight: 16 })],
    ['in greys', () => grey().toColourspace('b-w').tiff({ compression: 'none' })],
    ['with alpha', () => made().tiff({ compression: 'none' })],
    ['of 16 bits', () => made().removeAlpha().toColourspace('rgb16').tiff({ compression: 'none' })],
    ['packed by bytes', () => made().removeAlpha().tiff({ compression: 'packbits' })],
  ])('%s is read as libvips reads it', async (_, make) => {
    const bytes = await make().toBuffer()
    const { width, height, pixels: found } = await read(bytes)
    expect([width, height]).toEqual([W, H])
    expect(Buffer.compare(found, await wantedOf(bytes))).toBe(0)
  })

  it.each([1, 2, 3, 4, 5, 6, 7, 8])('of orientation %i is turned as libvips turns it', async orientation => {
    const bytes = await made().removeAlpha().withMetadata({ orientation }).tiff({ compression: 'none' }).toBuffer()
    const { data, info } = await sharp(bytes).autoOrient().ensureAlpha().raw().toBuffer({ resolveWithObject: true })
    const { width, height, pixels: found } = await read(bytes)
    expect([width, height]).toEqual([info.width, info.height])
    expect(Buffer.compare(found, data)).toBe(0)
  })

  it('of printing colours is refused in words', async () => {
    const bytes = await made().removeAlpha().toColourspace('cmyk').tiff({ compression: 'none' }).toBuffer()
    await expect(read(bytes)).rejects.toThrow('of a kind that is not read')
  })

  it('that is cut is refused in words', async () => {
    const bytes = await made().removeAlpha().tiff({ compression: 'lzw' }).toBuffer()
    await expect(read(bytes.subarray(0, 300))).rejects.toThrow('broken')
  })
})

describe('what is no picture', () => {
  it.each([
    ['an empty file', Buffer.alloc(0), 'This file is empty'],
    ['a PNG that says it is huge', huge(), '20000 × 20000 px'],
  ])('%s is refused before it is read', async (_, bytes, why) => {
    await expect(read(bytes)).rejects.toThrow(why)
  })

  function huge(): Buffer {
    const head = Buffer.alloc(60)
    head.write('\u0089PNG\r\n\u001a\n', 0, 'latin1')
    head.writeUInt32BE(13, 8)
    head.write('IHDR', 12, 'latin1')
    head.writeUInt32BE(20_000, 16)
    head.writeUInt32BE(20_000, 20)
    head.set([8, 6], 24)
    return head
  }
})
