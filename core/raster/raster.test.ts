import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { components, fillPolygon, squaredDistances } from './index'

const bitmap = fc
  .record({ width: fc.integer({ min: 1, max: 24 }), height: fc.integer({ min: 1, max: 24 }) })
  .chain(({ width, height }) =>
    fc.record({
      width: fc.constant(width),
      height: fc.constant(height),
      set: fc
        .array(fc.constantFrom(0, 0, 0, 1), { minLength: width * height, maxLength: width * height })
        .map(values => Uint8Array.from(values)),
    }),
  )

describe('the distance transform', () => {
  it('agrees with looking at every pair of pixels', () => {
    fc.assert(
      fc.property(bitmap, ({ set, width, height }) => {
        const slow = Array.from(set, (_, i) => {
          let least = Infinity
          set.forEach((value, j) => {
            const dx = (i % width) - (j % width)
            const dy = Math.floor(i / width) - Math.floor(j / width)
            if (value) least = Math.min(least, dx * dx + dy * dy)
          })
          return least
        })
        expect([...squaredDistances(set, width, height)]).toEqual(slow)
      }),
      { numRuns: 200, seed: 3 },
    )
  })

  it('is infinite where nothing is set', () => {
    expect([...squaredDistances(new Uint8Array(6), 3, 2)]).toEqual(new Array(6).fill(Infinity))
  })
})

describe('components', () => {
  it('agree with flooding from each pixel', () => {
    fc.assert(
      fc.property(bitmap, ({ set, width, height }) => {
        const { labels, found } = components(set, width, height)
        const seen = new Map<number, number>()
        for (let start = 0; start < set.length; start++) {
          if (!set[start] || seen.has(start)) continue
          const own = [start]
          seen.set(start, start)
          for (const i of own) {
            const x = i % width
            for (const next of [x > 0 ? i - 1 : -1, x < width - 1 ? i + 1 : -1, i - width, i + width]) {
              if (next < 0 || next >= set.length || !set[next] || seen.has(next)) continue
              seen.set(next, start)
              own.push(next)
            }
          }
          const label = labels[start]!
          expect(own.every(i => labels[i] === label)).toBe(true)
          expect(found[label - 1]!.area).toBe(own.length)
        }
        expect(new Set([...labels].filter(Boolean)).size).toBe(new Set(seen.values()).size)
      }),
      { numRuns: 200, seed: 5 },
    )
  })

  it('join the arms of a U, which meet only at the bottom', () => {
    const { found } = components(Uint8Array.from([1, 0, 1, 1, 0, 1, 1, 1, 1]), 3, 3)
    expect(found.map(({ area, box }) => ({ area, box }))).toEqual([{ area: 7, box: { x0: 0, y0: 0, x1: 3, y1: 3 } }])
  })
})

describe('filling a polygon', () => {
  it.each([
    ['a rectangle', [1, 1, 5, 1, 5, 4, 1, 4], ['......', '.####.', '.####.', '.####.', '......']],
    ['a triangle', [0, 0, 6, 0, 0, 5], ['#####.', '####..', '###...', '##....', '#.....']],
    ['nothing for a line', [0, 2, 6, 2], ['......', '......', '......', '......', '......']],
  ])('%s', (_what, polygon, rows) => {
    const filled = fillPolygon(polygon, 6, 5)
    expect(
      Array.from({ length: 5 }, (_, y) =>
        [...filled.subarray(6 * y, 6 * y + 6)].map(value => (value ? '#' : '.')).join(''),
      ),
    ).toEqual(rows)
  })
})
