import type { Point } from '../../base'
import { centroid } from '../points'

/** A straight line through `middle`; `direction` in radians, −π/2 … π/2. */
export interface LineFit {
  readonly middle: Point
  readonly direction: number
  /** Root mean square and greatest distance of the points from it. */
  readonly rms: number
  readonly greatest: number
}

/** Total least squares (orthogonal regression). At least two points; where all are one, the direction is 0. */
export function fitLine(points: readonly Point[]): LineFit {
  const middle = centroid(points)
  let sxx = 0
  let sxy = 0
  let syy = 0
  for (const { x, y } of points) {
    sxx += (x - middle.x) ** 2
    sxy += (x - middle.x) * (y - middle.y)
    syy += (y - middle.y) ** 2
  }
  const direction = Math.atan2(2 * sxy, sxx - syy) / 2
  const nx = -Math.sin(direction)
  const ny = Math.cos(direction)
  let squares = 0
  let greatest = 0
  for (const { x, y } of points) {
    const off = Math.abs((x - middle.x) * nx + (y - middle.y) * ny)
    squares += off * off
    greatest = Math.max(greatest, off)
  }
  return { middle, direction, rms: Math.sqrt(squares / points.length), greatest }
}

/** Where two lines cross; null when they are parallel within about half a degree. */
export function crossing(
  a: Pick<LineFit, 'middle' | 'direction'>,
  b: Pick<LineFit, 'middle' | 'direction'>,
): Point | null {
  const ax = Math.cos(a.direction)
  const ay = Math.sin(a.direction)
  const bx = Math.cos(b.direction)
  const by = Math.sin(b.direction)
  const cross = ax * by - ay * bx
  if (Math.abs(cross) < 0.01) return null
  const t = ((b.middle.x - a.middle.x) * by - (b.middle.y - a.middle.y) * bx) / cross
  return { x: a.middle.x + ax * t, y: a.middle.y + ay * t }
}
