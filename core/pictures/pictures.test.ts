import { createHash } from 'node:crypto'
import { promisify } from 'node:util'
import { deflate, inflate } from 'node:zlib'
import { decode } from 'fast-png'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import type { Sha256 } from '../drawing'
import type { Pixels } from '../kernels'
import { fittedSize, packPicture, pictureHash, scaledDown, settledPixels, unpackPicture, type Zlib } from './index'

const sha256: Sha256 = bytes => createHash('sha256').update(bytes).digest('hex')

const packing = promisify(deflate) as (data: Uint8Array) => Promise<Buffer>
const unpacking = promisify(inflate) as (data: Uint8Array, options: object) => Promise<Buffer>
const zlib: Zlib = {
  deflate: packing,
  inflate: (bytes, most) => unpacking(bytes, { maxOutputLength: most }),
}

/** Smooth with noise, so that every filter is the best one of some row. */
function pictureOf(width: number, height: number, seed: number, alpha: 'opaque' | 'mixed'): Pixels {
  const random = seededRandom(seed)
  const pixels = new Uint8Array(4 * width * height)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = 4 * (y * width + x)
      const noise = y % 5 === 0 ? random.unit() * 255 : random.unit() * 3
      pixels[at] = x * 2 + noise
      pixels[at + 1] = y % 3 === 0 ? 40 : y * 3
      pixels[at + 2] = (x + y) * 2
      pixels[at + 3] = alpha === 'opaque' ? 255 : y % 7 === 3 ? 0 : random.unit() * 256
    }
  }
  return settledPixels({ width, height, pixels })
}

/** A PNG without what it says besides its px. */
function withoutNotes(png: Buffer): Buffer {
  const parts = [png.subarray(0, 8)]
  for (let at = 8; at < png.length;) {
    const end = at + 12 + png.readUInt32BE(at)
    if (['IHDR', 'IDAT', 'IEND'].includes(png.toString('latin1', at + 4, at + 8))) parts.push(png.subarray(at, end))
    at = end
  }
  return Buffer.concat(parts)
}

const CASES = [
  [1, 1, 'opaque'],
  [1, 300, 'mixed'],
  [700, 1, 'opaque'],
  [61, 47, 'mixed'],
  [256, 180, 'opaque'],
] as const

describe.each(['small', 'soon'] as const)('packing %s', thrift => {
  it.each(CASES)('%i × %i px, %s, come back the same', async (width, height, alpha) => {
    const picture = pictureOf(width, height, width, alpha)
    const read = await unpackPicture(await packPicture(picture, zlib, thrift), picture, zlib)
    expect([read.width, read.height]).toEqual([width, height])
    expect(Buffer.compare(read.pixels, picture.pixels)).toBe(0)
  })

  it.each(CASES)(
    '%i × %i px, %s, are read the same by libpng (sharp) and by fast-png',
    async (width, height, alpha) => {
      const picture = pictureOf(width, height, width, alpha)
      const packed = await packPicture(picture, zlib, thrift)
      const { data } = await sharp(packed).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
      expect(Buffer.compare(data, picture.pixels)).toBe(0)
      const read = decode(packed, { checkCrc: true })
      expect([read.width, read.height, read.depth]).toEqual([width, height, 8])
      expect(read.channels).toBe(alpha === 'opaque' && thrift === 'small' ? 3 : 4)
    },
  )
})

