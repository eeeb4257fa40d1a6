import type { Point } from '../../base'
import { crossing, fitLine, type LineFit } from './line'

/** A way cut into straight sides. */
export interface SideFit {
  /** Places in the points where sides meet, in order; of an open way the ends are not among them. */
  readonly cuts: number[]
  readonly corners: Point[]
  /** Root mean square distance of all points from their side. */
  readonly rms: number
}

/**
 * For every run of points from i to j, at i · n + j, the sum of squared distances from its own total
 * least squares line: {@link squaredErrorOf} written out over running sums, for speed.
 */
function runErrors(points: readonly Point[]): Float64Array {
  const n = points.length
  const origin = points[0]!
  const sums = new Float64Array((n + 1) * 5)
  for (let i = 0; i < n; i++) {
    const x = points[i]!.x - origin.x
    const y = points[i]!.y - origin.y
    const at = i * 5
    sums[at + 5] = sums[at]! + x
    sums[at + 6] = sums[at + 1]! + y
    sums[at + 7] = sums[at + 2]! + x * x
    sums[at + 8] = sums[at + 3]! + x * y
    sums[at + 9] = sums[at + 4]! + y * y
  }
  const errors = new Float64Array(n * n)
  for (let i = 0; i < n; i++) {
    const a = i * 5
    for (let j = i + 1; j < n; j++) {
      const b = j * 5 + 5
      const count = j - i + 1
      const x = sums[b]! - sums[a]!
      const y = sums[b + 1]! - sums[a + 1]!
      const xx = sums[b + 2]! - sums[a + 2]! - (x * x) / count
      const xy = sums[b + 3]! - sums[a + 3]! - (x * y) / count
      const yy = sums[b + 4]! - sums[a + 4]! - (y * y) / count
      const half = (xx - yy) / 2
      errors[i * n + j] = Math.max(0, (xx + yy) / 2 - Math.sqrt(half * half + xy * xy))
    }
  }
  return errors
}

/**
 * For every number of sides up to `most` the best places to cut an open way, by dynamic programming
 * over all of them (after Bellman 1961): least sum of squared distances from each side's own line.
 * Element k is for k + 1 sides.
 */
export function bestCuts(points: readonly Point[], most: number): { cuts: number[]; error: number }[] {
  const n = points.length
  const cost = runErrors(points)
  let before = Float64Array.from({ length: n }, (_, j) => cost[j]!)
  const came: Int32Array[] = [new Int32Array(n)]
  const found = [{ cuts: [] as number[], error: before[n - 1]! }]
  for (let sides = 2; sides <= most; sides++) {
    const now = new Float64Array(n).fill(Infinity)
    const from = new Int32Array(n)
    for (let j = sides; j < n; j++) {
      for (let i = sides - 1; i < j; i++) {
        const error = before[i]! + cost[i * n + j]!
        if (error < now[j]!) {
          now[j] = error
          from[j] = i
        }
      }
    }
    came.push(from)
    const cuts: number[] = []
    let at = n - 1
    for (let level = sides - 1; level >= 1; level--) {
      at = came[level]![at]!
      cuts.unshift(at)
    }
    found.push({ cuts, error: now[n - 1]! })
    before = now
  }
  return found
}

/** Share of a side at each end that does not count for its line: hands round corners off. */
const ROUNDED_OFF = 0.12

/** The lines of the sides between cuts, fitted without their rounded ends. */
function sidesOf(points: readonly Point[], bounds: readonly number[]): LineFit[] {
  return bounds.slice(1).map((to, i) => {
    const from = bounds[i]!
    const trim = Math.floor((to - from) * ROUNDED_OFF)
    return fitLine(points.slice(from + trim, to + 1 - trim))
  })
}

/** Straight sides of an open way: corners where neighbouring sides cross, ends where the way ends. */
export function openSides(points: readonly Point[], cuts: readonly number[], error: number): SideFit {
  const bounds = [0, ...cuts, points.length - 1]
  const lines = sidesOf(points, bounds)
  const corners = cuts.map((cut, i) => crossingNear(lines[i]!, lines[i + 1]!, points[cut]!))
  const all = [footOnLine(lines[0]!, points[0]!), ...corners, footOnLine(lines.at(-1)!, points.at(-1)!)]
  return { cuts: [...cuts], corners: all, rms: Math.sqrt(error / points.length) }
}

