import { z } from 'zod'
import {
  ellipseError,
  fitCircle,
  fitEllipse,
  footOn,
  lengthOf,
  resample,
  type Ellipse,
  type Point,
} from '../../geometry'
import {
  atMost,
  cantTell,
  limitOf,
  worse,
  type Band,
  type Evidence,
  type Found,
  type Mark,
  type Measure,
  PAGE,
} from '../contract'
import { capital, placeInWords } from '../words'
import { drawnFields, pathMark, rounded } from './common'
import { drawnIn } from './paths'

const schema = z.strictObject({
  measure: z.literal('round-shape'),
  ...drawnFields,
  form: z.enum(['circle', 'ellipse']),
})
type Settings = z.infer<typeof schema>

/**
 * Mean distance from the true form, % of its mean radius; how far a circle's axes may differ, %; the opening left,
 * degrees of the way round.
 */
const OFF = { gentle: 6.5, standard: 4.5, strict: 2.2 } as const
const FLAT = { gentle: 18, standard: 12, strict: 6 } as const
const OPEN = { gentle: 16, standard: 9, strict: 4 } as const
/** Points for each stroke of a few; of many, so many together. */
const PLACES = 90
const MOST_PLACES = 1800
/** What fits no round form at all, % of the radius, is something else. */
const NOTHING_ROUND = 30
const STEPS = 360

function look(evidence: Evidence, { layer, what, target, form, tolerance }: Settings): Found {
  const strokes = drawnIn(evidence, layer, target)
  if (strokes.length === 0) return cantTell(`There is no line for ${what} yet.`)
  const total = strokes.reduce((sum, { points }) => sum + lengthOf(points), 0)
  const places = Math.min(PLACES, MOST_PLACES / strokes.length)
  const points = strokes.flatMap(({ points: path }) =>
    resample(path, Math.max(3, Math.round((places * lengthOf(path)) / (total / strokes.length)))),
  )
  const circle = fitCircle(points)
  const ellipse =
    fitEllipse(points) ?? (circle && { x: circle.x, y: circle.y, rx: circle.radius, ry: circle.radius, angle: 0 })
  if (!ellipse || !circle)
    return cantTell(`The line of ${what} is not round enough to be measured. Try once more, all the way round.`)
  const radius = Math.sqrt(ellipse.rx * ellipse.ry)
  const off = (100 * ellipseError(points, ellipse)) / radius
  if (off > NOTHING_ROUND && strokes.length > 2)
    return cantTell(`There are several strokes where ${what} should be, so its form can’t be told.`)
  const flat = form === 'circle' ? 100 * (1 - Math.min(ellipse.rx, ellipse.ry) / Math.max(ellipse.rx, ellipse.ry)) : 0
  const opening = widestOpening(points, ellipse)
  const limits =
    typeof tolerance === 'number'
      ? { off: tolerance, flat: FLAT.standard, open: OPEN.standard }
      : { off: limitOf(tolerance, OFF), flat: FLAT[tolerance], open: OPEN[tolerance] }
  const verdicts = {
    round: atMost(off, limits.off),
    even: atMost(flat, limits.flat),
    closed: atMost(opening.degrees, limits.open, 3),
  }
  const verdict = worse(worse(verdicts.round, verdicts.even), verdicts.closed)
  const name = form === 'circle' ? 'circle' : 'oval'
  const box = {
    x0: ellipse.x - ellipse.rx,
    y0: ellipse.y - ellipse.ry,
    x1: ellipse.x + ellipse.rx,
    y1: ellipse.y + ellipse.ry,
  }
  const truth = pathMark(Array.from({ length: 73 }, (_, i) => onEllipse(ellipse, (i * Math.PI) / 36)))
  const figure = { value: rounded(off), unit: '% of its radius' }
  if (verdict === 'met') return { verdict, figure, sentence: `${capital(what)} is a good ${name}.`, marks: [] }
  if (verdict === verdicts.closed) {
    const gap = Math.round((opening.degrees * Math.PI * radius) / 180)
    const marks: Mark[] = [
      {
        kind: 'ring',
        x: Math.round(opening.at.x),
        y: Math.round(opening.at.y),
        radius: Math.max(gap, 14),
        label: `${gap} px`,
      },
    ]
    return {
      verdict,
      figure: { value: Math.round(opening.degrees), unit: '° open' },
      sentence: `${capital(what)} is open by ${gap} px ${placeInWords(opening.at.x, opening.at.y, box)}.`,
      marks,
    }
  }
  if (verdict === verdicts.even) {
    return {
      verdict,
      figure: { value: rounded(flat), unit: '% flatter than a circle' },
      sentence: `${capital(what)} is ${Math.round(flat)} % ${longerSideOf(ellipse)} than it is ${longerSideOf(ellipse) === 'wider' ? 'high' : 'wide'}.`,
      marks: [truth],
    }
  }
  const worst = points.reduce((a, b) =>
    Math.abs(footOn(ellipse, b).distance) > Math.abs(footOn(ellipse, a).distance) ? b : a,
  )
  const side = footOn(ellipse, worst).distance > 0 ? 'bulges' : 'is dented'
  return {
    verdict,
    figure,
    sentence: `${capital(what)} ${side} ${placeInWords(worst.x, worst.y, box)}.`,
    marks: [
      truth,
      {
        kind: 'ring',
        x: Math.round(worst.x),
        y: Math.round(worst.y),
        radius: Math.max(radius * 0.12, 14),
        label: side,
      },
    ],
  }
}

