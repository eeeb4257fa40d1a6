import { areaOf } from '../../geometry'
import { z } from 'zod'
import { boundsOf } from '../../base'
import { fillPolygon, squaredDistances } from '../../raster'
import {
  areaSchema,
  atMost,
  cantTell,
  limitOf,
  type Band,
  type Evidence,
  type Found,
  type Looking,
  type Measure,
  PAGE,
} from '../contract'
import { capital, placeInWords } from '../words'
import { shownToneSchema, toneAgainst } from '../tone/shown'
import { drawnFields, rounded } from './common'
import { edgeOf, filledShape } from './filled'

const schema = z.strictObject({
  measure: z.literal('likeness'),
  ...drawnFields,
  /** The teacher's shape, x, y, x, y … px. */
  shape: areaSchema,
  /** Copied exactly: where and how large it lies counts too. Otherwise it is moved and scaled to fit first. */
  isExact: z.boolean(),
  /** How light the teacher's was, see `shownTone`; absent: only the outline counts. */
  tone: shownToneSchema.optional(),
})
type Settings = z.infer<typeof schema>

/** Mean distance from the teacher's outline, % of the square root of its area. */
const OFF = { gentle: 9, standard: 6, strict: 3 } as const

/**
 * The outline of the layer's filled shape against the teacher's: aligned by shift and scale (ordinary Procrustes
 * without turning, by middle and area), then the mean of the distances both ways. Where the outline is right, light and
 * dark within it are compared too.
 */
function look(looking: Looking, { layer, what, target, shape, isExact, tone, tolerance }: Settings): Found {
  const own = filledShape(looking, layer, target)
  if (!own) return cantTell(`There is no closed shape of ${what} to be looked at yet.`)
  const { width, height, cell, x0, y0 } = own
  const asked = fillPolygon(
    shape.map((value, i) => (value - (i % 2 ? y0 : x0)) / cell),
    width,
    height,
  )
  const [a, b] = [momentsOf(own.set, width), momentsOf(asked, width)]
  if (b.area < 20) return cantTell(`The teacher’s shape lies elsewhere, so ${what} can’t be compared.`)
  const scale = isExact ? 1 : Math.sqrt(b.area / a.area)
  const [sx, sy] = isExact ? [0, 0] : [b.x, b.y]
  const [mx, my] = isExact ? [0, 0] : [a.x, a.y]
  const edges = [edgeOf(own.set, width, height), edgeOf(asked, width, height)] as const
  const [toOwn, toAsked] = edges.map(edge => squaredDistances(edge, width, height)) as [Float64Array, Float64Array]
  const at = (distances: Float64Array, x: number, y: number) => {
    const [px, py] = [Math.min(Math.max(Math.floor(x), 0), width - 1), Math.min(Math.max(Math.floor(y), 0), height - 1)]
    return Math.sqrt(distances[py * width + px]!)
  }
  let [sum, count, worst, worstAt] = [0, 0, -1, { x: 0, y: 0 }]
  for (let i = 0; i < edges[0].length; i++) {
    if (edges[0][i]) {
      const [x, y] = [((i % width) + 0.5 - mx) * scale + sx, (Math.floor(i / width) + 0.5 - my) * scale + sy]
      const off = at(toAsked, x, y)
      sum += off
      count++
      if (off > worst) [worst, worstAt] = [off, { x: x0 + (i % width) * cell, y: y0 + Math.floor(i / width) * cell }]
    }
    if (edges[1][i]) {
      sum += at(toOwn, ((i % width) + 0.5 - sx) / scale + mx, (Math.floor(i / width) + 0.5 - sy) / scale + my) * scale
      count++
    }
  }
  const value = (100 * sum) / count / Math.sqrt(b.area)
  const verdict = atMost(value, limitOf(tolerance, OFF))
  const figure = { value: rounded(value), unit: '% of its size off' }
  if (verdict === 'met') {
    const toSheet = ([x, y]: readonly [number, number]): [number, number] => [
      x0 + (((x - x0) / cell - sx) / scale + mx) * cell,
      y0 + (((y - y0) / cell - sy) / scale + my) * cell,
    ]
    return (
      (tone && toneAgainst(looking, tone, boundsOf(shape), toSheet, what, tolerance)) ?? {
        verdict,
        figure,
        sentence: `${capital(what)} is like the one that was shown.`,
        marks: [],
      }
    )
  }
  const box = {
    x0: x0 + (a.x - Math.sqrt(a.area) / 2) * cell,
    y0: y0 + (a.y - Math.sqrt(a.area) / 2) * cell,
    x1: x0 + (a.x + Math.sqrt(a.area) / 2) * cell,
    y1: y0 + (a.y + Math.sqrt(a.area) / 2) * cell,
  }
  return {
    verdict,
    figure,
    sentence: `${capital(what)} differs most from the one that was shown ${placeInWords(worstAt.x, worstAt.y, box)}.`,
    marks: [
      { kind: 'ring', ...worstAt, radius: Math.max(worst * cell, 16), label: 'here' },
      { kind: 'path', points: [...shape, shape[0]!, shape[1]!].map(Math.round) },
    ],
  }
}

function momentsOf(set: Uint8Array, width: number): { area: number; x: number; y: number } {
  let [area, x, y] = [0, 0, 0]
  for (let i = 0; i < set.length; i++) {
    if (!set[i]) continue
    area++
    x += (i % width) + 0.5
    y += Math.floor(i / width) + 0.5
  }
  return { area, x: x / Math.max(area, 1), y: y / Math.max(area, 1) }
}

function band(_evidence: Evidence, { shape, tolerance }: Settings): Band[] {
  const area = areaOf(Array.from({ length: shape.length / 2 }, (_, i) => ({ x: shape[2 * i]!, y: shape[2 * i + 1]! })))
  return [{ points: shape, isClosed: true, reach: (limitOf(tolerance, OFF) / 100) * Math.sqrt(Math.abs(area)) }]
}

export const likeness: Measure<Settings> = {
  schema,
  look,
  band,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.marks }) },
}
