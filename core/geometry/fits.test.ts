import fc from 'fast-check'
import { EigenvalueDecomposition, inverse, Matrix } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import {
  algebraicEllipse,
  areaOf,
  bestCuts,
  centroid,
  circleError,
  closedSides,
  crossing,
  ellipseError,
  fitCircle,
  fitEllipse,
  fitLine,
  footOn,
  lengthOf,
  resample,
  solve,
  turned,
  type Ellipse,
  type Point,
} from './index'

const points = (...pairs: readonly (readonly [number, number])[]): Point[] => pairs.map(([x, y]) => ({ x, y }))
/**
 * The points of Gander, Golub & Strebel, "Least-squares fitting of circles and ellipses", BIT 34 (1994). Points and
 * results from memory.
 */
const SIX = points([1, 7], [2, 6], [5, 8], [7, 7], [9, 5], [3, 7])
const EIGHT = points([1, 7], [2, 6], [5, 8], [7, 7], [9, 5], [3, 7], [6, 2], [8, 4])

const onEllipse = ({ x, y, rx, ry, angle }: Ellipse, t: number): Point =>
  turned({ x: x + rx * Math.cos(t), y: y + ry * Math.sin(t) }, { x, y }, angle)
const around = (count: number, from = 0, to = 2 * Math.PI) =>
  Array.from({ length: count }, (_, i) => from + ((to - from) * i) / count)

describe('circles', () => {
  it('of the worked example of Gander, Golub & Strebel, geometric', () => {
    const geometric = fitCircle(SIX)!
    expect([geometric.x, geometric.y, geometric.radius].map(value => value.toFixed(4))).toEqual([
      '4.7398',
      '2.9835',
      '4.7142',
    ])
  })

  it('are found again from any arc of them', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -500, max: 500, noNaN: true }),
        fc.double({ min: 2, max: 900, noNaN: true }),
        fc.double({ min: 0.6, max: 6, noNaN: true }),
        (x, radius, sweep) => {
          const found = fitCircle(
            around(30, 1, 1 + sweep).map(t => ({ x: x + radius * Math.cos(t), y: 40 + radius * Math.sin(t) })),
          )!
          expect(Math.abs(found.radius - radius)).toBeLessThan(1e-4 * radius)
          expect(Math.hypot(found.x - x, found.y - 40)).toBeLessThan(1e-4 * radius)
        },
      ),
      { numRuns: 100, seed: 3 },
    )
  })

  it('are none where all points lie on a line or on each other', () => {
    expect(fitCircle(points([0, 0], [1, 2], [2, 4], [5, 10]))).toBeNull()
    expect(fitCircle(points([3, 3], [3, 3], [3, 3]))).toBeNull()
  })

  it('no circle nearby lies nearer to the points', () => {
    const random = seededRandom(5)
    const hand = around(50).map(t => ({
      x: 100 + 60 * Math.cos(t) + random.between(-5, 5),
      y: 80 + 60 * Math.sin(t) + random.between(-5, 5),
    }))
    const best = fitCircle(hand)!
    const error = circleError(hand, best)
    for (let i = 0; i < 60; i++) {
      const near = {
        x: best.x + random.between(-1, 1),
        y: best.y + random.between(-1, 1),
        radius: best.radius + random.between(-1, 1),
      }
      expect(circleError(hand, near)).toBeGreaterThanOrEqual(error)
    }
  })
})

