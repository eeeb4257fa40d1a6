import { z } from 'zod'
import { cantTell, type Evidence, type Found, type Measure } from './contract'
import { BLEND_MODES } from '../kernels'
import { capital, listInWords } from './words'

const wanted = z.strictObject({
  /** Part of its name, in any letters. */
  name: z.string().min(1).max(60),
  mode: z.enum(BLEND_MODES).optional(),
  opacityFrom: z.int().min(0).max(100).optional(),
  opacityTo: z.int().min(0).max(100).optional(),
  clip: z.boolean().optional(),
  mask: z.boolean().optional(),
  /** Something must be painted on it. */
  painted: z.boolean().optional(),
})
const schema = z.strictObject({
  measure: z.literal('layer-set-up'),
  /** From the bottom to the top; others may lie between. */
  layers: z.array(wanted).min(1).max(20),
})
type Settings = z.infer<typeof schema>

const plain = (words: string) =>
  words
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

function look({ drawing }: Evidence, { layers }: Settings): Found {
  if (drawing.layers.length === 0) return cantTell('There is no layer yet.')
  const faults: string[] = []
  let met = 0
  let last = -1
  for (const asked of layers) {
    const places = drawing.layers.flatMap((layer, i) => (plain(layer.name).includes(plain(asked.name)) ? [i] : []))
    // The one above the layer before, if there is one.
    const place = places.find(i => i > last) ?? places[0]
    const layer = place === undefined ? undefined : drawing.layers[place]
    if (!layer) {
      faults.push(`there is no layer “${asked.name}”`)
      continue
    }
    const own: string[] = []
    if (place! < last) own.push('lies too low')
    if (asked.mode !== undefined && (layer.mode ?? 'normal') !== asked.mode)
      own.push(`mixes as ${layer.mode ?? 'normal'}, not ${asked.mode}`)
    if (asked.opacityFrom !== undefined && layer.opacity < asked.opacityFrom)
      own.push(`shows at ${layer.opacity} %, at least ${asked.opacityFrom} % is asked`)
    if (asked.opacityTo !== undefined && layer.opacity > asked.opacityTo)
      own.push(`shows at ${layer.opacity} %, at most ${asked.opacityTo} % is asked`)
    if (asked.clip !== undefined && (layer.clip ?? false) !== asked.clip)
      own.push(asked.clip ? 'is not clipped to below' : 'is clipped to below')
    if (asked.mask !== undefined && (layer.mask !== undefined) !== asked.mask)
      own.push(asked.mask ? 'has no mask' : 'has a mask')
    if (asked.painted && layer.tiles.size === 0) own.push('is empty')
    last = Math.max(last, place!)
    if (own.length) faults.push(`“${layer.name}” ${listInWords(own)}`)
    else met++
  }
  const figure = { value: met, unit: `of ${layers.length} layers` }
  if (faults.length === 0) return { verdict: 'met', figure, sentence: 'The layers are set up as asked.', marks: [] }
  const sentence = listInWords(faults)
  return {
    verdict: met >= layers.length - 1 && layers.length > 2 ? 'nearly' : 'not-yet',
    figure,
    sentence: `${capital(sentence)}.`,
    marks: [],
  }
}

export const layerSetUp: Measure<Settings> = {
  schema,
  look,
  onPaper: { untold: 'which layers there are' },
}
