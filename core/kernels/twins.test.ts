/* eslint-disable max-lines -- every kernel beside its plain twin */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import {
  FULL,
  NO_GRAIN,
  TEXTURES,
  TILE,
  TILE_BYTES,
  plainKernels,
  simdKernels,
  TEXTURE_SIDE,
  textureOf,
  type Kernels,
  type Tile,
} from './index'

const simd = simdKernels()
const plain = plainKernels()
const both = [simd, plain] as const

/** Random pixels with plenty of the ends (0, 255) in them; alpha 0 goes with colour 0. */
function randomTile(seed: number): Tile {
  const random = seededRandom(seed)
  const ends = () => random.pick([0, 255, 1, 254, random.int(0, 255), random.int(0, 255)])
  const tile = new Uint8Array(TILE_BYTES)
  for (let i = 0; i < TILE_BYTES; i += 4) {
    const alpha = ends()
    if (alpha) tile.set([ends(), ends(), ends(), alpha], i)
  }
  return tile
}

function onBoth<T>(run: (kernels: Kernels) => T): [T, T] {
  return [run(simd), run(plain)]
}

/** Index of the first byte that differs, or −1. */
function firstDifference(a: Uint8Array, b: Uint8Array): number {
  return a.findIndex((value, i) => value !== b[i])
}

const whole = { x0: 0, y0: 0, x1: TILE, y1: TILE }

describe('the SIMD kernels give the bytes of their plain twins', () => {
  it('for dabs of any size, hardness and flow, stamped anywhere on and over the edge', () => {
    const dab = fc.record({
      radius: fc.oneof(fc.double({ min: 0.1, max: 40, noNaN: true }), fc.constantFrom(0.25, 0.5, 1, 60)),
      hardness: fc.constantFrom(0, 0.3, 0.9, 1),
      flow: fc.integer({ min: 0, max: FULL }),
      phaseX: fc.integer({ min: 0, max: 3 }),
      phaseY: fc.integer({ min: 0, max: 3 }),
      x: fc.integer({ min: -130, max: 110 }),
      y: fc.integer({ min: -130, max: 90 }),
      gather: fc.constantFrom('flow' as const, 'peak' as const),
    })
    fc.assert(
      fc.property(fc.array(dab, { minLength: 1, maxLength: 12 }), dabs => {
        const [a, b] = onBoth(kernels => {
          kernels.openMask(101, 67)
          for (const { x, y, gather, ...spec } of dabs) kernels.stamp(gather, kernels.makeDab(spec), x, y)
          return kernels.readMask({ x0: 0, y0: 0, x1: 101, y1: 67 })
        })
        expect(a).toEqual(b)
        for (const kernels of both) kernels.dropDabs()
        expect(Math.max(...b)).toBeLessThanOrEqual(FULL)
      }),
      { numRuns: 120, seed: 4711 },
    )
  })

  it.each([
    ['paint', false],
    ['glaze', false],
    ['erase', false],
    ['behind', false],
    ['glow', false],
    ['paint', true],
    ['glaze', true],
    ['glow', true],
  ] as const)('for laying a mask over a tile: %s, inside only: %s', (kind, isInside) => {
    const src = randomTile(5)
    for (const kernels of both) {
      const random = seededRandom(99)
      kernels.openMask(300, 300)
      for (let y = 0; y < 300; y++) {
        kernels.writeMaskRow(
          0,
          y,
          Uint16Array.from({ length: 300 }, () => random.pick([0, FULL, random.int(0, FULL), 1, 300])),
        )
      }
    }
    const cases = [
      [1, 0, 0, 0, 0, src],
      [0.37, 0, 0, 0, 0xabcd, src],
      [0.8, 1.6, 0, 0, 77, src],
      [1, 0, 0, 0, 13, null],
      [0.9, 0, 2.6, 0, 5, src],
      [1, 0.4, 3.3, 0, 6, null],
      [0.46, 0.9, 0, 0.48, 7, src],
      [0.7, 0.3, 1.2, 1, 8, src],
    ] as const
    for (const [opacity, depth, bite, rim, seed, from] of cases) {
      const grain = { texture: TEXTURES[seed % TEXTURES.length]!, depth, bite }
      const rect = { x0: 3, y0: 5, x1: 250, y1: 256 }
      const [a, b] = onBoth(kernels => {
        const out = new Uint8Array(TILE_BYTES).fill(9)
        kernels.lay({ kind, isInside, colour: [200, 120, 40], opacity, grain, rim, seed }, from, out, 0, 0, rect)
        return out
      })
      expect(firstDifference(a, b)).toBe(-1)
      expect(b[4 * (5 * TILE + 2)], 'outside the rectangle nothing is written').toBe(9)
    }
  })

  it('in the second tile of a sheet, where dither and tooth go on', () => {
    const [a, b] = onBoth(kernels => {
      kernels.openMask(600, 300)
      kernels.stamp('flow', kernels.makeDab({ radius: 80, hardness: 0.2, flow: 9000, phaseX: 1, phaseY: 3 }), 220, 40)
      const out = new Uint8Array(TILE_BYTES)
      kernels.lay(
        {
          kind: 'paint',
          colour: [10, 20, 250],
          opacity: 0.5,
          grain: { texture: 'laid', depth: 0.9, bite: 0.5 },
          rim: 0.2,
          seed: 3,
        },
        null,
        out,
        256,
        0,
        { x0: 256, y0: 0, x1: 512, y1: 256 },
      )
      return out
    })
    expect(firstDifference(a, b)).toBe(-1)
    expect(b.some(value => value > 0)).toBe(true)
  })

  it.each([[[250, 249, 246]], [null]] as const)('for flattening layers over %j', ground => {
    const layers = [1, 2, 3, 4].map(seed => ({ tile: randomTile(seed), opacity: [1, 0.5, 0.25, 0.9][seed - 1]! }))
    const [a, b] = onBoth(kernels => {
      const out = new Uint8Array(TILE_BYTES)
      kernels.composite(layers, ground, out, { x0: 1, y0: 2, x1: 255, y1: 256 })
      return out
    })
    expect(firstDifference(a, b)).toBe(-1)
  })

  it.each([whole, { x0: 8, y0: 16, x1: 32, y1: 256 }])('for halving %o of a tile', part => {
    const [a, b] = onBoth(kernels => {
      const out = new Uint8Array(TILE_BYTES).fill(9)
      kernels.halve(randomTile(8), out, 1, 0, part)
      return out
    })
    expect(firstDifference(a, b)).toBe(-1)
    const halved = ((part.x1 - part.x0) * (part.y1 - part.y0)) / 4
    expect(new Uint32Array(a.buffer).filter(pixel => pixel === 0x09090909)).toHaveLength(TILE * TILE - halved)
  })
})

