import { z } from 'zod'
import { distanceOf, lengthOf, simplified, type Point } from '../../geometry'
import { atMost, cantTell, limitOf, type Evidence, type Found, type Measure, PAGE } from '../contract'
import { drawnFields, rounded } from './common'
import { drawnIn } from './paths'
import { capital } from '../words'

const schema = z.strictObject({
  measure: z.literal('polygon'),
  ...drawnFields,
  corners: z.int().min(3).max(8),
  /** Corners of so many degrees; absent: any. */
  angle: z.number().min(20).max(160).optional(),
})
type Settings = z.infer<typeof schema>

/** Corners off the asked angle, degrees; how much sides may bend, % of the whole way. */
const OFF = { gentle: 14, standard: 9, strict: 4 } as const
/** Places nearer to a chord than this share of the way are on it (Ramer 1972; Douglas & Peucker 1973). */
const ON_CHORD = 0.022
/** A turn of less than so many degrees is no corner. */
const TURN = 25
/** Strokes whose ends lie so near to each other, share of the whole way, go on. */
const GOES_ON = 0.08
/** Ends this far apart, share of the way, leave the shape open. */
const OPEN = 0.12

const NAMES = ['', '', '', 'triangle', 'four-sided shape', 'pentagon', 'hexagon', 'heptagon', 'octagon']

function look(evidence: Evidence, { layer, what, target, corners: wanted, angle, tolerance }: Settings): Found {
  const strokes = drawnIn(evidence, layer, target)
  if (!strokes.length) return cantTell(`There is no line for ${what} yet.`)
  const total = strokes.reduce((sum, { points }) => sum + lengthOf(points), 0)
  const path = chained(
    strokes.map(({ points }) => points),
    GOES_ON * total,
  )
  if (!path) return cantTell(`The strokes of ${what} do not hang together yet.`)
  if (distanceOf(path[0]!, path[path.length - 1]!) > OPEN * total)
    return {
      verdict: 'not-yet',
      figure: null,
      sentence: `${capital(what)} is not closed yet.`,
      marks: [
        {
          kind: 'path',
          points: [path[0]!, path[path.length - 1]!].flatMap(({ x, y }) => [Math.round(x), Math.round(y)]),
        },
      ],
    }
  const corners = cornersOf(path, ON_CHORD * total)
  const figureOf = (value: number, unit: string) => ({ value: rounded(value), unit })
  const mark = ({ x, y }: Point, label: string) => ({
    kind: 'ring' as const,
    x: Math.round(x),
    y: Math.round(y),
    radius: Math.max(14, 0.02 * total),
    label,
  })
  if (corners.length !== wanted) {
    return {
      verdict: Math.abs(corners.length - wanted) === 1 && wanted > 4 ? 'nearly' : 'not-yet',
      figure: figureOf(corners.length, 'corners'),
      sentence: `${capital(what)} has ${corners.length} ${corners.length === 1 ? 'corner' : 'corners'}; a ${NAMES[wanted]} has ${wanted}.`,
      marks: corners.map((corner, i) => mark(corner, `${i + 1}`)),
    }
  }
  if (angle === undefined)
    return {
      verdict: 'met',
      figure: figureOf(corners.length, 'corners'),
      sentence: `${capital(what)} has its ${wanted} corners.`,
      marks: [],
    }
  const angles = corners.map((corner, i) =>
    angleAt(corners[(i + wanted - 1) % wanted]!, corner, corners[(i + 1) % wanted]!),
  )
  const off = angles.map(each => Math.abs(each - angle))
  const worst = off.indexOf(Math.max(...off))
  const verdict = atMost(off[worst]!, limitOf(tolerance, OFF))
  const figure = figureOf(off[worst]!, '° off')
  if (verdict === 'met') return { verdict, figure, sentence: `The corners of ${what} are true.`, marks: [] }
  return {
    verdict,
    figure,
    sentence: `A corner of ${what} has ${Math.round(angles[worst]!)}°, where ${Math.round(angle)}° is asked.`,
    marks: [mark(corners[worst]!, `${Math.round(angles[worst]!)}°`)],
  }
}

