import { createHash } from 'node:crypto'
import { createCanvas } from '@napi-rs/canvas'
import { describe, expect, it } from 'vitest'
import { packSample, toolSettings, type ToolSettings } from '../brush'
import { plainKernels, simdKernels, TILE, type Kernels, type Pixels } from '../kernels'
import { seededRandom } from '../base'
import { paperMask } from '../cut'
import { paperLayers, showDrawing, type Drawing } from '../layers'
import { pictureHash, settledPixels } from '../pictures'
import {
  beginningSheet,
  contentHash,
  picturesIn,
  recordSchema,
  replay,
  type Act,
  type DrawingRecord,
  type Entry,
  type PictureName,
} from './index'

const sheet: DrawingRecord['sheet'] = { width: 300, height: 220, paper: [255, 255, 255] }
const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')

/** A stamp that is drawn with Skia: a hook, so that it has no symmetry. */
function hook(side: number): Pixels {
  const context = createCanvas(side, side).getContext('2d')
  context.lineWidth = side / 6
  context.lineCap = 'round'
  context.beginPath()
  context.arc(side / 2, side / 2, side * 0.36, 0, 1.4 * Math.PI)
  context.stroke()
  const { data } = context.getImageData(0, 0, side, side)
  return settledPixels({ width: side, height: side, pixels: Uint8Array.from(data, (v, i) => (i % 4 === 3 ? v : 0)) })
}
function known(picture: Pixels, ...all: Kernels[]): PictureName {
  const name = { hash: pictureHash(picture, sha256), width: picture.width, height: picture.height }
  for (const each of all) each.pictures.set(name.hash, picture)
  return name
}
const stamp = (picture: PictureName, more: Partial<ToolSettings> = {}): ToolSettings =>
  toolSettings('stamp', {
    tip: { kind: 'shape', shape: { cut: picture }, turn: 'upright' },
    size: 64,
    opacity: 100,
    flow: 100,
    scatter: 0,
    pressureSize: 0,
    pressureFlow: 0,
    spacing: 100,
    ...more,
  })
const line = (...points: readonly (readonly [number, number])[]) =>
  points.flatMap(([x, y]) => packSample({ x, y, pressure: 1, wait: 16 }))
const record = (entries: DrawingRecord['entries']): DrawingRecord => ({ version: 1, sheet, entries })
const layer = { type: 'prepare', at: 0, act: { kind: 'layer-add', layer: 'one', name: 'One', place: 0 } } as const
const strokeOf = (tool: ToolSettings, samples: number[], seed = 4): Entry => ({
  type: 'act',
  at: 1,
  act: { kind: 'stroke', version: 2, layer: 'one', tool, colour: [20, 60, 120], seed, samples },
})
const alpha = ({ layers }: Drawing, x: number, y: number) => {
  const tile = layers[0]!.tiles.get(Math.floor(y / TILE) * 2 + Math.floor(x / TILE))
  return tile ? tile[4 * ((y % TILE) * TILE + (x % TILE)) + 3]! : 0
}

const kinds = { simd: simdKernels(), plain: plainKernels() }
const ROWS = Object.values(kinds)

describe('a stamp of one’s own', () => {
  const mask = hook(64)
  const name = known(mask, ...ROWS)

  it('set down once at its own size is its mask', () => {
    const tool = stamp(name)
    const { drawing } = replay(kinds.plain, record([layer, strokeOf(tool, line([150, 100]))]))
    let most = 0
    for (let y = 0; y < 64; y++)
      for (let x = 0; x < 64; x++)
        most = Math.max(most, Math.abs(alpha(drawing, 118 + x, 68 + y) - mask.pixels[4 * (y * 64 + x) + 3]!))
    // Rounded once with an ordered dither.
    expect(most).toBeLessThanOrEqual(1)
  })

  it('is the same in both kernels: of any size, turned, small by chance, repeated', () => {
    for (const [i, more] of [
      { size: 17 },
      { size: 150, tip: { kind: 'shape', shape: { cut: name }, turn: 'any' } },
      { size: 40, tip: { kind: 'shape', shape: { cut: name }, turn: 'along', shrinks: 60, sways: 90 }, scatter: 80 },
    ].entries()) {
      const made = record([
        layer,
        strokeOf(stamp(name, more as Partial<ToolSettings>), line([30, 40], [160, 120], [260, 60]), 9 + i),
      ])
      expect(recordSchema.parse(made)).toEqual(made)
      const [a, b] = ROWS.map(each => contentHash(replay(each, made).drawing))
      expect(a).toBe(b)
      expect(alpha(replay(kinds.simd, made).drawing, 5, 215)).toBe(0)
    }
  })

  it('turned along the stroke lies as it does when the picture is turned', () => {
    const along = { tip: { kind: 'shape', shape: { cut: name }, turn: 'along' }, spacing: 400 } as const
    const down = replay(kinds.plain, record([layer, strokeOf(stamp(name, along), line([150, 60], [150, 90]))])).drawing
    let off = 0
    for (let y = 0; y < 64; y++)
      for (let x = 0; x < 64; x++)
        // A quarter turn clockwise: what lay to the right lies below.
        off += Math.abs(alpha(down, 118 + (63 - y), 28 + x) - mask.pixels[4 * (y * 64 + x) + 3]!) / 64 / 64
    expect(off).toBeLessThan(1)
  })

  it('is named by the record, and says so where its px are not here', () => {
    const made = record([layer, strokeOf(stamp(name), line([150, 100]))])
    expect(picturesIn(made.entries)).toEqual([name])
    const without = plainKernels()
    expect(() => replay(without, made).drawing).toThrow(expect.objectContaining({ code: 'picture-missing' }))
  })
})

