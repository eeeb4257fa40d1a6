import { toolSettings } from '../brush'
import { seededRandom } from '../base'
import { lengthOf, sharesAlong, type Point } from '../geometry'
import { layerAlpha } from '../layers'
import { figure, nothingYet, pointsFor, pointsForShare, resultOf, type Drill, type Prompt } from './contract'
import { DRILL_SHEET, matched, mean, OWN, ringAt, pathsOf, withTools, type DrawnPath } from './strokes'

/** Ramps of the hand's weight: thin to thick, light to dark. */

const PLACES = 24
const ROWS = [150, 320, 490]

/** Which way each of three lines is to grow. */
function directionsAsked(seed: number): boolean[] {
  const random = seededRandom(seed)
  return ROWS.map(() => random.unit() < 0.5)
}

/** Pressure along a stroke at even places, from the left. */
function pressuresOf({ points, pressures }: DrawnPath): number[] {
  const shares = sharesAlong(points)
  const at = (share: number) => {
    const i = Math.max(
      shares.findIndex(each => each >= share),
      0,
    )
    return pressures[i]!
  }
  const out = Array.from({ length: PLACES }, (_, i) => at((i + 0.5) / PLACES))
  return points[0]!.x > points[points.length - 1]!.x ? out.reverse() : out
}

export const rampWidth: Drill = {
  family: 'pressure',
  title: 'Thin to thick',
  trains: 'Pressing more and more, or less and less, evenly. Needs a pen that feels pressure.',
  seconds: 40,
  measured:
    'How even the pressure grows (none left at 30 % of its range), and how much of the pen’s range is used (all from 55 % on).',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Draw each line from dot to dot, thin at the small dot and thick at the ring.',
    given: [],
    answering: withTools(
      toolSettings('ink-pen', { size: 26, pressureSize: 95, taperIn: 0, taperOut: 0, steadying: 3 }),
    ),
    prompts: directionsAsked(seed).flatMap((isGrowing, i): Prompt[] => [
      { kind: 'dot', at: { x: 170, y: ROWS[i]! }, label: isGrowing ? 'thin' : 'thick' },
      { kind: 'dot', at: { x: 790, y: ROWS[i]! }, label: isGrowing ? 'thick' : 'thin' },
    ]),
  }),
  score(seed, tried) {
    const asked = directionsAsked(seed)
    const found = matched(
      ROWS,
      pathsOf(tried).filter(each => lengthOf(each.points) > 200),
      (y, path) => Math.abs(mean(path.points.map(point => point.y)) - y),
    )
    const done = asked.flatMap((isGrowing, i) => {
      const path = found[i]
      if (!path) return []
      const pressures = pressuresOf(path)
      const along = isGrowing ? pressures : [...pressures].reverse()
      const [low, high] = [Math.min(...along), Math.max(...along)]
      const ideal = along.map((_, k) => low + ((high - low) * k) / (PLACES - 1))
      const off =
        high > low ? (100 * Math.sqrt(mean(along.map((value, k) => (value - ideal[k]!) ** 2)))) / (high - low) : 100
      return [{ range: 100 * (high - low), off, isTurned: along[0]! > along[PLACES - 1]!, y: ROWS[i]! }]
    })
    if (done.length === 0) return nothingYet('No line yet.')
    if (done.every(each => each.range < 2))
      return nothingYet('Your pointer does not feel pressure. Leave this one out, or take a pen that does.')
    const share = done.length / asked.length
    const [range, off] = [mean(done.map(each => each.range)), mean(done.map(each => each.off))]
    const turned = done.filter(each => each.isTurned)
    return resultOf(
      [
        figure('unevenness', off, '% of the range', pointsForShare(share, off, 30, 5)),
        figure('range used', range, '% of the pen’s', pointsForShare(share, 55 - range, 50)),
      ],
      turned.length
        ? 'One line grows the other way: look at “thin” and “thick”.'
        : share < 1
          ? `${done.length} of ${asked.length} lines are drawn.`
          : range < 35
            ? 'Dare to press: begin hardly touching, end firmly.'
            : 'It grows evenly.',
      turned.map(each => ringAt({ x: 480, y: each.y }, 16, 'the other way')),
    )
  },
}

