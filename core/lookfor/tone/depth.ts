import { z } from 'zod'
import { EMPTY_RECT } from '../../base'
import { tilesBox } from '../../layers'
import { layerIdSchema } from '../../drawing'
import { cantTell, limitOf, limitSchema, type Found, type Looking, type Measure } from '../contract'
import { rounded } from '../drawn/common'
import { lightnessCounts, percentile } from './common'
import { lchOf, meanColour } from './mean-colour'
import { regionView, type RegionView } from './view'
import { capital } from '../words'

const part = z.strictObject({ layer: layerIdSchema, what: z.string().min(1).max(60) })
const schema = z.strictObject({ measure: z.literal('depth'), near: part, far: part, tolerance: limitSchema })
type Settings = z.infer<typeof schema>

/**
 * How much paler the far part is, L* toward the paper, and how much of the near part's contrast and colour it may have.
 */
const PALER = { gentle: 3, standard: 6, strict: 10 } as const
const CALMER = 0.9
const LEAST_PX = 300

function look(looking: Looking, { near, far, tolerance }: Settings): Found {
  const { drawing } = looking
  const views: RegionView[] = []
  for (const each of [near, far]) {
    const layer = drawing.layers.find(({ id }) => id === each.layer)
    const { x0, y0, x1, y1 } = layer ? tilesBox(drawing, layer) : EMPTY_RECT
    const view = regionView(looking, [x0, y0, x1, y0, x1, y1, x0, y1], each.layer)
    if (!view || view.count < LEAST_PX) return cantTell(`There is too little of ${each.what} to be looked at yet.`)
    views.push(view)
  }
  const [a, b] = views.map(view => {
    const counts = lightnessCounts(view, view.painted)
    return {
      light: percentile(counts, 0.5),
      contrast: percentile(counts, 0.95) - percentile(counts, 0.05),
      chroma: lchOf(meanColour(view)).chroma,
    }
  }) as [Tone, Tone]
  const limit = limitOf(tolerance, PALER)
  const paler = b.light - a.light
  const isCalmer = b.contrast <= CALMER * a.contrast + 3
  const isGreyer = b.chroma <= CALMER * a.chroma + 0.01
  const count = [paler >= limit, isCalmer, isGreyer].filter(Boolean).length
  const figure = { value: rounded(paler), unit: 'L* paler' }
  if (paler >= limit && count >= 2)
    return { verdict: 'met', figure, sentence: `${capital(far.what)} lies back behind ${near.what}.`, marks: [] }
  const missing = [
    paler >= limit ? '' : 'paler',
    isCalmer ? '' : 'with less contrast',
    isGreyer ? '' : 'less colourful',
  ].filter(Boolean)
  return {
    verdict: paler >= 0.4 * limit && count >= 1 ? 'nearly' : 'not-yet',
    figure,
    sentence: `${capital(far.what)} would lie farther back if it were ${missing.join(' and ')} than ${near.what}.`,
    marks: [],
  }
}
interface Tone {
  readonly light: number
  readonly contrast: number
  readonly chroma: number
}

export const depth: Measure<Settings> = {
  schema,
  look,
  onPaper: { untold: 'which parts are meant to lie near and far' },
}
