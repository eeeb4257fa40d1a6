import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { components, skeleton } from './index'

const of = (rows: readonly string[]) => ({
  set: Uint8Array.from(rows.join(''), each => (each === '#' ? 1 : 0)),
  width: rows[0]!.length,
  height: rows.length,
})
const countOf = (set: Uint8Array, width: number, height: number, value: 0 | 1) =>
  components(
    set.map(each => (each === value ? 1 : 0)),
    width,
    height,
  ).found.length

describe('the skeleton', () => {
  it('of a bar is its middle', () => {
    const [width, height] = [60, 21]
    const set = new Uint8Array(width * height)
    for (let y = 6; y < 15; y++) set.fill(1, y * width + 4, y * width + 56)
    const bones = skeleton(set, width, height)
    for (let x = 14; x < 46; x++) expect([...Array(height).keys()].filter(y => bones[y * width + x])).toEqual([10])
  })

  it('of a line one px wide is that line', () => {
    const { set, width, height } = of(['.........', '.#.......', '..#......', '...####..', '.........'])
    expect([...skeleton(set, width, height)]).toEqual([...set])
  })

  it('keeps pieces and holes, and lies inside', () => {
    const random = seededRandom(5)
    for (let round = 0; round < 30; round++) {
      const [width, height] = [70, 50]
      const set = new Uint8Array(width * height)
      for (let i = 0; i < 6; i++) {
        const [cx, cy, r] = [random.between(14, 56), random.between(14, 36), random.between(4, 12)]
        for (let y = 1; y < height - 1; y++) {
          for (let x = 1; x < width - 1; x++) {
            const far = Math.hypot(x - cx, y - cy)
            if (far < r && far > r - 4) set[y * width + x] = 1
          }
        }
      }
      const bones = skeleton(set, width, height)
      // Pieces hang together by corners too: counted by what parts the clear px.
      expect(countOf(bones, width, height, 0)).toBeGreaterThanOrEqual(countOf(set, width, height, 0))
      for (let i = 0; i < set.length; i++) if (bones[i]) expect(set[i]).toBe(1)
      const [before, after] = [set, bones].map(each => each.reduce((a, b) => a + b, 0))
      expect(after!).toBeLessThan(before! * 0.6)
    }
  })

  it('of nothing is nothing, and never touches the edge', () => {
    expect(skeleton(new Uint8Array(12), 4, 3).includes(1)).toBe(false)
    expect(
      skeleton(new Uint8Array(100).fill(1), 10, 10).filter(
        (value, i) => value && (i < 10 || i >= 90 || i % 10 === 0 || i % 10 === 9),
      ),
    ).toHaveLength(0)
  })
})
