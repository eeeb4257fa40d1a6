import type { Rect } from '../base'

/** Where a box (sheet px) goes. Corners and points are x, y, x, y … in sheet px. */
export type Destination =
  /** Its four corners, clockwise from the top left one. */
  | { readonly kind: 'corners'; readonly points: readonly number[] }
  /** A net of columns × rows cells, its knots row by row from the top left: (columns + 1) × (rows + 1) of them. */
  | { readonly kind: 'net'; readonly columns: number; readonly rows: number; readonly points: readonly number[] }

/** Less area than this of a destination shows nothing, px². */
const LEAST_AREA = 0.5

/** The corners of a box, as a destination that moves nothing. */
export function cornersOf({ x0, y0, x1, y1 }: Rect): number[] {
  return [x0, y0, x1, y0, x1, y1, x0, y1]
}

/** The knots of a net laid straight over the box. */
export function straightNet({ x0, y0, x1, y1 }: Rect, columns: number, rows: number): number[] {
  const points: number[] = []
  for (let r = 0; r <= rows; r++) {
    for (let c = 0; c <= columns; c++) points.push(x0 + ((x1 - x0) * c) / columns, y0 + ((y1 - y0) * r) / rows)
  }
  return points
}

/** A projective map, row by row: X = (0·x + 1·y + 2) ÷ w, Y = (3·x + 4·y + 5) ÷ w, w = 6·x + 7·y + 8. */
export type Projective = readonly [number, number, number, number, number, number, number, number, number]

/**
 * The map that takes the box's corners to the four points (Heckbert 1989, "Fundamentals of texture
 * mapping and image warping", §2.2.3). Null when they lie on a line or cross over themselves so that
 * no such map exists.
 */
export function projectiveTo(box: Rect, points: readonly number[]): Projective | null {
  const [ax, ay, bx, by, cx, cy, dx, dy] = points as [number, number, number, number, number, number, number, number]
  const sx = ax - bx + cx - dx
  const sy = ay - by + cy - dy
  const dx1 = bx - cx
  const dy1 = by - cy
  const dx2 = dx - cx
  const dy2 = dy - cy
  const under = dx1 * dy2 - dx2 * dy1
  if (under === 0) return null
  const g = (sx * dy2 - dx2 * sy) / under
  const h = (dx1 * sy - sx * dy1) / under
  // From the unit square to the points; all of it must lie before the vanishing line.
  if (Math.min(1 + g, 1 + h, 1 + g + h) <= 0) return null
  const unit: Projective = [bx - ax + g * bx, dx - ax + h * dx, ax, by - ay + g * by, dy - ay + h * dy, ay, g, h, 1]
  const w = 1 / (box.x1 - box.x0)
  const v = 1 / (box.y1 - box.y0)
  return times(unit, [w, 0, -box.x0 * w, 0, v, -box.y0 * v, 0, 0, 1])
}

/** First `b`, then `a`. */
export function times(a: Projective, b: Projective): Projective {
  const at = (r: number, c: number) => a[3 * r]! * b[c]! + a[3 * r + 1]! * b[3 + c]! + a[3 * r + 2]! * b[6 + c]!
  return [at(0, 0), at(0, 1), at(0, 2), at(1, 0), at(1, 1), at(1, 2), at(2, 0), at(2, 1), at(2, 2)]
}

/** The way back; null when there is none. */
export function inverseOf([a, b, c, d, e, f, g, h, i]: Projective): Projective | null {
  const determinant = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g)
  if (determinant === 0) return null
  const k = 1 / determinant
  return [
    (e * i - f * h) * k,
    (c * h - b * i) * k,
    (b * f - c * e) * k,
    (f * g - d * i) * k,
    (a * i - c * g) * k,
    (c * d - a * f) * k,
    (d * h - e * g) * k,
    (b * g - a * h) * k,
    (a * e - b * d) * k,
  ]
}

export function mapped(m: Projective, x: number, y: number): { x: number; y: number } {
  const w = m[6] * x + m[7] * y + m[8]
  return { x: (m[0] * x + m[1] * y + m[2]) / w, y: (m[3] * x + m[4] * y + m[5]) / w }
}

/** Why nothing would be left of the box there; null when all is well. */
export function destinationTrouble(box: Rect, to: Destination): string | null {
  if (to.kind === 'net') {
    return to.points.length === 2 * (to.columns + 1) * (to.rows + 1)
      ? null
      : 'the net has not as many knots as its cells need'
  }
  if (!projectiveTo(box, to.points)) return 'its corners lie on a line or cross over'
  return Math.abs(areaOf(to.points)) < LEAST_AREA ? 'nothing of it would be left' : null
}

function areaOf(points: readonly number[]): number {
  let sum = 0
  for (let i = 0; i < points.length; i += 2) {
    const j = (i + 2) % points.length
    sum += points[i]! * points[j + 1]! - points[j]! * points[i + 1]!
  }
  return sum / 2
}
