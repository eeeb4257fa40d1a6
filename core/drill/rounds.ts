/* eslint-disable max-lines -- one family: five warm-ups that share how round lines are judged */
import { seededRandom } from '../base'
import { centroid, distanceOf, ellipseError, fitCircle, fitEllipse, lengthOf, resample, type Point } from '../geometry'
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
  type Tried,
} from './contract'
import {
  DRILL_SHEET,
  ellipsePoints,
  endsOff,
  matched,
  mean,
  ringAt,
  pathsOf,
  withTools,
  type DrawnPath,
} from './strokes'

/** Round lines: circles, ellipses, arcs, spirals. */

const PLACES = 120
/** No points from so far off the true line, % of the radius; from such a gap at the ends, % of the length. By eye. */
const OFF_ZERO = 16
const OPEN_ZERO = 10

interface Circle {
  readonly x: number
  readonly y: number
  readonly radius: number
}

/** How far a stroke is from a circle all along, % of the radius; and where most. */
function offCircle({ x, y, radius }: Circle, points: readonly Point[]): { off: number; at: Point } {
  const far = (point: Point) => Math.abs(distanceOf(point, { x, y }) - radius)
  return {
    off: (100 * Math.sqrt(mean(points.map(point => far(point) ** 2)))) / radius,
    at: points.reduce((a, b) => (far(b) > far(a) ? b : a)),
  }
}

/** How far the ends of a closed line are from each other, % of the length; more than all round counts as closed. */
function openness({ points }: DrawnPath, { x, y }: Point): number {
  let turned = 0
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    turned += Math.atan2((a.x - x) * (b.y - y) - (a.y - y) * (b.x - x), (a.x - x) * (b.x - x) + (a.y - y) * (b.y - y))
  }
  return 100 * Math.max(1 - Math.abs(turned) / (2 * Math.PI), 0)
}

function scoreCircles(circles: readonly Circle[], tried: Tried): DrillResult {
  const found = matched(circles, pathsOf(tried), (circle, path) =>
    distanceOf(centroid(resample(path.points, PLACES)), circle),
  )
  const each = circles.flatMap((circle, i) => {
    const path = found[i]
    return path
      ? [
          {
            circle,
            ...offCircle(circle, resample(path.points, PLACES)),
            open: openness(path, circle),
            own: fitCircle(resample(path.points, PLACES)),
          },
        ]
      : []
  })
  if (each.length === 0) return nothingYet('No circle yet.')
  const share = each.length / circles.length
  const off = mean(each.map(one => one.off))
  const open = mean(each.map(one => one.open))
  const worst = each.reduce((a, b) => (b.off > a.off ? b : a))
  return resultOf(
    [
      figure('off the circle', off, '% of the radius', pointsForShare(share, off, OFF_ZERO, 1.5)),
      figure('open', open, '% of the way round', pointsForShare(share, open, OPEN_ZERO, 0.5)),
    ],
    share < 1
      ? `${each.length} of ${circles.length} circles are drawn.`
      : open > 3
        ? 'Go all the way round, a little past where you began.'
        : off > 6
          ? 'Draw it from the shoulder, quicker, in one go.'
          : 'Good round circles.',
    [
      ...each.map(one => pathMark(ellipsePoints(one.circle.x, one.circle.y, one.circle.radius, one.circle.radius))),
      ringAt(worst.at, 14, `${worst.off.toFixed(1)} %`),
    ],
  )
}

function squaresOf(seed: number): Circle[] {
  const random = seededRandom(seed)
  return Array.from({ length: 6 }, (_, i) => ({
    x: 170 + 310 * (i % 3) + random.between(-12, 12),
    y: 165 + 310 * Math.floor(i / 3) + random.between(-12, 12),
    radius: random.between(62, 122),
  }))
}

export const circleInSquare: Drill = {
  family: 'rounds',
  title: 'Circle in a square',
  trains: 'A circle of a given size, touching all four sides.',
  seconds: 60,
  measured:
    'How far each circle is from the one that fits (none left at 16 % of the radius), and whether it closes (10 % of the way round).',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Draw a circle into each square, so that it touches all four sides.',
    given: [],
    answering: withTools('ink-pen'),
    prompts: squaresOf(seed).map(({ x, y, radius: r }): Prompt => ({
      kind: 'shape',
      points: [
        { x: x - r, y: y - r },
        { x: x + r, y: y - r },
        { x: x + r, y: y + r },
        { x: x - r, y: y + r },
      ],
    })),
  }),
  score: (seed, tried) => scoreCircles(squaresOf(seed), tried),
}

