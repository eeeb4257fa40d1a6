import { z } from 'zod'
import { layerIdSchema } from '../drawing'
import { unionRect } from '../base'
import { layerAlpha, tilesBox } from '../layers'
import {
  BitRuns,
  boxOfBits,
  countBits,
  dilated,
  newBits,
  packBits,
  pasteBits,
  squaredDistances,
  unpackBits,
  without,
  type BitPlane,
} from '../raster'
import { insideBox, insideOf } from './closed-outline'
import {
  areaSchema,
  cantTell,
  isFound,
  toleranceSchema,
  type Found,
  type Looking,
  type Measure,
  PAGE,
} from './contract'
import { regionMark } from './regions'
import { percentInWords, placeInWords } from './words'

const schema = z.strictObject({
  measure: z.literal('inside-lines'),
  layer: layerIdSchema,
  lines: layerIdSchema,
  what: z.string().min(1).max(60),
  target: areaSchema,
  tolerance: toleranceSchema,
})
type Settings = z.infer<typeof schema>

/** Paint outside, as share of the inside's area, that is still within the lines, and nearly. */
const ALLOWED = { gentle: [0.012, 0.05], standard: [0.004, 0.025], strict: [0.001, 0.01] } as const
/** Fainter paint than this is not seen as spill, alpha 0 … 255. */
const SEEN = 40
/** Line widths that paint may stand out past the line. */
const GRACE = 1

function look(looking: Looking, settings: Settings): Found {
  const { drawing, kernels } = looking
  const inside = insideOf(looking, settings, 'spills')
  if (isFound(inside)) return inside
  const { outline, layer, area } = inside
  // All paint of the layer, and the outline.
  const part = unionRect(tilesBox(drawing, layer), outline.box)
  const [width, height] = [part.x1 - part.x0, part.y1 - part.y0]
  const paint = packBits(layerAlpha(drawing, layer, part), width, height, SEEN)
  if (countBits(paint) === 0) return cantTell(`There is no colour on the layer “${layer.name}” yet.`)

  const home = newBits(width, height)
  for (const each of [outline.inside, outline.ink])
    pasteBits(home, each, outline.box.x0 - part.x0, outline.box.y0 - part.y0)
  const spill = without(paint, dilated(kernels, home, outline.lineWidth * GRACE))
  const share = countBits(spill) / area
  const figure = { value: Math.round(share * 1000) / 10, unit: '%' }
  const [allowed, nearly] = ALLOWED[settings.tolerance]
  if (share <= allowed) {
    return { verdict: 'met', figure, sentence: `The colour keeps inside the lines of ${settings.what}.`, marks: [] }
  }
  const { x, y, far } = farthestFrom(home, spill)
  const place = placeInWords(x + part.x0, y + part.y0, insideBox(outline))
  const reach = Math.round(far)
  return {
    verdict: share <= nearly ? 'nearly' : 'not-yet',
    figure,
    sentence: `Colour runs over the line ${place} of ${settings.what}, up to ${reach} px out (${percentInWords(share)} of the shape's area).`,
    marks: [regionMark(unpackBits(spill), width, height, part)],
  }
}

/** The px of the spill, of which there is some, that lies farthest from home, and how far that is, px. */
function farthestFrom(home: BitPlane, spill: BitPlane): { x: number; y: number; far: number } {
  const { width, height } = home
  const { y0, y1 } = boxOfBits(spill)!
  const distances = squaredDistances(unpackBits(home), width, height, [y0, y1])
  let best = { x: 0, y: 0, far: -1 }
  const runs = new BitRuns(spill)
  for (let y = y0; y < y1; y++) {
    for (let x = runs.next(0, width, y); x < width; x = runs.next(x + 1, width, y)) {
      const far = distances[(y - y0) * width + x]!
      if (far > best.far) best = { x, y, far }
    }
  }
  return { ...best, far: Math.sqrt(best.far) }
}

export const insideLines: Measure<Settings> = {
  schema,
  look,
  onPaper: {
    as: settings => ({ ...settings, lines: PAGE.lines, layer: PAGE.colour }),
    unsure: 'other things on the page may be coloured as well',
  },
}
