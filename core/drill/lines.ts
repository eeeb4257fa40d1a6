import { seededRandom } from '../base'
import { distanceOf, fitLine, lengthOf, resample, type Point } from '../geometry'
import { pathMark } from '../lookfor'
import {
  figure,
  nothingYet,
  pointsFor,
  pointsForShare,
  resultOf,
  type Drill,
  type DrillResult,
  type Prompt,
} from './contract'
import { DRILL_SHEET, endsOff, matched, mean, ringAt, pathsOf, withTools, type DrawnPath } from './strokes'

/** Straight lines: through two dots, side by side, and as even hatching. */

const PLACES = 60
/**
 * No points from so much bend, % of the length; from so far off a dot, % of the length; from so much tilt, degrees. By
 * eye.
 */
const BEND_ZERO = 5
const DOT_ZERO = 10
const TILT_ZERO = 12
/** How uneven distances may become before there are no points, % of the usual one. */
const UNEVEN_ZERO = 60

interface Pair {
  readonly a: Point
  readonly b: Point
}

/** Greatest distance from the line through the two dots, between them, % of their distance. */
function bendOf({ a, b }: Pair, { points }: DrawnPath): { bend: number; at: Point } {
  const length = distanceOf(a, b)
  const [nx, ny] = [-(b.y - a.y) / length, (b.x - a.x) / length]
  const off = (point: Point) => Math.abs((point.x - a.x) * nx + (point.y - a.y) * ny)
  const at = resample(points, PLACES).reduce((worst, point) => (off(point) > off(worst) ? point : worst))
  return { bend: (100 * off(at)) / length, at }
}

/** Six pairs at angles all round, one in each field. */
function pairsOf(seed: number): Pair[] {
  const random = seededRandom(seed)
  const turn = random.between(0, 180)
  return Array.from({ length: 6 }, (_, i) => {
    const [cx, cy] = [160 + 320 * (i % 3), 170 + 300 * Math.floor(i / 3)]
    const angle = ((turn + 30 * i + random.between(-8, 8)) * Math.PI) / 180
    const half = random.between(95, 128)
    const [dx, dy] = [half * Math.cos(angle), half * Math.sin(angle)]
    return { a: { x: cx - dx, y: cy - dy }, b: { x: cx + dx, y: cy + dy } }
  })
}

export const lineThroughDots: Drill = {
  family: 'lines',
  title: 'Line through two dots',
  trains: 'A straight line in any direction, begun and ended where you want it.',
  seconds: 45,
  measured:
    'How far each line strays from the straight (none left at 5 % of its length), and how well its ends meet the dots (10 %).',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Join each pair of dots with one straight line, in one go.',
    given: [],
    answering: withTools('ink-pen'),
    prompts: pairsOf(seed).flatMap(({ a, b }): Prompt[] => [
      { kind: 'dot', at: a },
      { kind: 'dot', at: b },
    ]),
  }),
  score(seed, tried) {
    const pairs = pairsOf(seed)
    const found = matched(pairs, pathsOf(tried), ({ a, b }, path) => endsOff(path, a, b))
    if (found.every(each => each === null)) return nothingYet('No line yet.')
    const each = pairs.map((pair, i) => {
      const path = found[i]
      return path
        ? {
            ...bendOf(pair, path),
            ends: (100 * endsOff(path, pair.a, pair.b)) / 2 / distanceOf(pair.a, pair.b),
            path,
            pair,
          }
        : null
    })
    const done = each.flatMap(one => one ?? [])
    const share = done.length / pairs.length
    const bends = mean(done.map(one => one.bend))
    const ends = mean(done.map(one => one.ends))
    const worst = done.reduce((a, b) => (b.bend > a.bend ? b : a))
    const figures = [
      figure('off the straight', bends, '% of the length', pointsForShare(share, bends, BEND_ZERO, 0.6)),
      figure('off the dots', ends, '% of the length', pointsForShare(share, ends, DOT_ZERO, 1)),
    ]
    return resultOf(
      figures,
      done.length < pairs.length
        ? `${done.length} of ${pairs.length} lines are drawn.`
        : bends > 2
          ? 'Look at the dot you are going to, not at the pen.'
          : 'Straight as they should be.',
      [...done.map(one => pathMark([one.pair.a, one.pair.b])), ringAt(worst.at, 14, `${worst.bend.toFixed(1)} %`)],
    )
  },
}

/** The first of a row of parallels, and where the others belong. */
function rowOf(seed: number): { lines: Pair[]; angle: number; gap: number } {
  const random = seededRandom(seed)
  const angle = (random.between(-75, 75) * Math.PI) / 180
  const gap = random.between(44, 58)
  const half = 190
  const [dx, dy] = [Math.cos(angle), Math.sin(angle)]
  const lines = Array.from({ length: 6 }, (_, i) => {
    const [cx, cy] = [480 - dy * gap * (i - 2.5), 320 + dx * gap * (i - 2.5)]
    return { a: { x: cx - dx * half, y: cy - dy * half }, b: { x: cx + dx * half, y: cy + dy * half } }
  })
  return { lines, angle, gap }
}

