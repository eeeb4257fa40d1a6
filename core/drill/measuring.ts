import { seededRandom } from '../base'
import { centroid, distanceOf, fitLine, resample, type Point } from '../geometry'
import { pathMark } from '../lookfor'
import { figure, nothingYet, pointsForShare, resultOf, type Drill, type Prompt } from './contract'
import { DRILL_SHEET, matched, mean, ringAt, pathsOf, withTools } from './strokes'

/** Measuring by eye: angles, halves and thirds, proportions. */

const PLACES = 40
const arm = (from: Point, degrees: number, length: number): Point => ({
  x: from.x + length * Math.cos((degrees * Math.PI) / 180),
  y: from.y - length * Math.sin((degrees * Math.PI) / 180),
})

/** Angles to be copied: where the given one and the copy begin, their first arms, how wide. Degrees anticlockwise. */
function anglesOf(seed: number): { given: Point; copy: Point; first: number; second: number; wide: number }[] {
  const random = seededRandom(seed)
  return Array.from({ length: 3 }, (_, i) => {
    const y = 190 + 190 * i
    return {
      given: { x: 190, y },
      copy: { x: 660, y },
      first: random.between(-12, 12),
      second: random.between(-25, 25),
      wide: random.between(25, 130),
    }
  })
}

export const copyAngle: Drill = {
  family: 'measuring',
  title: 'Copy an angle',
  trains: 'Judging how far one line leans against another.',
  seconds: 45,
  measured: 'How many degrees each angle is off (none left at 15°).',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Give each arm on the right a second one, so that the angle is the one on the left.',
    given: [],
    answering: withTools('ink-pen'),
    prompts: anglesOf(seed).flatMap(({ given, copy, first, second, wide }): Prompt[] => [
      { kind: 'line', points: [arm(given, first, 120), given, arm(given, first + wide, 120)], isFaint: false },
      { kind: 'line', points: [copy, arm(copy, second, 120)], isFaint: false },
      { kind: 'dot', at: copy },
    ]),
  }),
  score(seed, tried) {
    const wanted = anglesOf(seed)
    const found = matched(wanted, pathsOf(tried), ({ copy }, { points }) =>
      Math.min(distanceOf(points[0]!, copy), distanceOf(points[points.length - 1]!, copy)),
    )
    const done = wanted.flatMap((each, i) => {
      const path = found[i]
      if (!path) return []
      const points = resample(path.points, PLACES)
      const { direction } = fitLine(points)
      const out =
        distanceOf(points[0]!, each.copy) < distanceOf(points[PLACES - 1]!, each.copy)
          ? points[PLACES - 1]!
          : points[0]!
      const line = (-direction * 180) / Math.PI
      const away =
        Math.cos((line * Math.PI) / 180) * (out.x - each.copy.x) -
          Math.sin((line * Math.PI) / 180) * (out.y - each.copy.y) >=
        0
          ? line
          : line + 180
      const off = ((away - each.second - each.wide + 540) % 360) - 180
      return [{ each, off }]
    })
    if (done.length === 0) return nothingYet('No arm yet.')
    const share = done.length / wanted.length
    const off = mean(done.map(one => Math.abs(one.off)))
    const lean = mean(done.map(one => one.off))
    return resultOf(
      [figure('off the angle', off, '°', pointsForShare(share, off, 15, 1))],
      share < 1
        ? `${done.length} of ${wanted.length} angles are copied.`
        : off > 4
          ? `Yours are mostly ${lean > 0 ? 'wider' : 'narrower'}: look at the gap between the tips, not at the lines.`
          : 'Well judged.',
      done.map(({ each, off: by }) =>
        pathMark([
          each.copy,
          arm(each.copy, each.second + each.wide, 120),
          ...(by === 0 ? [] : [arm(each.copy, each.second + each.wide + by, 120)]),
        ]),
      ),
    )
  },
}

/** Lines to be cut: into two, into three. */
function cutsOf(seed: number): { a: Point; b: Point; parts: 2 | 3 }[] {
  const random = seededRandom(seed)
  return Array.from({ length: 4 }, (_, i) => {
    const tilt = (random.between(-24, 24) * Math.PI) / 180
    const half = random.between(150, 190)
    const [cx, cy] = [250 + 460 * (i % 2), 180 + 290 * Math.floor(i / 2)]
    return {
      a: { x: cx - half * Math.cos(tilt), y: cy - half * Math.sin(tilt) },
      b: { x: cx + half * Math.cos(tilt), y: cy + half * Math.sin(tilt) },
      parts: i % 2 ? (3 as const) : (2 as const),
    }
  })
}

