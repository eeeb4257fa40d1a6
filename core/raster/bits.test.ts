import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { loadKernels } from '../kernels'
import {
  bitAt,
  bitCount,
  BitRuns,
  boxOfBits,
  countBits,
  cutBits,
  depthAt,
  dilated,
  floodBits,
  newBits,
  packBits,
  pasteBits,
  setRun,
  squaredDistances,
  unpackBits,
  withoutRim,
} from './index'

const kernels = loadKernels()
const plane = fc
  .record({ width: fc.integer({ min: 1, max: 90 }), height: fc.integer({ min: 1, max: 14 }) })
  .chain(({ width, height }) =>
    fc.record({
      width: fc.constant(width),
      height: fc.constant(height),
      set: fc.array(fc.constantFrom(0, 0, 0, 1), { minLength: width * height, maxLength: width * height }),
    }),
  )

function bitsOf({ width, height, set }: { width: number; height: number; set: readonly number[] }) {
  const bits = newBits(width, height)
  set.forEach((value, i) => value && setRun(bits, Math.floor(i / width), i % width, (i % width) + 1))
  return bits
}
const read = (bits: ReturnType<typeof newBits>) =>
  Array.from({ length: bits.width * bits.height }, (_, i) =>
    bitAt(bits, i % bits.width, Math.floor(i / bits.width)) ? 1 : 0,
  )

describe('planes of bits', () => {
  it('hold what was set, and nothing else', () => {
    fc.assert(
      fc.property(plane, each => {
        expect(read(bitsOf(each))).toEqual(each.set)
      }),
      { numRuns: 100, seed: 1 },
    )
  })

  it('set runs across words', () => {
    const bits = newBits(100, 1)
    setRun(bits, 0, 30, 67)
    setRun(bits, 0, 96, 100)
    setRun(bits, 0, 5, 5)
    expect(
      read(bits)
        .map((value, x) => (value ? x : -1))
        .filter(x => x >= 0),
    ).toEqual([...Array.from({ length: 37 }, (_, i) => 30 + i), 96, 97, 98, 99])
  })

  it('dilate by a disc as looking at every pair of px does', () => {
    fc.assert(
      fc.property(plane, fc.constantFrom(0, 0.5, 1, 1.5, 2, 3.5, 5), (each, radius) => {
        const { width, set } = each
        const slow = set.map((_, i) =>
          set.some(
            (value, j) =>
              value &&
              ((i % width) - (j % width)) ** 2 + (Math.floor(i / width) - Math.floor(j / width)) ** 2 <=
                radius * radius,
          )
            ? 1
            : 0,
        )
        expect(read(dilated(kernels, bitsOf(each), radius))).toEqual(slow)
      }),
      { numRuns: 120, seed: 2 },
    )
  })

  it('are cut out and put back anywhere', () => {
    fc.assert(
      fc.property(plane, fc.nat(), fc.nat(), fc.nat(), fc.nat(), (each, a, b, c, d) => {
        const { width, height, set } = each
        const x0 = a % width
        const y0 = b % height
        const rect = { x0, y0, x1: x0 + 1 + (c % (width - x0)), y1: y0 + 1 + (d % (height - y0)) }
        const part = cutBits(bitsOf(each), rect)
        const isIn = (x: number, y: number) => x >= rect.x0 && x < rect.x1 && y >= rect.y0 && y < rect.y1
        const wanted = set.map((value, i) => (isIn(i % width, Math.floor(i / width)) ? value : 0))
        expect(read(part)).toEqual(set.filter((_, i) => isIn(i % width, Math.floor(i / width))))
        const back = newBits(width, height)
        pasteBits(back, part, x0, y0)
        expect(read(back)).toEqual(wanted)
      }),
      { numRuns: 200, seed: 6 },
    )
  })

  it('find the ends of their runs', () => {
    fc.assert(
      fc.property(plane, each => {
        const runs = new BitRuns(bitsOf(each))
        const { width, height, set } = each
        for (let y = 0; y < height; y++) {
          const found: number[] = []
          for (let x = runs.next(0, width, y); x < width; x = runs.next(runs.end(x, y), width, y)) {
            expect(runs.start(runs.end(x, y) - 1, y)).toBe(x)
            for (let i = x; i < runs.end(x, y); i++) found.push(i)
          }
          expect(found).toEqual(
            set
              .slice(y * width, (y + 1) * width)
              .map((value, x) => (value ? x : -1))
              .filter(x => x >= 0),
          )
        }
      }),
      { numRuns: 120, seed: 3 },
    )
  })

  it('are flooded as far as four neighbours go', () => {
    fc.assert(
      fc.property(plane, fc.nat(), (each, seed) => {
        const { width, height, set } = each
        const start = seed % set.length
        const seen = new Set(set[start] ? [start] : [])
        for (const i of seen) {
          const x = i % width
          for (const next of [x > 0 ? i - 1 : -1, x < width - 1 ? i + 1 : -1, i - width, i + width])
            if (next >= 0 && next < width * height && set[next]) seen.add(next)
        }
        expect(read(floodBits(bitsOf(each), start % width, Math.floor(start / width)))).toEqual(
          set.map((_, i) => (seen.has(i) ? 1 : 0)),
        )
      }),
      { numRuns: 150, seed: 4 },
    )
  })

  it('are packed from values and unpacked again, counted and boxed', () => {
    fc.assert(
      fc.property(plane, fc.integer({ min: 1, max: 3 }), ({ width, height, set }, least) => {
        const values = Uint8Array.from(set, (value, i) => (value ? 1 + (i % 3) : 0))
        const bits = packBits(values, width, height, least)
        const own = Array.from(values, value => (value >= least ? 1 : 0))
        expect([...unpackBits(bits)]).toEqual(own)
        expect(countBits(bits)).toBe(own.reduce<number>((a, b) => a + b, 0))
        const places = own.flatMap((value, i) => (value ? [{ x: i % width, y: Math.floor(i / width) }] : []))
        expect(boxOfBits(bits)).toEqual(
          places.length === 0
            ? null
            : {
                x0: Math.min(...places.map(each => each.x)),
                x1: Math.max(...places.map(each => each.x)) + 1,
                y0: Math.min(...places.map(each => each.y)),
                y1: Math.max(...places.map(each => each.y)) + 1,
              },
        )
      }),
      { numRuns: 120, seed: 6 },
    )
  })

  it('of a word are counted as its digits are', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffffff }), word => {
        expect(bitCount(word)).toBe(word.toString(2).replaceAll('0', '').length)
      }),
      { numRuns: 200, seed: 7 },
    )
  })
})