const COLUMNS = 20

function bandOf(seed: number): { x0: number; x1: number; y0: number; y1: number } {
  const random = seededRandom(seed ^ 0x3c3c)
  const [wide, high] = [random.int(540, 720), random.int(90, 170)]
  const [x0, y0] = [random.int(60, 900 - wide), random.int(120, 540 - high)]
  return { x0, x1: x0 + wide, y0, y1: y0 + high }
}

function cornersOf({ x0, x1, y0, y1 }: ReturnType<typeof bandOf>): Point[] {
  return [
    { x: x0, y: y0 },
    { x: x1, y: y0 },
    { x: x1, y: y1 },
    { x: x0, y: y1 },
  ]
}

export const rampDark: Drill = {
  family: 'pressure',
  title: 'Light to dark',
  trains: 'A tone that grows from nothing to full, with layers or with weight.',
  seconds: 90,
  measured:
    'How far each twentieth of the band is from an even growth (none left at 30 % of the range), and how dark it becomes (all from 60 % on).',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: directionsAsked(seed)[0]
      ? 'Shade the band with the pencil: white at the left, as dark as you can at the right.'
      : 'Shade the band with the pencil: as dark as you can at the left, white at the right.',
    given: [],
    answering: withTools(toolSettings('pencil', { size: 16, flow: 45 }), toolSettings('soft-eraser', { size: 60 })),
    prompts: [{ kind: 'shape', points: cornersOf(bandOf(seed)) }],
  }),
  score(seed, { drawing }) {
    const layer = drawing.layers.find(each => each.id === OWN)
    if (!layer || layer.tiles.size === 0) return nothingYet('Nothing is shaded yet.')
    const alpha = layerAlpha(drawing, layer)
    const { width } = drawing.sheet
    const band = bandOf(seed)
    const tones = Array.from({ length: COLUMNS }, (_, i) => {
      const [from, to] = [
        band.x0 + ((band.x1 - band.x0) * i) / COLUMNS,
        band.x0 + ((band.x1 - band.x0) * (i + 1)) / COLUMNS,
      ]
      let sum = 0
      for (let y = band.y0; y < band.y1; y++)
        for (let x = Math.round(from); x < Math.round(to); x++) sum += alpha[y * width + x]!
      return (100 * sum) / (255 * (band.y1 - band.y0) * (Math.round(to) - Math.round(from)))
    })
    const along = directionsAsked(seed)[0] ? tones : [...tones].reverse()
    const [low, high] = [Math.min(...along), Math.max(...along)]
    if (high < 8) return nothingYet('There is hardly any tone yet.')
    const steps = along.map((value, i) => value - (low + ((high - low) * i) / (COLUMNS - 1)))
    const off = (100 * Math.sqrt(mean(steps.map(value => value ** 2)))) / Math.max(high - low, 1)
    const worst = steps.reduce((a, b, i) => (Math.abs(b) > Math.abs(steps[a]!) ? i : a), 0)
    const place = directionsAsked(seed)[0] ? worst : COLUMNS - 1 - worst
    return resultOf(
      [
        figure('unevenness', off, '% of the range', pointsFor(off, 30, 4)),
        figure('darkest', high, '%', pointsFor(60 - high, 50)),
        figure('lightest', low, '%', pointsFor(low, 35, 3)),
      ],
      off > 12
        ? `It jumps: ${steps[worst]! > 0 ? 'too dark' : 'too light'} at the ring.`
        : high < 45
          ? 'Even; now dare the dark end.'
          : 'An even growth.',
      off > 6
        ? [
            ringAt(
              { x: band.x0 + ((band.x1 - band.x0) * (place + 0.5)) / COLUMNS, y: (band.y0 + band.y1) / 2 },
              26,
              steps[worst]! > 0 ? 'too dark' : 'too light',
            ),
          ]
        : [],
    )
  },
}
