/* eslint-disable max-lines -- one decision between shapes: each candidate is weighed against the others */
import {
  areaOf,
  bestCuts,
  circleError,
  closedSides,
  distanceOf,
  ellipseError,
  fitCircle,
  fitEllipse,
  fitLine,
  openSides,
  sharpnessOf,
  turnsAt,
  type Circle,
  type Ellipse,
  type Point,
  type SideFit,
} from '../geometry'
import { curveError, smoothed } from './curve'
import { handPath, type HandPath } from './hand'
import type { TrueShape } from './shapes'

/** What a stroke was taken for, and how well that fits. */
export interface Recognised {
  readonly shape: TrueShape
  /** Root mean square distance of the hand from the shape, px. */
  readonly rms: number
  /** All that was tried, the best first: for looking into. */
  readonly tried: readonly Candidate[]
}

export interface Candidate {
  readonly kind: string
  readonly rms: number
  readonly score: number
}

/**
 * Candidates are weighed by how well they fit against how much they may bend (an information
 * criterion: the logarithm of the error plus a price for each parameter), and thrown away where even
 * the best fit is no likeness. Tuned on generated hand-like strokes.
 */
const PRICE = 0.055
/** Error that nobody's hand is better than, share of the size: below it fits are equally good. */
const FLOOR = 0.009
/** Control points that a free curve is tried with, and its price for being no shape. */
const CURVE_CONTROLS = [5, 7, 9, 12] as const
const CURVE_PRICE = { open: 0.47, closed: 0.2 } as const
/** What speaks for a round shape that fits so well, and for sides that meet at such sharp corners. */
const WELL_ROUND = { error: 0.022, bonus: 0.25 } as const
const WELL_CORNERED = { sharpness: 0.74, bonus: 0.5 } as const
/** Greatest error that is still a likeness, share of the size. */
const LIKENESS = { line: 0.03, arc: 0.022, round: 0.042, sides: 0.03, open: 0.016 } as const

/** An ellipse this round is a circle. */
const CIRCLE_RATIO = 1.17
/** Corners and sides of a box may be off by so much, radians and share. */
const RIGHT_ANGLE = 0.27
/** A box this near to upright is upright, radians. */
const UPRIGHT = 0.14
/** An arc bends at least and at most so far, radians. */
const LEAST_SWEEP = 0.5
const GREATEST_SWEEP = 5.7
/** Fewest and most sides of a closed shape; an open one has from two on. */
const MOST_SIDES = 8
const MOST_OPEN_SIDES = 6
/** Rounds in which an ellipse is refined: more change nothing that can be seen. */
const ELLIPSE_ROUNDS = 8
/** Corners less sharp than this were meant as a curve: of all, and of each. Blunter than sharp costs. */
const LEAST_SHARPNESS = { mean: 0.62, least: 0.42 }
const SHARP = 0.95
const BLUNT_PRICE = { open: 2.2, closed: 0.8 } as const
/** A shape's side is at least this share of its outline. */
const LEAST_SIDE = 0.055
/** Sides meet at no flatter angle than this, radians off straight. */
const LEAST_TURN = 0.3

/** What the stroke was meant to be. A free curve becomes a smooth curve of its own; a dot nothing. */
export function recognise(raw: readonly Point[]): Recognised | null {
  const path = handPath(raw)
  if (!path) return null
  const shapes = path.isClosed ? closedCandidates(path) : openCandidates(path)
  const candidates = [...shapes, ...curveCandidates(raw, path)].sort((a, b) => a.score - b.score)
  const tried = candidates.map(({ kind, rms, score }) => ({ kind, rms, score }))
  const best = candidates[0]
  if (best) return { shape: best.make(), rms: best.rms, tried }
  return { shape: { kind: 'curve', points: smoothed(raw, path) }, rms: path.tremble, tried }
}

