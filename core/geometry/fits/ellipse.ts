import type { Point } from '../../base'
import { centroid } from '../points'
import { leastSquares, solve } from './solve'

/** `angle`: of the `rx` axis, radians, clockwise on the screen. */
export interface Ellipse {
  readonly x: number
  readonly y: number
  readonly rx: number
  readonly ry: number
  readonly angle: number
}

/**
 * The direct algebraic fit of an ellipse: least squares under 4ac − b² = 1 (Fitzgibbon, Pilu & Fisher
 * 1996) in the numerically stable form of Halir & Flusser 1998. Null when no ellipse fits.
 */
export function algebraicEllipse(points: readonly Point[]): Ellipse | null {
  if (points.length < 5) return null
  const middle = centroid(points)
  const scale = Math.sqrt(
    points.reduce((sum, { x, y }) => sum + (x - middle.x) ** 2 + (y - middle.y) ** 2, 0) / points.length,
  )
  if (!(scale > 0)) return null
  const s1 = square()
  const s2 = square()
  const s3 = square()
  for (const point of points) {
    const x = (point.x - middle.x) / scale
    const y = (point.y - middle.y) / scale
    const quadratic = [x * x, x * y, y * y]
    const linear = [x, y, 1]
    for (let i = 0; i < 3; i++) {
      for (let j = 0; j < 3; j++) {
        s1[i]![j]! += quadratic[i]! * quadratic[j]!
        s2[i]![j]! += quadratic[i]! * linear[j]!
        s3[i]![j]! += linear[i]! * linear[j]!
      }
    }
  }
  // T = −S3⁻¹·S2ᵀ, M = S1 + S2·T, then its rows by the inverse of the constraint matrix.
  const t = [0, 1, 2].map(column =>
    solve(
      s3,
      [0, 1, 2].map(row => -s2[column]![row]!),
    ),
  )
  if (t.some(column => !column)) return null
  const m = s1.map((row, i) =>
    row.map((value, j) => value + [0, 1, 2].reduce((sum, k) => sum + s2[i]![k]! * t[j]![k]!, 0)),
  )
  const reduced = [m[2]!.map(value => value / 2), m[1]!.map(value => -value), m[0]!.map(value => value / 2)]
  for (const lambda of realEigenvalues(reduced)) {
    const vector = eigenvector(reduced, lambda)
    if (!vector) continue
    const [a, b, c] = vector as [number, number, number]
    if (4 * a * c - b * b <= 0) continue
    const [d, e, f] = [0, 1, 2].map(k => [0, 1, 2].reduce((sum, j) => sum + t[j]![k]! * vector[j]!, 0)) as [
      number,
      number,
      number,
    ]
    const conic = ellipseOfConic(a, b, c, d, e, f)
    if (conic)
      return {
        x: middle.x + conic.x * scale,
        y: middle.y + conic.y * scale,
        rx: conic.rx * scale,
        ry: conic.ry * scale,
        angle: conic.angle,
      }
  }
  return null
}

const square = () => [0, 1, 2].map(() => [0, 0, 0])

/** Real roots of the characteristic polynomial of a 3 × 3 matrix (Cardano, Viète). */
function realEigenvalues(m: readonly (readonly number[])[]): number[] {
  const at = (i: number, j: number) => m[i]![j]!
  const trace = at(0, 0) + at(1, 1) + at(2, 2)
  const minors =
    at(0, 0) * at(1, 1) -
    at(0, 1) * at(1, 0) +
    at(0, 0) * at(2, 2) -
    at(0, 2) * at(2, 0) +
    at(1, 1) * at(2, 2) -
    at(1, 2) * at(2, 1)
  const determinant =
    at(0, 0) * (at(1, 1) * at(2, 2) - at(1, 2) * at(2, 1)) -
    at(0, 1) * (at(1, 0) * at(2, 2) - at(1, 2) * at(2, 0)) +
    at(0, 2) * (at(1, 0) * at(2, 1) - at(1, 1) * at(2, 0))
  // λ³ − trace·λ² + minors·λ − determinant = 0, with λ = s + trace ÷ 3.
  const p = minors - (trace * trace) / 3
  const q = -determinant + (trace * minors) / 3 - (2 * trace ** 3) / 27
  const shift = trace / 3
  const inner = (q / 2) ** 2 + (p / 3) ** 3
  if (inner > 0) {
    const root = Math.sqrt(inner)
    return [Math.cbrt(-q / 2 + root) + Math.cbrt(-q / 2 - root) + shift]
  }
  const radius = 2 * Math.sqrt(Math.max(0, -p / 3))
  const turn = Math.acos(Math.min(Math.max(radius ? (3 * q) / (p * radius) : 0, -1), 1)) / 3
  return [0, 1, 2].map(k => radius * Math.cos(turn - (2 * Math.PI * k) / 3) + shift)
}

/** The vector that a matrix only stretches: the longest cross product of two rows of M − λ. */
function eigenvector(m: readonly (readonly number[])[], lambda: number): number[] | null {
  const rows = m.map((row, i) => row.map((value, j) => (i === j ? value - lambda : value)))
  let best: number[] | null = null
  let longest = 0
  for (const [i, j] of [
    [0, 1],
    [0, 2],
    [1, 2],
  ] as const) {
    const [a, b] = [rows[i]!, rows[j]!]
    const cross = [a[1]! * b[2]! - a[2]! * b[1]!, a[2]! * b[0]! - a[0]! * b[2]!, a[0]! * b[1]! - a[1]! * b[0]!]
    const length = Math.hypot(...cross)
    if (length > longest) {
      longest = length
      best = cross.map(value => value / length)
    }
  }
  return best
}

