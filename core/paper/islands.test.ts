import { describe, expect, it } from 'vitest'
import { withoutIslands } from './islands'

const [W, H] = [320, 240]
const plane = (at: (x: number, y: number) => number) =>
  Float32Array.from({ length: W * H }, (_, i) => at(i % W, Math.floor(i / W)))
/** Light that falls from the left. */
const paper = (x: number) => 1 - 0.3 * (x / W)
const isIn = (x: number, y: number) => Math.hypot(x - 150, y - 120) < 60

describe('light under painted areas', () => {
  it('is that of the paper round them', () => {
    const out = withoutIslands(
      plane((x, y) => paper(x) * (isIn(x, y) ? 0.6 : 1)),
      W,
      H,
    )
    for (let y = 70; y < 170; y += 10)
      for (let x = 100; x < 200; x += 10)
        expect(Math.abs(out[y * W + x]! / paper(x) - 1), `${x}, ${y}`).toBeLessThan(0.06)
  })

  it('is left where a shadow comes in from the edge, and where it falls off to the corners', () => {
    const shadow = plane((x, y) => paper(x) * (y > 130 ? 0.55 : 1))
    expect(withoutIslands(shadow, W, H)).toEqual(shadow)
    const vignette = plane((x, y) => 1 - 0.4 * (((x - W / 2) / W) ** 2 + ((y - H / 2) / H) ** 2))
    expect(withoutIslands(vignette, W, H)).toEqual(vignette)
  })

  it('is never darker than it was, on a page of any size', () => {
    for (const [w, h] of [
      [1, 1],
      [1, 40],
      [300, 2],
      [700, 33],
    ] as const) {
      const values = Float32Array.from({ length: w * h }, (_, i) => 0.5 + 0.5 * Math.abs(Math.sin(i)))
      const out = withoutIslands(values, w, h)
      expect(out).toHaveLength(values.length)
      expect(out.every((value, i) => value >= values[i]!)).toBe(true)
    }
  })
})
