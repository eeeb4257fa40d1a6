import { describe, expect, it } from 'vitest'
import { fitCircle, lengthOf } from '../../geometry'
import { tracedLines } from './trace'

const SIDE = 240
type Path = readonly (readonly [number, number])[]

/** Ways drawn with a round pen. */
function drawn(paths: readonly Path[], width: number): Uint8Array {
  const ink = new Uint8Array(SIDE * SIDE)
  for (const path of paths)
    for (let k = 1; k < path.length; k++) {
      const [[ax, ay], [bx, by]] = [path[k - 1]!, path[k]!]
      for (let y = 0; y < SIDE; y++)
        for (let x = 0; x < SIDE; x++) {
          const [px, py] = [x + 0.5 - ax, y + 0.5 - ay]
          const [dx, dy] = [bx - ax, by - ay]
          const t = Math.min(1, Math.max(0, (px * dx + py * dy) / (dx * dx + dy * dy)))
          if (Math.hypot(px - t * dx, py - t * dy) <= width / 2) ink[y * SIDE + x] = 1
        }
    }
  return ink
}
const traced = (paths: readonly Path[], width = 5) => tracedLines(drawn(paths, width), SIDE, SIDE)
const circle = (radius: number): Path =>
  Array.from({ length: 73 }, (_, i) => [
    120 + radius * Math.cos((i * Math.PI) / 36),
    120 + radius * Math.sin((i * Math.PI) / 36),
  ])

describe('lines that are found in a picture', () => {
  it('runs along the middle of a line, and knows its width', () => {
    const [line, ...more] = traced(
      [
        [
          [40, 60],
          [200, 110],
        ],
      ],
      7,
    )
    expect(more).toEqual([])
    // In px, a line at this angle is as wide as its pen, but for the px of its edge.
    expect(line!.width).toBeGreaterThan(5.5)
    expect(line!.width).toBeLessThan(8)
    for (const { x, y } of line!.points) expect(Math.abs(y - (60 + ((x - 40) * 50) / 160))).toBeLessThan(1.2)
    expect(lengthOf(line!.points)).toBeGreaterThan(155)
    expect(lengthOf(line!.points)).toBeLessThan(175)
  })

  it('follows a circle all the way round', () => {
    const found = traced([circle(70)])
    expect(found).toHaveLength(1)
    const fit = fitCircle(found[0]!.points)!
    expect(fit.x).toBeCloseTo(120, 0)
    expect(fit.radius).toBeGreaterThan(69)
    expect(fit.radius).toBeLessThan(71)
    expect(found[0]!.points[0]).toEqual(found[0]!.points.at(-1))
  })

  it('takes a box apart at its corners', () => {
    const found = traced([
      [
        [60, 60],
        [180, 60],
        [180, 160],
        [60, 160],
        [60, 60],
      ],
    ])
    expect(found).toHaveLength(4)
    const lengths = found.map(each => Math.round(lengthOf(each.points) / 10) * 10).sort((a, b) => a - b)
    expect(lengths).toEqual([100, 100, 120, 120])
  })

  it('goes straight on where two lines cross', () => {
    const found = traced([
      [
        [40, 50],
        [200, 190],
      ],
      [
        [40, 190],
        [200, 50],
      ],
    ])
    expect(found).toHaveLength(2)
    for (const { points } of found) {
      expect(lengthOf(points)).toBeGreaterThan(200)
      expect(lengthOf(points)).toBeLessThan(225)
    }
  })

  it('ends the foot of a T at its bar', () => {
    const found = traced([
      [
        [40, 80],
        [200, 80],
      ],
      [
        [120, 80],
        [120, 190],
      ],
    ])
    const lengths = found.map(each => lengthOf(each.points)).sort((a, b) => a - b)
    expect(lengths).toHaveLength(2)
    expect(lengths[0]).toBeGreaterThan(100)
    expect(lengths[0]).toBeLessThan(115)
    expect(lengths[1]).toBeGreaterThan(150)
  })

  it('leaves bumps and filled areas out', () => {
    const ink = drawn(
      [
        [
          [40, 60],
          [200, 60],
        ],
      ],
      5,
    )
    for (let y = 63; y < 66; y++) for (let x = 118; x < 121; x++) ink[y * SIDE + x] = 1
    for (let y = 110; y < 220; y++) for (let x = 40; x < 180; x++) ink[y * SIDE + x] = 1
    const found = tracedLines(ink, SIDE, SIDE)
    expect(found).toHaveLength(1)
    expect(lengthOf(found[0]!.points)).toBeGreaterThan(150)
  })

  it('finds nothing on an empty page', () => {
    expect(tracedLines(new Uint8Array(SIDE * SIDE), SIDE, SIDE)).toEqual([])
  })
})