describe('nearness', () => {
  it('is what the distance transform says', () => {
    fc.assert(
      fc.property(plane, fc.constantFrom(1, 1.5, 2, 3.2, 5), ({ width, height, set }, radius) => {
        const values = Uint8Array.from(set)
        const far = squaredDistances(values, width, height)
        // What is not near a set px lies that far inside of what is clear.
        const clear = values.map(value => 1 - value)
        expect(Array.from(withoutRim(kernels, clear, width, height, radius), value => 1 - value)).toEqual(
          Array.from(far, value => (value <= radius * radius ? 1 : 0)),
        )
      }),
      { numRuns: 120, seed: 8 },
    )
  })

  it('the depth of a set px is its distance to the nearest clear one', () => {
    fc.assert(
      fc.property(plane, ({ width, height, set }) => {
        const values = Uint8Array.from(set, value => 1 - value)
        const far = squaredDistances(Uint8Array.from(set), width, height)
        for (let i = 0; i < values.length; i += 7)
          if (values[i])
            expect(depthAt(values, width, height, i % width, Math.floor(i / width))).toBeCloseTo(Math.sqrt(far[i]!), 9)
      }),
      { numRuns: 80, seed: 9 },
    )
  })

  it('distances can be asked of some rows only', () => {
    fc.assert(
      fc.property(plane, fc.nat(), fc.nat(), ({ width, height, set }, a, b) => {
        const [first, end] = [a % height, (b % height) + 1].sort((x, y) => x - y) as [number, number]
        const values = Uint8Array.from(set)
        expect([...squaredDistances(values, width, height, [first, end])]).toEqual([
          ...squaredDistances(values, width, height).subarray(first * width, end * width),
        ])
      }),
      { numRuns: 80, seed: 10 },
    )
  })
})
