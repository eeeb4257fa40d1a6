import type { Point } from '../../base'
import { centroid } from '../points'
import { leastSquares, solve } from './solve'

export interface Circle {
  readonly x: number
  readonly y: number
  readonly radius: number
}

/**
 * The algebraic fit: least Σ(x² + y² − 2ax − 2by − c)² (Kåsa 1976). A start for {@link fitCircle}. Null when the points
 * lie on a line.
 */
export function algebraicCircle(points: readonly Point[]): Circle | null {
  const middle = centroid(points)
  let [uu, uv, vv, uz, vz, z] = [0, 0, 0, 0, 0, 0]
  for (const point of points) {
    const u = point.x - middle.x
    const v = point.y - middle.y
    const w = u * u + v * v
    uu += u * u
    uv += u * v
    vv += v * v
    uz += u * w
    vz += v * w
    z += w
  }
  if (uu * vv - uv * uv <= 1e-10 * (uu + vv) ** 2) return null
  const found = solve(
    [
      [uu, uv],
      [uv, vv],
    ],
    [uz / 2, vz / 2],
  )
  if (!found) return null
  const [a, b] = found as [number, number]
  return { x: middle.x + a, y: middle.y + b, radius: Math.sqrt(a * a + b * b + z / points.length) }
}

/**
 * The geometric fit: least sum of squared distances from the circle (Gander, Golub & Strebel 1994). Null when the
 * points lie on a line.
 */
export function fitCircle(points: readonly Point[]): Circle | null {
  const start = algebraicCircle(points)
  if (!start) return null
  const [x, y, radius] = leastSquares([start.x, start.y, start.radius], ([cx, cy, r]) =>
    points.map(point => {
      const dx = point.x - cx!
      const dy = point.y - cy!
      const away = Math.hypot(dx, dy) || 1e-12
      return { value: away - r!, slopes: [-dx / away, -dy / away, -1] }
    }),
  ) as [number, number, number]
  return { x, y, radius: Math.abs(radius) }
}

/** Root mean square distance of the points from the circle. */
export function circleError(points: readonly Point[], { x, y, radius }: Circle): number {
  return Math.sqrt(
    points.reduce((sum, point) => sum + (Math.hypot(point.x - x, point.y - y) - radius) ** 2, 0) / points.length,
  )
}
