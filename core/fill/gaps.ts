import type { Point } from '../base'
import type { Kernels } from '../kernels'
import {
  bitAt,
  BitRuns,
  dilated,
  floodRuns,
  GreatestFirst,
  inverted,
  newBits,
  openingAt,
  squaredDistances,
  squaredDistance,
  without,
  type BitPlane,
} from '../raster'

/** A place where a line is open. Px. */
export interface LineGap {
  readonly x: number
  readonly y: number
  /** Clear px between the two ends. */
  readonly width: number
  /** The ink on both sides: middles of its px. */
  readonly ends: readonly [Point, Point]
  /** The areas that it joins: numbers from 1. */
  readonly between: readonly [number, number]
}

/** Areas of a sheet that would be apart with all gaps closed, and the gaps. */
export interface GapsFound {
  readonly gaps: readonly LineGap[]
  /** For each px the area it belongs to; 0: a line, or no area. Row-major. */
  readonly areas: Int32Array
  /** Px of each area's core; by its number. */
  readonly sizes: readonly number[]
  /** Areas that reach the sheet's edge. */
  readonly atEdge: ReadonlySet<number>
}

/** Gaps listed at most. */
const MOST_GAPS = 200
/** How far round the place where a gap was met its ends are looked for, px. */
const END_REACH = 6
/** A core smaller than this, px, is no area: a speck between two hatching lines. */
const LEAST_CORE = 24

/**
 * All gaps of the lines up to `widest` px. The lines are dilated by half of it, which parts the sheet into areas; the
 * areas are then grown back, farthest from the lines first (a watershed of the distance transform). Where two of them
 * meet is the widest place between them: the middle of a gap.
 */
export function findGaps(kernels: Kernels, open: BitPlane, widest: number): GapsFound {
  const { width, height } = open
  const core = without(open, dilated(kernels, inverted(open), (widest + 1) / 2))
  const areas = new Int32Array(width * height)
  const { sizes, atEdge } = labelled(core, areas)
  const ink = new Uint8Array(width * height)
  const lines = new BitRuns(inverted(open))
  for (let y = 0; y < height; y++) {
    for (let x = lines.next(0, width, y); x < width; x = lines.next(lines.end(x, y), width, y))
      ink.fill(1, y * width + x, y * width + lines.end(x, y))
  }
  const distances = squaredDistances(ink, width, height)
  const plane = { width, height, distances }
  const queue = new GreatestFirst(widest + 4)
  const gaps: LineGap[] = []
  const beside = (i: number) => {
    const x = i % width
    return [x > 0 ? i - 1 : -1, x < width - 1 ? i + 1 : -1, i - width, i + width < areas.length ? i + width : -1]
  }
  const spread = (i: number) => {
    for (const next of beside(i)) {
      if (next < 0 || ink[next]) continue
      if (areas[next] === 0) {
        areas[next] = areas[i]!
        queue.push(next, Math.sqrt(distances[next]!))
      } else if (areas[next] !== areas[i]) meet(i, areas[i]!, areas[next]!)
    }
  }
  const meet = (at: number, a: number, b: number) => {
    if (gaps.length >= MOST_GAPS) return
    const [low, high] = a < b ? [a, b] : [b, a]
    const place = { x: (at % width) + 0.5, y: Math.floor(at / width) + 0.5 }
    const isKnown = gaps.some(
      gap =>
        gap.between[0] === low &&
        gap.between[1] === high &&
        squaredDistance(gap, place) < (gap.width + 6) * (gap.width + 6),
    )
    if (isKnown) return
    const { width: clear, near, far } = openingAt(plane, at, Math.sqrt(distances[at]!))
    if (!near || !far || clear > widest) return
    const [a1, b1] = closestPair(near, far)
    const ends = [
      { x: a1.x + 0.5, y: a1.y + 0.5 },
      { x: b1.x + 0.5, y: b1.y + 0.5 },
    ] as const
    const apart = Math.max(1, Math.round(Math.sqrt(squaredDistance(...ends)) - 1))
    gaps.push({
      x: (ends[0].x + ends[1].x) / 2,
      y: (ends[0].y + ends[1].y) / 2,
      width: Math.min(clear, apart),
      ends,
      between: [low, high],
    })
  }
  /** The two ends' px that lie nearest to each other, looked for round those that were met first. */
  const closestPair = (near: Point, far: Point): [Point, Point] => {
    let [a, b] = [near, far]
    for (let round = 0; round < 4; round++) {
      const [nextA, nextB] = [nearerTo(b, a), nearerTo(a, b)]
      if (squaredDistance(nextA, a) + squaredDistance(nextB, b) === 0) break
      a = nextA
      b = nearerTo(a, b)
    }
    return [a, b]
  }
  /** Of the ink round `from`, on its side of the middle, the px nearest to `to`. */
  const nearerTo = (to: Point, from: Point): Point => {
    let best = from
    const [mx, my] = [(from.x + to.x) / 2, (from.y + to.y) / 2]
    for (let y = Math.max(from.y - END_REACH, 0); y <= Math.min(from.y + END_REACH, height - 1); y++) {
      for (let x = Math.max(from.x - END_REACH, 0); x <= Math.min(from.x + END_REACH, width - 1); x++) {
        if (!ink[y * width + x] || (x - mx) * (from.x - to.x) + (y - my) * (from.y - to.y) <= 0) continue
        if (squaredDistance({ x, y }, to) < squaredDistance(best, to)) best = { x, y }
      }
    }
    return best
  }
  // Only px at the edge of a core have something to give.
  for (let i = 0; i < areas.length; i++)
    if (areas[i] && beside(i).some(next => next >= 0 && areas[next] === 0 && !ink[next])) queue.push(i, widest + 3)
  for (let i = queue.pop(); i !== null; i = queue.pop()) spread(i)
  return { gaps, areas, sizes, atEdge }
}

