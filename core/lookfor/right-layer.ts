import { z } from 'zod'
import { layerIdSchema } from '../drawing'
import { cantTell, toleranceSchema, type Evidence, type Found, type Measure } from './contract'
import { actMark, paintActs } from './process'

const schema = z.strictObject({
  measure: z.literal('right-layer'),
  layer: layerIdSchema,
  tolerance: toleranceSchema,
})
type Settings = z.infer<typeof schema>

/** Share of the step's acts that must have landed on the asked layer. */
const ENOUGH = { gentle: 0.9, standard: 1, strict: 1 } as const
const NEARLY = 0.8

function look(evidence: Evidence, { layer, tolerance }: Settings): Found {
  const acts = paintActs(evidence, false)
  const asked = evidence.drawing.layers.find(each => each.id === layer)
  if (acts.length === 0 || !asked) return cantTell('Nothing was drawn in this step yet.')
  const stray = acts.filter(act => act.layer !== layer)
  const share = 1 - stray.length / acts.length
  const figure = { value: Math.round(share * 100), unit: '%' }
  if (share >= ENOUGH[tolerance]) {
    return { verdict: 'met', figure, sentence: `Everything of this step is on the layer “${asked.name}”.`, marks: [] }
  }
  const others = [
    ...new Set(
      stray.map(act => evidence.drawing.layers.find(each => each.id === act.layer)?.name ?? 'a deleted layer'),
    ),
  ]
  const count = stray.length === 1 ? 'One stroke' : `${stray.length} of ${acts.length} strokes`
  return {
    verdict: share >= NEARLY ? 'nearly' : 'not-yet',
    figure,
    sentence: `${count} landed on ${others.map(name => `“${name}”`).join(', ')} instead of “${asked.name}”.`,
    marks: stray.slice(0, 40).map(act => actMark(evidence, act)),
  }
}

export const rightLayer: Measure<Settings> = {
  schema,
  look,
  onPaper: { untold: 'what was drawn on which layer' },
}