describe('blurring', () => {
  it('weighs px by alpha and makes them straight again', () => {
    const tile = randomTile(21)
    const [a, b] = onBoth(kernels => {
      const out = new Uint16Array(TILE_BYTES)
      kernels.premultiply(tile, out)
      return out
    })
    expect(a.findIndex((value, i) => value !== b[i])).toBe(-1)
    const [c, d] = onBoth(kernels => {
      const out = new Uint8Array(TILE_BYTES).fill(7)
      kernels.unpremultiply(a, out, 256, 512, 0x35)
      return out
    })
    expect(firstDifference(c, d)).toBe(-1)
    // Nothing was done between: the px are those that went in, but for rounding where they are faint.
    let worst = 0
    for (let i = 0; i < TILE_BYTES; i++) {
      const alpha = tile[i | 3]!
      const off = Math.abs(c[i]! - tile[i]!)
      if (alpha === 255) expect(off).toBe(0)
      else if (alpha >= 8) worst = Math.max(worst, off)
    }
    expect(worst).toBeLessThanOrEqual(1)
  })

  it('runs three boxes along rows and columns', () => {
    const random = seededRandom(31)
    const size = fc.record({
      width: fc.integer({ min: 1, max: 40 }),
      rows: fc.integer({ min: 1, max: 30 }),
      seed: fc.nat(),
    })
    const box = fc.record({ radius: fc.constantFrom(0, 1, 2, 7, 60), edge: fc.constantFrom(0, 0.25, 0.9) })
    fc.assert(
      fc.property(size, box, fc.boolean(), ({ width, rows }, how, isDown) => {
        const pixels = Uint16Array.from({ length: 4 * width * rows }, () =>
          random.pick([0, 65535, random.int(0, 65535)]),
        )
        const [a, b] = onBoth(kernels => {
          const out = pixels.slice()
          if (isDown) kernels.blurDown(out, width, rows, how)
          else kernels.blurAcross(out, width, rows, how)
          return out
        })
        expect(a).toEqual(b)
        expect(Math.max(...a)).toBeLessThanOrEqual(Math.max(...pixels))
      }),
      { numRuns: 150, seed: 5 },
    )
  })
})

