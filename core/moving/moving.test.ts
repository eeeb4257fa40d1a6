/* eslint-disable max-lines -- every way of moving on the same few drawings */
import { createCanvas } from '@napi-rs/canvas'
import { Matrix, solve } from 'ml-matrix'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { loadKernels, TILE, TILE_BYTES } from '../kernels'
import type { Layer, Sheet } from '../layers'
import { insideOutline, readSelection } from '../select'
import {
  Bending,
  cornersOf,
  destinationTrouble,
  Lifted,
  mapped,
  mirroredHalf,
  movedSelection,
  paintBox,
  projectiveTo,
  scaledTiles,
  straightNet,
  type Destination,
} from './index'

const kernels = loadKernels()
const SIDE = 400
const sheet: Sheet = { width: SIDE, height: SIDE, paper: [255, 255, 255] }
type Of = (x: number, y: number) => readonly [number, number, number, number]

function layerOf(of: Of, on = sheet): Layer {
  const columns = Math.ceil(on.width / TILE)
  const tiles = new Map<number, Uint8Array>()
  for (let y = 0; y < on.height; y++) {
    for (let x = 0; x < on.width; x++) {
      const pixel = of(x, y)
      if (!pixel[3]) continue
      const number = Math.floor(y / TILE) * columns + Math.floor(x / TILE)
      if (!tiles.has(number)) tiles.set(number, new Uint8Array(TILE_BYTES))
      tiles.get(number)!.set(pixel, 4 * ((y % TILE) * TILE + (x % TILE)))
    }
  }
  return { id: 'one', name: 'one', visible: true, opacity: 100, tiles }
}

/** The layer as one picture, RGBA8 straight alpha. */
function flat({ tiles }: Layer, on = sheet): Uint8Array {
  const columns = Math.ceil(on.width / TILE)
  const out = new Uint8Array(on.width * on.height * 4)
  for (let y = 0; y < on.height; y++) {
    for (let x = 0; x < on.width; x++) {
      const tile = tiles.get(Math.floor(y / TILE) * columns + Math.floor(x / TILE))
      if (tile)
        out.set(
          tile.subarray(4 * ((y % TILE) * TILE + (x % TILE)), 4 * ((y % TILE) * TILE + (x % TILE)) + 4),
          4 * (y * on.width + x),
        )
    }
  }
  return out
}
/** Index of the first byte that differs, or −1: quicker than comparing big arrays, and shorter to read. */
const difference = (a: Uint8Array, b: Uint8Array) =>
  a.length === b.length ? a.findIndex((value, i) => value !== b[i]) : 0
const at = (pixels: Uint8Array, x: number, y: number, width = SIDE) => [
  ...pixels.subarray(4 * (y * width + x), 4 * (y * width + x) + 4),
]

/** Smooth hills of colour in a disc: nothing that a reading could alias. */
const HILLS: Of = (x, y) => {
  const r = Math.hypot(x - 180, y - 170)
  const alpha = Math.round(255 * Math.min(Math.max((120 - r) / 20, 0), 1))
  return [
    128 + Math.round(90 * Math.sin(x / 11)),
    128 + Math.round(90 * Math.cos(y / 13)),
    128 + Math.round(90 * Math.sin((x + y) / 17)),
    alpha,
  ]
}
/** Hard specks: what must come through a whole-px move to the last bit. */
const SPECKS: Of = (x, y) =>
  x > 40 && x < 200 && y > 50 && y < 180 && (x * 7 + y * 13) % 5 === 0
    ? [x % 256, y % 256, (x * y) % 256, 1 + ((x * 31 + y) % 255)]
    : [0, 0, 0, 0]

const hills = layerOf(HILLS)
const specks = layerOf(SPECKS)
const box = { x0: 40, y0: 50, x1: 201, y1: 181 }
const lift = (layer: Layer, from = box, leaves = false) => new Lifted(kernels, sheet, layer, from, undefined, leaves)
const corners = (...points: number[]): Destination => ({ kind: 'corners', points })