/** A free curve, bent as little as it needs: what every shape must be a better account of. */
function curveCandidates(raw: readonly Point[], path: HandPath): Weighed[] {
  return CURVE_CONTROLS.map(count => {
    const rms = curveError(path.points, count)
    return {
      kind: `curve ${count}`,
      rms,
      score:
        Math.log(Math.hypot(rms / path.size, FLOOR)) +
        PRICE * 1.2 * count +
        CURVE_PRICE[path.isClosed ? 'closed' : 'open'],
      make: () => ({ kind: 'curve', points: smoothed(raw, path) }),
    }
  })
}

interface Weighed extends Candidate {
  readonly make: () => TrueShape
}

function weighed(
  path: HandPath,
  kind: string,
  rms: number,
  parameters: number,
  likeness: number,
  make: () => TrueShape,
  extra = 0,
): Weighed[] {
  // A trembling hand is forgiven its tremble.
  const error = Math.max(rms - path.tremble, 0) / path.size
  if (error > likeness) return []
  return [{ kind, rms, score: Math.log(Math.hypot(rms / path.size, FLOOR)) + PRICE * parameters + extra, make }]
}

function* openCandidates(path: HandPath): Generator<Weighed> {
  const { points } = path
  const line = fitLine(points)
  const [first, last] = [points[0]!, points.at(-1)!]
  const chord = distanceOf(first, last)
  yield* weighed(path, 'line', line.rms, 2, chord / path.length > 0.85 ? LIKENESS.line : 0, () => {
    const c = Math.cos(line.direction)
    const s = Math.sin(line.direction)
    const foot = ({ x, y }: Point) => {
      const along = (x - line.middle.x) * c + (y - line.middle.y) * s
      return { x: line.middle.x + c * along, y: line.middle.y + s * along }
    }
    return { kind: 'line', from: foot(first), to: foot(last) }
  })
  const circle = fitCircle(points)
  if (circle) {
    const sweep = sweepOf(points, circle)
    if (Math.abs(sweep) > LEAST_SWEEP && Math.abs(sweep) < GREATEST_SWEEP) {
      yield* weighed(path, 'arc', circleError(points, circle), 3, LIKENESS.arc, () => ({
        kind: 'arc',
        middle: circle,
        radius: circle.radius,
        start: Math.atan2(first.y - circle.y, first.x - circle.x),
        sweep,
      }))
    }
  }
  const cuts = bestCuts(points, MOST_OPEN_SIDES)
  for (let sides = 2; sides <= MOST_OPEN_SIDES; sides++) {
    const fit = openSides(points, cuts[sides - 1]!.cuts, cuts[sides - 1]!.error)
    const { cuts: at, corners } = fit
    const blunt = cornerPrice(
      corners,
      path,
      at.map(cut => cut / (points.length - 1)),
      false,
    )
    if (blunt === null) continue
    yield* weighed(
      path,
      `polyline ${sides}`,
      fit.rms,
      2 * sides + 2,
      LIKENESS.open,
      () => ({ kind: 'polyline', corners: fit.corners }),
      blunt,
    )
  }
}

function* closedCandidates(path: HandPath): Generator<Weighed> {
  const { points } = path
  const clockwise = areaOf(points) > 0
  const circle = fitCircle(points)
  const ellipse = fitEllipse(points, ELLIPSE_ROUNDS)
  const fill = ellipse ? Math.abs(areaOf(points)) / (Math.PI * ellipse.rx * ellipse.ry) : 0
  if (circle) {
    const error = circleError(points, circle)
    yield* weighed(
      path,
      'circle',
      error,
      3,
      LIKENESS.round,
      () => circleShape(circle, points[0]!, clockwise),
      roundBonus(error, path),
    )
  }
  if (ellipse && fill > 0.75 && fill < 1.3) {
    const error = ellipseError(points, ellipse)
    yield* weighed(
      path,
      'ellipse',
      error,
      5,
      LIKENESS.round,
      () =>
        ellipse.rx / ellipse.ry < CIRCLE_RATIO && circle
          ? circleShape(circle, points[0]!, clockwise)
          : ellipseShape(ellipse, points[0]!, clockwise),
      roundBonus(error, path),
    )
  }
  for (const [sides, { fit, start }] of closedFits(points)) {
    const places = fit.cuts.map(cut => ((cut + start) / (points.length - 1)) % 1)
    const blunt = cornerPrice(fit.corners, path, places, true)
    if (blunt === null) continue
    const box = sides === 4 ? boxOf(fit.corners) : null
    if (box) yield* weighed(path, 'box', fit.rms, 5, LIKENESS.sides, () => box, blunt)
    else
      yield* weighed(
        path,
        `polygon ${sides}`,
        fit.rms,
        2 * sides,
        LIKENESS.sides,
        () => ({ kind: sides === 3 ? 'triangle' : 'polygon', corners: fit.corners }),
        blunt,
      )
  }
}

