import type { Point } from '../../geometry'

/** Whether a place lies inside a polygon (x, y, x, y …; even–odd). */
export function isInside(polygon: readonly number[], { x, y }: Point): boolean {
  let inside = false
  const count = polygon.length / 2
  for (let i = 0, j = count - 1; i < count; j = i++) {
    const [xi, yi, xj, yj] = [polygon[2 * i]!, polygon[2 * i + 1]!, polygon[2 * j]!, polygon[2 * j + 1]!]
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside
  }
  return inside
}

/** The box of x, y, x, y … */
export function boundsOf(points: readonly number[]): { x0: number; y0: number; x1: number; y1: number } {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < points.length; i += 2) {
    x0 = Math.min(x0, points[i]!)
    x1 = Math.max(x1, points[i]!)
    y0 = Math.min(y0, points[i + 1]!)
    y1 = Math.max(y1, points[i + 1]!)
  }
  return { x0, y0, x1, y1 }
}
