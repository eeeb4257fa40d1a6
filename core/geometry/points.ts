import type { Point } from '../base'

export function distanceOf(a: Point, b: Point): number {
  return Math.hypot(b.x - a.x, b.y - a.y)
}

/** A point on the way from a to b; t = 0 at a, 1 at b. */
export function lerp(a: Point, b: Point, t: number): Point {
  return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t }
}

export function lengthOf(points: readonly Point[]): number {
  let sum = 0
  for (let i = 1; i < points.length; i++) sum += distanceOf(points[i - 1]!, points[i]!)
  return sum
}

/** Mean of the points; the list must not be empty. */
export function centroid(points: readonly Point[]): Point {
  let x = 0
  let y = 0
  for (const point of points) {
    x += point.x
    y += point.y
  }
  return { x: x / points.length, y: y / points.length }
}

/** Twice signed: positive when the polygon runs clockwise on the screen (y down). px². */
export function areaOf(points: readonly Point[]): number {
  let sum = 0
  points.forEach((a, i) => {
    const b = points[(i + 1) % points.length]!
    sum += a.x * b.y - b.x * a.y
  })
  return sum / 2
}

/** `count` points evenly along the way, ends included; `count` at least 2, the way longer than 0. */
export function resample(points: readonly Point[], count: number): Point[] {
  const step = lengthOf(points) / (count - 1)
  const out: Point[] = [points[0]!]
  let along = 0
  for (let i = 1; i < points.length && out.length < count - 1; i++) {
    const a = points[i - 1]!
    const b = points[i]!
    const piece = distanceOf(a, b)
    while (out.length < count - 1 && along + piece >= step * out.length)
      out.push(lerp(a, b, piece ? (step * out.length - along) / piece : 0))
    along += piece
  }
  while (out.length < count) out.push(points.at(-1)!)
  return out
}

/** Share of the way at which each point lies, 0 … 1. */
export function sharesAlong(points: readonly Point[]): number[] {
  const total = lengthOf(points) || 1
  let along = 0
  return points.map((point, i) => {
    if (i) along += distanceOf(points[i - 1]!, point)
    return along / total
  })
}

/** Turned by an angle (radians, clockwise on the screen) and scaled round a middle. */
export function turned(point: Point, middle: Point, angle: number, scale = 1): Point {
  const c = Math.cos(angle) * scale
  const s = Math.sin(angle) * scale
  const dx = point.x - middle.x
  const dy = point.y - middle.y
  return { x: middle.x + dx * c - dy * s, y: middle.y + dx * s + dy * c }
}

/** The place of the stretch from a to b that lies nearest to the point. */
export function nearestOn(a: Point, b: Point, point: Point): Point {
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  const squared = dx * dx + dy * dy
  const t = squared > 0 ? ((point.x - a.x) * dx + (point.y - a.y) * dy) / squared : 0
  return lerp(a, b, Math.min(Math.max(t, 0), 1))
}

/** The way with fewer points: none left out lies farther than `off` from it (Ramer 1972; Douglas & Peucker 1973). */
export function simplified(points: readonly Point[], off: number): Point[] {
  const keeps = new Set([0, points.length - 1])
  const stretches: [number, number][] = [[0, points.length - 1]]
  while (stretches.length > 0) {
    const [from, to] = stretches.pop()!
    let [most, at] = [off, -1]
    for (let i = from + 1; i < to; i++) {
      const far = distanceOf(points[i]!, nearestOn(points[from]!, points[to]!, points[i]!))
      if (far > most) [most, at] = [far, i]
    }
    if (at < 0) continue
    keeps.add(at)
    stretches.push([from, at], [at, to])
  }
  return points.filter((_, i) => keeps.has(i))
}