export const parallels: Drill = {
  family: 'lines',
  title: 'Parallel lines',
  trains: 'Lines that keep their distance.',
  seconds: 45,
  measured: 'How much the lines tilt against the first one (none left at 12°), and how even the gaps are (60 %).',
  make(seed) {
    const { lines } = rowOf(seed)
    return {
      sheet: DRILL_SHEET,
      asks: 'Draw five more lines beside this one, as far from each other as the dots are.',
      given: [],
      answering: withTools('ink-pen'),
      prompts: [
        { kind: 'line', points: [lines[0]!.a, lines[0]!.b], isFaint: false },
        { kind: 'dot', at: lines[1]!.a },
      ],
    }
  },
  score(seed, tried) {
    const { angle, gap, lines } = rowOf(seed)
    return scoreRow(pathsOf(tried), angle, gap, lines[0]!.a, 5)
  },
}

/**
 * Tilt and gaps of lines that should run beside each other. @param from a place on the line before the first; null:
 * there is none
 */
function scoreRow(
  paths: readonly DrawnPath[],
  angle: number,
  gap: number | null,
  from: Point | null,
  wanted: number,
): DrillResult {
  if (paths.length < 2) return nothingYet('Draw at least two lines.')
  const across = ({ x, y }: Point) => -x * Math.sin(angle) + y * Math.cos(angle)
  const fits = paths
    .map(path => {
      const fit = fitLine(resample(path.points, PLACES))
      const tilt = Math.abs(((((fit.direction - angle) * 180) / Math.PI + 450) % 180) - 90)
      return { path, tilt, at: across(fit.middle), middle: fit.middle }
    })
    .sort((a, b) => a.at - b.at)
  const places = [...(from ? [across(from)] : []), ...fits.map(each => each.at)].sort((a, b) => a - b)
  const gaps = places.slice(1).map((place, i) => place - places[i]!)
  const usual = gap ?? mean(gaps)
  const uneven = (100 * mean(gaps.map(each => Math.abs(each - usual)))) / usual
  const tilt = mean(fits.map(each => each.tilt))
  const worst = fits.reduce((a, b) => (b.tilt > a.tilt ? b : a))
  const share = Math.min(paths.length / wanted, 1)
  return resultOf(
    [
      figure('tilt', tilt, '°', pointsForShare(share, tilt, TILT_ZERO, 0.8)),
      figure('unevenness of the gaps', uneven, '%', pointsForShare(share, uneven, UNEVEN_ZERO, 6)),
    ],
    share < 1
      ? `${paths.length} of ${wanted} lines are drawn.`
      : tilt > 4
        ? 'Some lines lean. Let your eye rest on the line before while you draw.'
        : uneven > 20
          ? 'They run alike; now keep the gaps alike as well.'
          : 'Even lines.',
    worst.tilt > 2 ? [pathMark(worst.path.points), ringAt(worst.middle, 14, `${Math.round(worst.tilt)}°`)] : [],
  )
}

function fieldOf(seed: number): { square: Point[]; angle: number } {
  const random = seededRandom(seed)
  const angle = (random.pick([-45, -30, 30, 45, 60, -60]) * Math.PI) / 180
  const [x, y, half] = [480, 320, 190]
  return {
    angle,
    square: [
      { x: x - half, y: y - half },
      { x: x + half, y: y - half },
      { x: x + half, y: y + half },
      { x: x - half, y: y + half },
    ],
  }
}

export const hatching: Drill = {
  family: 'lines',
  title: 'Even hatching',
  trains: 'A grey tone out of lines.',
  seconds: 75,
  measured:
    'Tilt against the short line that is shown (12°), evenness of the gaps (60 %), and how much sticks out of the square (20 %).',
  make(seed) {
    const { square, angle } = fieldOf(seed)
    const [dx, dy] = [60 * Math.cos(angle), 60 * Math.sin(angle)]
    return {
      sheet: DRILL_SHEET,
      asks: 'Fill the square with at least fourteen lines in the direction of the short one.',
      given: [],
      answering: withTools('ink-pen'),
      prompts: [
        { kind: 'shape', points: square },
        {
          kind: 'line',
          points: [
            { x: 130 - dx, y: 320 - dy },
            { x: 130 + dx, y: 320 + dy },
          ],
          isFaint: false,
        },
      ],
    }
  },
  score(seed, tried) {
    const { square, angle } = fieldOf(seed)
    const paths = pathsOf(tried)
    const row = scoreRow(paths, angle, null, null, 14)
    if (row.score === null) return row
    const [low, high] = [square[0]!, square[2]!]
    const isOut = ({ x, y }: Point) => x < low.x - 3 || y < low.y - 3 || x > high.x + 3 || y > high.y + 3
    const all = paths.flatMap(each => resample(each.points, Math.max(8, Math.round(lengthOf(each.points) / 4))))
    const out = all.filter(isOut)
    const share = (100 * out.length) / all.length
    return resultOf(
      [...row.figures, figure('outside the square', share, '% of the lines', pointsFor(share, 20, 0.5))],
      share > 6 ? 'Lines run over the edge: stop at it, or slow down before it.' : row.sentence,
      [...row.marks, ...(out.length > 4 ? [ringAt(out[0]!, 14, 'over')] : [])],
    )
  },
}