/** One way through all strokes, each joined by the end that lies nearest; null when they lie apart. */
export function chained(paths: readonly (readonly Point[])[], reach: number): Point[] | null {
  const rest = [...paths].sort((a, b) => lengthOf(b) - lengthOf(a)).map(path => [...path])
  let chain = rest.shift()!
  while (rest.length) {
    let best = { i: -1, far: Infinity, isAtStart: false, isTurned: false }
    rest.forEach((path, i) => {
      for (const [isAtStart, end] of [
        [false, chain[chain.length - 1]!],
        [true, chain[0]!],
      ] as const) {
        for (const [isTurned, other] of [
          [isAtStart, path[0]!],
          [!isAtStart, path[path.length - 1]!],
        ] as const) {
          const far = distanceOf(end, other)
          if (far < best.far) best = { i, far, isAtStart, isTurned }
        }
      }
    })
    const [next] = rest.splice(best.i, 1)
    if (best.far > reach) {
      // A touch-up beside the way adds nothing to it; a long one is another shape.
      if (lengthOf(next!) > 0.25 * lengthOf(chain)) return null
      continue
    }
    const added = best.isTurned ? [...next!].reverse() : next!
    chain = best.isAtStart ? [...added, ...chain] : [...chain, ...added]
  }
  return chain
}

/** Corners of a closed way: what is left of it by the chords' rule, begun at its place farthest from the middle. */
export function cornersOf(path: readonly Point[], epsilon: number): Point[] {
  const middle = {
    x: path.reduce((sum, { x }) => sum + x, 0) / path.length,
    y: path.reduce((sum, { y }) => sum + y, 0) / path.length,
  }
  const start = path.reduce(
    (best, point, i) => (distanceOf(point, middle) > distanceOf(path[best]!, middle) ? i : best),
    0,
  )
  const ring = [...path.slice(start), ...path.slice(0, start + 1)]
  // Where a side runs along the chord any place of it may have been kept: those are no corners.
  const kept = turning(simplified(ring, epsilon).slice(0, -1))
  // Corners that lie together are one that a hand rounded.
  const apart = kept.filter((corner, i) => i === 0 || distanceOf(corner, kept[i - 1]!) > 2 * epsilon)
  if (apart.length > 2 && distanceOf(apart[0]!, apart[apart.length - 1]!) <= 2 * epsilon) apart.pop()
  const found = turning(apart)
  // Each goes to the place near by that stands out farthest between its neighbours.
  return found.map((corner, i) => {
    const [before, after] = [found[(i + found.length - 1) % found.length]!, found[(i + 1) % found.length]!]
    return path.reduce(
      (best, point) =>
        distanceOf(point, corner) < 2 * epsilon && offChord(before, after, point) > offChord(before, after, best)
          ? point
          : best,
      corner,
    )
  })
}

/** Distance from the line through two places. */
function offChord(a: Point, b: Point, point: Point): number {
  const length = distanceOf(a, b)
  return length < 1e-6
    ? distanceOf(point, a)
    : Math.abs((b.x - a.x) * (a.y - point.y) - (a.x - point.x) * (b.y - a.y)) / length
}

/** The corners at which a closed way turns. */
function turning(corners: readonly Point[]): Point[] {
  return corners.filter(
    (corner, i) =>
      180 - angleAt(corners[(i + corners.length - 1) % corners.length]!, corner, corners[(i + 1) % corners.length]!) >
      TURN,
  )
}

/** Degrees between the ways to the two others. */
function angleAt(before: Point, corner: Point, after: Point): number {
  const [a, b] = [
    Math.atan2(before.y - corner.y, before.x - corner.x),
    Math.atan2(after.y - corner.y, after.x - corner.x),
  ]
  const turn = (Math.abs(a - b) * 180) / Math.PI
  return Math.min(turn, 360 - turn)
}

export const polygon: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.lines }) },
}