const roundBonus = (error: number, path: HandPath) => (error / path.size < WELL_ROUND.error ? -WELL_ROUND.bonus : 0)

/**
 * Best closed fits for three and more sides. The hand may have begun anywhere, so the way is begun anew at its sharpest
 * places.
 */
function closedFits(points: readonly Point[]): Map<number, { fit: SideFit; start: number }> {
  const ring = points.slice(0, -1)
  const best = new Map<number, { fit: SideFit; start: number }>()
  for (const start of sharpest(ring, 5)) {
    const begun = [...ring.slice(start), ...ring.slice(0, start), ring[start]!]
    const cuts = bestCuts(begun, MOST_SIDES)
    for (let sides = 3; sides <= MOST_SIDES; sides++) {
      const known = best.get(sides)
      const { error } = cuts[sides - 1]!
      if (known && known.fit.rms <= Math.sqrt(error / begun.length)) continue
      best.set(sides, { fit: closedSides(begun, cuts[sides - 1]!.cuts, error), start })
    }
  }
  return best
}

/** Places of a ring where it turns most over a tenth of it, well apart. */
function sharpest(ring: readonly Point[], count: number): number[] {
  const n = ring.length
  const reach = Math.max(2, Math.round(n / 20))
  const turns = ring
    .map((point, i) => {
      const a = ring[(i + n - reach) % n]!
      const b = ring[(i + reach) % n]!
      return { i, turn: Math.abs(turnBetween(a, point, b)) }
    })
    .sort((a, b) => b.turn - a.turn)
  const chosen: number[] = []
  for (const { i } of turns) {
    const isApart = chosen.every(other => Math.min(Math.abs(i - other), n - Math.abs(i - other)) > reach)
    if (isApart) chosen.push(i)
    if (chosen.length === count) break
  }
  return chosen
}

/** How far the way turns at b, −π … π. */
function turnBetween(a: Point, b: Point, c: Point): number {
  const before = Math.atan2(b.y - a.y, b.x - a.x)
  const after = Math.atan2(c.y - b.y, c.x - b.x)
  return wrapped(after - before)
}

const wrapped = (angle: number) => angle - 2 * Math.PI * Math.round(angle / (2 * Math.PI))

/** What it costs that corners are blunt; null when sides are too short or meet at no real corners. */
function cornerPrice(
  corners: readonly Point[],
  { fine, tremble, length }: HandPath,
  places: readonly number[],
  isClosed: boolean,
): number | null {
  const n = corners.length
  const sides = corners
    .slice(isClosed ? 0 : 1)
    .map((corner, i) => distanceOf(corner, corners[isClosed ? (i + 1) % n : i]!))
  const whole = sides.reduce((sum, side) => sum + side, 0)
  if (sides.some(side => side < LEAST_SIDE * whole)) return null
  const turns = isClosed ? turnsAt(corners, true).slice(0, -1) : turnsAt(corners, false).slice(1, -1)
  if (turns.some(turn => turn < LEAST_TURN)) return null
  const { mean, least } = sharpnessOf(fine, places, turns, isClosed, tremble / length)
  if (mean < LEAST_SHARPNESS.mean || least < LEAST_SHARPNESS.least) return null
  const bonus = isClosed && mean > WELL_CORNERED.sharpness ? WELL_CORNERED.bonus : 0
  return BLUNT_PRICE[isClosed ? 'closed' : 'open'] * Math.max(0, SHARP - mean) - bonus
}