function threeDots(seed: number): { circle: Circle; dots: Point[] }[] {
  const random = seededRandom(seed)
  return Array.from({ length: 2 }, (_, i) => {
    const circle = {
      x: 250 + 460 * i + random.between(-20, 20),
      y: 320 + random.between(-20, 20),
      radius: random.between(120, 190),
    }
    const start = random.between(0, 2 * Math.PI)
    const dots = [0, random.between(1.6, 2.3), random.between(3.7, 4.6)].map(t => ({
      x: circle.x + circle.radius * Math.cos(start + t),
      y: circle.y + circle.radius * Math.sin(start + t),
    }))
    return { circle, dots }
  })
}

export const circleThroughDots: Drill = {
  family: 'rounds',
  title: 'Circle through three dots',
  trains: 'Seeing the one circle that goes through three places.',
  seconds: 45,
  measured: 'How far the line is from the circle through the dots (16 % of its radius), and whether it closes.',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Draw the circle that goes through all three dots, twice.',
    given: [],
    answering: withTools('ink-pen'),
    prompts: threeDots(seed).flatMap(({ dots }) => dots.map((at): Prompt => ({ kind: 'dot', at }))),
  }),
  score: (seed, tried) =>
    scoreCircles(
      threeDots(seed).map(each => each.circle),
      tried,
    ),
}

/** Ellipses: their axis, and how long and wide they are. */
function axesOf(seed: number): { x: number; y: number; long: number; short: number; angle: number }[] {
  const random = seededRandom(seed)
  return Array.from({ length: 3 }, (_, i) => ({
    x: 170 + 310 * i,
    y: 320,
    long: random.between(98, 130),
    short: random.between(34, 76),
    angle: (random.between(-60, 60) * Math.PI) / 180,
  }))
}

export const ellipseOnAxis: Drill = {
  family: 'rounds',
  title: 'Ellipse about an axis',
  trains: 'Ellipses that stand at right angles to their axis: wheels, cups, lids.',
  seconds: 60,
  measured:
    'The angle between the short way of your ellipse and the axis (none left at 15°), its size (25 %), and how clean it is (10 %).',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Draw an ellipse about each axis, out to the four dots.',
    given: [],
    answering: withTools('ink-pen'),
    prompts: axesOf(seed).flatMap(({ x, y, long, short, angle }): Prompt[] => {
      const at = (u: number, v: number) => ({
        x: x + u * Math.cos(angle) - v * Math.sin(angle),
        y: y + u * Math.sin(angle) + v * Math.cos(angle),
      })
      // The axis runs along the short way.
      return [
        { kind: 'line', points: [at(0, -long - 30), at(0, long + 30)], isFaint: true },
        ...[at(long, 0), at(-long, 0), at(0, short), at(0, -short)].map((dot): Prompt => ({ kind: 'dot', at: dot })),
      ]
    }),
  }),
  score(seed, tried) {
    const wanted = axesOf(seed)
    const found = matched(wanted, pathsOf(tried), (each, path) =>
      distanceOf(centroid(resample(path.points, PLACES)), each),
    )
    const done = wanted.flatMap((each, i) => {
      const path = found[i]
      const points = path && resample(path.points, PLACES)
      const own = points && fitEllipse(points)
      if (!own) return []
      const [long, short, angle] =
        own.rx >= own.ry ? [own.rx, own.ry, own.angle] : [own.ry, own.rx, own.angle + Math.PI / 2]
      const tilt = Math.abs(((((angle - each.angle) * 180) / Math.PI + 450) % 180) - 90)
      const size = 50 * (Math.abs(long - each.long) / each.long + Math.abs(short - each.short) / each.short)
      return [{ each, tilt, size, rough: (100 * ellipseError(points, own)) / Math.sqrt(own.rx * own.ry) }]
    })
    if (done.length === 0) return nothingYet('No ellipse yet.')
    const share = done.length / wanted.length
    const [tilt, size, rough] = [
      mean(done.map(one => one.tilt)),
      mean(done.map(one => one.size)),
      mean(done.map(one => one.rough)),
    ]
    return resultOf(
      [
        figure('tilt', tilt, '°', pointsForShare(share, tilt, 15, 1)),
        figure('size off', size, '%', pointsForShare(share, size, 25, 2)),
        figure('off a clean ellipse', rough, '%', pointsForShare(share, rough, 10, 1.2)),
      ],
      share < 1
        ? `${done.length} of ${wanted.length} ellipses are drawn.`
        : tilt > 5
          ? 'The axis halves the ellipse across its short way: both halves must be alike.'
          : size > 10
            ? 'Go out to all four dots.'
            : 'They stand well on their axes.',
      done.map(({ each }) => pathMark(ellipsePoints(each.x, each.y, each.long, each.short, each.angle))),
    )
  },
}