describe('bits', () => {
  it.each([0, 40, 127, 128, 255])('for px that are like a colour, by %i at most', tolerance => {
    const tile = randomTile(tolerance + 3)
    // Long runs of one px, as paper has.
    new Uint32Array(tile.buffer).fill(0xfff6fafb, 5000, 40_000)
    for (const wanted of [0xfff6fafb, 0, 0x80402010, 0xff0000ff]) {
      const found = both.map(kernels => {
        const differences = new Uint8Array(TILE * TILE)
        const same = new Uint32Array((TILE * TILE) / 32)
        kernels.differ(tile, wanted, tolerance, differences, same)
        return { differences, same: new Uint8Array(same.buffer) }
      })
      expect(firstDifference(found[0]!.differences, found[1]!.differences)).toBe(-1)
      expect(firstDifference(found[0]!.same, found[1]!.same)).toBe(-1)
      const at = tile.findIndex((_, i) => i % 4 === 0 && new DataView(tile.buffer).getUint32(i, true) === wanted) >> 2
      if (at >= 0) expect(found[0]!.differences[at]).toBe(0)
    }
  })

  it('for dilation by a disc', () => {
    const plane = fc.record({
      stride: fc.integer({ min: 1, max: 9 }),
      rows: fc.integer({ min: 1, max: 14 }),
      seed: fc.nat(),
      share: fc.constantFrom(0.002, 0.1, 0.6),
    })
    fc.assert(
      fc.property(
        plane,
        fc.constantFrom([0], [1, 0], [2, 2, 1], [5, 5, 4, 4, 3, 0]),
        ({ stride, rows, seed, share }, reach) => {
          const random = seededRandom(seed)
          const words = new Uint32Array(stride * rows)
          for (let bit = 0; bit < 32 * words.length; bit++)
            if (random.unit() < share) words[bit >>> 5] = words[bit >>> 5]! | (1 << (bit & 31))
          const [a, b] = onBoth(kernels => kernels.dilate(words, stride, reach))
          expect(a).toEqual(b)
          expect(a.length).toBe(words.length)
        },
      ),
      { numRuns: 80, seed: 12 },
    )
  })
})

describe('reading a picture between its px', () => {
  const pixels = { width: 61, height: 47, pixels: randomTile(9).subarray(0, 61 * 47 * 4) }
  const random = seededRandom(12)
  const near = (length: number) =>
    random.pick([random.between(-4, length + 4), random.int(-2, length + 2) + 0.5, random.between(-1, 3), NaN])
  const xs = Float64Array.from({ length: 3000 }, () => near(61))
  const ys = Float64Array.from({ length: 3000 }, () => near(47))

  it('gives the same with both, at any place on and beside it', () => {
    const [a, b] = onBoth(kernels => {
      const out = new Float32Array(12_000)
      kernels.readPicture(pixels, xs, ys, 3000, out)
      return out
    })
    expect(a.findIndex((value, i) => !Object.is(value + 0, b[i]! + 0))).toBe(-1)
    expect(b.some(value => value > 200)).toBe(true)
  })

  it('gives a px back in its middle, and goes on with the next picture and a bigger one', () => {
    for (const picture of [pixels, { width: 256, height: 256, pixels: randomTile(3) }, pixels]) {
      const out = new Float32Array(4)
      simd.readPicture(picture, Float64Array.of(20.5), Float64Array.of(30.5), 1, out)
      const at = 4 * (30 * picture.width + 20)
      const alpha = picture.pixels[at + 3]!
      const expected = [0, 1, 2].map(c => (picture.pixels[at + c]! * alpha) / 255)
      for (const [c, value] of [...expected, alpha].entries()) expect(out[c]).toBeCloseTo(value, 3)
    }
  })
})