export const halveAndThird: Drill = {
  family: 'measuring',
  title: 'Halve and third a line',
  trains: 'Finding the middle, and the thirds, without a ruler.',
  seconds: 40,
  measured: 'How far each tick is from the true place (none left at 7 % of the line).',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Halve the lines on the left with a short tick, and cut those on the right in three.',
    given: [],
    answering: withTools('ink-pen'),
    prompts: cutsOf(seed).map(({ a, b }): Prompt => ({ kind: 'line', points: [a, b], isFaint: false })),
  }),
  score(seed, tried) {
    const places = cutsOf(seed).flatMap(({ a, b, parts }) =>
      Array.from({ length: parts - 1 }, (_, i) => {
        const t = (i + 1) / parts
        return { at: { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t }, a, b }
      }),
    )
    const along = ({ a, b }: { a: Point; b: Point }, { x, y }: Point) =>
      ((x - a.x) * (b.x - a.x) + (y - a.y) * (b.y - a.y)) / distanceOf(a, b) ** 2
    const ticks = pathsOf(tried)
    const found = matched(places, ticks, ({ at }, path) => distanceOf(centroid(resample(path.points, PLACES)), at))
    const done = places.flatMap((place, i) => {
      const tick = found[i]
      if (!tick) return []
      const middle = centroid(resample(tick.points, PLACES))
      return distanceOf(middle, place.at) > 0.4 * distanceOf(place.a, place.b)
        ? []
        : [{ place, off: 100 * (along(place, middle) - along(place, place.at)), middle }]
    })
    if (done.length === 0) return nothingYet('No tick yet.')
    const share = done.length / places.length
    const off = mean(done.map(each => Math.abs(each.off)))
    const worst = done.reduce((a, b) => (Math.abs(b.off) > Math.abs(a.off) ? b : a))
    return resultOf(
      [figure('off the place', off, '% of the line', pointsForShare(share, off, 7, 0.5))],
      share < 1
        ? `${done.length} of ${places.length} ticks are set.`
        : off > 2
          ? 'Compare the parts with each other, and move the tick in your mind until they are alike.'
          : 'A good eye.',
      [
        ...done.map(each =>
          ringAt(
            each.place.at,
            8,
            Math.abs(each.off) < 1 ? '' : `${each.off > 0 ? '+' : '−'}${Math.abs(each.off).toFixed(1)} %`,
          ),
        ),
        pathMark([worst.place.a, worst.place.b]),
      ],
    )
  },
}

/** A box, and the base of one that is to be like it. */
function boxesOf(
  seed: number,
): { given: { x: number; y: number; w: number; h: number }; base: { x: number; y: number; w: number } }[] {
  const random = seededRandom(seed)
  return Array.from({ length: 2 }, (_, i) => {
    const ratio = random.between(0.45, 1.9)
    const w = ratio > 1 ? random.between(78, 100) : random.between(100, 140)
    // Another size, never nearly the same.
    const grown = random.unit() < 0.4 ? random.between(0.6, 0.78) : random.between(1.25, 1.6)
    return {
      given: { x: 70 + 460 * i, y: 560, w, h: w * ratio },
      base: { x: 70 + 460 * i + w + 60, y: 560, w: w * grown },
    }
  })
}

export const copyProportion: Drill = {
  family: 'measuring',
  title: 'Copy a proportion',
  trains: 'How high against how wide, at another size.',
  seconds: 40,
  measured: 'How far the ratio of height to width is off (none left at 25 %).',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Each base on the right is to carry a box like the one beside it. Draw its left side up to the right height.',
    given: [],
    answering: withTools('ink-pen'),
    prompts: boxesOf(seed).flatMap(({ given: { x, y, w, h }, base }): Prompt[] => [
      {
        kind: 'shape',
        points: [
          { x, y },
          { x: x + w, y },
          { x: x + w, y: y - h },
          { x, y: y - h },
        ],
      },
      {
        kind: 'line',
        points: [
          { x: base.x, y: base.y },
          { x: base.x + base.w, y: base.y },
        ],
        isFaint: false,
      },
      { kind: 'dot', at: { x: base.x, y: base.y } },
    ]),
  }),
  score(seed, tried) {
    const wanted = boxesOf(seed)
    const found = matched(
      wanted,
      pathsOf(tried),
      ({ base }, { points }) =>
        Math.min(...points.map(point => Math.abs(point.x - base.x))) + Math.abs(centroid(points).x - base.x),
    )
    const done = wanted.flatMap(({ given, base }, i) => {
      const path = found[i]
      if (!path) return []
      const high = base.y - Math.min(...path.points.map(({ y }) => y))
      const truth = (given.h / given.w) * base.w
      return [{ base, truth, off: (100 * (high - truth)) / truth }]
    })
    if (done.length === 0) return nothingYet('No side yet.')
    const share = done.length / wanted.length
    const off = mean(done.map(each => Math.abs(each.off)))
    return resultOf(
      [figure('off the proportion', off, '%', pointsForShare(share, off, 25, 1.5))],
      share < 1
        ? `${done.length} of ${wanted.length} boxes have their side.`
        : off > 7
          ? 'How often does the width go into the height? Count it on the left, then on the right.'
          : 'In good proportion.',
      done.map(({ base, truth, off: by }) =>
        ringAt({ x: base.x, y: base.y - truth }, 10, `${by > 0 ? '+' : '−'}${Math.abs(by).toFixed(0)} %`),
      ),
    )
  },
}
