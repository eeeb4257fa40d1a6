import { distanceOf, resample, solve, type Point } from '../geometry'
import type { HandPath } from './hand'

/** A knot for every so many px of the way, share of its size; fewest and most of them. */
const KNOT_SHARE = 0.16
const FEWEST = 4
const MOST = 40
/** Points that the way is looked at, and px between points of the result. */
const LOOKED_AT = 240
const STEP_PX = 5

/**
 * The stroke as a smooth curve, drawn through a point every few px: pinned to both ends, with control
 * points enough for its bends.
 */
export function smoothed(raw: readonly Point[], path: HandPath): Point[] {
  const even = resample(raw, LOOKED_AT)
  const controls = splineThrough(
    even,
    Math.min(Math.max(Math.round(path.length / (KNOT_SHARE * path.size)) + 3, FEWEST), MOST),
  )
  if (!controls) return even
  const steps = Math.max(8, Math.ceil(path.length / STEP_PX))
  const curve = Array.from({ length: steps + 1 }, (_, i) => onSpline(controls, i / steps))
  return curve.filter((point, i) => i === 0 || distanceOf(point, curve[i - 1]!) > 0)
}

/** Root mean square distance of evenly spaced points from the smooth curve of so many control points. */
export function curveError(even: readonly Point[], count: number): number {
  const controls = splineThrough(even, count)
  if (!controls) return 0
  return Math.sqrt(
    even.reduce((sum, point, i) => sum + distanceOf(point, onSpline(controls, i / (even.length - 1))) ** 2, 0) /
      even.length,
  )
}

/** Control points of the uniform cubic B-spline that lies nearest to evenly spaced points (least squares). */
function splineThrough(even: readonly Point[], count: number): Point[] | null {
  const last = even.length - 1
  // The ends weigh so much that the curve starts and stops where the hand did.
  const weight = (i: number) => (i === 0 || i === last ? 1e4 : 1)
  const normal = Array.from({ length: count }, () => new Array<number>(count).fill(0))
  const right = { x: new Array<number>(count).fill(0), y: new Array<number>(count).fill(0) }
  even.forEach((point, i) => {
    const row = basis(i / last, count)
    for (const [a, va] of row) {
      right.x[a]! += weight(i) * va * point.x
      right.y[a]! += weight(i) * va * point.y
      for (const [b, vb] of row) normal[a]![b]! += weight(i) * va * vb
    }
  })
  for (let i = 0; i < count; i++) normal[i]![i]! += 1e-6
  const xs = solve(normal, right.x)
  const ys = solve(normal, right.y)
  return xs && ys && xs.map((x, i) => ({ x, y: ys[i]! }))
}

function onSpline(controls: readonly Point[], t: number): Point {
  const row = basis(t, controls.length)
  return {
    x: row.reduce((sum, [k, value]) => sum + value * controls[k]!.x, 0),
    y: row.reduce((sum, [k, value]) => sum + value * controls[k]!.y, 0),
  }
}

/** The four control points that count at t, 0 … 1, with their weights (uniform cubic B-spline). */
function basis(t: number, count: number): [number, number][] {
  const spans = count - 3
  const span = Math.min(Math.floor(t * spans), spans - 1)
  const u = t * spans - span
  const v = 1 - u
  return [
    [span, (v * v * v) / 6],
    [span + 1, (3 * u * u * u - 6 * u * u + 4) / 6],
    [span + 2, (3 * v * v * v - 6 * v * v + 4) / 6],
    [span + 3, (u * u * u) / 6],
  ]
}
