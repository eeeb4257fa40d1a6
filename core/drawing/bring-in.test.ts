import { createHash } from 'node:crypto'
import { createCanvas } from '@napi-rs/canvas'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { loadKernels, plainKernels, simdKernels, TILE, type Kernels, type Pixels } from '../kernels'
import { flattenDrawing, type Drawing } from '../layers'
import { pictureHash, settledPixels } from '../pictures'
import {
  actSchema,
  applyAct,
  blankDrawing,
  contentHash,
  picturesIn,
  replay,
  type Act,
  type DrawingRecord,
} from './index'
import { randomBringIns, randomPicture } from './testing'

const sheet: DrawingRecord['sheet'] = { width: 400, height: 300, paper: [255, 255, 255] }
const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')

function pictureOf(width: number, height: number, seed = 1): Pixels {
  const random = seededRandom(seed)
  return settledPixels({
    width,
    height,
    pixels: Uint8Array.from({ length: 4 * width * height }, () => random.unit() * 256),
  })
}

function withPicture(kernels: Kernels, picture: Pixels) {
  const { width, height } = picture
  const hash = pictureHash(picture, sha256)
  kernels.pictures.set(hash, picture)
  return { hash, width, height }
}

const corners = (x: number, y: number, width: number, height: number) => ({
  kind: 'corners' as const,
  points: [x, y, x + width, y, x + width, y + height, x, y + height].map(each => Math.round(16 * each)),
})
const own = { name: 'Brought', place: 100 }

function read({ sheet: { width }, layers }: Drawing, x: number, y: number, layer = layers.length - 1): number[] {
  const tile = layers[layer]!.tiles.get(Math.floor(y / TILE) * Math.ceil(width / TILE) + Math.floor(x / TILE))
  const at = 4 * ((y % TILE) * TILE + (x % TILE))
  return tile ? [...tile.subarray(at, at + 4)] : [0, 0, 0, 0]
}

const kernels = loadKernels()

