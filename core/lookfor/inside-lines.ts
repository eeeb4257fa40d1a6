import { z } from 'zod'
import { layerIdSchema } from '../drawing'
import { unionRect } from '../base'
import { layerAlpha, tilesBox } from '../layers'
import { squaredDistances } from '../raster'
import { isFound, outlineOf } from './closed-outline'
import { cantTell, toleranceSchema, type Evidence, type Found, type Measure } from './contract'
import { regionMark } from './regions'
import { boxOf, percentInWords, placeInWords } from './words'

const schema = z.strictObject({
  measure: z.literal('inside-lines'),
  layer: layerIdSchema,
  lines: layerIdSchema,
  what: z.string().min(1).max(60),
  target: z.array(z.number()).min(6),
  tolerance: toleranceSchema,
})
type Settings = z.infer<typeof schema>

/** Paint outside, as share of the inside's area, that is still within the lines, and nearly. */
const ALLOWED = { gentle: [0.012, 0.05], standard: [0.004, 0.025], strict: [0.001, 0.01] } as const
/** Fainter paint than this is not seen as spill, alpha 0 … 255. */
const SEEN = 40
/** Line widths that paint may stand out past the line. */
const GRACE = 1

function look(evidence: Evidence, settings: Settings): Found {
  const { drawing } = evidence
  const layer = drawing.layers.find(each => each.id === settings.layer)
  if (!layer) return cantTell('There is no layer for the colour yet.')
  const outline = outlineOf(evidence, settings.lines, settings.target, settings.what)
  if (isFound(outline)) return outline
  if (outline.isOpen) return cantTell(`Close the outline of ${settings.what} first, then spills can be looked at.`)
  if (!outline.inside.includes(1)) return cantTell(`The outline does not lie where ${settings.what} is expected, so it can’t be looked at.`)
  // All paint of the layer, and the outline.
  const part = unionRect(tilesBox(drawing, layer), outline.box)
  const [width, height] = [part.x1 - part.x0, part.y1 - part.y0]
  const alpha = layerAlpha(drawing, layer, part)
  if (!alpha.some(value => value >= SEEN)) return cantTell(`There is no colour on the layer “${layer.name}” yet.`)

  const home = new Uint8Array(alpha.length)
  let area = 0
  const across = outline.box.x1 - outline.box.x0
  for (let i = 0; i < outline.inside.length; i++) {
    const [x, y] = [i % across + outline.box.x0 - part.x0, Math.floor(i / across) + outline.box.y0 - part.y0]
    home[y * width + x] = outline.inside[i]! | outline.ink[i]!
    area += outline.inside[i]!
  }
  const distances = squaredDistances(home, width, height)
  const grace = outline.lineWidth * GRACE
  const spill = new Uint8Array(alpha.length)
  let count = 0
  let farthest = -1
  for (let i = 0; i < alpha.length; i++) {
    if (alpha[i]! < SEEN || distances[i]! <= grace * grace) continue
    spill[i] = 1
    count++
    if (farthest < 0 || distances[i]! > distances[farthest]!) farthest = i
  }
  const share = count / Math.max(area, 1)
  const figure = { value: Math.round(share * 1000) / 10, unit: '%' }
  const [allowed, nearly] = ALLOWED[settings.tolerance]
  if (share <= allowed) {
    return { verdict: 'met', figure, sentence: `The colour keeps inside the lines of ${settings.what}.`, marks: [] }
  }
  const box = boxOf(outline.inside, across)!
  const place = placeInWords(farthest % width + part.x0 - outline.box.x0, Math.floor(farthest / width) + part.y0 - outline.box.y0, box)
  const reach = Math.round(Math.sqrt(distances[farthest]!))
  return {
    verdict: share <= nearly ? 'nearly' : 'not-yet',
    figure,
    sentence: `Colour runs over the line ${place} of ${settings.what}, up to ${reach} px out (${percentInWords(share)} of the shape's area).`,
    marks: [regionMark(spill, width, height, part)],
  }
}

export const insideLines: Measure<Settings> = { schema, look }