describe('what is moved by whole px stays the same to the last bit', () => {
  it('where it was', () => {
    expect(difference(flat(lift(specks).laid(corners(...cornersOf(box)))), flat(specks))).toBe(-1)
  })

  it('elsewhere, over tile borders and over the sheet’s edge', () => {
    for (const [dx, dy] of [
      [100, 90],
      [-60, 3],
      [300, 300],
    ] as const) {
      const moved = flat(lift(specks).laid(corners(...cornersOf(box).map((value, i) => value + (i % 2 ? dy : dx)))))
      expect(difference(moved, flat(layerOf((x, y) => SPECKS(x - dx, y - dy))))).toBe(-1)
    }
  })

  it('flipped, upside down and by a quarter turn', () => {
    const { x0, y0, x1, y1 } = box
    const flipped = flat(lift(specks).laid(corners(x1, y0, x0, y0, x0, y1, x1, y1)))
    expect(
      difference(flipped, flat(layerOf((x, y) => (x >= x0 && x < x1 ? SPECKS(x0 + x1 - 1 - x, y) : [0, 0, 0, 0])))),
    ).toBe(-1)
    const over = flat(lift(specks).laid(corners(x0, y1, x1, y1, x1, y0, x0, y0)))
    expect(
      difference(over, flat(layerOf((x, y) => (y >= y0 && y < y1 ? SPECKS(x, y0 + y1 - 1 - y) : [0, 0, 0, 0])))),
    ).toBe(-1)
    const [w, h] = [x1 - x0, y1 - y0]
    // Clockwise: what was the top left corner is the top right one.
    const turned = flat(lift(specks).laid(corners(100 + h, 100, 100 + h, 100 + w, 100, 100 + w, 100, 100)))
    expect(
      difference(
        turned,
        flat(
          layerOf((x, y) =>
            x >= 100 && x < 100 + h && y >= 100 && y < 100 + w
              ? SPECKS(x0 + y - 100, y0 + (100 + h - 1 - x))
              : [0, 0, 0, 0],
          ),
        ),
      ),
    ).toBe(-1)
  })

  it('by a net that lies straight', () => {
    expect(
      difference(
        flat(lift(specks).laid({ kind: 'net', columns: 3, rows: 2, points: straightNet(box, 3, 2) })),
        flat(specks),
      ),
    ).toBe(-1)
  })

  it('and a copy left behind stays under it', () => {
    const both = flat(
      lift(specks, box, true).laid(corners(...cornersOf(box).map((value, i) => value + (i % 2 ? 0 : 180)))),
    )
    expect(at(both, 45, 60)).toEqual(at(flat(specks), 45, 60))
    expect(at(both, 225, 60)).toEqual(at(flat(specks), 45, 60))
  })
})

/** Mean and worst difference of colour times alpha, levels, where either picture has more than a trace. */
function compare(a: Uint8Array, b: ArrayLike<number>): { mean: number; worst: number } {
  let [sum, count, worst] = [0, 0, 0]
  for (let i = 0; i < a.length; i += 4) {
    if (!a[i + 3] && !b[i + 3]) continue
    for (let c = 0; c < 4; c++) {
      const of = (p: ArrayLike<number>) => (c === 3 ? p[i + 3]! : (p[i + c]! * p[i + 3]!) / 255)
      const difference = Math.abs(of(a) - of(b))
      sum += difference
      worst = Math.max(worst, difference)
      count++
    }
  }
  return { mean: sum / count, worst }
}

function skia(transform: [number, number, number, number, number, number]): Uint8ClampedArray {
  const from = createCanvas(SIDE, SIDE)
  const pixels = from.getContext('2d').createImageData(SIDE, SIDE)
  pixels.data.set(flat(hills))
  from.getContext('2d').putImageData(pixels, 0, 0)
  const context = createCanvas(SIDE, SIDE).getContext('2d')
  context.imageSmoothingEnabled = true
  context.imageSmoothingQuality = 'high'
  context.setTransform(...transform)
  context.drawImage(from, 0, 0)
  return context.getImageData(0, 0, SIDE, SIDE).data
}

