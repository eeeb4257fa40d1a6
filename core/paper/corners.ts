import type { Point } from '../base'
import { crossing, fitLine, type LineFit } from '../geometry'
import type { Pixels } from '../kernels'
import { strongLines } from './hough'
import { planesOf, readPlanes, type Planes } from './planes'

/*
 * Where a sheet of paper lies in a photograph. Lines are looked for in a small picture (Duda & Hart 1972, each px
 * voting only for lines along its own edge); of all four-sided shapes that they make, the one is taken whose four sides
 * part something brighter, or less coloured, within from what lies without. All is done in logarithms of light, where a
 * shadow over paper and table changes both alike. Then each side is laid along the edge in a larger picture.
 */

/** Clockwise from the top left one, px of the picture. */
export type Corners = readonly [Point, Point, Point, Point]

/** Of a picture that is all sheet. */
export const wholeCorners = ({ width, height }: { readonly width: number; readonly height: number }): Corners => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
]

export interface FoundPaper {
  readonly corners: Corners
  /** How much of its sides was seen, 0 … 1. */
  readonly certainty: number
}

/** Longer side of the picture in which lines are looked for, and of the one in which they are laid, px. */
const ROUGH_SIDE = 360
const FINE_SIDE = 1600
/** A sheet takes at least so much of the picture; of its sides, and of each, so much is seen at least. */
const LEAST_AREA = 0.12
const LEAST_SEEN = 0.5
const LEAST_OF_SIDE = 0.35
/** So far beyond the picture a corner may lie, of its longer side: it was cut off. */
const BEYOND = 0.06
/** Opposite sides differ by less than this in direction, neighbours by more, radians. */
const MOST_ASLANT = 0.75
const LEAST_TURNED = 0.7
/** Places on each side where it is looked at, and how far beside it, px of the rough picture. */
const LOOKS = 28
const BESIDE = 2.5
/** What is within a side differs from what is without by so much, in logarithms. */
const LEAST_STEP = 0.07

/** The sheet of paper in a photograph; null: none is seen. */
export function paperCorners(picture: Pixels): FoundPaper | null {
  const rough = planesOf(picture, ROUGH_SIDE)
  const found = bestShape(rough, strongLines(rough))
  if (!found) return null
  const fine = planesOf(picture, FINE_SIDE)
  const scale = rough.scale / fine.scale
  const start = found.corners.map(({ x, y }) => ({ x: x * scale, y: y * scale })) as unknown as Corners
  // Nearer each time: the first may have begun a few px off.
  const laid = [4, 2, 0.8].reduce((now, near) => laidAlong(fine, now, near * scale + 2), start)
  const corners = laid.map(({ x, y }) => ({ x: x * fine.scale, y: y * fine.scale })) as unknown as Corners
  return { corners, certainty: found.certainty }
}

interface Shape {
  readonly corners: Corners
  readonly certainty: number
}

function bestShape(planes: Planes, lines: readonly LineFit[]): Shape | null {
  const { width, height } = planes
  const pairs = pairsOf(lines)
  const least = LEAST_AREA * width * height
  let best: (Shape & { readonly worth: number }) | null = null
  for (const [i, [a, b, direction]] of pairs.entries()) {
    for (const [c, d, other] of pairs.slice(i + 1)) {
      if (apart(direction, other) < LEAST_TURNED) continue
      const corners = cornersOf(planes, a, b, c, d)
      const area = corners ? areaOf(corners) : 0
      if (!corners || area < least) continue
      const most = Math.sqrt(area / (width * height))
      if (best && most <= best.worth) continue
      const certainty = seenOf(planes, corners, best ? best.worth / most : LEAST_SEEN)
      const worth = certainty * most
      if (certainty >= LEAST_SEEN && (!best || worth > best.worth)) best = { corners, certainty, worth }
    }
  }
  return best
}

/** Lines that may be opposite sides, and their mean direction. */
function pairsOf(lines: readonly LineFit[]): (readonly [LineFit, LineFit, number])[] {
  return lines.flatMap((a, i) =>
    lines
      .slice(i + 1)
      .filter(b => apart(a.direction, b.direction) < MOST_ASLANT)
      .map(b => [a, b, meanOf(a.direction, b.direction)] as const),
  )
}

/** By how much two directions differ, 0 … π/2. */
function apart(a: number, b: number): number {
  const off = Math.abs(a - b) % Math.PI
  return Math.min(off, Math.PI - off)
}

function meanOf(a: number, b: number): number {
  return Math.atan2(Math.sin(2 * a) + Math.sin(2 * b), Math.cos(2 * a) + Math.cos(2 * b)) / 2
}

/** The corners of the shape that two pairs of lines make; null: it is none, or lies too far off the picture. */
function cornersOf({ width, height }: Planes, a: LineFit, b: LineFit, c: LineFit, d: LineFit): Corners | null {
  const points = [crossing(a, c), crossing(a, d), crossing(b, d), crossing(b, c)]
  const beyond = BEYOND * Math.max(width, height)
  for (const point of points)
    if (!point || point.x < -beyond || point.y < -beyond || point.x > width + beyond || point.y > height + beyond)
      return null
  return clockwise(points as Point[])
}

/** In order from the top left one; null: they do not bulge outwards all round. */
function clockwise(points: readonly Point[]): Corners | null {
  const x = points.reduce((sum, each) => sum + each.x, 0) / 4
  const y = points.reduce((sum, each) => sum + each.y, 0) / 4
  const round = points.toSorted((p, q) => Math.atan2(p.y - y, p.x - x) - Math.atan2(q.y - y, q.x - x))
  if (!makeSheet(round as unknown as Corners)) return null
  const sums = round.map(each => each.x + each.y)
  const first = sums.indexOf(Math.min(...sums))
  return [0, 1, 2, 3].map(i => round[(first + i) % 4]!) as unknown as Corners
}

