import { z } from 'zod'
import { layerIdSchema } from '../drawing'
import { layerAlpha } from '../layers'
import { components, countBits, packBits, unpackBits, without } from '../raster'
import { insideBox, insideOf } from './closed-outline'
import {
  areaSchema,
  cantTell,
  isFound,
  toleranceSchema,
  type Evidence,
  type Found,
  type Measure,
  PAGE,
} from './contract'
import { regionMark } from './regions'
import { percentInWords, placeInWords } from './words'

const schema = z.strictObject({
  measure: z.literal('covered'),
  /** The layer that must be painted. */
  layer: layerIdSchema,
  /** The layer whose outline says where. */
  lines: layerIdSchema,
  what: z.string().min(1).max(60),
  target: areaSchema,
  tolerance: toleranceSchema,
})
type Settings = z.infer<typeof schema>

/** Share of the inside that must be painted, and the largest hole allowed as share of it. */
const ENOUGH = { gentle: [0.94, 0.02], standard: [0.98, 0.005], strict: [0.995, 0.001] } as const
/** From this share on it is nearly covered. */
const NEARLY = 0.85
/** Paint counts from half strength on, alpha 0 … 255. */
const PAINTED = 128
/** Below this share of paint there is nothing to judge. */
const HARDLY = 0.02

function look(evidence: Evidence, settings: Settings): Found {
  const inside = insideOf(evidence, settings, 'its colour')
  if (isFound(inside)) return inside
  const { outline, layer, area } = inside
  const { width, height } = outline.inside
  const bare = without(
    outline.inside,
    packBits(layerAlpha(evidence.drawing, layer, outline.box), width, height, PAINTED),
  )
  const share = 1 - countBits(bare) / area
  if (share < HARDLY)
    return cantTell(`There is hardly any colour inside ${settings.what} on the layer “${layer.name}” yet.`)

  const { labels, found } = components(unpackBits(bare), width, height)
  const hole = found.reduce((most, each) => (each.area > (most?.area ?? 0) ? each : most), found[0])
  const [enough, holeAllowed] = ENOUGH[settings.tolerance]
  const figure = { value: Math.round(share * 1000) / 10, unit: '%' }
  if (!hole || (share >= enough && hole.area / area <= holeAllowed)) {
    return { verdict: 'met', figure, sentence: `${percentInWords(share)} of ${settings.what} is covered.`, marks: [] }
  }
  const box = insideBox(outline)
  const x = (hole.box.x0 + hole.box.x1) / 2
  const y = (hole.box.y0 + hole.box.y1) / 2
  const size = Math.max(hole.box.x1 - hole.box.x0, hole.box.y1 - hole.box.y0)
  const big = new Uint8Array(labels.length)
  const worth = new Set(found.filter(each => each.area >= hole.area / 10).map(each => each.label))
  for (let i = 0; i < labels.length; i++) big[i] = worth.has(labels[i]!) ? 1 : 0
  return {
    verdict: share >= NEARLY ? 'nearly' : 'not-yet',
    figure,
    sentence: `${percentInWords(share)} of ${settings.what} is covered. The largest bare place is about ${size} px across, ${placeInWords(x + outline.box.x0, y + outline.box.y0, box)}.`,
    marks: [regionMark(big, width, height, outline.box)],
  }
}

export const covered: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, lines: PAGE.lines, layer: PAGE.marks }) },
}