describe('ellipses', () => {
  it('of the worked example of Gander, Golub & Strebel, geometric', () => {
    const { x, y, rx, ry, angle } = fitEllipse(EIGHT)!
    // z = (2.6996, 3.8160), a = 6.5187, b = 3.0319, α = 0.3596, y upward there as well: the same angle.
    expect(x).toBeCloseTo(2.6996, 3)
    expect(y).toBeCloseTo(3.816, 3)
    expect(rx).toBeCloseTo(6.5187, 3)
    expect(ry).toBeCloseTo(3.0319, 3)
    expect(angle).toBeCloseTo(0.3596, 3)
  })

  it('the algebraic fit is that of Fitzgibbon, Pilu & Fisher solved with ml-matrix', () => {
    const random = seededRandom(8)
    for (let round = 0; round < 20; round++) {
      const truth: Ellipse = {
        x: 3,
        y: -2,
        rx: random.between(4, 9),
        ry: random.between(1.5, 3.5),
        angle: random.between(-1.5, 1.5),
      }
      const hand = around(40).map(t => {
        const point = onEllipse(truth, t)
        return { x: point.x + random.between(-0.3, 0.3), y: point.y + random.between(-0.3, 0.3) }
      })
      const design = new Matrix(hand.map(({ x, y }) => [x * x, x * y, y * y, x, y, 1]))
      const constraint = Matrix.zeros(6, 6)
      constraint.set(0, 2, 2)
      constraint.set(2, 0, 2)
      constraint.set(1, 1, -1)
      const { realEigenvalues, eigenvectorMatrix } = new EigenvalueDecomposition(
        inverse(design.transpose().mmul(design)).mmul(constraint),
      )
      const place = realEigenvalues.indexOf(Math.max(...realEigenvalues))
      const conic = eigenvectorMatrix.getColumn(place)
      const found = algebraicEllipse(hand)!
      // On the found ellipse their conic is zero, measured against its value in the middle.
      const valueAt = ({ x, y }: Point) =>
        [x * x, x * y, y * y, x, y, 1].reduce((sum, value, i) => sum + value * conic[i]!, 0)
      const middle = Math.abs(valueAt(found))
      for (const t of around(12)) expect(Math.abs(valueAt(onEllipse(found, t))) / middle).toBeLessThan(1e-6)
    }
  })

  it('are found again whatever their place, size and turn', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -2000, max: 2000, noNaN: true }),
        fc.double({ min: 10, max: 800, noNaN: true }),
        fc.double({ min: 0.15, max: 0.9, noNaN: true }),
        fc.double({ min: -1.5, max: 1.5, noNaN: true }),
        (x, rx, ratio, angle) => {
          const truth = { x, y: 300, rx, ry: rx * ratio, angle }
          const found = fitEllipse(around(40).map(t => onEllipse(truth, t)))!
          expect(Math.hypot(found.x - x, found.y - 300)).toBeLessThan(1e-3 * rx)
          expect(Math.abs(found.rx - rx) + Math.abs(found.ry - rx * ratio)).toBeLessThan(1e-3 * rx)
          expect(Math.abs(Math.sin(found.angle - angle))).toBeLessThan(1e-3)
        },
      ),
      { numRuns: 100, seed: 11 },
    )
  })

  it('have their nearest point where a slow search finds it', () => {
    const ellipse = { x: 10, y: 20, rx: 50, ry: 18, angle: 0.4 }
    const random = seededRandom(2)
    for (let i = 0; i < 100; i++) {
      const point = { x: random.between(-60, 80), y: random.between(-60, 90) }
      const nearest = Math.min(
        ...around(20_000).map(t => {
          const on = onEllipse(ellipse, t)
          return Math.hypot(on.x - point.x, on.y - point.y)
        }),
      )
      const foot = footOn(ellipse, point)
      expect(Math.abs(Math.abs(foot.distance) - nearest)).toBeLessThan(2e-3)
      const at = onEllipse(ellipse, foot.t)
      expect(Math.hypot(at.x - point.x, at.y - point.y)).toBeCloseTo(Math.abs(foot.distance), 6)
    }
  })

  it('are none for a straight line, and as far off as the points are', () => {
    const straight = Array.from({ length: 20 }, (_, i) => ({ x: i, y: 2 * i }))
    expect(algebraicEllipse(straight)).toBeNull()
    const circle = { x: 0, y: 0, rx: 10, ry: 10, angle: 0 }
    expect(
      ellipseError(
        around(36).map(t => ({ x: 12 * Math.cos(t), y: 12 * Math.sin(t) })),
        circle,
      ),
    ).toBeCloseTo(2, 6)
  })
})