function onEllipse({ x, y, rx, ry, angle }: Ellipse, t: number): Point {
  const [u, v] = [rx * Math.cos(t), ry * Math.sin(t)]
  return { x: x + u * Math.cos(angle) - v * Math.sin(angle), y: y + u * Math.sin(angle) + v * Math.cos(angle) }
}

/** The longest part of the way round that no stroke covers, and its middle. */
function widestOpening(points: readonly Point[], ellipse: Ellipse): { degrees: number; at: Point } {
  const covered = new Uint8Array(STEPS)
  for (const point of points) {
    const t = Math.floor((((footOn(ellipse, point).t / (2 * Math.PI)) % 1) + 1) * STEPS) % STEPS
    // Between two points of a stroke lies line.
    for (let i = -2; i <= 2; i++) covered[(t + i + STEPS) % STEPS] = 1
  }
  let best = { length: 0, end: 0 }
  let run = 0
  for (let i = 0; i < 2 * STEPS; i++) {
    run = covered[i % STEPS] ? 0 : run + 1
    if (run > best.length && run <= STEPS) best = { length: run, end: i }
  }
  return {
    degrees: (best.length * 360) / STEPS,
    at: onEllipse(ellipse, ((best.end - best.length / 2) * 2 * Math.PI) / STEPS),
  }
}

function longerSideOf({ rx, ry, angle }: Ellipse): 'wider' | 'higher' {
  const isUpright = Math.abs(Math.sin(angle)) > Math.SQRT1_2
  return rx > ry === isUpright ? 'higher' : 'wider'
}

function band(evidence: Evidence, { layer, target, tolerance }: Settings): Band[] {
  const ellipse = fitEllipse(drawnIn(evidence, layer, target).flatMap(({ points }) => resample(points, PLACES)))
  if (!ellipse) return []
  const points = Array.from({ length: 72 }, (_, i) => onEllipse(ellipse, (i * Math.PI) / 36)).flatMap(({ x, y }) => [
    x,
    y,
  ])
  return [{ points, isClosed: true, reach: (limitOf(tolerance, OFF) / 100) * Math.sqrt(ellipse.rx * ellipse.ry) }]
}

export const roundShape: Measure<Settings> = {
  schema,
  look,
  band,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.lines }) },
}