/** Numbers the cores that are large enough. */
function labelled(core: BitPlane, areas: Int32Array): { sizes: number[]; atEdge: Set<number> } {
  const { width, height } = core
  const seen = newBits(width, height)
  const runs = new BitRuns(core)
  const sizes = [0]
  const atEdge = new Set<number>()
  for (let y = 0; y < height; y++) {
    for (let x = runs.next(0, width, y); x < width; x = runs.next(runs.end(x, y), width, y)) {
      if (bitAt(seen, x, y)) continue
      const part: number[] = []
      let size = 0
      let isAtEdge = false
      floodRuns(core, seen, x, y, (py, x0, x1) => {
        part.push(py, x0, x1)
        size += x1 - x0
        isAtEdge ||= py === 0 || py === height - 1 || x0 === 0 || x1 === width
      })
      if (size < LEAST_CORE) continue
      const label = sizes.length
      sizes.push(size)
      if (isAtEdge) atEdge.add(label)
      for (let i = 0; i < part.length; i += 3)
        areas.fill(label, part[i]! * width + part[i + 1]!, part[i]! * width + part[i + 2]!)
    }
  }
  return { sizes, atEdge }
}

/**
 * The gaps through which a pour that starts at a place would run out: those of its own area, when that does not reach
 * the sheet's edge. Empty when nothing leaks.
 */
export function leaksFrom(
  { gaps, areas, atEdge }: GapsFound,
  width: number,
  x: number,
  y: number,
  closed: number,
): LineGap[] {
  const own = areas[y * width + x]!
  if (own === 0 || atEdge.has(own)) return []
  return gaps.filter(gap => gap.width > closed && gap.between.includes(own))
}

/**
 * The openings through which it would reach the sheet's edge, from its own area or from those that it runs into on the
 * way. Empty when it stays inside.
 */
export function openingsFrom({ gaps, areas, atEdge }: GapsFound, width: number, x: number, y: number): LineGap[] {
  const own = areas[y * width + x]!
  if (own === 0 || atEdge.has(own)) return []
  const reached = new Set([own])
  for (const area of reached) {
    for (const {
      between: [a, b],
    } of gaps) {
      const other = a === area ? b : b === area ? a : 0
      if (other && !atEdge.has(other)) reached.add(other)
    }
  }
  return gaps.filter(({ between: [a, b] }) => (reached.has(a) && atEdge.has(b)) || (reached.has(b) && atEdge.has(a)))
}
