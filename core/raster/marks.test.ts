import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { squaredDistances, thickenMarks, withoutSpecks, type Marks } from './index'

/** Blots and hairs of all strengths. */
function randomMarks(seed: number): Marks {
  const random = seededRandom(seed)
  const [width, height] = [random.int(1, 60), random.int(1, 50)]
  const values = new Float32Array(width * height)
  for (let k = random.int(0, 12); k > 0; k--) {
    const [cx, cy, r] = [random.between(0, width), random.between(0, height), random.between(0.3, 9)]
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++)
        values[i] = Math.max(values[i]!, Math.min(1, Math.max(0, r - Math.hypot(x - cx, y - cy) + 0.5)))
  }
  return { width, height, values }
}

describe('marks made thicker or thinner', () => {
  it('are so by the exact distance transform, Felzenszwalb & Huttenlocher 2012', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const by = [-8, -3, -1, 1, 2, 5, 8][seed % 7]!
      const marks = randomMarks(seed)
      const before = marks.values.slice()
      const set = Uint8Array.from(before, value => (value >= 0.5 === by > 0 ? 1 : 0))
      const far = squaredDistances(set, marks.width, marks.height)
      thickenMarks(marks, by)
      const wanted = before.map((value, i) => {
        const inside = Math.min(Math.max(Math.abs(by) - Math.sqrt(far[i]!) + 1, 0), 1)
        return by > 0 ? Math.max(value, inside) : Math.min(value, 1 - inside)
      })
      const off = marks.values.findIndex((value, i) => Math.abs(value - wanted[i]!) > 1e-6)
      expect(off, `seed ${seed}, by ${by}`).toBe(-1)
    }
  })

  it('grow by as many px to each side', () => {
    const marks: Marks = { width: 40, height: 9, values: new Float32Array(360) }
    for (let y = 0; y < 9; y++) marks.values.fill(1, 40 * y + 18, 40 * y + 22)
    thickenMarks(marks, 3)
    expect([...marks.values.subarray(160, 200)]).toEqual(Array.from({ length: 40 }, (_, x) => +(x >= 15 && x < 25)))
    thickenMarks(marks, -4)
    expect([...marks.values.subarray(160, 200)]).toEqual(Array.from({ length: 40 }, (_, x) => +(x >= 19 && x < 21)))
  })
})

describe('specks', () => {
  it('go when they are smaller than that, and what hangs together stays', () => {
    const marks: Marks = { width: 8, height: 4, values: new Float32Array(32) }
    for (const i of [0, 1, 8, 12, 13, 14, 22, 31]) marks.values[i] = 0.6
    withoutSpecks(marks, 4)
    expect([...marks.values.entries()].filter(([, value]) => value > 0).map(([i]) => i)).toEqual([12, 13, 14, 22])
  })
})
