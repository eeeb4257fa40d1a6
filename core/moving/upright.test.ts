import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { loadKernels, TILE, type Pixels } from '../kernels'
import type { Layer, Sheet } from '../layers'
import { Brought, cornersOf, type Destination } from './index'
import { shrunk, uprightOf, uprightPixels } from './upright'

const kernels = loadKernels()
const sheet: Sheet = { width: 300, height: 280, paper: [255, 255, 255] }
const clear: Layer = { id: 'one', name: 'One', visible: true, opacity: 100, tiles: new Map() }

/** Soft hills with some hard edges, opaque. */
function scene(width: number, height: number): Pixels {
  const pixels = new Uint8Array(4 * width * height)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const hard = Math.floor(x / 37) % 2 === Math.floor(y / 29) % 2 ? 60 : 0
      pixels.set(
        [90 + 60 * Math.sin(x / 17) + hard, 110 + 60 * Math.cos(y / 23), (x + y) % 200, 255],
        4 * (y * width + x),
      )
    }
  }
  return { width, height, pixels }
}

const corners = (x: number, y: number, w: number, h: number): Destination => ({
  kind: 'corners',
  points: [x, y, x + w, y, x + w, y + h, x, y + h],
})
function laid(picture: Pixels, to: Destination): (x: number, y: number) => number[] {
  kernels.openMask(sheet.width, sheet.height)
  const { tiles } = new Brought(kernels, sheet, clear, picture).laid(to)
  return (x, y) => {
    const tile = tiles.get(Math.floor(y / TILE) * Math.ceil(sheet.width / TILE) + Math.floor(x / TILE))
    const at = 4 * ((y % TILE) * TILE + (x % TILE))
    return tile ? [...tile.subarray(at, at + 4)] : [0, 0, 0, 0]
  }
}

describe('a picture made smaller', () => {
  // libvips widens Catmull–Rom ("cubic") in the same way, but shrinks by whole factors first and rounds in between.
  it.each([
    [240, 180, 120, 90],
    [240, 180, 173, 101],
    [300, 200, 60, 40],
  ])('%i × %i to %i × %i px is that of libvips within 6 of 255, and mostly nearer', async (width, height, w, h) => {
    const picture = scene(width, height)
    const { data } = await sharp(picture.pixels, { raw: { width, height, channels: 4 } })
      .resize(w, h, { kernel: 'cubic', fit: 'fill' })
      .raw()
      .toBuffer({ resolveWithObject: true })
    const small = shrunk(kernels, picture, w, h)
    let [farthest, sum] = [0, 0]
    for (let y = 4; y < h - 4; y++) {
      for (let x = 4; x < w - 4; x++) {
        for (let c = 0; c < 4; c++) {
          const off = Math.abs(small.pixels[4 * (y * w + x) + c]! - data[4 * (y * w + x) + c]!)
          farthest = Math.max(farthest, off)
          sum += off
        }
      }
    }
    expect(farthest).toBeLessThanOrEqual(6)
    expect(sum / (4 * w * h)).toBeLessThan(0.5)
  })

  it('stays opaque to its edge, and of one colour where it has one', () => {
    const plain = { width: 500, height: 410, pixels: new Uint8Array(4 * 500 * 410) }
    for (let at = 0; at < plain.pixels.length; at += 4) plain.pixels.set([200, 90, 30, 255], at)
    const small = shrunk(kernels, plain, 77, 63)
    const all = new Set<string>()
    for (let at = 0; at < small.pixels.length; at += 4) all.add(small.pixels.subarray(at, at + 4).join(' '))
    expect([...all]).toEqual(['200 90 30 255'])
  })

  it.each([
    [1, 30_000, 1, 40],
    [30_000, 1, 250, 1],
    [3000, 2000, 3, 2],
  ])('also %i × %i px to %i × %i: every px has its share', (width, height, w, h) => {
    const random = seededRandom(6)
    const pixels = new Uint8Array(4 * width * height)
    let sum = 0
    for (let at = 0; at < pixels.length; at += 4) {
      const value = random.int(0, 255)
      sum += value
      pixels.set([value, value, value, 255], at)
    }
    const small = shrunk(kernels, { width, height, pixels }, w, h)
    let found = 0
    for (let at = 0; at < small.pixels.length; at += 4) {
      expect(small.pixels[at + 3]).toBe(255)
      found += small.pixels[at]!
    }
    expect(Math.abs(found / (w * h) - sum / (width * height))).toBeLessThan(6)
  })
})

