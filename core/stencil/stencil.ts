/* eslint-disable max-lines -- one case for each stencil: drawn out, handled, moved, and the act it becomes */
import { distanceOf, lerp, turned, type Point } from '../geometry'
import { outlineOf, perfect, STEP_DEGREES, type TrueShape } from '../trueup'

/** Stencils that shapes are set with. */
export const STENCILS = ['line', 'curve', 'box', 'ellipse', 'polygon', 'polyline'] as const
export type StencilKind = (typeof STENCILS)[number]

/** A shape as it is set, until it is settled. Sheet px; angles in radians, clockwise on the screen. */
export type Stencil =
  | { readonly kind: 'line'; readonly from: Point; readonly to: Point }
  /** A cubic Bézier curve with its two control points. */
  | { readonly kind: 'curve'; readonly from: Point; readonly bendA: Point; readonly bendB: Point; readonly to: Point }
  | {
      readonly kind: 'box' | 'ellipse'
      readonly middle: Point
      readonly width: number
      readonly height: number
      readonly angle: number
    }
  | {
      readonly kind: 'polygon'
      readonly middle: Point
      readonly radius: number
      readonly angle: number
      readonly sides: number
    }
  | { readonly kind: 'polyline'; readonly points: readonly Point[] }

/** How a stencil is drawn out. */
export interface Drawing {
  /** A square, a circle, a line in steps of 15°. */
  readonly isPerfect: boolean
  /** From the middle outward instead of from corner to corner. */
  readonly isCentred: boolean
  /** Corners of a polygon, 3 … 12. */
  readonly sides: number
}

/** Smaller shapes than this are a slip of the hand, px. */
export const LEAST_EXTENT = 3
const STEP = (STEP_DEGREES * Math.PI) / 180

/** The stencil drawn out from one place to another; null while it is smaller than {@link LEAST_EXTENT}. */
export function drawnOut(
  kind: StencilKind,
  from: Point,
  to: Point,
  { isPerfect, isCentred, sides }: Drawing,
): Stencil | null {
  if (distanceOf(from, to) < LEAST_EXTENT) return null
  switch (kind) {
    case 'line':
      return lineOf(from, to, isPerfect, isCentred)
    case 'polyline': {
      const line = lineOf(from, to, isPerfect, false)
      return { kind, points: [line.from, line.to] }
    }
    case 'curve': {
      const line = lineOf(from, to, isPerfect, isCentred)
      const bend = (t: number) => {
        const on = lerp(line.from, line.to, t)
        // A gentle bow to begin with, so that the control points can be seen and taken.
        return { x: on.x + (line.to.y - line.from.y) * 0.22, y: on.y - (line.to.x - line.from.x) * 0.22 }
      }
      return { kind, from: line.from, bendA: bend(1 / 3), bendB: bend(2 / 3), to: line.to }
    }
    case 'box':
    case 'ellipse':
      return boxed(kind, from, to, isPerfect, isCentred)
    case 'polygon': {
      const radius = isCentred ? distanceOf(from, to) : distanceOf(from, to) / 2
      const middle = isCentred ? from : lerp(from, to, 0.5)
      const angle = Math.atan2(to.y - middle.y, to.x - middle.x)
      return { kind, middle, radius, angle: isPerfect ? stepped(angle) : angle, sides }
    }
  }
}

const stepped = (angle: number) => Math.round(angle / STEP) * STEP

function lineOf(
  from: Point,
  to: Point,
  isPerfect: boolean,
  isCentred: boolean,
): { kind: 'line'; from: Point; to: Point } {
  const line = { kind: 'line', from, to } as const
  const straight = isPerfect ? (perfect(line) as typeof line) : line
  if (!isCentred) return straight
  return { kind: 'line', from: { x: 2 * from.x - straight.to.x, y: 2 * from.y - straight.to.y }, to: straight.to }
}