describe('a picture brought in', () => {
  const picture = pictureOf(120, 90)
  const name = withPicture(kernels, picture)
  const act = (more: Partial<Extract<Act, { kind: 'bring-in' }>> = {}): Act => ({
    kind: 'bring-in',
    version: 1,
    layer: 'brought',
    own,
    picture: name,
    to: corners(200, 190, 120, 90),
    ...more,
  })

  it('lies px for px on a layer of its own, across tiles', () => {
    const after = applyAct(kernels, blankDrawing(sheet), act())
    expect(after.layers.map(each => [each.id, each.name])).toEqual([['brought', 'Brought']])
    for (let y = 0; y < 90; y++) {
      for (let x = 0; x < 120; x++) {
        const at = 4 * (y * 120 + x)
        expect(read(after, 200 + x, 190 + y)).toEqual([...picture.pixels.subarray(at, at + 4)])
      }
    }
    expect(read(after, 199, 200)).toEqual([0, 0, 0, 0])
    expect(read(after, 320, 200)).toEqual([0, 0, 0, 0])
  })

  it('is cut at the rim of the sheet', () => {
    const after = applyAct(kernels, blankDrawing(sheet), act({ to: corners(-60, 250, 120, 90) }))
    expect(read(after, 0, 250)).toEqual([...picture.pixels.subarray(4 * 60, 4 * 61)])
    expect(read(after, 60, 299)).toEqual([0, 0, 0, 0])
  })

  it('goes over what is there as Skia lays one picture over another, within 2 of 255', () => {
    const under = applyAct(kernels, blankDrawing(sheet), act({ picture: withPicture(kernels, pictureOf(120, 90, 2)) }))
    const after = applyAct(kernels, under, act({ own: undefined }))
    const [below, above] = [pictureOf(120, 90, 2), picture].map(each => {
      const canvas = createCanvas(120, 90)
      const context = canvas.getContext('2d')
      const data = context.createImageData(120, 90)
      data.data.set(each.pixels)
      context.putImageData(data, 0, 0)
      return canvas
    })
    const canvas = createCanvas(120, 90)
    const context = canvas.getContext('2d')
    context.fillStyle = 'white'
    context.fillRect(0, 0, 120, 90)
    context.drawImage(below!, 0, 0)
    context.drawImage(above!, 0, 0)
    const wanted = context.getImageData(0, 0, 120, 90).data
    const flat = flattenDrawing(kernels, after)
    let farthest = 0
    for (let y = 0; y < 90; y++) {
      for (let x = 0; x < 120 * 4; x++)
        farthest = Math.max(farthest, Math.abs(flat[4 * ((190 + y) * 400 + 200) + x]! - wanted[4 * y * 120 + x]!))
    }
    expect(farthest).toBeLessThanOrEqual(2)
  })

  it('is turned, flipped and pulled at its corners as any part is', () => {
    // Flipped from left to right: the first px comes last.
    const flipped = { kind: 'corners' as const, points: [320, 190, 200, 190, 200, 280, 320, 280].map(v => 16 * v) }
    const after = applyAct(kernels, blankDrawing(sheet), act({ to: flipped }))
    for (const x of [0, 17, 119]) {
      const [r, g, b, a] = picture.pixels.subarray(4 * x, 4 * x + 4)
      const found = read(after, 319 - x, 190)
      expect(found[3]).toBe(a)
      if (a! > 30) expect(found.slice(0, 3)).toEqual([r, g, b])
    }
  })

  it('is halved to the mean of its px', () => {
    const plain = { width: 100, height: 100, pixels: new Uint8Array(40_000).fill(255) }
    for (let at = 0; at < 40_000; at += 8) plain.pixels[at] = plain.pixels[at + 1] = plain.pixels[at + 2] = 0
    const half = act({ picture: withPicture(kernels, plain), to: corners(10, 10, 50, 50) })
    const after = applyAct(kernels, blankDrawing(sheet), half)
    const [r, , , a] = read(after, 30, 30)
    expect(a).toBe(255)
    expect(Math.abs(r! - 127.5)).toBeLessThanOrEqual(2)
  })

  it('comes only inside the selection', () => {
    const chosen = applyAct(kernels, applyAct(kernels, blankDrawing(sheet), act({ own, to: corners(0, 0, 120, 90) })), {
      kind: 'select',
      version: 1,
      area: { kind: 'outline', points: [210, 200, 250, 200, 250, 240, 210, 240].map(v => 16 * v) },
      choice: 'new',
      soften: 0,
    })
    const after = applyAct(kernels, chosen, act({ layer: 'second' }))
    const at = 4 * (20 * 120 + 20)
    expect(read(after, 220, 210)).toEqual([...picture.pixels.subarray(at, at + 4)])
    expect(read(after, 205, 210)).toEqual([0, 0, 0, 0])
    expect(read(after, 260, 210)).toEqual([0, 0, 0, 0])
  })

  it('stays inside the paint of a layer that stays so: its alpha is as it was', () => {
    const half = { width: 50, height: 90, pixels: new Uint8Array(50 * 90 * 4) }
    for (let at = 0; at < half.pixels.length; at += 4) half.pixels.set([0, 0, 200, 128], at)
    const red = { width: 120, height: 90, pixels: new Uint8Array(120 * 90 * 4) }
    for (let at = 0; at < red.pixels.length; at += 4) red.pixels.set([200, 0, 0, 255], at)
    const painted = applyAct(
      kernels,
      blankDrawing(sheet),
      act({ picture: withPicture(kernels, half), to: corners(200, 190, 50, 90) }),
    )
    const inside = { ...painted, layers: painted.layers.map(each => ({ ...each, inside: true })) }
    const after = applyAct(kernels, inside, act({ own: undefined, picture: withPicture(kernels, red) }))
    expect(read(after, 220, 220)).toEqual([200, 0, 0, 128])
    expect(read(after, 300, 220)).toEqual([0, 0, 0, 0])
  })

  it('is refused in words where its px are not here, its layer is locked, or its corners cross', () => {
    const missing = { ...name, hash: 'f'.repeat(64) }
    expect(() => applyAct(kernels, blankDrawing(sheet), act({ picture: missing }))).toThrow(
      'a picture of this drawing is not here',
    )
    const painted = applyAct(kernels, blankDrawing(sheet), act())
    const locked = { ...painted, layers: painted.layers.map(each => ({ ...each, locked: true })) }
    expect(() => applyAct(kernels, locked, act({ own: undefined }))).toThrow('is locked')
    expect(() => applyAct(kernels, painted, act())).toThrow('there is a layer "brought" already')
    const crossed = { kind: 'corners' as const, points: [0, 0, 1600, 1600, 1600, 0, 0, 1600] }
    expect(() => applyAct(kernels, blankDrawing(sheet), act({ to: crossed }))).toThrow('cross over')
  })

  it('is the same by both kernels, wherever it comes', () => {
    const hashes = [simdKernels(), plainKernels()].map(each => {
      const { name: named, pixels } = randomPicture(8, 130, 90)
      each.pictures.set(named.hash, pixels)
      return contentHash(replay(each, { version: 1, sheet, entries: randomBringIns(9, sheet, named, 10) }).drawing)
    })
    expect(hashes[0]).toBe(hashes[1])
  })

  it('is one act of a record: undone as one, and asked for by name', () => {
    const record: DrawingRecord = {
      version: 1,
      sheet,
      entries: [
        { type: 'act', at: 0, act: act() },
        { type: 'act', at: 10, act: act({ layer: 'second' }) },
        { type: 'undo', at: 20 },
      ],
    }
    expect(replay(kernels, record).drawing.layers.map(each => each.id)).toEqual(['brought'])
    expect(picturesIn(record.entries)).toEqual([name])
  })

  it.each([
    ['a name that is no hash', { picture: { ...name, hash: 'kettle' } }],
    ['a picture with no width', { picture: { ...name, width: 0 } }],
    ['more px than a picture may have', { picture: { ...name, width: 10_000, height: 9000 } }],
    ['half a corner', { to: { kind: 'corners', points: [0, 0, 16, 0, 16, 16, 0] } }],
  ])('is refused with %s', (_, more) => {
    expect(actSchema.safeParse(act()).success).toBe(true)
    expect(actSchema.safeParse(act(more as never)).success).toBe(false)
  })
})