describe('readings between px agree with others', () => {
  const all = { x0: 0, y0: 0, x1: SIDE, y1: SIDE }
  const laid = (transform: [number, number, number, number, number, number]) => {
    const [a, b, c, d, e, f] = transform
    const held = paintBox(sheet, hills)!
    const points = cornersOf(held)
    return flat(
      lift(hills, held).laid(
        corners(
          ...[0, 2, 4, 6].flatMap(i => [
            a * points[i]! + c * points[i + 1]! + e,
            b * points[i]! + d * points[i + 1]! + f,
          ]),
        ),
      ),
    )
  }

  it.each([
    ['turned by 30°', [Math.cos(0.5236), Math.sin(0.5236), -Math.sin(0.5236), Math.cos(0.5236), 90, -60]],
    ['moved by a third of a px', [1, 0, 0, 1, 10.333, 7.667]],
    ['one and a half times the size', [1.5, 0, 0, 1.5, -90, -80]],
    ['skewed', [1, 0, 0.4, 1, -60, 0]],
  ] as [string, [number, number, number, number, number, number]][])('with Skia: %s', (_what, transform) => {
    const { mean, worst } = compare(laid(transform), skia(transform))
    // Both hold 8 bits a channel, Skia's premultiplied: a level or two apart is alike.
    expect(mean).toBeLessThan(1)
    expect(worst).toBeLessThan(9)
  })

  it.each([0.5, 0.31, 0.12])('with sharp (Lanczos 3) at %f of the size', async scale => {
    const size = Math.round(SIDE * scale)
    const small: Sheet = { ...sheet, width: size, height: size }
    const ours = flat({ ...hills, tiles: scaledTiles(kernels, sheet, small, hills.tiles) }, small)
    const theirs = await sharp(Buffer.from(flat(hills)), { raw: { width: SIDE, height: SIDE, channels: 4 } })
      .resize(size, size, { kernel: 'lanczos3' })
      .raw()
      .toBuffer()
    expect(compare(ours, theirs).mean).toBeLessThan(3)
  })

  it('with the parabola itself, which this kind of interpolation gives back exactly (Keys 1981)', () => {
    const parabola = (x: number) => 20 + ((x - 200) * (x - 200)) / 200
    const bowl = layerOf(x => [Math.round(parabola(x + 0.5)), 0, 0, 255])
    const big: Sheet = { ...sheet, width: 1000, height: 1000 }
    const pixels = flat({ ...bowl, tiles: scaledTiles(kernels, sheet, big, bowl.tiles) }, big)
    for (let x = 20; x < 980; x += 11)
      expect(Math.abs(at(pixels, x, 500, 1000)[0]! - parabola((x + 0.5) / 2.5))).toBeLessThanOrEqual(1.1)
  })

  it('with itself: a net turned and stretched straight is the same as corners', () => {
    const held = paintBox(sheet, hills)!
    const map = projectiveTo(held, [60, 40, 300, 90, 260, 330, 20, 280])!
    const net = {
      kind: 'net' as const,
      columns: 4,
      rows: 3,
      points: straightNet(held, 4, 3).flatMap((x, i, all) => (i % 2 ? [] : Object.values(mapped(map, x, all[i + 1]!)))),
    }
    const { mean, worst } = compare(
      flat(lift(hills, held).laid(net)),
      flat(lift(hills, held).laid(corners(60, 40, 300, 90, 260, 330, 20, 280))),
    )
    expect(mean).toBeLessThan(0.2)
    expect(worst).toBeLessThan(5)
  })

  it('however many handles were pulled, it is read once', () => {
    const held = lift(hills, all)
    for (let i = 1; i < 30; i++) held.laid(corners(...cornersOf(all).map(value => value + i * 0.37)))
    const end = corners(3.5, 2, 380, 10, 390, 377, 9, 390)
    expect(difference(flat(held.laid(end)), flat(lift(hills, all).laid(end)))).toBe(-1)
  })
})

describe('the projective map', () => {
  it('is the one that eight linear equations give (ml-matrix)', () => {
    const random = seededRandom(8)
    for (let i = 0; i < 50; i++) {
      const from = { x0: random.int(0, 50), y0: random.int(0, 50), x1: random.int(100, 300), y1: random.int(100, 300) }
      const to = cornersOf(from).map(value => value + random.between(-40, 40))
      const points = cornersOf(from)
      const rows: number[][] = []
      const right: number[][] = []
      for (let k = 0; k < 8; k += 2) {
        const [x, y, X, Y] = [points[k]!, points[k + 1]!, to[k]!, to[k + 1]!]
        rows.push([x, y, 1, 0, 0, 0, -x * X, -y * X], [0, 0, 0, x, y, 1, -x * Y, -y * Y])
        right.push([X], [Y])
      }
      const h = solve(new Matrix(rows), new Matrix(right)).to1DArray()
      const map = projectiveTo(from, to)!
      const { x, y } = mapped(map, 77, 88)
      const w = h[6]! * 77 + h[7]! * 88 + 1
      expect(x).toBeCloseTo((h[0]! * 77 + h[1]! * 88 + h[2]!) / w, 6)
      expect(y).toBeCloseTo((h[3]! * 77 + h[4]! * 88 + h[5]!) / w, 6)
    }
  })

  it.each([
    ['a line', corners(0, 0, 10, 10, 20, 20, 30, 30)],
    ['a point', corners(5, 5, 5, 5, 5, 5, 5, 5)],
    ['a bow', corners(0, 0, 100, 100, 100, 0, 0, 100)],
    ['an arrowhead', corners(0, 0, 100, 0, 10, 10, 0, 100)],
    ['a sliver', corners(0, 0, 100, 0, 100, 0.001, 0, 0.001)],
    [
      'a net without enough knots',
      { kind: 'net', columns: 2, rows: 2, points: [1, 2, 3, 4, 5, 6, 7, 8] } as Destination,
    ],
  ])('is not made to %s', (_what, to) => {
    expect(destinationTrouble(box, to)).not.toBeNull()
  })
})