function boxed(kind: 'box' | 'ellipse', from: Point, to: Point, isPerfect: boolean, isCentred: boolean): Stencil {
  let dx = to.x - from.x
  let dy = to.y - from.y
  if (isPerfect) {
    const side = Math.max(Math.abs(dx), Math.abs(dy))
    dx = side * (Math.sign(dx) || 1)
    dy = side * (Math.sign(dy) || 1)
  }
  const middle = isCentred ? from : { x: from.x + dx / 2, y: from.y + dy / 2 }
  const grow = isCentred ? 2 : 1
  return { kind, middle, width: Math.max(Math.abs(dx) * grow, 1), height: Math.max(Math.abs(dy) * grow, 1), angle: 0 }
}

/** The stencil as a true shape, whose outline is drawn and filled. */
export function trueShapeOf(stencil: Stencil): TrueShape {
  switch (stencil.kind) {
    case 'line':
      return stencil
    case 'polyline':
      return { kind: 'polyline', corners: stencil.points }
    case 'box':
      return { ...stencil, kind: 'box', corner: 0, clockwise: true }
    case 'ellipse': {
      const { middle, width, height, angle } = stencil
      return { kind: 'ellipse', middle, rx: width / 2, ry: height / 2, angle, start: -Math.PI / 2, clockwise: true }
    }
    case 'polygon': {
      const { middle, radius, angle, sides } = stencil
      const corners = Array.from({ length: sides }, (_, i) => {
        const t = angle + (2 * Math.PI * i) / sides
        return { x: middle.x + radius * Math.cos(t), y: middle.y + radius * Math.sin(t) }
      })
      return { kind: 'polygon', corners }
    }
    case 'curve':
      return { kind: 'curve', points: bezier(stencil) }
  }
}

/** Px between points of a curve. */
const CURVE_STEP = 4

function bezier({ from, bendA, bendB, to }: Extract<Stencil, { kind: 'curve' }>): Point[] {
  const length = distanceOf(from, bendA) + distanceOf(bendA, bendB) + distanceOf(bendB, to)
  const steps = Math.min(Math.max(12, Math.ceil(length / CURVE_STEP)), 1500)
  return Array.from({ length: steps + 1 }, (_, i) => {
    const t = i / steps
    const [a, b, c] = [lerp(from, bendA, t), lerp(bendA, bendB, t), lerp(bendB, to, t)]
    return lerp(lerp(a, b, t), lerp(b, c, t), t)
  })
}

/** Whether its inside can be filled. */
export function isFillable({ kind }: Pick<Stencil, 'kind'>): boolean {
  return kind !== 'line'
}

/** Its outline as points, x, y, x, y …, px. */
export function outlinePoints(stencil: Stencil): number[] {
  const { points, isClosed } = outlineOf(trueShapeOf(stencil))
  return (isClosed ? points.slice(0, -1) : points).flatMap(({ x, y }) => [x, y])
}

/** A place by which a stencil is taken and changed. */
export interface Handle extends Point {
  readonly key: string
  /** Moves the whole, turns it, or changes one part. */
  readonly role: 'move' | 'turn' | 'part'
}

/** How far the handle for turning stands off, px of the sheet at a scale of 1. */
const ARM = 46

/** @param scale px on the screen for one of the sheet: the handle for turning stands equally far off at any. */
export function handlesOf(stencil: Stencil, scale: number): Handle[] {
  switch (stencil.kind) {
    case 'line':
      return [part('from', stencil.from), part('to', stencil.to), move(lerp(stencil.from, stencil.to, 0.5))]
    case 'curve':
      return [
        part('from', stencil.from),
        part('bendA', stencil.bendA),
        part('bendB', stencil.bendB),
        part('to', stencil.to),
      ]
    case 'polyline':
      return stencil.points.map((point, i) => part(String(i), point))
    case 'polygon': {
      const { middle, radius, angle } = stencil
      return [
        move(middle),
        part('radius', { x: middle.x + radius * Math.cos(angle), y: middle.y + radius * Math.sin(angle) }),
      ]
    }
    case 'box':
    case 'ellipse': {
      const { middle, width, height, angle } = stencil
      const at = (sx: number, sy: number) =>
        turned({ x: middle.x + (sx * width) / 2, y: middle.y + (sy * height) / 2 }, middle, angle)
      const arm = turned({ x: middle.x, y: middle.y - height / 2 - ARM / scale }, middle, angle)
      return [
        move(middle),
        { key: 'turn', role: 'turn', ...arm },
        ...CORNERS.map(([sx, sy]) => part(`${sx} ${sy}`, at(sx, sy))),
      ]
    }
  }
}