describe('a pattern of one’s own', () => {
  const dot = settledPixels({
    width: 20,
    height: 10,
    pixels: Uint8Array.from({ length: 4 * 20 * 10 }, (_, i) => (i % 4 === 3 && (i >> 2) % 20 < 8 ? 255 : 0)),
  })
  const name = known(dot, ...ROWS)
  const pour = (size: number) =>
    record([
      layer,
      {
        type: 'act',
        at: 1,
        act: {
          kind: 'pour',
          version: 2,
          layer: 'one',
          where: { kind: 'places', points: [16 * 40, 16 * 40] },
          paint: { kind: 'pattern', colour: [200, 30, 30], pattern: { cut: name }, size },
          tolerance: 20,
          borders: 'this',
          gap: 0,
          grow: 0,
          seed: 3,
        },
      },
    ])

  it('covers the sheet side by side, at its size', () => {
    const made = pour(20)
    expect(recordSchema.parse(made)).toEqual(made)
    expect(picturesIn(made.entries)).toEqual([name])
    const { drawing } = replay(kinds.simd, made)
    for (let y = 3; y < 220; y += 31)
      for (let x = 0; x < 300; x++) expect(alpha(drawing, x, y), `${x}, ${y}`).toBe(x % 20 < 8 ? 255 : 0)
  })

  it('is the same in both kernels at other sizes', () => {
    for (const size of [7, 33, 180]) {
      const [a, b] = ROWS.map(each => contentHash(replay(each, pour(size)).drawing))
      expect(a).toBe(b)
    }
  })
})

describe('a paper of one’s own', () => {
  const [side, random] = [90, seededRandom(8)]
  /** Rough, and lit from one side: the light is no part of the paper. */
  const rough = settledPixels({
    width: side,
    height: side,
    pixels: Uint8Array.from({ length: 4 * side * side }, (_, i) =>
      i % 4 === 3 ? 255 : 90 + ((i >> 2) % side) + 50 * random.unit(),
    ),
  })
  const mask = paperMask(rough)
  const name = known(mask, ...ROWS)
  const act = {
    kind: 'sheet-paper',
    colour: [250, 245, 235] as [number, number, number],
    texture: { name: { cut: name }, under: 60, over: 40 },
  } as const
  const made = record([
    layer,
    { type: 'act', at: 1, act: structuredClone(act) as Act },
    strokeOf(toolSettings('ink-pen', { size: 40 }), line([40, 100], [260, 120])),
  ])

  it('is rough all over, without the light that fell on the picture', () => {
    const { width, height, pixels } = mask
    const half = (from: number) => {
      let sum = 0
      for (let y = 0; y < height; y++)
        for (let x = from; x < from + width / 2; x++) sum += pixels[4 * (y * width + x) + 3]!
      return sum / (height * Math.ceil(width / 2))
    }
    expect(Math.abs(half(0) - half(Math.floor(width / 2)))).toBeLessThan(12)
  })

  it('lies under the paint and over it, within 40 and 70 % of grey', () => {
    expect(recordSchema.parse(made)).toEqual(made)
    expect(picturesIn(made.entries)).toEqual([name])
    const { drawing } = replay(kinds.simd, made)
    const { under, over } = paperLayers(drawing.sheet)
    expect(under!.tiles.size).toBeGreaterThan(0)
    const greys = new Set([...over!.layer.tiles.values()].flatMap(tile => [...tile.filter((_, i) => i % 4 === 0)]))
    expect(greys.size).toBeGreaterThan(20)
    for (const grey of greys) {
      expect(grey).toBeGreaterThanOrEqual(0.4 * 255 - 1)
      expect(grey).toBeLessThanOrEqual(0.7 * 255)
    }
    // It is seen where there is paper and where there is paint, and is no part of the paint.
    const shown = showDrawing(kinds.simd, drawing)
    const at = (x: number, y: number) => shown[4 * (y * sheet.width + x)]!
    const spread = (y: number) => new Set(Array.from({ length: 40 }, (_, x) => at(120 + x, y))).size
    expect(spread(20)).toBeGreaterThan(4)
    expect(alpha(drawing, 150, 110)).toBe(255)
  })

  it('is the same in both kernels, and its hash is by the name of its picture', () => {
    const [a, b] = ROWS.map(each => replay(each, made).drawing)
    expect(contentHash(a!)).toBe(contentHash(b!))
    expect(Buffer.from(showDrawing(kinds.simd, a!)).equals(Buffer.from(showDrawing(kinds.plain, b!)))).toBe(true)
    const { texture } = a!.sheet
    expect(contentHash({ ...a!, sheet: { ...a!.sheet, texture: { ...texture!, heights: undefined } } })).toBe(
      contentHash(a!),
    )
    const other = { ...texture!, name: { cut: { ...name, hash: 'f'.repeat(64) } } }
    expect(contentHash({ ...a!, sheet: { ...a!.sheet, texture: other } })).not.toBe(contentHash(a!))
  })

  it('is left out of what a sheet begins as', () => {
    expect(beginningSheet(replay(kinds.simd, made).drawing.sheet)).toEqual({ ...sheet, paper: [250, 245, 235] })
    const cartridge = { name: 'cartridge' as const, under: 30, over: 10 }
    expect(beginningSheet({ ...sheet, texture: cartridge })).toEqual({ ...sheet, texture: cartridge })
  })
})
