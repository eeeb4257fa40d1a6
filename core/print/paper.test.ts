import { describe, expect, it } from 'vitest'
import { fieldsOn, PAPER_MM, POINTS_PER_MM, type PaperName } from './index'

describe('paper', () => {
  it('is the A series of ISO 216: 1 : √2 to the mm, A0 of a square metre, each half of the larger', () => {
    const names: PaperName[] = ['a2', 'a3', 'a4', 'a5']
    for (const [i, name] of names.entries()) {
      const { width, height } = PAPER_MM[name]
      // ISO 216, 4: the sides of An are 2^(¼ − n⁄2) and 2^(−¼ − n⁄2) m, cut down to whole mm.
      const n = i + 2
      expect(height).toBe(Math.floor(1000 * 2 ** (0.25 - n / 2) + 0.2))
      expect(width).toBe(Math.floor(1000 * 2 ** (-0.25 - n / 2) + 0.2))
      const larger = PAPER_MM[names[i - 1]!]
      if (larger) expect([width, height]).toEqual([Math.floor(larger.height / 2), larger.width])
    }
    expect(PAPER_MM.a4.width * POINTS_PER_MM).toBeCloseTo(595.28, 2)
  })

  it('is divided into equal fields, page after page', () => {
    const fields = fieldsOn('a4', 13, 2, 6, 10)
    expect(fields.map(each => each.page)).toEqual([...Array.from({ length: 12 }, () => 0), 1])
    expect(fields[0]!.field).toEqual({ x: 10, y: 10, width: 95, height: 277 / 6 })
    expect(fields[3]!.field.x).toBe(105)
    expect(fields[11]!.field.y + fields[11]!.field.height).toBeCloseTo(287, 9)
    expect(fields[12]!.field).toEqual(fields[0]!.field)
    expect(fieldsOn('a4', 0, 2, 6, 10)).toEqual([])
  })
})
