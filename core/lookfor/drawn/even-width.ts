import { z } from 'zod'
import { boundsOf } from '../../base'
import { depthAt, skeleton } from '../../raster'
import { atMost, cantTell, limitOf, type Evidence, type Found, type Measure, PAGE } from '../contract'
import { placeInWords } from '../words'
import { drawnFields, rounded } from './common'
import { alphaOf } from './paths'
import { isInside } from './polygon'

const schema = z.strictObject({ measure: z.literal('even-width'), ...drawnFields })
type Settings = z.infer<typeof schema>

/** Standard deviation of the line's width, % of its mean. */
const UNEVEN = { gentle: 26, standard: 17, strict: 9 } as const
const INK = 128
/** Tapered ends and crossings don't count: so many widths round an end or a crossing of the skeleton are left out. */
const AWAY = 1.5
/** Less skeleton than this tells nothing, px. */
const LEAST = 80

/** Local widths, px, along a line's skeleton, away from its ends and crossings: twice the distance to the paper. */
export function widthsAlong(
  ink: Uint8Array,
  width: number,
  height: number,
): { readonly at: number; readonly width: number }[] {
  const bones = skeleton(ink, width, height)
  const found: { at: number; width: number }[] = []
  const ends: number[] = []
  let sum = 0
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      if (!bones[i]) continue
      // A px in the middle of a line has its edge half a px nearer than the middle of the first px of paper.
      const own = 2 * depthAt(ink, width, height, x, y) - 1
      found.push({ at: i, width: own })
      sum += own
      // From clear to set so often on the way round: twice where a line goes through, and not at a mere step of its
      // stairs.
      const ring = [i - width, i - width + 1, i + 1, i + width + 1, i + width, i + width - 1, i - 1, i - width - 1].map(
        next => bones[next]!,
      )
      if (ring.filter((value, k) => !value && ring[(k + 1) % 8]).length !== 2) ends.push(i)
    }
  }
  const clear = AWAY * (sum / Math.max(found.length, 1))
  const isNearEnd = (at: number) =>
    ends.some(
      end =>
        ((end % width) - (at % width)) ** 2 + (Math.floor(end / width) - Math.floor(at / width)) ** 2 <= clear * clear,
    )
  return found.filter(({ at }) => !isNearEnd(at))
}

function look(evidence: Evidence, { layer, what, target, tolerance }: Settings): Found {
  const { drawing } = evidence
  const alpha = alphaOf(drawing, layer)
  if (!alpha) return cantTell(`There is no layer for ${what} yet.`)
  const bounds = boundsOf(target)
  const [x0, y0] = [Math.max(Math.floor(bounds.x0), 0), Math.max(Math.floor(bounds.y0), 0)]
  const [width, height] = [
    Math.min(Math.ceil(bounds.x1), drawing.sheet.width) - x0,
    Math.min(Math.ceil(bounds.y1), drawing.sheet.height) - y0,
  ]
  if (width < 8 || height < 8) return cantTell(`There is no line of ${what} yet.`)
  const ink = new Uint8Array(width * height)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++)
      if (
        alpha[(y0 + y) * drawing.sheet.width + x0 + x]! >= INK &&
        isInside(target, { x: x0 + x + 0.5, y: y0 + y + 0.5 })
      )
        ink[y * width + x] = 1
  }
  const along = widthsAlong(ink, width, height)
  if (along.length < LEAST) return cantTell(`There is too little line of ${what} to be looked at yet.`)
  const mean = along.reduce((sum, each) => sum + each.width, 0) / along.length
  const value = (100 * Math.sqrt(along.reduce((sum, each) => sum + (each.width - mean) ** 2, 0) / along.length)) / mean
  const verdict = atMost(value, limitOf(tolerance, UNEVEN))
  const figure = { value: rounded(value), unit: '% of its width' }
  if (verdict === 'met')
    return { verdict, figure, sentence: `The line of ${what} is ${rounded(mean)} px wide all along.`, marks: [] }
  const sorted = [...along].sort((a, b) => a.width - b.width)
  const [thin, thick] = [sorted[Math.floor(sorted.length * 0.03)]!, sorted[Math.floor(sorted.length * 0.97)]!]
  const place = ({ at }: { at: number }) => ({ x: x0 + (at % width), y: y0 + Math.floor(at / width) })
  const mark = (each: typeof thin) => ({
    kind: 'ring' as const,
    ...place(each),
    radius: Math.max(2 * mean, 14),
    label: `${rounded(each.width)} px`,
  })
  return {
    verdict,
    figure,
    marks: [mark(thin), mark(thick)],
    sentence: `The line of ${what} is ${rounded(thick.width)} px wide ${placeInWords(place(thick).x, place(thick).y, bounds)} and ${rounded(thin.width)} px ${placeInWords(place(thin).x, place(thin).y, bounds)}.`,
  }
}

export const evenWidth: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.lines }) },
}
