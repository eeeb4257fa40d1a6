import { createHash } from 'node:crypto'
import { deflateSync, inflateSync } from 'node:zlib'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Entry } from '#core/drawing'
import { loadKernels, type Pixels } from '#core/kernels'
import { packPicture, pictureHash } from '#core/pictures'
import type { PaintPart } from '#shared/schemas'
import { ApiRefusal, Unreachable } from '../../api/client'
import { bringPictures } from './bring'
import type { KeptPicture, PictureShelf } from './kept'
import { afterPictures, sendPictures } from './send'

const node = {
  deflate: (bytes: Uint8Array) => Promise.resolve(deflateSync(bytes)),
  inflate: (bytes: Uint8Array) => Promise.resolve(inflateSync(bytes)),
}

/** What no packing makes small: its file takes several parts. */
function noise(width: number, height: number): Pixels {
  const pixels = new Uint8Array(4 * width * height)
  for (let i = 0, value = 7; i < pixels.length; i++)
    pixels[i] = (value = (Math.imul(value, 1103515245) + 12345) >>> 0) >>> 24
  for (let at = 3; at < pixels.length; at += 4) pixels[at] = 255
  return { width, height, pixels }
}
const picture = noise(640, 500)
const hash = pictureHash(picture, bytes => createHash('sha256').update(bytes).digest('hex'))
const packed = await packPicture(picture, node)
const name = { hash, width: 640, height: 500 }
const entry: Entry = {
  type: 'act',
  at: 5,
  act: {
    kind: 'bring-in',
    version: 1,
    layer: 'photo',
    own: { name: 'Photo', place: 0 },
    picture: name,
    to: { kind: 'corners', points: [0, 0, 160, 0, 160, 160, 0, 160] },
  },
}

/** A browser's shelf as a plain map. */
class PlainShelf implements PictureShelf {
  readonly all = new Map<string, KeptPicture>()
  get = (key: string) => Promise.resolve(this.all.get(key) ?? null)
  put = (each: KeptPicture) => Promise.resolve(void this.all.set(each.hash, each))
  setSent = (key: string, isSent: boolean) => {
    const known = this.all.get(key)
    if (known) this.all.set(key, { ...known, isSent })
    return Promise.resolve()
  }
}

/** A server that puts parts together as the real one does, and may be cut off. */
class PlainServer {
  parts = new Uint8Array(0)
  isWhole = false
  sent: PaintPart[] = []
  /** So many calls are still answered. */
  answers = Infinity
  post = (_: string, part: PaintPart) => {
    if (this.answers-- <= 0) return Promise.reject(new Unreachable())
    this.sent.push(part)
    const bytes = Buffer.from(part.base64, 'base64')
    if (!this.isWhole && part.at === this.parts.length) this.parts = Buffer.concat([this.parts, bytes])
    if (this.parts.length === part.size) this.isWhole = true
    return Promise.resolve({ has: this.parts.length, isWhole: this.isWhole })
  }
}

let shelf: PlainShelf
let server: PlainServer
beforeEach(async () => {
  shelf = new PlainShelf()
  server = new PlainServer()
  await shelf.put({ hash, width: 640, height: 500, packed, key: 'key-of-device', isSent: false, touchedAt: 0 })
})

describe('sending a picture', () => {
  it('goes in parts until it is whole, and once', async () => {
    await sendPictures([name, name], shelf, server.post)
    expect(Buffer.compare(server.parts, packed)).toBe(0)
    expect(server.sent.length).toBeGreaterThan(2)
    expect(server.sent.every(each => each.key === 'key-of-device' && each.size === packed.length)).toBe(true)
    const before = server.sent.length
    await sendPictures([name], shelf, server.post)
    expect(server.sent.length).toBe(before)
  })

  it('goes on where it was cut off', async () => {
    server.answers = 2
    await expect(sendPictures([name], shelf, server.post)).rejects.toThrow(Unreachable)
    expect(shelf.all.get(hash)!.isSent).toBe(false)
    const half = server.parts.length
    expect(half).toBeGreaterThan(0)
    server.answers = Infinity
    server.sent = []
    await sendPictures([name], shelf, server.post)
    expect(server.sent.filter(each => each.base64 !== '').map(each => each.at)[0]).toBe(half)
    expect(Buffer.compare(server.parts, packed)).toBe(0)
  })

  it('sends nothing of what another device has brought already', async () => {
    server.isWhole = true
    await sendPictures([name], shelf, server.post)
    expect(server.sent.map(each => each.base64)).toEqual([''])
    expect(shelf.all.get(hash)!.isSent).toBe(true)
  })

  it('does not go on for ever where nothing is taken', async () => {
    const post = vi.fn(() => Promise.resolve({ has: 0, isWhole: false }))
    await expect(sendPictures([name], shelf, post)).rejects.toThrow(Unreachable)
    expect(post).toHaveBeenCalledTimes(2)
  })

  it('comes before the batch that needs it; what the server has forgotten is sent again, once', async () => {
    const order: string[] = []
    const missing = new ApiRefusal('picture-missing', 'not here', '', { hash })
    const send = vi.fn(() => {
      order.push('batch')
      return send.mock.calls.length === 1 ? Promise.reject(missing) : Promise.resolve('stored')
    })
    const post: typeof server.post = (name, part) => {
      order.push('part')
      return server.post(name, part)
    }
    await shelf.setSent(hash, true)
    expect(await afterPictures([name], shelf, post, send)).toBe('stored')
    expect(order[0]).toBe('batch')
    expect(order.at(-1)).toBe('batch')
    expect(order.filter(each => each === 'part').length).toBeGreaterThan(1)
    send.mockImplementation(() => Promise.reject(missing))
    await expect(afterPictures([name], shelf, server.post, send)).rejects.toBe(missing)
  })
})

describe('bringing pictures', () => {
  it('takes them from this browser, and asks nobody', async () => {
    const kernels = loadKernels()
    const fetchOne = vi.fn(() => Promise.reject(new Unreachable()))
    await bringPictures(kernels, [entry], shelf, fetchOne)
    expect(Buffer.compare(kernels.pictures.get(hash)!.pixels, picture.pixels)).toBe(0)
    expect(fetchOne).not.toHaveBeenCalled()
  })

  it('fetches what is not here, and keeps it', async () => {
    const [kernels, empty] = [loadKernels(), new PlainShelf()]
    await bringPictures(kernels, [entry], empty, () => Promise.resolve(packed))
    expect(kernels.pictures.has(hash)).toBe(true)
    expect(empty.all.get(hash)).toMatchObject({ isSent: true, width: 640, height: 500 })
  })

  it.each([
    ['nobody has', () => Promise.reject(new Unreachable())],
    ['is another than its name says', async () => packPicture(noise(500, 640), node)],
    ['is damaged', () => Promise.resolve(packed.map((byte, i) => (i === 5000 ? byte ^ 1 : byte)))],
  ])('leaves out what %s', async (_, fetchOne) => {
    const [kernels, empty] = [loadKernels(), new PlainShelf()]
    await bringPictures(kernels, [entry], empty, fetchOne)
    expect(kernels.pictures.size).toBe(0)
    expect(empty.all.size).toBe(0)
  })

  it('takes no damaged one from this browser where the server has it whole', async () => {
    const kernels = loadKernels()
    await shelf.put({ ...shelf.all.get(hash)!, packed: packed.subarray(0, 900) })
    await bringPictures(kernels, [entry], shelf, () => Promise.resolve(packed))
    expect(kernels.pictures.has(hash)).toBe(true)
  })
})
