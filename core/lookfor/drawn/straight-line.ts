import { z } from 'zod'
import { distanceOf, fitLine, lengthOf, resample, type Point } from '../../geometry'
import { atMost, cantTell, limitOf, worse, type Band, type Evidence, type Found, type Measure, PAGE } from '../contract'
import { drawnFields, pathMark, rounded } from './common'
import { drawnIn, type Drawn } from './paths'

const schema = z.strictObject({
  measure: z.literal('straight-line'),
  ...drawnFields,
  /** How many lines there should be. */
  count: z.int().min(1).max(40).optional(),
  /** Its way, degrees from the horizontal, anticlockwise; absent: any. */
  angle: z.number().min(0).max(180).optional(),
})
type Settings = z.infer<typeof schema>

/**
 * Greatest bend off the straight, % of the length; and off the asked way, degrees. By hand-like attempts, see the truth
 * table.
 */
const BEND = { gentle: 4.5, standard: 3, strict: 1.4 } as const
const OFF = { gentle: 6, standard: 3.5, strict: 1.5 } as const
/** A stroke shorter than this share of the longest one is a touch-up. */
const TOUCH_UP = 0.3
/** Hooks at lift and touch don't count: so much of each end is left out, share of the length. */
const ENDS = 0.03
const PLACES = 60

interface Line {
  readonly drawn: Drawn
  readonly bend: number
  readonly angle: number
  readonly at: Point
}

function lineOf(drawn: Drawn): Line {
  const points = resample(drawn.points, PLACES)
  const trim = Math.round(PLACES * ENDS)
  const middle = points.slice(trim, PLACES - trim)
  const fit = fitLine(middle)
  const off = (point: Point) =>
    Math.abs((point.x - fit.middle.x) * Math.sin(fit.direction) - (point.y - fit.middle.y) * Math.cos(fit.direction))
  const at = middle.reduce((worst, point) => (off(point) > off(worst) ? point : worst))
  const length = Math.max(distanceOf(middle[0]!, middle[middle.length - 1]!), 1)
  // Upright is 90 for everyone: angles go anticlockwise, and y down.
  return { drawn, bend: (100 * fit.greatest) / length, angle: ((-fit.direction * 180) / Math.PI + 180) % 180, at }
}

function look(evidence: Evidence, { layer, what, target, tolerance, count = 1, angle }: Settings): Found {
  const all = drawnIn(evidence, layer, target)
  if (all.length === 0) return cantTell(`There is no line for ${what} yet.`)
  const longest = Math.max(...all.map(({ points }) => lengthOf(points)))
  const lines = all
    .filter(({ points }) => lengthOf(points) >= TOUCH_UP * longest)
    .map(lineOf)
    .sort((a, b) => lengthOf(b.drawn.points) - lengthOf(a.drawn.points))
    .slice(0, count)
  if (lines.length < count) return cantTell(`There are ${lines.length} of ${count} lines for ${what} so far.`)
  const limit = limitOf(tolerance, BEND)
  const bent = lines.reduce((a, b) => (b.bend > a.bend ? b : a))
  const offOf = (line: Line) => Math.abs(((line.angle - (angle ?? line.angle) + 270) % 180) - 90)
  const tilted = lines.reduce((a, b) => (offOf(b) > offOf(a) ? b : a))
  const offLimit = typeof tolerance === 'number' ? OFF.standard : OFF[tolerance]
  const straight = atMost(bent.bend, limit)
  const level = angle === undefined ? 'met' : atMost(offOf(tilted), offLimit)
  const verdict = worse(straight, level)
  const figure =
    level !== 'met' && worse(level, straight) === level
      ? { value: rounded(offOf(tilted)), unit: '°' }
      : { value: rounded(bent.bend), unit: '% of its length' }
  if (verdict === 'met')
    return {
      verdict,
      figure,
      sentence: `The line of ${what} is straight${angle === undefined ? '' : ' and runs as it should'}.`,
      marks: [],
    }
  if (straight !== 'met') {
    const px = Math.round((bent.bend / 100) * lengthOf(bent.drawn.points))
    return {
      verdict,
      figure: { value: rounded(bent.bend), unit: '% of its length' },
      sentence: `The line of ${what} bends ${px} px away from the straight.`,
      marks: [
        pathMark(bent.drawn.points),
        {
          kind: 'ring',
          x: Math.round(bent.at.x),
          y: Math.round(bent.at.y),
          radius: Math.max(px, 14),
          label: `${px} px`,
        },
      ],
    }
  }
  return {
    verdict,
    figure,
    sentence: `The line of ${what} is straight, and leans ${Math.round(offOf(tilted))}° off its way.`,
    marks: [pathMark(tilted.drawn.points)],
  }
}

function band(evidence: Evidence, { layer, target, tolerance }: Settings): Band[] {
  return drawnIn(evidence, layer, target).map(drawn => {
    const { points } = drawn
    const { middle, direction } = fitLine(resample(points, PLACES))
    const length = lengthOf(points)
    const [dx, dy] = [(Math.cos(direction) * length) / 2, (Math.sin(direction) * length) / 2]
    return {
      points: [middle.x - dx, middle.y - dy, middle.x + dx, middle.y + dy],
      isClosed: false,
      reach: (limitOf(tolerance, BEND) / 100) * length,
    }
  })
}

export const straightLine: Measure<Settings> = {
  schema,
  look,
  band,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.lines }) },
}