describe('reading an opaque picture along a line', () => {
  const pixels = { width: 61, height: 47, pixels: randomTile(9).subarray(0, 61 * 47 * 4) }
  const random = seededRandom(17)
  const places = Array.from({ length: 120 }, (_, i) => {
    const from = [random.between(-30, 60), random.between(-30, 50), random.between(0.5, 1.5)] as const
    const step = [random.between(-0.4, 1.5), random.between(-0.5, 1), random.between(-0.004, 0.01)] as const
    // Somewhere it is divided by nothing.
    return i === 7 ? { from: [20, 20, -1] as const, step: [0, 0, 0.25] as const } : { from, step }
  })

  it('gives the same with both, at any place on and beside it', () => {
    for (const { from, step } of places) {
      const [a, b] = onBoth(kernels => {
        const out = new Uint8Array(400)
        kernels.readStraight(pixels, from, step, 100, out)
        return out
      })
      expect([...a]).toEqual([...b])
    }
  })

  it('gives px back in their middles, and goes on with the edge', () => {
    const out = new Uint8Array(4 * 65)
    simd.readStraight(pixels, [-1.5, 30.5, 1], [1, 0, 0], 65, out)
    for (let i = 0; i < 65; i++) {
      const at = 4 * (30 * 61 + Math.min(60, Math.max(0, i - 2)))
      expect([...out.subarray(4 * i, 4 * i + 4)]).toEqual([...pixels.pixels.subarray(at, at + 3), 255])
    }
  })
})

describe('resampling rows', () => {
  const width = 61
  const random = seededRandom(31)
  const length = 40
  const most = 9
  const first = Int32Array.from({ length }, () => random.int(0, width - most))
  const count = Int32Array.from({ length }, () => random.int(1, most))
  const weights = Float32Array.from({ length: length * most }, () => random.between(-0.3, 0.6))
  const covered = Float32Array.from({ length }, () => random.pick([1, random.unit()]))
  const rows = [4, 5, 6].map(seed => randomTile(seed).subarray(0, 4 * width))

  it('gives the same with both, also what is more than full and less than nothing', () => {
    const [a, b] = onBoth(kernels => {
      const sums = kernels.resampleRows(width, { first, count, weights, most, covered }, 3)
      rows.forEach((row, slot) => sums.weigh(slot, row))
      const out = new Float32Array(4 * length)
      sums.sum([2, 0, 1], [0.7, 0.5, -0.1], 0.8, out)
      return out
    })
    expect(a.findIndex((value, i) => !Object.is(value + 0, b[i]! + 0))).toBe(-1)
    expect(Math.max(...b)).toBeCloseTo(255 * 0.8, 3)
    expect(Math.min(...b)).toBe(0)
    // Many lie between: nothing is only cut.
    expect(b.filter(value => value > 5 && value < 180).length).toBeGreaterThan(40)
  })

  it('uses a slot again', () => {
    const one = {
      first: Int32Array.of(0),
      count: Int32Array.of(1),
      weights: Float32Array.of(1),
      most: 1,
      covered: Float32Array.of(1),
    }
    const [a, b] = onBoth(kernels => {
      const sums = kernels.resampleRows(1, one, 1)
      const out = new Float32Array(4)
      sums.weigh(0, Uint8Array.of(10, 20, 30, 255))
      sums.weigh(0, Uint8Array.of(200, 100, 50, 255))
      sums.sum([0], [1], 1, out)
      return out
    })
    expect([...a]).toEqual([...b])
    expect([...b].map(Math.round)).toEqual([200, 100, 50, 255])
  })
})

describe('textures', () => {
  it.each(TEXTURES)('%s is spread evenly from ridge to hollow and repeats without a seam', name => {
    const values = textureOf(name)
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length
    expect(mean / FULL).toBeCloseTo(0.5, 2)
    expect([Math.min(...values), Math.max(...values)]).toEqual([0, FULL])
    // The step over the edge is no greater than steps elsewhere.
    const steps = (x0: number, x1: number) =>
      Array.from({ length: TEXTURE_SIDE }, (_, y) =>
        Math.abs(values[y * TEXTURE_SIDE + x0]! - values[y * TEXTURE_SIDE + x1]!),
      ).reduce((sum, step) => sum + step, 0)
    const within = Array.from({ length: 16 }, (_, i) => steps(16 * i + 7, 16 * i + 8)).concat(
      Array.from({ length: 15 }, (_, i) => steps(16 * i + 15, 16 * i + 16)),
    )
    expect(steps(TEXTURE_SIDE - 1, 0)).toBeLessThanOrEqual(1.3 * Math.max(...within))
  })
})

