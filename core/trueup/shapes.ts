import { centroid, lerp, turned, type Point } from '../geometry'

/** Shapes that a held stroke can become. Angles in radians, clockwise on the screen; lengths in px. */
export type TrueShape =
  | { readonly kind: 'line'; readonly from: Point; readonly to: Point }
  | {
      readonly kind: 'arc'
      readonly middle: Point
      readonly radius: number
      readonly start: number
      readonly sweep: number
    }
  | {
      readonly kind: 'circle'
      readonly middle: Point
      readonly radius: number
      readonly start: number
      readonly clockwise: boolean
    }
  | {
      readonly kind: 'ellipse'
      readonly middle: Point
      readonly rx: number
      readonly ry: number
      readonly angle: number
      readonly start: number
      readonly clockwise: boolean
    }
  | {
      readonly kind: 'box'
      readonly middle: Point
      readonly width: number
      readonly height: number
      readonly angle: number
      readonly corner: number
      readonly clockwise: boolean
    }
  | { readonly kind: 'triangle' | 'polygon'; readonly corners: readonly Point[] }
  | { readonly kind: 'polyline'; readonly corners: readonly Point[] }
  /** A smooth curve through these points. */
  | { readonly kind: 'curve'; readonly points: readonly Point[] }
export type ShapeKind = TrueShape['kind']

/** Pieces that a round shape is made of for each px of its outline, and at least. */
const PIECES_A_PX = 1 / 6
const LEAST_PIECES = 24
const MOST_PIECES = 720

/**
 * The outline as a way in the direction in which it was drawn, closed shapes ending where they began; `corner` marks
 * places to turn sharply.
 */
export interface Outline {
  readonly points: readonly Point[]
  readonly isCorner: readonly boolean[]
  readonly isClosed: boolean
}

export function outlineOf(shape: TrueShape): Outline {
  switch (shape.kind) {
    case 'line':
      return straight([shape.from, shape.to], false)
    case 'triangle':
    case 'polygon':
      return straight(shape.corners, true)
    case 'polyline':
      return straight(shape.corners, false)
    case 'box':
      return straight(boxCorners(shape), true)
    case 'arc': {
      const { middle, radius, start, sweep } = shape
      return round(middle, radius, radius, 0, start, sweep, false)
    }
    case 'circle': {
      const { middle, radius, start, clockwise } = shape
      return round(middle, radius, radius, 0, start, clockwise ? 2 * Math.PI : -2 * Math.PI, true)
    }
    case 'ellipse': {
      const { middle, rx, ry, angle, start, clockwise } = shape
      return round(middle, rx, ry, angle, start, clockwise ? 2 * Math.PI : -2 * Math.PI, true)
    }
    case 'curve':
      return { points: shape.points, isCorner: shape.points.map(() => false), isClosed: false }
  }
}

/** Corners of a box in the order in which it was drawn, the one first where the hand began. */
export function boxCorners({
  middle,
  width,
  height,
  angle,
  corner,
  clockwise,
}: Extract<TrueShape, { kind: 'box' }>): Point[] {
  const signs = [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ] as const
  const corners = signs.map(([sx, sy]) =>
    turned({ x: middle.x + (sx * width) / 2, y: middle.y + (sy * height) / 2 }, middle, angle),
  )
  return corners.map((_, i) => corners[(corner + (clockwise ? i : 4 - i)) % 4]!)
}

function straight(corners: readonly Point[], isClosed: boolean): Outline {
  const points = isClosed ? [...corners, corners[0]!] : [...corners]
  return { points, isCorner: points.map(() => true), isClosed }
}

function round(
  middle: Point,
  rx: number,
  ry: number,
  angle: number,
  start: number,
  sweep: number,
  isClosed: boolean,
): Outline {
  const length = Math.abs(sweep) * Math.max(rx, ry)
  const pieces = Math.min(Math.max(Math.ceil(length * PIECES_A_PX), LEAST_PIECES), MOST_PIECES)
  const points = Array.from({ length: pieces + 1 }, (_, i) => {
    const t = start + (sweep * i) / pieces
    return turned({ x: middle.x + rx * Math.cos(t), y: middle.y + ry * Math.sin(t) }, middle, angle)
  })
  return { points, isCorner: points.map(() => false), isClosed }
}

/** Where a shape can be turned and stretched round. */
export function middleOf(shape: TrueShape): Point {
  switch (shape.kind) {
    case 'line':
      return lerp(shape.from, shape.to, 0.5)
    case 'triangle':
    case 'polygon':
    case 'polyline':
      return centroid(shape.corners)
    case 'curve':
      return centroid(shape.points)
    default:
      return shape.middle
  }
}
