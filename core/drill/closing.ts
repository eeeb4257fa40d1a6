import { toolSettings } from '../brush'
import { seededRandom } from '../base'
import { distanceOf, resample, type Point } from '../geometry'
import { layerAlpha } from '../layers'
import { fillPolygon } from '../raster'
import { pathMark } from '../lookfor'
import { figure, nothingYet, pointsFor, pointsForShare, resultOf, type Drill } from './contract'
import { drawn, LAYERS } from './given'
import { DRILL_SHEET, endsOff, matched, mean, OWN, ringAt, pathsOf, withTools } from './strokes'

/** Closing outlines: with the eye, and so that a pour keeps inside. */

const PLACES = 80

/** A soft closed form: a circle that swells and dents a little. */
function blob(cx: number, cy: number, radius: number, random: ReturnType<typeof seededRandom>): Point[] {
  const [a, b, p, q] = [
    random.between(0.05, 0.14),
    random.between(0.03, 0.08),
    random.between(0, 6),
    random.between(0, 6),
  ]
  return Array.from({ length: 241 }, (_, i) => {
    const t = (2 * Math.PI * i) / 240
    const r = radius * (1 + a * Math.sin(2 * t + p) + b * Math.sin(3 * t + q))
    return { x: cx + r * Math.cos(t), y: cy + r * Math.sin(t) }
  })
}

interface Open {
  readonly outline: readonly Point[]
  readonly missing: readonly Point[]
  readonly left: readonly Point[]
}

function opensOf(seed: number): Open[] {
  const random = seededRandom(seed)
  return Array.from({ length: 3 }, (_, i) => {
    const outline = blob(170 + 310 * i, 320, random.between(92, 118), random)
    const from = random.int(0, 180)
    const count = random.int(38, 58)
    return {
      outline,
      missing: outline.slice(from, from + count + 1),
      left: [...outline.slice(from + count), ...outline.slice(1, from + 1)],
    }
  })
}

export const closeByEye: Drill = {
  family: 'closing',
  title: 'Close it by eye',
  trains: 'Seeing how a line goes on, and meeting its end.',
  seconds: 45,
  measured:
    'How far your part is from the one that was left out (none left at 15 % of its length), and how well it meets both ends (24 px).',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Close each form as its line would go on, from end to end.',
    prompts: [],
    answering: withTools('ink-pen'),
    given: [...LAYERS, ...opensOf(seed).map(({ left }, i) => drawn(left, i + 1))],
  }),
  score(seed, tried) {
    const opens = opensOf(seed)
    const found = matched(opens, pathsOf(tried), ({ missing }, path) =>
      endsOff(path, missing[0]!, missing[missing.length - 1]!),
    )
    const done = opens.flatMap(({ missing }, i) => {
      const path = found[i]
      if (!path) return []
      const [a, b] = [missing[0]!, missing[missing.length - 1]!]
      const truth = resample(missing, PLACES)
      const own = resample(path.points, PLACES)
      const forward = distanceOf(own[0]!, a) <= distanceOf(own[0]!, b) ? own : [...own].reverse()
      const far = forward.map((point, k) => distanceOf(point, truth[k]!))
      const length = distanceOf(a, b)
      return [
        {
          missing,
          off: (100 * mean(far)) / length,
          ends: endsOff(path, a, b) / 2,
          at: forward[far.indexOf(Math.max(...far))]!,
        },
      ]
    })
    if (done.length === 0) return nothingYet('Nothing is closed yet.')
    const share = done.length / opens.length
    const [off, ends] = [mean(done.map(each => each.off)), mean(done.map(each => each.ends))]
    const worst = done.reduce((a, b) => (b.off > a.off ? b : a))
    return resultOf(
      [
        figure('off the left-out line', off, '% of its length', pointsForShare(share, off, 15, 1.5)),
        figure('off the ends', ends, 'px', pointsForShare(share, ends, 24, 4)),
      ],
      share < 1
        ? `${done.length} of ${opens.length} forms are closed.`
        : ends > 9
          ? 'Begin on the line and end on the line.'
          : off > 6
            ? 'Follow the swing of the line on both sides of the opening.'
            : 'They close as if they had never been open.',
      [...done.map(each => pathMark(each.missing)), ringAt(worst.at, 14, `${worst.off.toFixed(1)} %`)],
    )
  },
}

/** Outlines with gaps of a few px. */
function leakyOf(seed: number): { outline: Point[]; pieces: Point[][] }[] {
  const random = seededRandom(seed)
  return Array.from({ length: 2 }, (_, i) => {
    const outline = blob(250 + 460 * i, 320, random.between(140, 175), random)
    const gaps = [random.int(10, 60), random.int(90, 140), random.int(170, 220)]
    const cuts = gaps.flatMap(at => [at, at + random.int(4, 7)])
    return {
      outline,
      pieces: cuts
        .flatMap((to, k) => (k % 2 ? [] : [outline.slice(k ? cuts[k - 1]! : 0, to + 1)]))
        .concat([outline.slice(cuts[cuts.length - 1])]),
    }
  })
}

export const pourShut: Drill = {
  family: 'closing',
  title: 'Pour without a leak',
  trains: 'Finding every gap before the colour does.',
  seconds: 60,
  measured:
    'How much of each form is filled (all of it counts), and how much colour ran out (none left at a quarter of the forms).',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Close the gaps with the pen, then pour colour into both forms.',
    prompts: [],
    answering: {
      ...withTools(toolSettings('ink-pen', { size: 7, taperIn: 0, taperOut: 0 })),
      colour: [58, 118, 160],
      hasPour: true,
    },
    given: [
      ...LAYERS,
      ...leakyOf(seed)
        .flatMap(({ pieces }) => pieces)
        .map((piece, i) => drawn(piece, i + 1)),
    ],
  }),
  score(seed, { drawing, acts }) {
    if (!acts.some(each => !each.prepared && each.act.kind === 'pour')) return nothingYet('Nothing is poured yet.')
    const alpha = layerAlpha(
      drawing,
      drawing.layers.find(each => each.id === OWN)!,
    )
    const { width, height } = drawing.sheet
    const forms = leakyOf(seed).map(({ outline }) =>
      fillPolygon(
        outline.flatMap(({ x, y }) => [x, y]),
        width,
        height,
      ),
    )
    let [area, filled, out] = [0, 0, 0]
    for (let i = 0; i < alpha.length; i++) {
      const isIn = forms.some(form => form[i])
      if (isIn) area++
      if (alpha[i]! < 128) continue
      if (isIn) filled++
      else out++
    }
    // Lines lie half in and half out: they are neither bare nor spilt.
    const bare = Math.max(100 - (100 * filled) / area - 5, 0)
    const spilt = Math.max((100 * out) / area - 6, 0)
    return resultOf(
      [
        figure('bare', bare, '% of the forms', pointsFor(bare, 60, 1)),
        figure('run out', spilt, '% of the forms', pointsFor(spilt, 25, 1)),
      ],
      spilt > 5
        ? 'It ran out: undo, look for the gap where it left, close it, pour again.'
        : bare > 5
          ? 'One form is still bare.'
          : 'Not a drop beside it.',
      [],
    )
  },
}