describe('what is shown while it is in hand', () => {
  it.each<[string, Destination]>([
    ['corners', corners(60, 40, 340, 90, 300, 350, 20, 300)],
    [
      'a net',
      {
        kind: 'net',
        columns: 2,
        rows: 2,
        points: [60, 40, 200, 60, 340, 90, 40, 170, 190, 220, 320, 220, 20, 300, 160, 330, 300, 350],
      },
    ],
  ])('is like what will stand, at the size of the screen: %s', async (_what, to) => {
    const held = paintBox(sheet, hills)!
    const part = lift(hills, held)
    const { box: at, pixels } = part.preview(to, { x: 0, y: 0, scale: 0.5 }, { x0: 0, y0: 0, x1: 200, y1: 200 })!
    const shown = new Uint8Array(200 * 200 * 4)
    for (let y = at.y0; y < at.y1; y++)
      shown.set(
        pixels.subarray(4 * (y - at.y0) * (at.x1 - at.x0), 4 * (y + 1 - at.y0) * (at.x1 - at.x0)),
        4 * (y * 200 + at.x0),
      )
    const stands = await sharp(Buffer.from(flat(part.laid(to))), { raw: { width: SIDE, height: SIDE, channels: 4 } })
      .resize(200, 200, { kernel: 'linear' })
      .raw()
      .toBuffer()
    expect(compare(shown, stands).mean).toBeLessThan(5)
  })

  it('is nothing where it is off the screen', () => {
    expect(
      lift(specks).preview(
        corners(...cornersOf(box)),
        { x: 0, y: 0, scale: 1 },
        { x0: 300, y0: 300, x1: 390, y1: 390 },
      ),
    ).toBeNull()
  })
})

describe('with a selection', () => {
  const selection = insideOutline({ sheet, layers: [] }, [100.5, 100, 160, 100, 160, 150, 100.5, 150])

  it('only what is selected goes, and half-selected px are shared out', () => {
    const solid = layerOf((x, y) => (x >= 50 && x < 200 && y >= 50 && y < 200 ? [10, 200, 30, 255] : [0, 0, 0, 0]))
    const moved = flat(
      new Lifted(kernels, sheet, solid, { x0: 100, y0: 100, x1: 160, y1: 150 }, selection, false).laid(
        corners(300, 100, 360, 100, 360, 150, 300, 150),
      ),
    )
    expect([
      at(moved, 99, 120)[3],
      at(moved, 100, 120)[3],
      at(moved, 130, 120)[3],
      at(moved, 300, 120)[3],
      at(moved, 330, 120)[3],
    ]).toEqual([255, 127, 0, 128, 255])
  })

  it('the selection goes along', () => {
    const moved = movedSelection(
      kernels,
      sheet,
      selection,
      { x0: 100, y0: 100, x1: 160, y1: 150 },
      corners(300, 120, 360, 120, 360, 170, 300, 170),
    )
    expect(readSelection(sheet, moved, { x0: 300, y0: 120, x1: 360, y1: 170 })).toEqual(
      readSelection(sheet, selection, { x0: 100, y0: 100, x1: 160, y1: 150 }),
    )
  })
})