/** Arcs through three places: from, over, to. */
function arcsOf(seed: number): { from: Point; over: Point; to: Point; circle: Circle }[] {
  const random = seededRandom(seed)
  return Array.from({ length: 4 }, (_, i) => {
    const [cx, cy] = [270 + 420 * (i % 2), 180 + 280 * Math.floor(i / 2)]
    const radius = random.between(120, 260)
    const half = Math.asin(Math.min(random.between(90, 140) / radius, 0.98))
    const turn = random.between(0, 2 * Math.PI)
    const circle = { x: cx - radius * Math.cos(turn), y: cy - radius * Math.sin(turn), radius }
    const at = (t: number) => ({ x: circle.x + radius * Math.cos(turn + t), y: circle.y + radius * Math.sin(turn + t) })
    return { from: at(-half), over: at(0), to: at(half), circle }
  })
}

export const arcs: Drill = {
  family: 'rounds',
  title: 'Arcs',
  trains: 'A clean bow from one place over another to a third.',
  seconds: 45,
  measured:
    'How far each bow is from the arc through its three dots (none left at 12 % of its length), and how well it ends (10 %).',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Draw a bow through each three dots, in one go.',
    given: [],
    answering: withTools('ink-pen'),
    prompts: arcsOf(seed).flatMap(({ from, over, to }): Prompt[] => [from, over, to].map(at => ({ kind: 'dot', at }))),
  }),
  score(seed, tried) {
    const wanted = arcsOf(seed)
    const chord = (each: (typeof wanted)[number]) => distanceOf(each.from, each.to)
    const found = matched(wanted, pathsOf(tried), (each, path) =>
      distanceOf(centroid(resample(path.points, PLACES)), each.over),
    )
    const done = wanted.flatMap((each, i) => {
      const path = found[i]
      if (!path) return []
      const points = resample(path.points, PLACES)
      const far = points.map(point => Math.abs(distanceOf(point, each.circle) - each.circle.radius))
      return [
        {
          each,
          off: (100 * Math.sqrt(mean(far.map(value => value ** 2)))) / chord(each),
          ends: (50 * endsOff(path, each.from, each.to)) / chord(each),
          at: points[far.indexOf(Math.max(...far))]!,
        },
      ]
    })
    if (done.length === 0) return nothingYet('No bow yet.')
    const share = done.length / wanted.length
    const [off, ends] = [mean(done.map(one => one.off)), mean(done.map(one => one.ends))]
    const worst = done.reduce((a, b) => (b.off > a.off ? b : a))
    return resultOf(
      [
        figure('off the arc', off, '% of its length', pointsForShare(share, off, 12, 1)),
        figure('off the end dots', ends, '%', pointsForShare(share, ends, 10, 1)),
      ],
      share < 1
        ? `${done.length} of ${wanted.length} bows are drawn.`
        : off > 4
          ? 'Trace it in the air first, then let the hand go.'
          : 'Clean bows.',
      [...done.map(({ each }) => pathMark(arcPoints(each))), ringAt(worst.at, 14, `${worst.off.toFixed(1)} %`)],
    )
  },
}

function arcPoints({ from, to, circle: { x, y, radius } }: ReturnType<typeof arcsOf>[number]): Point[] {
  const [a, b] = [Math.atan2(from.y - y, from.x - x), Math.atan2(to.y - y, to.x - x)]
  const sweep = ((b - a + 3 * Math.PI) % (2 * Math.PI)) - Math.PI
  return Array.from({ length: 33 }, (_, i) => ({
    x: x + radius * Math.cos(a + (sweep * i) / 32),
    y: y + radius * Math.sin(a + (sweep * i) / 32),
  }))
}

