import { z } from 'zod'
import { squaredDistances } from '../../raster'
import { cantTell, limitOf, type Evidence, type Found, type Measure, PAGE } from '../contract'
import { regionMark } from '../regions'
import { drawnFields, rounded } from './common'
import { edgeOf, filledShape } from './filled'
import { capital } from '../words'

const schema = z.strictObject({
  measure: z.literal('symmetry'),
  ...drawnFields,
  /** Made things are even; living things are slightly uneven. */
  wants: z.enum(['even', 'slightly-uneven']),
})
type Settings = z.infer<typeof schema>

/** Mean distance of the outline from its mirror picture, % of the width. */
const EVEN = { gentle: 4.5, standard: 3, strict: 1.5 } as const
/** Less than this is too even for a living thing. */
const ALIVE = 0.7
/** What is alive may be so many times as uneven as what is made. */
const UNEVEN = 1.25
/** The axis may lie so far beside the middle, and lean so much. */
const BESIDE = 0.06
const LEANS = 0.09
const STEPS = 6

function look(evidence: Evidence, { layer, what, target, wants, tolerance }: Settings): Found {
  const grid = filledShape(evidence, layer, target)
  if (!grid) return cantTell(`There is no closed shape of ${what} to be looked at yet.`)
  const { set, width, height, cell, x0, y0, across } = grid
  const edge = edgeOf(set, width, height)
  const distances = squaredDistances(edge, width, height)
  const places = [...edge.keys()].filter(i => edge[i])
  const middle = places.reduce((sum, i) => sum + (i % width), 0) / places.length + 0.5
  const high = places.reduce((sum, i) => sum + Math.floor(i / width), 0) / places.length + 0.5
  let best = { off: Infinity, at: middle, lean: 0 }
  for (let a = -STEPS; a <= STEPS; a++) {
    for (let l = -STEPS; l <= STEPS; l++) {
      const [at, lean] = [middle + (a / STEPS) * BESIDE * across, (l / STEPS) * LEANS]
      const off = mirroredOff(places, distances, width, height, at, high, lean)
      if (off < best.off) best = { off, at, lean }
    }
  }
  const value = (100 * best.off) / across
  const limit = limitOf(tolerance, EVEN)
  const isTooEven = wants === 'slightly-uneven' && value < ALIVE
  const verdict = isTooEven
    ? 'nearly'
    : value <= limit * (wants === 'even' ? 1 : UNEVEN)
      ? 'met'
      : value <= 2 * limit * (wants === 'even' ? 1 : UNEVEN)
        ? 'nearly'
        : 'not-yet'
  const figure = { value: rounded(value), unit: '% of its width' }
  if (isTooEven)
    return {
      verdict,
      figure,
      sentence: `${capital(what)} is the same on both sides to the hair; what is alive differs a little.`,
      marks: [],
    }
  if (verdict === 'met')
    return {
      verdict,
      figure,
      sentence:
        wants === 'even'
          ? `${capital(what)} is even on both sides.`
          : `${capital(what)} is alive: nearly the same on both sides, and not quite.`,
      marks: [],
    }
  // What has no partner on the other side.
  const odd = new Uint8Array(evidence.drawing.sheet.width * evidence.drawing.sheet.height)
  let [left, right] = [0, 0]
  for (let i = 0; i < set.length; i++) {
    if (!set[i]) continue
    const other = mirrored((i % width) + 0.5, Math.floor(i / width) + 0.5, best.at, high, best.lean)
    const j = Math.floor(other.y) * width + Math.floor(other.x)
    if (other.x >= 0 && other.x < width && other.y >= 0 && other.y < height && set[j]) continue
    if (i % width < best.at) left++
    else right++
    paintCell(odd, evidence.drawing.sheet, x0 + (i % width) * cell, y0 + Math.floor(i / width) * cell, cell)
  }
  return {
    verdict,
    figure,
    sentence: `${capital(what)} is fuller on the ${left > right ? 'left' : 'right'} than on the other side.`,
    marks: [regionMark(odd, evidence.drawing.sheet.width, evidence.drawing.sheet.height)],
  }
}

function paintCell(
  out: Uint8Array,
  { width, height }: { width: number; height: number },
  x: number,
  y: number,
  cell: number,
): void {
  for (let py = Math.max(y, 0); py < Math.min(y + cell, height); py++)
    for (let px = Math.max(x, 0); px < Math.min(x + cell, width); px++) out[py * width + px] = 1
}

function mirrored(x: number, y: number, at: number, high: number, lean: number): { x: number; y: number } {
  // Reflected at a line through (at, high) that leans by `lean` radians from the upright.
  const [c, s] = [Math.cos(2 * lean), Math.sin(2 * lean)]
  const [dx, dy] = [x - at, y - high]
  return { x: at - c * dx + s * dy, y: high + s * dx + c * dy }
}

function mirroredOff(
  places: readonly number[],
  distances: Float64Array,
  width: number,
  height: number,
  at: number,
  high: number,
  lean: number,
): number {
  let sum = 0
  for (const i of places) {
    const { x, y } = mirrored((i % width) + 0.5, Math.floor(i / width) + 0.5, at, high, lean)
    const [px, py] = [Math.min(Math.max(Math.floor(x), 0), width - 1), Math.min(Math.max(Math.floor(y), 0), height - 1)]
    sum += Math.sqrt(distances[py * width + px]!) + Math.abs(x - px - 0.5 > 1 ? x - px : 0)
  }
  return sum / places.length
}

export const symmetry: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.marks }) },
}
