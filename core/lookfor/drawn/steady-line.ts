import { z } from 'zod'
import { lengthOf, resample, type Point } from '../../geometry'
import { atMost, cantTell, limitOf, type Band, type Evidence, type Found, type Measure, PAGE } from '../contract'
import { drawnFields, pathMark, rounded } from './common'
import { drawnIn, type Drawn } from './paths'

const schema = z.strictObject({ measure: z.literal('steady-line'), ...drawnFields })
type Settings = z.infer<typeof schema>

/** Tremble about the smooth way, % of the line's width. */
const TREMBLE = { gentle: 34, standard: 22, strict: 12 } as const
/**
 * Px from place to place, and places to each side over which the way is smoothed: a tremor is quicker, a bow slower.
 */
const STEP = 4
const HALF = 7
/** Shorter strokes tell nothing, px. */
const LEAST = 160

/**
 * Root mean square distance from the way smoothed by a quadratic through each place's neighbours (Savitzky & Golay
 * 1964), px.
 */
export function trembleOf(points: readonly Point[]): number {
  const count = Math.round(lengthOf(points) / STEP) + 1
  if (count < 4 * HALF) return 0
  const path = resample(points, count)
  const weights = quadraticWeights(HALF)
  let sum = 0
  for (let i = HALF; i < count - HALF; i++) {
    let [x, y] = [0, 0]
    weights.forEach((weight, k) => {
      x += weight * path[i + k - HALF]!.x
      y += weight * path[i + k - HALF]!.y
    })
    sum += (path[i]!.x - x) ** 2 + (path[i]!.y - y) ** 2
  }
  return Math.sqrt(sum / (count - 2 * HALF))
}

/**
 * Convolution weights of a least-squares quadratic at its middle: 3 (3m² + 3m − 1 − 5k²) ÷ ((2m − 1)(2m + 1)(2m + 3)),
 * Savitzky & Golay 1964.
 */
export function quadraticWeights(m: number): number[] {
  const below = (2 * m - 1) * (2 * m + 1) * (2 * m + 3)
  return Array.from({ length: 2 * m + 1 }, (_, i) => (3 * (3 * m * m + 3 * m - 1 - 5 * (i - m) ** 2)) / below)
}

function look(evidence: Evidence, { layer, what, target, tolerance }: Settings): Found {
  const strokes = drawnIn(evidence, layer, target).filter(({ points }) => lengthOf(points) >= LEAST)
  if (strokes.length === 0) return cantTell(`There is no line of ${what} yet that is long enough to be looked at.`)
  const share = ({ points, width }: Drawn) => (100 * trembleOf(points)) / Math.max(width, 4)
  // The one in the middle speaks for all: a single slip is none.
  const sorted = [...strokes].sort((a, b) => share(a) - share(b))
  const value = share(sorted[Math.floor(sorted.length / 2)]!)
  const verdict = atMost(value, limitOf(tolerance, TREMBLE))
  const figure = { value: Math.round(value), unit: '% of its width' }
  if (verdict === 'met') return { verdict, figure, sentence: `The line of ${what} runs calmly.`, marks: [] }
  const worst = sorted[sorted.length - 1]!
  return {
    verdict,
    figure,
    sentence: `The line of ${what} trembles by ${rounded(trembleOf(worst.points))} px. Draw it quicker from the shoulder, or steady the tool.`,
    marks: [pathMark(worst.points)],
  }
}

function band(evidence: Evidence, { layer, target, tolerance }: Settings): Band[] {
  return drawnIn(evidence, layer, target)
    .filter(({ points }) => lengthOf(points) >= LEAST)
    .map(({ points, width }) => ({
      points: resample(points, Math.ceil(lengthOf(points) / (2 * HALF * STEP))).flatMap(({ x, y }) => [x, y]),
      isClosed: false,
      reach: width / 2 + (limitOf(tolerance, TREMBLE) / 100) * width,
    }))
}

export const steadyLine: Measure<Settings> = {
  schema,
  look,
  band,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.lines }) },
}