describe('packing', async () => {
  it('reads what libpng wrote with each of its filters', async () => {
    const picture = pictureOf(90, 70, 3, 'mixed')
    const raw = { raw: { width: 90, height: 70, channels: 4 as const } }
    const packed = withoutNotes(await sharp(picture.pixels, raw).png({ adaptiveFiltering: true }).toBuffer())
    expect(settledPixels(await unpackPicture(packed, picture, zlib)).pixels).toEqual(picture.pixels)
  })

  it('packs a smooth picture by half, and a plain one to almost nothing', async () => {
    const smooth = pictureOf(256, 180, 1, 'opaque')
    expect((await packPicture(smooth, zlib)).length).toBeLessThan(0.5 * 3 * 256 * 180)
    const plain = { width: 500, height: 500, pixels: new Uint8Array(1_000_000).fill(255) }
    expect((await packPicture(plain, zlib)).length).toBeLessThan(5000)
  })

  const good = await packPicture(pictureOf(61, 47, 9, 'mixed'), zlib)
  const size = { width: 61, height: 47 }
  it.each([
    ['nothing', new Uint8Array(0), 'no PNG'],
    ['other bytes', new Uint8Array(200).fill(7), 'no PNG'],
    ['half of it', good.subarray(0, good.length >> 1), 'cut off'],
    ['its head alone', good.subarray(0, 33), 'cut off'],
    ['damaged px', good.map((byte, i) => (i > 60 && i < 200 ? byte ^ 0x55 : byte)), 'damaged'],
    ['something behind its end', Uint8Array.of(...good, 1, 2, 3), 'behind its end'],
    ['sixteen bits', good.map((byte, i) => (i === 24 ? 16 : byte)), 'another kind'],
  ])('refuses %s', async (_, bytes, why) => {
    await expect(unpackPicture(bytes, size, zlib)).rejects.toThrow(why)
  })

  it('refuses a picture of another size than it is said to be before anything is unpacked', async () => {
    await expect(unpackPicture(good, { width: 62, height: 47 }, zlib)).rejects.toThrow('61 × 47 px, not 62 × 47')
  })
})

describe('the name of a picture', () => {
  it('is the SHA-256 of its size and its px', () => {
    const pixels = Uint8Array.from([10, 20, 30, 255, 0, 0, 0, 0])
    const wanted = createHash('sha256')
      .update(Buffer.from([2, 0, 0, 0, 1, 0, 0, 0]))
      .update(pixels)
      .digest('hex')
    expect(pictureHash({ width: 2, height: 1, pixels }, sha256)).toBe(wanted)
    expect(pictureHash({ width: 1, height: 2, pixels }, sha256)).not.toBe(wanted)
  })

  it('does not ask what colour a clear px would have', () => {
    const seen = Uint8Array.from([10, 20, 30, 255, 1, 2, 3, 0])
    const same = Uint8Array.from([10, 20, 30, 255, 99, 98, 97, 0])
    const hashes = [seen, same].map(pixels => pictureHash(settledPixels({ width: 2, height: 1, pixels }), sha256))
    expect(hashes[0]).toBe(hashes[1])
  })
})

describe('scaling down', () => {
  it.each([
    [
      { width: 4000, height: 3000 },
      { width: 2000, height: 1500 },
    ],
    [
      { width: 30_000, height: 1 },
      { width: 2000, height: 1 },
    ],
    [
      { width: 600, height: 400 },
      { width: 600, height: 400 },
    ],
  ])('fits %o into 2 000 px and 3 million', (size, wanted) => {
    expect(fittedSize(size, { side: 2000, area: 3_000_000 })).toEqual(wanted)
  })

  it('is the mean of what a px covers', () => {
    const picture = pictureOf(240, 180, 4, 'opaque')
    const small = scaledDown(picture, { width: 80, height: 60 })
    let farthest = 0
    for (let at = 0; at < small.pixels.length; at++) {
      const [px, c] = [at >> 2, at & 3]
      const [x, y] = [px % 80, Math.floor(px / 80)]
      let sum = 0
      for (let k = 0; k < 9; k++) sum += picture.pixels[4 * ((3 * y + Math.floor(k / 3)) * 240 + 3 * x + (k % 3)) + c]!
      farthest = Math.max(farthest, Math.abs(small.pixels[at]! - sum / 9))
    }
    expect(farthest).toBeLessThanOrEqual(0.5 + 1e-9)
  })

  it('weighs colours by alpha: nothing of what is clear comes in', () => {
    const pixels = Uint8Array.from([200, 100, 50, 255, 0, 0, 0, 0])
    const small = scaledDown({ width: 2, height: 1, pixels }, { width: 1, height: 1 })
    expect([...small.pixels]).toEqual([200, 100, 50, 128])
  })
})