describe('one half mirrored onto the other', () => {
  it('is its mirror image to the last bit on a line between px', () => {
    const mirrored = flat(mirroredHalf(kernels, sheet, specks, { ax: 150, ay: 400, bx: 150, by: 0 }))
    const before = flat(specks)
    // Walking up, what lies left of the line goes to its right.
    for (let y = 40; y < 200; y += 7) {
      for (let x = 0; x < 150; x += 3) {
        expect(at(mirrored, x, y)).toEqual(at(before, x, y))
        expect(at(mirrored, 299 - x, y)).toEqual(at(before, x, y))
      }
    }
  })

  it('is even on a slanting line, without a seam', () => {
    const solid = layerOf((x, y) => (Math.hypot(x - 200, y - 200) < 90 ? [40, 60, 90, 255] : [0, 0, 0, 0]))
    const mirrored = flat(mirroredHalf(kernels, sheet, solid, { ax: 0, ay: 0, bx: 400, by: 400 }))
    for (let i = 150; i < 250; i++) expect(at(mirrored, i, i)[3]).toBeGreaterThanOrEqual(254)
    const worst = Math.max(
      ...Array.from({ length: 400 }, (_, i) => Math.abs(at(mirrored, i, 120)[3]! - at(mirrored, 120, i)[3]!)),
    )
    expect(worst).toBeLessThanOrEqual(2)
  })
})

describe('paint under the hand', () => {
  const dot = layerOf((x, y) => (Math.hypot(x - 200, y - 200) < 20 ? [200, 30, 30, 255] : [0, 0, 0, 0]))
  const stroke = (points: [number, number][], wait = 10) =>
    points.flatMap(([x, y], i) => [x * 16, y * 16, 1023, i ? wait : 0])
  const mass = (pixels: Uint8Array) => {
    let [m, x, y] = [0, 0, 0]
    for (let i = 0; i < SIDE * SIDE; i++) {
      const a = pixels[4 * i + 3]!
      m += a
      x += a * (i % SIDE)
      y += a * Math.floor(i / SIDE)
    }
    return { area: m / 255, x: x / m, y: y / m }
  }
  const bent = (how: 'push' | 'swell' | 'pinch', samples: number[], selection?: ReturnType<typeof insideOutline>) => {
    const bending = new Bending(kernels, sheet, dot, { how, size: 120, strength: 100 }, selection)
    bending.extend(samples)
    return bending
  }

  it('is pushed along', () => {
    const pushed = mass(
      flat(
        bent(
          'push',
          stroke([
            [200, 200],
            [210, 200],
            [230, 200],
          ]),
        ).lay(),
      ),
    )
    expect(pushed.x).toBeGreaterThan(mass(flat(dot)).x + 15)
    expect(pushed.x).toBeLessThan(mass(flat(dot)).x + 30.5)
    expect(pushed.y).toBeCloseTo(mass(flat(dot)).y, 0)
  })

  it.each([
    ['swell', 1],
    ['pinch', -1],
  ] as const)('%ss for as long as the hand rests', (how, sign) => {
    const area = (ms: number) =>
      mass(
        flat(
          bent(
            how,
            stroke(
              [
                [200, 200],
                [200, 200],
              ],
              ms,
            ),
          ).lay(),
        ),
      ).area
    const before = mass(flat(dot)).area
    expect(sign * (area(100) - before)).toBeGreaterThan(0)
    expect(sign * (area(400) - area(100))).toBeGreaterThan(0)
  })

  it('only under the hand, and only where it is selected', () => {
    const pixels = flat(
      bent(
        'push',
        stroke([
          [180, 200],
          [260, 200],
        ]),
      ).lay(),
    )
    expect(at(pixels, 200, 20)[3]).toBe(0)
    const right = insideOutline({ sheet, layers: [] }, [200, 0, 400, 0, 400, 400, 200, 400])
    const held = flat(
      bent(
        'push',
        stroke([
          [170, 200],
          [240, 200],
        ]),
        right,
      ).lay(),
    )
    const before = flat(dot)
    expect(difference(held, before)).toBeGreaterThan(-1)
    for (let y = 170; y < 230; y++) for (let x = 170; x < 200; x += 3) expect(at(held, x, y)).toEqual(at(before, x, y))
  })

  it('shows while it moves what will stand', () => {
    const bending = bent(
      'swell',
      stroke([
        [200, 200],
        [230, 215],
        [250, 190],
      ]),
    )
    const after = bending.lay()
    for (const { number, part } of bending.touched.parts()) {
      const shown = bending.preview(number, part)
      expect(difference(shown, after.tiles.get(number) ?? new Uint8Array(TILE_BYTES))).toBe(-1)
    }
  })

  it('of an empty layer is nothing', () => {
    const bending = new Bending(kernels, sheet, { ...dot, tiles: new Map() }, { how: 'push', size: 60, strength: 100 })
    bending.extend(
      stroke([
        [10, 10],
        [90, 90],
      ]),
    )
    expect(bending.lay().tiles.size).toBe(0)
  })
})