describe('lines', () => {
  it('are those of the least squared distances, whatever their direction', () => {
    const random = seededRandom(4)
    for (const direction of [-1.5, -0.7, 0, 0.4, 1.2, 1.57]) {
      const hand = Array.from({ length: 40 }, (_, i) => {
        const off = random.between(-2, 2)
        return {
          x: 50 + (i - 20) * 5 * Math.cos(direction) - off * Math.sin(direction),
          y: 30 + (i - 20) * 5 * Math.sin(direction) + off * Math.cos(direction),
        }
      })
      const fit = fitLine(hand)
      expect(Math.abs(Math.sin(fit.direction - direction))).toBeLessThan(0.02)
      const errorAt = (turn: number) =>
        Math.sqrt(
          hand.reduce(
            (sum, { x, y }) => sum + ((x - fit.middle.x) * Math.sin(turn) - (y - fit.middle.y) * Math.cos(turn)) ** 2,
            0,
          ) / hand.length,
        )
      expect(fit.rms).toBeCloseTo(errorAt(fit.direction), 9)
      for (const turn of [-0.01, 0.01]) expect(errorAt(fit.direction + turn)).toBeGreaterThan(fit.rms)
    }
  })

  it('cross where they do, or nowhere', () => {
    const a = { middle: { x: 0, y: 0 }, direction: 0 }
    expect(crossing(a, { middle: { x: 5, y: 5 }, direction: Math.PI / 4 })).toMatchObject({
      x: expect.closeTo(0, 9) as number,
      y: expect.closeTo(0, 9) as number,
    })
    expect(crossing(a, { middle: { x: 5, y: 5 }, direction: 0.001 })).toBeNull()
  })
})

describe('cutting a way into straight sides', () => {
  const square = resample(points([0, 0], [100, 0], [100, 60], [0, 60], [0, 0]), 81)

  it('finds the corners of a box, and no error with four sides', () => {
    const found = bestCuts(square, 6)
    const { corners, rms } = closedSides(square, found[3]!.cuts, found[3]!.error)
    expect(rms).toBeLessThan(1.2)
    const expected = points([0, 0], [100, 0], [100, 60], [0, 60])
    corners.forEach((corner, i) =>
      expect(Math.hypot(corner.x - expected[i]!.x, corner.y - expected[i]!.y)).toBeLessThan(1),
    )
  })

  it('is as good as trying all cuts', () => {
    const random = seededRandom(12)
    const path = Array.from({ length: 14 }, () => ({ x: random.between(0, 50), y: random.between(0, 50) }))
    const errorOf = (from: number, to: number) => fitLine(path.slice(from, to + 1)).rms ** 2 * (to - from + 1)
    let least = Infinity
    for (let a = 1; a < 13; a++)
      for (let b = a + 1; b < 13; b++) least = Math.min(least, errorOf(0, a) + errorOf(a, b) + errorOf(b, 13))
    expect(bestCuts(path, 3)[2]!.error).toBeCloseTo(least, 6)
  })
})

describe('ways', () => {
  it('keep their ends and length when resampled evenly', () => {
    const path = Array.from({ length: 200 }, (_, i) => ({ x: 3 * i, y: 40 * Math.sin(i / 20) }))
    const even = resample(path, 64)
    expect([even[0], even.at(-1)]).toEqual([path[0], path.at(-1)])
    expect(lengthOf(even) / lengthOf(path)).toBeCloseTo(1, 2)
    const steps = even.slice(1).map((point, i) => Math.hypot(point.x - even[i]!.x, point.y - even[i]!.y))
    expect(Math.max(...steps) / Math.min(...steps)).toBeLessThan(1.05)
  })

  it('have the area and middle of a box', () => {
    const box = points([0, 0], [10, 0], [10, 4], [0, 4])
    expect(areaOf(box)).toBe(40)
    expect(centroid(box)).toEqual({ x: 5, y: 2 })
  })

  it('solve gives what multiplied back gives the right side, or null', () => {
    const a = [
      [4, -2, 1],
      [-2, 4, -2],
      [1, -2, 4],
    ]
    const x = solve(a, [11, -16, 17])!
    a.forEach((row, i) =>
      expect(row.reduce((sum, value, j) => sum + value * x[j]!, 0)).toBeCloseTo([11, -16, 17][i]!, 9),
    )
    expect(
      solve(
        [
          [1, 2],
          [2, 4],
        ],
        [1, 2],
      ),
    ).toBeNull()
  })
})
