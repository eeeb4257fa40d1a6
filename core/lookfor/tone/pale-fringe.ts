import { z } from 'zod'
import { layerIdSchema } from '../../drawing'
import { layerAlpha } from '../../layers'
import { BitRuns, both, countBits, dilated, packBits } from '../../raster'
import { insideOf } from '../closed-outline'
import {
  areaSchema,
  atMost,
  cantTell,
  isFound,
  limitOf,
  limitSchema,
  type Found,
  type Looking,
  type Measure,
} from '../contract'
import { regionMark } from '../regions'
import { percentInWords } from '../words'

const schema = z.strictObject({
  measure: z.literal('no-pale-fringe'),
  layer: layerIdSchema,
  lines: layerIdSchema,
  what: z.string().min(1).max(60),
  target: areaSchema,
  tolerance: limitSchema,
})
type Settings = z.infer<typeof schema>

/** Share of the line's inner rim along which paper shines through, %. */
const BARE = { gentle: 8, standard: 4, strict: 1.5 } as const
/** The rim is so wide, px, beginning where the line is half covering. */
const RIM = 3
/** Line and colour together cover the paper from this on, 0 … 1. */
const COVERS = 0.6
/** Paint counts from half strength on, alpha 0 … 255. */
const PAINTED = 128
/** A colour that fills less than this of the inside is not laid yet. */
const LAID = 0.4

function look(looking: Looking, settings: Settings): Found {
  const { lines, what, tolerance } = settings
  const { drawing, kernels } = looking
  const inside = insideOf(looking, settings, 'its rim')
  if (isFound(inside)) return inside
  const { outline, layer, area } = inside
  const { box } = outline
  const { width, height } = outline.inside
  const [colour, line] = [
    layerAlpha(drawing, layer, box),
    layerAlpha(
      drawing,
      drawing.layers.find(each => each.id === lines)!,
      box,
    ),
  ]
  if (countBits(both(outline.inside, packBits(colour, width, height, PAINTED))) < LAID * area)
    return cantTell(`There is not enough colour inside ${what} yet.`)
  const rimBits = both(outline.inside, dilated(kernels, outline.ink, RIM))
  const bare = new Uint8Array(colour.length)
  const runs = new BitRuns(rimBits)
  let [rim, open] = [0, 0]
  for (let y = 0; y < height; y++) {
    for (let x = runs.next(0, width, y); x < width; x = runs.next(x + 1, width, y)) {
      const i = y * width + x
      rim++
      if (1 - (1 - colour[i]! / 255) * (1 - line[i]! / 255) >= COVERS) continue
      bare[i] = 1
      open++
    }
  }
  const share = open / Math.max(rim, 1)
  const verdict = atMost(100 * share, limitOf(tolerance, BARE), 2.5)
  const figure = { value: Math.round(1000 * share) / 10, unit: '% of the rim' }
  if (verdict === 'met')
    return { verdict, figure, sentence: `The colour of ${what} goes right under the line.`, marks: [] }
  return {
    verdict,
    figure,
    sentence: `Paper shines through between line and colour along ${percentInWords(share)} of ${what}. Let the colour reach a little under the line.`,
    marks: [regionMark(bare, width, height, box)],
  }
}

export const paleFringe: Measure<Settings> = {
  schema,
  look,
  onPaper: { untold: 'how far the colour goes under the lines' },
}