/** Centre, radii and angle of a·x² + b·xy + c·y² + d·x + e·y + f = 0; null when it is no real ellipse. */
function ellipseOfConic(a: number, b: number, c: number, d: number, e: number, f: number): Ellipse | null {
  const det = 4 * a * c - b * b
  const x = (b * e - 2 * c * d) / det
  const y = (b * d - 2 * a * e) / det
  const value = f + (d * x + e * y) / 2
  const half = Math.hypot((a - c) / 2, b / 2)
  const mean = (a + c) / 2
  const along = -value / (mean - half)
  const across = -value / (mean + half)
  if (!(along > 0) || !(across > 0)) return null
  // The long axis lies where the quadratic form is least.
  const angle = Math.atan2(-b, c - a) / 2
  return { x, y, rx: Math.sqrt(along), ry: Math.sqrt(across), angle }
}

/**
 * The geometric fit: least sum of squared distances from the ellipse (Gander, Golub & Strebel 1994). Null when no
 * ellipse fits.
 */
export function fitEllipse(points: readonly Point[], rounds?: number): Ellipse | null {
  const start = algebraicEllipse(points)
  return start && refineEllipse(points, start, rounds)
}

/** The same from a start of one's own. */
export function refineEllipse(points: readonly Point[], start: Ellipse, rounds = 60): Ellipse {
  const [x, y, rx, ry, angle] = leastSquares(
    [start.x, start.y, start.rx, start.ry, start.angle],
    ([cx, cy, a, b, turn]) => {
      const ellipse = { x: cx!, y: cy!, rx: Math.abs(a!), ry: Math.abs(b!), angle: turn! }
      const cos = Math.cos(turn!)
      const sin = Math.sin(turn!)
      return points.map(point => {
        const { distance, t } = footOn(ellipse, point)
        const ct = Math.cos(t)
        const st = Math.sin(t)
        // The outward normal in the ellipse's own frame.
        let nx = ct / ellipse.rx
        let ny = st / ellipse.ry
        const length = Math.hypot(nx, ny)
        nx /= length
        ny /= length
        const nX = nx * cos - ny * sin
        const nY = nx * sin + ny * cos
        // A point's distance changes by minus what its foot moves along the normal.
        const tangential = ny * ellipse.rx * ct - nx * ellipse.ry * st
        return { value: distance, slopes: [-nX, -nY, -nx * ct, -ny * st, -tangential] }
      })
    },
    rounds,
  ) as [number, number, number, number, number]
  const longFirst = Math.abs(rx) >= Math.abs(ry)
  return {
    x,
    y,
    rx: Math.max(Math.abs(rx), Math.abs(ry)),
    ry: Math.min(Math.abs(rx), Math.abs(ry)),
    angle: halfTurn(longFirst ? angle : angle + Math.PI / 2),
  }
}

/** The same angle within −π/2 … π/2: an axis has no direction. */
function halfTurn(angle: number): number {
  return angle - Math.PI * Math.round(angle / Math.PI)
}

/** Root mean square distance of the points from the ellipse. */
export function ellipseError(points: readonly Point[], ellipse: Ellipse): number {
  return Math.sqrt(points.reduce((sum, point) => sum + footOn(ellipse, point).distance ** 2, 0) / points.length)
}

/** Rounds of Newton's method for a foot point; it converges from one side, mostly in five or six. */
const FOOT_ROUNDS = 40

/** The nearest point of an ellipse, as its parameter t, and the distance: above 0 outside. */
export function footOn({ x, y, rx, ry, angle }: Ellipse, point: Point): { t: number; distance: number } {
  const cos = Math.cos(angle)
  const sin = Math.sin(angle)
  const px = (point.x - x) * cos + (point.y - y) * sin
  const py = (point.y - y) * cos - (point.x - x) * sin
  const [fx, fy] =
    rx >= ry
      ? footInQuarter(rx, ry, Math.abs(px), Math.abs(py))
      : swap(footInQuarter(ry, rx, Math.abs(py), Math.abs(px)))
  const isInside = (px / rx) ** 2 + (py / ry) ** 2 < 1
  const distance = Math.hypot(Math.abs(px) - fx, Math.abs(py) - fy) * (isInside ? -1 : 1)
  return { t: Math.atan2((py < 0 ? -fy : fy) / ry, (px < 0 ? -fx : fx) / rx), distance }
}

const swap = ([a, b]: readonly [number, number]) => [b, a] as const

/**
 * The foot of (x, y), both at least 0, on the ellipse with radii a ≥ b along the axes (after Eberly, "Distance from a
 * point to an ellipse").
 */
function footInQuarter(a: number, b: number, x: number, y: number): readonly [number, number] {
  if (y <= 1e-12 * b) {
    const turn = (a * x) / (a * a - b * b)
    // Beyond the centre of curvature the long axis' own end is nearest.
    return turn < 1 ? [a * turn, b * Math.sqrt(1 - turn * turn)] : [a, 0]
  }
  // The root of a falling convex function: Newton's steps from the left never run past it.
  let t = b * y - b * b
  for (let i = 0; i < FOOT_ROUNDS; i++) {
    const u = (a * x) / (t + a * a)
    const v = (b * y) / (t + b * b)
    const value = u * u + v * v - 1
    const step = value / (2 * ((u * u) / (t + a * a) + (v * v) / (t + b * b)))
    t += step
    if (step <= 1e-12 * a * a) break
  }
  return [(a * a * x) / (t + a * a), (b * b * y) / (t + b * b)]
}