/** About one row for each part of a turn: the outer turns are longer, and would count for more. */
function evenly<T extends { readonly round: number }>(rows: readonly T[]): T[] {
  let next = 0
  return rows.filter(({ round }) => {
    if (Math.abs(round) < next) return false
    next = Math.abs(round) + 1 / 24
    return true
  })
}

/** Least squares of a straight line through pairs. */
function straightFit(pairs: readonly (readonly [number, number])[]): { start: number; slope: number } {
  const [mx, my] = [mean(pairs.map(each => each[0])), mean(pairs.map(each => each[1]))]
  const across = pairs.reduce((sum, [x]) => sum + (x - mx) ** 2, 0)
  const slope = pairs.reduce((sum, [x, y]) => sum + (x - mx) * (y - my), 0) / Math.max(across, 1e-9)
  return { start: my - slope * mx, slope }
}

function spiralOf(seed: number): { x: number; y: number; radius: number; turns: number; start: number } {
  const random = seededRandom(seed)
  return {
    x: 480,
    y: 320,
    radius: random.between(210, 270),
    turns: random.pick([3, 4, 5]),
    start: random.between(0, 2 * Math.PI),
  }
}

export const spiral: Drill = {
  family: 'rounds',
  title: 'Spiral',
  trains: 'A line that widens evenly.',
  seconds: 40,
  measured:
    'How even the way out is (none left at 28 % of the gap between turns), and how many turns it has (off by one and a half).',
  make(seed) {
    const { x, y, radius, turns, start } = spiralOf(seed)
    return {
      sheet: DRILL_SHEET,
      asks: `Draw a spiral from the middle to the outer dot, in ${turns} even turns.`,
      given: [],
      answering: withTools('ink-pen'),
      prompts: [
        { kind: 'dot', at: { x, y } },
        { kind: 'dot', at: { x: x + radius * Math.cos(start), y: y + radius * Math.sin(start) } },
      ],
    }
  },
  score(seed, tried) {
    const { x, y, turns } = spiralOf(seed)
    const path = pathsOf(tried).reduce<DrawnPath | null>(
      (a, b) => (!a || lengthOf(b.points) > lengthOf(a.points) ? b : a),
      null,
    )
    if (!path) return nothingYet('No spiral yet.')
    const points = resample(path.points, 400)
    const ordered =
      distanceOf(points[0]!, { x, y }) > distanceOf(points[399]!, { x, y }) ? [...points].reverse() : points
    // How far out against how far round: an even spiral is a straight line (Archimedes).
    let round = 0
    const rows = ordered.map((point, i) => {
      const before = ordered[Math.max(i - 1, 0)]!
      // Right at the middle the angle says nothing.
      if (distanceOf(point, { x, y }) > 6)
        round += Math.atan2(
          (before.x - x) * (point.y - y) - (before.y - y) * (point.x - x),
          (before.x - x) * (point.x - x) + (before.y - y) * (point.y - y),
        )
      return { round: round / (2 * Math.PI), far: distanceOf(point, { x, y }), point }
    })
    const made = Math.abs(round) / (2 * Math.PI)
    if (made < 1) return nothingYet('Go round at least once.')
    const { start: begin, slope } = straightFit(evenly(rows).map(each => [Math.abs(each.round), each.far]))
    const gap = Math.max(Math.abs(slope), 1)
    const ideal = rows.map(each => ({ ...each, off: Math.abs(each.far - begin - slope * Math.abs(each.round)) }))
    const off = (100 * Math.sqrt(mean(evenly(ideal).map(each => each.off ** 2)))) / gap
    const worst = ideal.reduce((a, b) => (b.off > a.off ? b : a))
    const missing = Math.abs(made - turns)
    return resultOf(
      [
        figure('unevenness', off, '% of the gap', pointsFor(off, 28, 4)),
        figure('turns', made, `of ${turns}`, pointsFor(missing, 1.5, 0.15)),
      ],
      missing > 0.6
        ? `It has ${made.toFixed(1)} turns; ${turns} are asked.`
        : off > 20
          ? 'Keep the same white between the turns.'
          : 'An even spiral.',
      [ringAt(worst.point, 16, `${Math.round(worst.off)} px`)],
    )
  },
}
