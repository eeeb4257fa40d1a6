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