describe.each(both.map(kernels => [kernels.name, kernels] as const))('%s kernels', (_name, kernels) => {
  it('keep a colour exact through thirty 1 % glazes', () => {
    let tile: Tile = new Uint8Array(TILE_BYTES)
    for (let seed = 0; seed < 30; seed++) {
      const out = new Uint8Array(TILE_BYTES)
      kernels.openMask(TILE, TILE)
      for (let y = 0; y < TILE; y++) kernels.writeMaskRow(0, y, new Uint16Array(TILE).fill(FULL))
      kernels.lay(
        { kind: 'paint', colour: [200, 120, 40], opacity: 0.01, grain: NO_GRAIN, rim: 0, seed: seed * 37 },
        tile,
        out,
        0,
        0,
        whole,
      )
      tile = out
    }
    const painted = new Set<string>()
    let alpha = 0
    for (let i = 0; i < TILE_BYTES; i += 4) {
      if (tile[i + 3]) painted.add(tile.subarray(i, i + 3).join())
      alpha += tile[i + 3]!
    }
    expect([...painted]).toEqual(['200,120,40'])
    // 1 − 0.99³⁰ = 0.2603 of 255 is 66.4
    expect(alpha / (TILE * TILE)).toBeCloseTo(66.4, 0)
  })

  it('paint fully opaque over anything, erase fully to nothing', () => {
    kernels.openMask(TILE, TILE)
    for (let y = 0; y < TILE; y++) kernels.writeMaskRow(0, y, new Uint16Array(TILE).fill(FULL))
    const painted = new Uint8Array(TILE_BYTES)
    kernels.lay(
      { kind: 'paint', colour: [1, 2, 3], opacity: 1, grain: NO_GRAIN, rim: 0, seed: 1 },
      randomTile(3),
      painted,
      0,
      0,
      whole,
    )
    expect([...new Set(new Uint32Array(painted.buffer))]).toEqual([0xff030201])
    const erased = new Uint8Array(TILE_BYTES).fill(7)
    kernels.lay(
      { kind: 'erase', colour: [0, 0, 0], opacity: 1, grain: NO_GRAIN, rim: 0, seed: 1 },
      painted,
      erased,
      0,
      0,
      whole,
    )
    expect(erased.every(value => value === 0)).toBe(true)
  })

  it('glaze as the W3C multiply formula says', () => {
    // Compositing and Blending Level 1, multiply, and general formula: cs' = (1 − αb)·cs + αb·cs·cb, then source-over.
    kernels.openMask(TILE, TILE)
    for (let y = 0; y < TILE; y++) kernels.writeMaskRow(0, y, new Uint16Array(TILE).fill(FULL))
    const under = new Uint8Array(TILE_BYTES)
    for (let i = 0; i < TILE_BYTES; i += 4) under.set([200, 90, 30, 180], i)
    const out = new Uint8Array(TILE_BYTES)
    kernels.lay(
      { kind: 'glaze', colour: [60, 150, 240], opacity: 0.6, grain: NO_GRAIN, rim: 0, seed: 3 },
      under,
      out,
      0,
      0,
      whole,
    )
    const ab = 180 / 255
    const alpha = 0.6 + ab * 0.4
    const expected = [
      [200, 60],
      [90, 150],
      [30, 240],
    ].map(([cb, cs]) => {
      const mixed = (1 - ab) * cs! + (ab * cs! * cb!) / 255
      return (0.6 * mixed + ab * 0.4 * cb!) / alpha
    })
    const mean = [0, 1, 2, 3].map(
      c => out.reduce((sum, value, i) => (i % 4 === c ? sum + value : sum), 0) / (TILE * TILE),
    )
    for (const [c, value] of [...expected, alpha * 255].entries()) expect(mean[c]).toBeCloseTo(value, 0)
  })

  it('flatten as the W3C source-over formula says', () => {
    // Compositing and Blending Level 1, §5.1: co = cs·αs + cb·αb·(1 − αs). Red at ½ over blue on white.
    const tile = (r: number, g: number, b: number, a: number) => {
      const t = new Uint8Array(TILE_BYTES)
      for (let i = 0; i < TILE_BYTES; i += 4) t.set([r, g, b, a], i)
      return t
    }
    const out = new Uint8Array(TILE_BYTES)
    kernels.composite(
      [
        { tile: tile(0, 0, 255, 255), opacity: 0.5 },
        { tile: tile(255, 0, 0, 128), opacity: 1 },
      ],
      [255, 255, 255],
      out,
      whole,
    )
    const s = 128 / 255
    const below = [127.5, 127.5, 255]
    const expected = [255, 0, 0].map((c, i) => Math.round(c * s + below[i]! * (1 - s)))
    expect([...out.subarray(0, 4)]).toEqual([...expected, 255])
  })
})
