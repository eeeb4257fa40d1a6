import { distanceOf, turned, type Point } from '../geometry'
import { middleOf, type TrueShape } from './shapes'

/** How a held shape answers to the hand. */
export interface Adjusting {
  /**
   * `turn`: turned and sized round its middle, a line by its end · `stretch`: along its own axes · `move`: as a whole.
   */
  readonly how: 'turn' | 'stretch' | 'move'
  /** Held to steps of {@link STEP_DEGREES} and to a circle, a square, a regular polygon. */
  readonly isPerfect: boolean
}

/** Common practice, no source. */
export const STEP_DEGREES = 15
const STEP = (STEP_DEGREES * Math.PI) / 180
/** Shapes are never made smaller than this, share of what they were: they must stay what they are. */
const LEAST_SCALE = 0.02

/** The shape after the hand that took hold of it at `from` went to `to`. */
export function adjusted(shape: TrueShape, from: Point, to: Point, { how, isPerfect }: Adjusting): TrueShape {
  const moved =
    how === 'move'
      ? shifted(shape, to.x - from.x, to.y - from.y)
      : shape.kind === 'line'
        ? { ...shape, to: { x: shape.to.x + to.x - from.x, y: shape.to.y + to.y - from.y } }
        : how === 'stretch'
          ? stretched(shape, from, to)
          : spun(shape, from, to, isPerfect)
  return isPerfect ? perfect(moved) : moved
}

/** The shape held to steps of 15°, circles, squares and regular polygons. */
export function perfect(shape: TrueShape): TrueShape {
  switch (shape.kind) {
    case 'line': {
      const length = distanceOf(shape.from, shape.to)
      const angle = stepped(Math.atan2(shape.to.y - shape.from.y, shape.to.x - shape.from.x))
      return {
        ...shape,
        to: { x: shape.from.x + length * Math.cos(angle), y: shape.from.y + length * Math.sin(angle) },
      }
    }
    case 'ellipse': {
      const { middle, rx, ry, start, angle, clockwise } = shape
      return { kind: 'circle', middle, radius: Math.sqrt(rx * ry), start: start + angle, clockwise }
    }
    case 'box': {
      const side = Math.sqrt(shape.width * shape.height)
      return { ...shape, width: side, height: side, angle: stepped(shape.angle) }
    }
    case 'arc':
      return {
        ...shape,
        sweep: Math.sign(shape.sweep) * Math.max(STEP, Math.abs(stepped(shape.sweep))),
        start: stepped(shape.start),
      }
    case 'triangle':
    case 'polygon':
      return { ...shape, corners: regular(shape.corners) }
    case 'circle':
    case 'polyline':
    case 'curve':
      return shape
  }
}

const stepped = (angle: number) => Math.round(angle / STEP) * STEP

/** Corners evenly round their middle; the first one's direction in steps of 15°. */
function regular(corners: readonly Point[]): Point[] {
  const n = corners.length
  const middle = {
    x: corners.reduce((sum, { x }) => sum + x, 0) / n,
    y: corners.reduce((sum, { y }) => sum + y, 0) / n,
  }
  const radius = corners.reduce((sum, corner) => sum + distanceOf(middle, corner), 0) / n
  const [a, b] = corners as [Point, Point]
  const cross = (a.x - middle.x) * (b.y - middle.y) - (a.y - middle.y) * (b.x - middle.x)
  const start = stepped(Math.atan2(a.y - middle.y, a.x - middle.x))
  return corners.map((_, i) => {
    const angle = start + (Math.sign(cross) || 1) * ((2 * Math.PI * i) / n)
    return { x: middle.x + radius * Math.cos(angle), y: middle.y + radius * Math.sin(angle) }
  })
}

/** Every point of the shape through a map; radii and angles by how much it scales and turns. */
function mapped(shape: TrueShape, map: (point: Point) => Point, scale: number, turn: number): TrueShape {
  switch (shape.kind) {
    case 'line':
      return { ...shape, from: map(shape.from), to: map(shape.to) }
    case 'triangle':
    case 'polygon':
    case 'polyline':
      return { ...shape, corners: shape.corners.map(map) }
    case 'curve':
      return { ...shape, points: shape.points.map(map) }
    case 'circle':
      return { ...shape, middle: map(shape.middle), radius: shape.radius * scale, start: shape.start + turn }
    case 'arc':
      return { ...shape, middle: map(shape.middle), radius: shape.radius * scale, start: shape.start + turn }
    case 'ellipse':
      return {
        ...shape,
        middle: map(shape.middle),
        rx: shape.rx * scale,
        ry: shape.ry * scale,
        angle: shape.angle + turn,
      }
    case 'box':
      return {
        ...shape,
        middle: map(shape.middle),
        width: shape.width * scale,
        height: shape.height * scale,
        angle: shape.angle + turn,
      }
  }
}

function shifted(shape: TrueShape, dx: number, dy: number): TrueShape {
  return mapped(shape, ({ x, y }) => ({ x: x + dx, y: y + dy }), 1, 0)
}

function spun(shape: TrueShape, from: Point, to: Point, isStepped: boolean): TrueShape {
  const middle = middleOf(shape)
  const angle = Math.atan2(to.y - middle.y, to.x - middle.x) - Math.atan2(from.y - middle.y, from.x - middle.x)
  const turn = isStepped ? stepped(angle) : angle
  const scale = Math.max(distanceOf(middle, to) / Math.max(distanceOf(middle, from), 1), LEAST_SCALE)
  return mapped(shape, point => turned(point, middle, turn, scale), scale, turn)
}

function stretched(shape: TrueShape, from: Point, to: Point): TrueShape {
  const middle = middleOf(shape)
  const axis = shape.kind === 'ellipse' || shape.kind === 'box' ? shape.angle : 0
  const local = (point: Point) => turned(point, middle, -axis)
  const ratio = (a: number, b: number) => (Math.abs(a) < 8 ? 1 : Math.max(Math.abs(b / a), LEAST_SCALE))
  const [a, b] = [local(from), local(to)]
  const sx = ratio(a.x - middle.x, b.x - middle.x)
  const sy = ratio(a.y - middle.y, b.y - middle.y)
  const map = (point: Point) => {
    const { x, y } = local(point)
    return turned({ x: middle.x + (x - middle.x) * sx, y: middle.y + (y - middle.y) * sy }, middle, axis)
  }
  switch (shape.kind) {
    case 'circle':
      return {
        kind: 'ellipse',
        middle,
        rx: shape.radius * sx,
        ry: shape.radius * sy,
        angle: 0,
        start: shape.start,
        clockwise: shape.clockwise,
      }
    case 'ellipse':
      return { ...shape, rx: shape.rx * sx, ry: shape.ry * sy }
    case 'box':
      return { ...shape, width: shape.width * sx, height: shape.height * sy }
    // An arc stays one.
    case 'arc':
      return spun(shape, from, to, false)
    default:
      return mapped(shape, map, 1, 0)
  }
}