const CORNERS = [
  [-1, -1],
  [0, -1],
  [1, -1],
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
  [-1, 0],
] as const
const part = (key: string, point: Point): Handle => ({ key, role: 'part', ...point })
const move = (point: Point): Handle => ({ key: 'move', role: 'move', ...point })

/** The stencil after one of its handles was taken to a place. */
export function handled(stencil: Stencil, key: string, to: Point, isPerfect: boolean): Stencil {
  if (key === 'move') return movedTo(stencil, to)
  switch (stencil.kind) {
    case 'line': {
      const other = key === 'from' ? stencil.to : stencil.from
      const { to: end } = isPerfect ? (perfect({ kind: 'line', from: other, to }) as { to: Point }) : { to }
      return key === 'from' ? { ...stencil, from: end } : { ...stencil, to: end }
    }
    case 'curve':
      return { ...stencil, [key]: to }
    case 'polyline':
      return { ...stencil, points: stencil.points.map((point, i) => (String(i) === key ? to : point)) }
    case 'polygon': {
      const angle = Math.atan2(to.y - stencil.middle.y, to.x - stencil.middle.x)
      return {
        ...stencil,
        radius: Math.max(distanceOf(stencil.middle, to), LEAST_EXTENT),
        angle: isPerfect ? stepped(angle) : angle,
      }
    }
    case 'box':
    case 'ellipse': {
      if (key === 'turn') {
        const angle = Math.atan2(to.y - stencil.middle.y, to.x - stencil.middle.x) + Math.PI / 2
        return { ...stencil, angle: isPerfect ? stepped(angle) : angle }
      }
      return resized(stencil, key, to, isPerfect)
    }
  }
}

/** A corner or side of a box taken to a place, the opposite one held. */
function resized(
  box: Extract<Stencil, { kind: 'box' | 'ellipse' }>,
  key: string,
  to: Point,
  isPerfect: boolean,
): Stencil {
  const [sx, sy] = key.split(' ').map(Number) as [number, number]
  const local = turned(to, box.middle, -box.angle)
  const dx = local.x - box.middle.x
  const dy = local.y - box.middle.y
  let width = sx ? Math.max(sx * dx + box.width / 2, 1) : box.width
  let height = sy ? Math.max(sy * dy + box.height / 2, 1) : box.height
  if (isPerfect) {
    if (sx && sy) width = height = Math.max(width, height)
    else if (sx) height = width
    else width = height
  }
  const middle = turned(
    { x: box.middle.x + (sx * (width - box.width)) / 2, y: box.middle.y + (sy * (height - box.height)) / 2 },
    box.middle,
    box.angle,
  )
  return { ...box, middle, width, height }
}

function movedTo(stencil: Stencil, to: Point): Stencil {
  switch (stencil.kind) {
    case 'line': {
      const middle = lerp(stencil.from, stencil.to, 0.5)
      return moved(stencil, to.x - middle.x, to.y - middle.y)
    }
    case 'box':
    case 'ellipse':
    case 'polygon':
      return { ...stencil, middle: to }
    case 'curve':
    case 'polyline':
      return stencil
  }
}

/** The stencil moved as a whole. */
export function moved(stencil: Stencil, dx: number, dy: number): Stencil {
  const by = ({ x, y }: Point): Point => ({ x: x + dx, y: y + dy })
  switch (stencil.kind) {
    case 'line':
      return { ...stencil, from: by(stencil.from), to: by(stencil.to) }
    case 'curve':
      return {
        ...stencil,
        from: by(stencil.from),
        bendA: by(stencil.bendA),
        bendB: by(stencil.bendB),
        to: by(stencil.to),
      }
    case 'polyline':
      return { ...stencil, points: stencil.points.map(by) }
    default:
      return { ...stencil, middle: by(stencil.middle) }
  }
}
