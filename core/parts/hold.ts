import type { Rect, Point } from '../base'
import { cornersOf, mapped, projectiveTo, straightNet, type Destination } from '../moving'

/** How the handles of a part change it. */
export const HANDLE_MODES = ['size', 'slant', 'corners', 'net'] as const
export type HandleMode = (typeof HANDLE_MODES)[number]

/** A part of a layer in hand: what was taken hold of, and where it goes. All in sheet px. */
export interface Held {
  readonly box: Rect
  readonly to: Destination
}

/** Cells of a fresh net along each side. */
export const NET_CELLS = 3
/** Turns held to steps of it, degrees (common practice, no source). */
export const TURN_STEP = 15

export interface Handle extends Point {
  readonly key: string
  readonly role: 'corner' | 'side' | 'turn' | 'knot'
}

/** A part that has not gone anywhere yet. */
export function heldWhole(box: Rect): Held {
  return { box, to: { kind: 'corners', points: cornersOf(box) } }
}

export function pointsOf({ to }: Held): Point[] {
  return Array.from({ length: to.points.length / 2 }, (_, i) => ({ x: to.points[2 * i]!, y: to.points[2 * i + 1]! }))
}

/** The four outer corners, clockwise from what was the top left one. */
export function outerCorners(held: Held): [Point, Point, Point, Point] {
  const points = pointsOf(held)
  if (held.to.kind === 'corners') return points as [Point, Point, Point, Point]
  const { columns, rows } = held.to
  const last = points.length - 1
  return [points[0]!, points[columns]!, points[last]!, points[rows * (columns + 1)]!]
}

export function middleOf(held: Held): Point {
  const corners = outerCorners(held)
  return { x: corners.reduce((sum, { x }) => sum + x, 0) / 4, y: corners.reduce((sum, { y }) => sum + y, 0) / 4 }
}

/** The handles of a way; those for turning stand `arm` sheet px off the top side. */
export function handlesOf(held: Held, mode: HandleMode, arm: number): Handle[] {
  const corners = outerCorners(held)
  if (mode === 'net') return pointsOf(held).map((point, i) => ({ key: `knot ${i}`, role: 'knot', ...point }))
  const four = corners.map((point, i): Handle => ({ key: `corner ${i}`, role: 'corner', ...point }))
  const sides = corners.map((a, i): Handle => ({
    key: `side ${i}`,
    role: 'side',
    ...between(a, corners[(i + 1) % 4]!),
  }))
  if (mode === 'corners') return four
  if (mode === 'slant') return sides
  const top = sides[0]!
  const middle = middleOf(held)
  const length = Math.hypot(top.x - middle.x, top.y - middle.y) || 1
  const turn: Handle = {
    key: 'turn',
    role: 'turn',
    x: top.x + ((top.x - middle.x) / length) * arm,
    y: top.y + ((top.y - middle.y) / length) * arm,
  }
  return [...four, ...sides, turn]
}

const between = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })

/** Every point of it mapped. */
function withPoints(held: Held, map: (point: Point) => Point): Held {
  return {
    ...held,
    to: {
      ...held.to,
      points: pointsOf(held).flatMap(point => {
        const { x, y } = map(point)
        return [x, y]
      }),
    },
  }
}

export function movedBy(held: Held, dx: number, dy: number): Held {
  return withPoints(held, ({ x, y }) => ({ x: x + dx, y: y + dy }))
}

/** Turned round its middle, radians clockwise. */
export function turnedBy(held: Held, angle: number): Held {
  const middle = middleOf(held)
  const c = Math.cos(angle)
  const s = Math.sin(angle)
  return withPoints(held, ({ x, y }) => ({
    x: middle.x + (x - middle.x) * c - (y - middle.y) * s,
    y: middle.y + (x - middle.x) * s + (y - middle.y) * c,
  }))
}

/** By a quarter, to the last bit: no sine comes into it. */
export function quarterTurned(held: Held, direction: 1 | -1): Held {
  const middle = middleOf(held)
  const turned = withPoints(held, ({ x, y }) => ({
    x: middle.x - direction * (y - middle.y),
    y: middle.y + direction * (x - middle.x),
  }))
  // Corners that lay on px borders do so again.
  const first = pointsOf(turned)[0]!
  return movedBy(turned, Math.round(first.x) - first.x, Math.round(first.y) - first.y)
}

/** As in a mirror: left and right, or upside down, as it lies on the sheet. */
export function flipped(held: Held, isSideways: boolean): Held {
  const middle = middleOf(held)
  return withPoints(held, ({ x, y }) => (isSideways ? { x: 2 * middle.x - x, y } : { x, y: 2 * middle.y - y }))
}

/** Takes a handle to a place. `isEven`: proportions kept, turns in steps; `isCentred`: the middle stays. */
export function handled(
  held: Held,
  mode: HandleMode,
  key: string,
  to: Point,
  { isEven = false, isCentred = false } = {},
): Held {
  const [kind, number] = key.split(' ') as [string, string]
  const i = Number(number)
  if (kind === 'knot' || (kind === 'corner' && mode === 'corners'))
    return withPointAt(held, kind === 'knot' ? i : cornerIndex(held, i), to)
  if (kind === 'turn') return turnedTo(held, to, isEven)
  if (mode === 'slant') return slanted(held, i, to)
  return kind === 'corner' ? sizedByCorner(held, i, to, isEven, isCentred) : sizedBySide(held, i, to, isCentred)
}

function cornerIndex({ to }: Held, corner: number): number {
  if (to.kind === 'corners') return corner
  return [0, to.columns, (to.columns + 1) * (to.rows + 1) - 1, to.rows * (to.columns + 1)][corner]!
}

