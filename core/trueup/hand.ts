import { distanceOf, lengthOf, resample, type Point } from '../geometry'

/** Points along the way that recognition works on. */
export const COUNT = 96
/** Points along the way that corners are looked at in. */
export const FINE = 300
/** Shorter strokes than this are dots, px. */
const LEAST_LENGTH = 12
/** Ends that are nearer to each other than this share of the way make it closed. */
const CLOSED = 0.16
/** How much of the way at each end may overlap or stand over, share. */
const OVERLAP = 0.2
/** An overlap is cut where the ends come nearer than this share of the way. */
const MEETING = 0.07

/** A stroke made ready to be recognised. */
export interface HandPath {
  /** {@link COUNT} points evenly along it; of a closed one without what overlaps. */
  readonly points: readonly Point[]
  /** The same in {@link FINE} points. */
  readonly fine: readonly Point[]
  readonly isClosed: boolean
  /** Length of the way, px. */
  readonly length: number
  /** Longest side of the box round it, px. */
  readonly size: number
  /** How unsteady the hand is: root mean square distance from its own local curve, px. */
  readonly tremble: number
}

/** Null for a dot. */
export function handPath(raw: readonly Point[]): HandPath | null {
  const path = raw.filter((point, i) => i === 0 || distanceOf(point, raw[i - 1]!) > 0)
  if (path.length < 2 || lengthOf(path) < LEAST_LENGTH) return null
  const even = resample(path, 2 * COUNT)
  const length = lengthOf(even)
  const trimmed = withoutOverlap(even, length)
  const isClosed = distanceOf(trimmed[0]!, trimmed.at(-1)!) < CLOSED * lengthOf(trimmed)
  const points = resample(trimmed, COUNT)
  const xs = points.map(({ x }) => x)
  const ys = points.map(({ y }) => y)
  const size = Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys))
  return { points, fine: resample(trimmed, FINE), isClosed, length: lengthOf(points), size, tremble: trembleOf(points) }
}

/** The way cut where its end runs over its beginning: at the nearest meeting of both. */
function withoutOverlap(points: readonly Point[], length: number): readonly Point[] {
  const reach = Math.floor(points.length * OVERLAP)
  let best = { gap: distanceOf(points[0]!, points.at(-1)!), from: 0, to: points.length - 1 }
  const share = length / points.length
  for (let from = 0; from < reach; from++) {
    for (let to = points.length - 1; to >= points.length - reach; to--) {
      // What is cut off must be earned by ends that meet better.
      const gap = distanceOf(points[from]!, points[to]!) + 0.12 * share * (from + points.length - 1 - to)
      if (gap < best.gap) best = { gap, from, to }
    }
  }
  const isMeeting = distanceOf(points[best.from]!, points[best.to]!) < MEETING * length
  return isMeeting ? points.slice(best.from, best.to + 1) : points
}

/** Points to each side that a local parabola is fitted to (Savitzky & Golay 1964, quadratic, nine points). */
const WEIGHTS = [-21, 14, 39, 54, 59, 54, 39, 14, -21].map(weight => weight / 231)

function trembleOf(points: readonly Point[]): number {
  let squares = 0
  let count = 0
  for (let i = 4; i < points.length - 4; i++) {
    let x = 0
    let y = 0
    WEIGHTS.forEach((weight, k) => {
      x += weight * points[i + k - 4]!.x
      y += weight * points[i + k - 4]!.y
    })
    squares += (points[i]!.x - x) ** 2 + (points[i]!.y - y) ** 2
    count++
  }
  return Math.sqrt(squares / Math.max(count, 1))
}