describe('a picture that lies upright', () => {
  it('covers half a px by half', () => {
    const picture = { width: 20, height: 10, pixels: new Uint8Array(800).fill(255) }
    const at = laid(picture, corners(30.5, 40.25, 20, 10))
    expect(at(30, 45)).toEqual([255, 255, 255, 128])
    expect(at(31, 45)).toEqual([255, 255, 255, 255])
    expect(at(50, 45)).toEqual([255, 255, 255, 128])
    expect(at(40, 40)).toEqual([255, 255, 255, 191])
    expect(at(40, 50)).toEqual([255, 255, 255, 64])
    expect(at(29, 45)).toEqual([0, 0, 0, 0])
    expect(at(51, 45)).toEqual([0, 0, 0, 0])
  })

  it('is flipped and turned by quarters px for px', () => {
    const picture = scene(30, 20)
    const px = (x: number, y: number) => [...picture.pixels.subarray(4 * (y * 30 + x), 4 * (y * 30 + x) + 4)]
    const [l, t, r, b] = [50, 60, 80, 80]
    const mirrored = laid(picture, { kind: 'corners', points: [r, t, l, t, l, b, r, b] })
    const upsideDown = laid(picture, { kind: 'corners', points: [l, b, r, b, r, t, l, t] })
    // A quarter to the right: its top left corner comes to the top right.
    const right = laid(picture, { kind: 'corners', points: [70, 60, 70, 90, 50, 90, 50, 60] })
    const left = laid(picture, { kind: 'corners', points: [50, 90, 50, 60, 70, 60, 70, 90] })
    for (let y = 0; y < 20; y++) {
      for (let x = 0; x < 30; x++) {
        expect(mirrored(79 - x, 60 + y)).toEqual(px(x, y))
        expect(upsideDown(50 + x, 79 - y)).toEqual(px(x, y))
        expect(right(69 - y, 60 + x)).toEqual(px(x, y))
        expect(left(50 + y, 89 - x)).toEqual(px(x, y))
      }
    }
  })

  it('is told from one that is turned or pulled', () => {
    expect(uprightOf({ kind: 'corners', points: cornersOf({ x0: 3, y0: 4, x1: 9, y1: 20 }) })).toMatchObject({
      x0: 3,
      y1: 20,
      isTurned: false,
    })
    expect(uprightOf({ kind: 'corners', points: [0, 0, 10, 1, 10, 11, 0, 10] })).toBeNull()
    expect(uprightOf({ kind: 'net', columns: 1, rows: 1, points: [0, 0, 9, 0, 0, 9, 9, 9] })).toBeNull()
    const picture = scene(8, 5)
    expect(uprightPixels(picture, uprightOf(corners(0, 0, 8, 5))!)).toBe(picture)
  })

  it('enlarged, goes from px to px without steps, over the mark by a little as its curve does', () => {
    const four = {
      width: 4,
      height: 1,
      pixels: Uint8Array.from([0, 0, 200, 200].flatMap(each => [each, each, each, 255])),
    }
    const at = laid(four, corners(10, 10, 80, 20))
    const values = Array.from({ length: 80 }, (_, x) => at(10 + x, 20)[0]!)
    expect([values[0], values[79]]).toEqual([0, 200])
    for (let x = 1; x < 80; x++) expect(Math.abs(values[x]! - values[x - 1]!)).toBeLessThanOrEqual(16)
    expect(values[40]! - values[39]!).toBeGreaterThan(5)
    // Over a step the curve goes by at most 2/27 of it: its first weight is −t(1 − t)² ÷ 2, least at t = ⅓.
    const most = Math.max(...values)
    expect(most).toBeGreaterThan(202)
    expect(most).toBeLessThan(216)
  })
})

describe('a picture that is squeezed and turned', () => {
  it('is that of Skia within 6 of 255 at nearly all px', async () => {
    const { createCanvas } = await import('@napi-rs/canvas')
    const picture = scene(400, 320)
    const [w, h, turn] = [200, 160, 0.3]
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
    const place = (x: number, y: number) => [80 + x * cos - y * sin, 30 + x * sin + y * cos]
    const at = laid(picture, {
      kind: 'corners',
      points: [
        [0, 0],
        [w, 0],
        [w, h],
        [0, h],
      ].flatMap(([x, y]) => place(x!, y!)),
    })
    // Skia is given a picture of the right size: it looks at too few px when it makes one smaller.
    const small = shrunk(kernels, picture, w, h)
    const from = createCanvas(w, h)
    const data = from.getContext('2d').createImageData(w, h)
    data.data.set(small.pixels)
    from.getContext('2d').putImageData(data, 0, 0)
    const canvas = createCanvas(300, 280)
    const context = canvas.getContext('2d')
    context.imageSmoothingQuality = 'high'
    context.setTransform(cos, sin, -sin, cos, 80, 30)
    context.drawImage(from, 0, 0)
    const wanted = context.getImageData(0, 0, 300, 280).data
    let [near, all] = [0, 0]
    for (let y = 60; y < 200; y++) {
      for (let x = 60; x < 240; x++) {
        if (wanted[4 * (y * 300 + x) + 3] !== 255) continue
        all++
        const found = at(x, y)
        if ([0, 1, 2].every(c => Math.abs(found[c]! - wanted[4 * (y * 300 + x) + c]!) <= 6)) near++
      }
    }
    expect(all).toBeGreaterThan(10_000)
    expect(near / all).toBeGreaterThan(0.95)
  })
})