/** Whether corners follow one another clockwise and bulge outwards all round. */
export function makeSheet(corners: Corners): boolean {
  return corners.every((p, i) => {
    const [q, r] = [corners[(i + 1) % 4]!, corners[(i + 2) % 4]!]
    return (q.x - p.x) * (r.y - q.y) - (q.y - p.y) * (r.x - q.x) > 0
  })
}

function areaOf(corners: Corners): number {
  let sum = 0
  for (let i = 0; i < 4; i++) {
    const [p, q] = [corners[i]!, corners[(i + 1) % 4]!]
    sum += p.x * q.y - q.x * p.y
  }
  return sum / 2
}

/** How much of the four sides parts paper from what it lies on: of the worst and of all. Stops below `least`. */
function seenOf(planes: Planes, corners: Corners, least: number): number {
  let [worst, all] = [1, 0]
  for (let i = 0; i < 4; i++) {
    const share = sideSeen(planes, corners[i]!, corners[(i + 1) % 4]!)
    worst = Math.min(worst, share)
    all += share / 4
    if (worst < LEAST_OF_SIDE || (worst + 1) / 2 < least) return 0
  }
  return (worst + all) / 2
}

/** The share of a side along which what lies within is another than what lies without. Inside lies to its right. */
function sideSeen(planes: Planes, from: Point, to: Point): number {
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const length = Math.sqrt(dx * dx + dy * dy)
  if (length < 20) return 0
  // Clockwise with y downwards: the inside lies to the right of the way.
  const [nx, ny] = [-dy / length, dx / length]
  let [seen, looked] = [0, 0]
  for (let k = 1; k < LOOKS; k++) {
    const [x, y] = [from.x + (dx * k) / LOOKS, from.y + (dy * k) / LOOKS]
    const within = readPlanes(planes, x + BESIDE * nx, y + BESIDE * ny)
    const without = readPlanes(planes, x - BESIDE * nx, y - BESIDE * ny)
    if (!within || !without) continue
    looked++
    if (within.light - without.light > LEAST_STEP || within.colour - without.colour < -LEAST_STEP) seen++
  }
  // A side beyond the picture's edge can't be looked at.
  return looked < LOOKS / 2 ? 0 : seen / looked
}

/** The corners where each side is laid along the strongest edge within `reach` px of it. */
function laidAlong(planes: Planes, corners: Corners, reach: number): Corners {
  const sides = corners.map((corner, i) => edgeAlong(planes, corner, corners[(i + 1) % 4]!, reach))
  return corners.map((corner, i) => {
    const found = crossing(sides[(i + 3) % 4]!, sides[i]!)
    const isNear = found && Math.abs(found.x - corner.x) < 4 * reach && Math.abs(found.y - corner.y) < 4 * reach
    return isNear ? found : corner
  }) as unknown as Corners
}

/** Places along a side at which its edge is looked for. */
const PLACES = 90

function edgeAlong(planes: Planes, from: Point, to: Point, reach: number): LineFit {
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const length = Math.sqrt(dx * dx + dy * dy) || 1
  const [nx, ny] = [-dy / length, dx / length]
  const edge: Point[] = []
  for (let k = 2; k < PLACES - 1; k++) {
    const [x, y] = [from.x + (dx * k) / PLACES, from.y + (dy * k) / PLACES]
    const off = stepAt(planes, x, y, nx, ny, reach)
    if (off !== null) edge.push({ x: x + off * nx, y: y + off * ny })
  }
  const line = edge.length < PLACES / 4 ? fitLine([from, to]) : steadyLine(edge)
  return line
}

/** Where light steps up most on the way inwards, px from the place; null: nowhere. */
function stepAt(planes: Planes, x: number, y: number, nx: number, ny: number, reach: number): number | null {
  const count = Math.ceil(reach) * 2
  const values: number[] = []
  for (let i = -count - 3; i <= count + 3; i++) {
    const read = readPlanes(planes, x + (i / 2) * nx, y + (i / 2) * ny)
    if (!read) return null
    values.push(read.light - read.colour)
  }
  const steps = values.map((_, i) =>
    i < 3 || i >= values.length - 3
      ? -1
      : values[i + 1]! + values[i + 2]! + values[i + 3]! - values[i - 1]! - values[i - 2]! - values[i - 3]!,
  )
  const at = steps.indexOf(Math.max(...steps))
  if (steps[at]! < 3 * LEAST_STEP) return null
  const [before, here, after] = [steps[at - 1] ?? -1, steps[at]!, steps[at + 1] ?? -1]
  const bend = before - 2 * here + after
  const between = bend < 0 ? (before - after) / (2 * bend) : 0
  return (at + between - count - 3) / 2
}

/** A line through most of the places: those far off it are left out, three times. */
function steadyLine(places: readonly Point[]): LineFit {
  let kept = places
  let line = fitLine(kept)
  for (let round = 0; round < 3; round++) {
    const [nx, ny] = [-Math.sin(line.direction), Math.cos(line.direction)]
    const off = ({ x, y }: Point) => Math.abs((x - line.middle.x) * nx + (y - line.middle.y) * ny)
    const sorted = kept.map(off).toSorted((a, b) => a - b)
    const most = Math.max(1, 2.5 * sorted[sorted.length >> 1]!)
    const nearer = kept.filter(each => off(each) <= most)
    if (nearer.length < places.length / 4) break
    kept = nearer
    line = fitLine(kept)
  }
  return line
}