/** How far round the circle the way goes, radians: above 0 clockwise on the screen. */
function sweepOf(points: readonly Point[], { x, y }: Circle): number {
  let sum = 0
  for (let i = 1; i < points.length; i++) {
    const a = points[i - 1]!
    const b = points[i]!
    sum += wrapped(Math.atan2(b.y - y, b.x - x) - Math.atan2(a.y - y, a.x - x))
  }
  return sum
}

function circleShape(circle: Circle, first: Point, clockwise: boolean): TrueShape {
  return {
    kind: 'circle',
    middle: { x: circle.x, y: circle.y },
    radius: circle.radius,
    start: Math.atan2(first.y - circle.y, first.x - circle.x),
    clockwise,
  }
}

function ellipseShape({ x, y, rx, ry, angle }: Ellipse, first: Point, clockwise: boolean): TrueShape {
  const c = Math.cos(angle)
  const s = Math.sin(angle)
  const dx = first.x - x
  const dy = first.y - y
  return {
    kind: 'ellipse',
    middle: { x, y },
    rx,
    ry,
    angle,
    start: Math.atan2((dy * c - dx * s) / ry, (dx * c + dy * s) / rx),
    clockwise,
  }
}

/** A box out of four corners that nearly are one; null when they are not. */
function boxOf(corners: readonly Point[]): TrueShape | null {
  for (let i = 0; i < 4; i++) {
    const turn = Math.abs(turnBetween(corners[(i + 3) % 4]!, corners[i]!, corners[(i + 1) % 4]!))
    if (Math.abs(turn - Math.PI / 2) > RIGHT_ANGLE) return null
  }
  const [a, b, c, d] = corners as [Point, Point, Point, Point]
  const middle = { x: (a.x + b.x + c.x + d.x) / 4, y: (a.y + b.y + c.y + d.y) / 4 }
  // Directions of the sides modulo a right angle, longer sides counting more.
  let cos = 0
  let sin = 0
  for (const [p, q] of [
    [a, b],
    [b, c],
    [c, d],
    [d, a],
  ] as const) {
    const direction = Math.atan2(q.y - p.y, q.x - p.x)
    cos += distanceOf(p, q) * Math.cos(4 * direction)
    sin += distanceOf(p, q) * Math.sin(4 * direction)
  }
  const turn = Math.atan2(sin, cos) / 4
  const angle = Math.abs(turn) < UPRIGHT ? 0 : turn
  const alongX = Math.abs(Math.cos(Math.atan2(b.y - a.y, b.x - a.x) - angle)) > Math.SQRT1_2
  const first = (distanceOf(a, b) + distanceOf(c, d)) / 2
  const second = (distanceOf(b, c) + distanceOf(d, a)) / 2
  const [width, height] = alongX ? [first, second] : [second, first]
  const clockwise = areaOf(corners) > 0
  const corner = [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].reduce((best, [sx, sy], i, all) => {
    const gap = (sign: readonly number[]) => {
      const lx = (a.x - middle.x) * Math.cos(angle) + (a.y - middle.y) * Math.sin(angle)
      const ly = (a.y - middle.y) * Math.cos(angle) - (a.x - middle.x) * Math.sin(angle)
      return Math.hypot(lx - (sign[0]! * width) / 2, ly - (sign[1]! * height) / 2)
    }
    return gap([sx!, sy!]) < gap(all[best]!) ? i : best
  }, 0)
  return { kind: 'box', middle, width, height, angle, corner, clockwise }
}