function withPointAt(held: Held, at: number, to: Point): Held {
  let i = -1
  return withPoints(held, point => (++i === at ? to : point))
}

function turnedTo(held: Held, to: Point, isEven: boolean): Held {
  const middle = middleOf(held)
  const corners = outerCorners(held)
  const top = between(corners[0], corners[1])
  const before = Math.atan2(top.y - middle.y, top.x - middle.x)
  let after = Math.atan2(to.y - middle.y, to.x - middle.x)
  if (isEven) {
    const step = (TURN_STEP * Math.PI) / 180
    after = Math.round(after / step) * step
  }
  return turnedBy(held, after - before)
}

/** The frame of a part: its top side and its left side from a corner, as vectors. */
export function frameOf(held: Held): { ax: Point; ay: Point } {
  const [a, b, c, d] = outerCorners(held)
  // The mean of opposite sides, so that a distorted part has a frame as well.
  return {
    ax: { x: (b.x - a.x + c.x - d.x) / 2, y: (b.y - a.y + c.y - d.y) / 2 },
    ay: { x: (d.x - a.x + c.x - b.x) / 2, y: (d.y - a.y + c.y - b.y) / 2 },
  }
}

/** Scaled by factors along its own sides, round an anchor. */
export function scaled(held: Held, anchor: Point, fx: number, fy: number): Held {
  const { ax, ay } = frameOf(held)
  const under = ax.x * ay.y - ax.y * ay.x
  if (under === 0) return held
  return withPoints(held, point => {
    const px = point.x - anchor.x
    const py = point.y - anchor.y
    const u = ((px * ay.y - py * ay.x) / under) * fx
    const v = ((py * ax.x - px * ax.y) / under) * fy
    return { x: anchor.x + u * ax.x + v * ay.x, y: anchor.y + u * ax.y + v * ay.y }
  })
}

/** Its place in the frame, as shares of the two sides, from an anchor. */
function shares(held: Held, anchor: Point, point: Point): { u: number; v: number } {
  const { ax, ay } = frameOf(held)
  const under = ax.x * ay.y - ax.y * ay.x || 1
  const px = point.x - anchor.x
  const py = point.y - anchor.y
  return { u: (px * ay.y - py * ay.x) / under, v: (py * ax.x - px * ax.y) / under }
}

/** Nothing is made smaller than this share at one go: a part pulled to nothing could not be pulled open again. */
const LEAST_FACTOR = 0.004
const factor = (value: number) => (Math.abs(value) < LEAST_FACTOR ? LEAST_FACTOR * (value < 0 ? -1 : 1) : value)

function sizedByCorner(held: Held, i: number, to: Point, isEven: boolean, isCentred: boolean): Held {
  const corners = outerCorners(held)
  const anchor = isCentred ? middleOf(held) : corners[(i + 2) % 4]!
  const before = shares(held, anchor, corners[i]!)
  const after = shares(held, anchor, to)
  let fx = factor(after.u / (before.u || 1))
  let fy = factor(after.v / (before.v || 1))
  if (isEven) {
    const even = Math.max(Math.abs(fx), Math.abs(fy))
    fx = even * Math.sign(fx)
    fy = even * Math.sign(fy)
  }
  return scaled(held, anchor, fx, fy)
}

function sizedBySide(held: Held, i: number, to: Point, isCentred: boolean): Held {
  const corners = outerCorners(held)
  const side = between(corners[i]!, corners[(i + 1) % 4]!)
  const anchor = isCentred ? middleOf(held) : between(corners[(i + 2) % 4]!, corners[(i + 3) % 4]!)
  const before = shares(held, anchor, side)
  const after = shares(held, anchor, to)
  return i % 2 === 0
    ? scaled(held, anchor, 1, factor(after.v / (before.v || 1)))
    : scaled(held, anchor, factor(after.u / (before.u || 1)), 1)
}

/** A side moved along itself: the opposite one stays. */
function slanted(held: Held, i: number, to: Point): Held {
  const corners = outerCorners(held)
  const side = between(corners[i]!, corners[(i + 1) % 4]!)
  const anchor = between(corners[(i + 2) % 4]!, corners[(i + 3) % 4]!)
  const { u, v } = shares(held, anchor, to)
  const at = shares(held, anchor, side)
  const { ax, ay } = frameOf(held)
  // What lies on the anchor's side of the frame stays; the rest goes along in proportion.
  return withPoints(held, point => {
    const own = shares(held, anchor, point)
    const share = i % 2 === 0 ? (own.v / (at.v || 1)) * (u - at.u) : (own.u / (at.u || 1)) * (v - at.v)
    const axis = i % 2 === 0 ? ax : ay
    return { x: point.x + axis.x * share, y: point.y + axis.y * share }
  })
}

/** The same place, now as a net whose knots can be pulled. */
export function asNet(held: Held, cells = NET_CELLS): Held {
  if (held.to.kind === 'net') return held
  const map = projectiveTo(held.box, held.to.points)
  if (!map) return held
  const flat = straightNet(held.box, cells, cells)
  const points: number[] = []
  for (let i = 0; i < flat.length; i += 2) {
    const { x, y } = mapped(map, flat[i]!, flat[i + 1]!)
    points.push(x, y)
  }
  return { ...held, to: { kind: 'net', columns: cells, rows: cells, points } }
}

/** Whether a place lies inside its outline. */
export function holds(held: Held, { x, y }: Point): boolean {
  const corners = outerCorners(held)
  let isIn = false
  corners.forEach((a, i) => {
    const b = corners[(i + 1) % 4]!
    if (a.y > y !== b.y > y && x < a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)) isIn = !isIn
  })
  return isIn
}