/** Straight sides of a closed way that begins and ends at a corner. */
export function closedSides(points: readonly Point[], cuts: readonly number[], error: number): SideFit {
  const bounds = [0, ...cuts, points.length - 1]
  const lines = sidesOf(points, bounds)
  const corners = lines.map((line, i) =>
    crossingNear(lines[(i + lines.length - 1) % lines.length]!, line, points[[0, ...cuts][i]!]!),
  )
  return { cuts: [0, ...cuts], corners, rms: Math.sqrt(error / points.length) }
}

/**
 * How far the way turns at each corner, radians, without sign; 0 at the ends of an open way. The first one again at the
 * end of a closed one.
 */
export function turnsAt(corners: readonly Point[], isClosed: boolean): number[] {
  const n = corners.length
  const turns = corners.map((corner, i) => {
    if (!isClosed && (i === 0 || i === n - 1)) return 0
    const before = corners[(i + n - 1) % n]!
    const after = corners[(i + 1) % n]!
    const turn =
      Math.atan2(after.y - corner.y, after.x - corner.x) - Math.atan2(corner.y - before.y, corner.x - before.x)
    return Math.abs(turn - 2 * Math.PI * Math.round(turn / (2 * Math.PI)))
  })
  return isClosed ? [...turns, turns[0]!] : turns
}

/** How near to a corner the way's direction is looked at, and over which length, share of the whole. */
const NEAR = 0.011
const SPAN = 0.026
/** A cut may lie so far beside the corner. */
const BESIDE = 0.018

/**
 * How much of the turning happens close to the corners, mean and least over them: about 0.9 where corners were meant,
 * half of it for a curve that was cut into sides.
 */
export interface Sharpness {
  readonly mean: number
  readonly least: number
}

/**
 * @param fine the same way in more points, evenly along it
 * @param places where corners lie, share of the way
 * @param tremble of the hand, share of the way: nothing is told from less than some of it
 */
export function sharpnessOf(
  fine: readonly Point[],
  places: readonly number[],
  turns: readonly number[],
  isClosed: boolean,
  tremble: number,
): Sharpness {
  const n = isClosed ? fine.length - 1 : fine.length
  const count = (share: number) => Math.max(1, Math.round(share * n))
  const [near, span, beside] = [count(Math.max(NEAR, 1.5 * tremble)), count(Math.max(SPAN, 7 * tremble)), count(BESIDE)]
  const at = (i: number) => fine[isClosed ? (i + 2 * n) % n : Math.min(Math.max(i, 0), n - 1)]!
  const direction = (from: number, to: number) => Math.atan2(at(to).y - at(from).y, at(to).x - at(from).x)
  const shares = places.map((place, i) => {
    const cut = Math.round(place * n)
    let most = 0
    for (let c = cut - beside; c <= cut + beside; c++) {
      const turn = direction(c + near, c + near + span) - direction(c - near - span, c - near)
      most = Math.max(most, Math.abs(turn - 2 * Math.PI * Math.round(turn / (2 * Math.PI))))
    }
    return Math.min(most / Math.max(turns[i]!, 0.1), 1)
  })
  return {
    mean: shares.reduce((sum, share) => sum + share, 0) / Math.max(shares.length, 1),
    least: Math.min(1, ...shares),
  }
}

/** Where the lines cross, unless that is far from where the hand turned. */
function crossingNear(a: LineFit, b: LineFit, at: Point): Point {
  const point = crossing(a, b)
  const reach = 0.25 * Math.max(spanOf(a, at), spanOf(b, at), 1)
  return point && Math.hypot(point.x - at.x, point.y - at.y) < reach + 4 ? point : at
}

const spanOf = (line: LineFit, at: Point) => 2 * Math.hypot(line.middle.x - at.x, line.middle.y - at.y)

function footOnLine({ middle, direction }: LineFit, { x, y }: Point): Point {
  const c = Math.cos(direction)
  const s = Math.sin(direction)
  const along = (x - middle.x) * c + (y - middle.y) * s
  return { x: middle.x + c * along, y: middle.y + s * along }
}
