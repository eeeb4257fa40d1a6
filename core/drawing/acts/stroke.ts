import { z } from 'zod'
import { samplesSchema, Stroke, toolSettingsSchema } from '../../brush'
import { colourSchema, layerIdSchema, seedSchema } from './common'
import { requireLayer, type ActKind } from './contract'

const schema = z.strictObject({
  kind: z.literal('stroke'),
  version: z.literal(1),
  layer: layerIdSchema,
  tool: toolSettingsSchema,
  colour: colourSchema,
  seed: seedSchema,
  samples: samplesSchema,
})

export type StrokeAct = z.infer<typeof schema>

/** A stroke of any tool, from pen down to lift-off. */
export const stroke: ActKind<StrokeAct> = {
  schema,
  apply(kernels, drawing, act) {
    const growing = new Stroke(kernels, drawing, requireLayer(drawing, act.layer), act)
    growing.extend(act.samples)
    growing.finish()
    return growing.lay()
  },
}
