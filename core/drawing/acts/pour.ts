import { z } from 'zod'
import { pour as pourInto } from '../../fill'
import { colourSchema, layerIdSchema, seedSchema } from './common'
import { requireUnlocked, type ActKind } from './contract'

/** Farthest that a pour creeps under the line, px. */
export const GREATEST_GROW = 8

const schema = z.strictObject({
  kind: z.literal('pour'),
  version: z.literal(1),
  layer: layerIdSchema,
  x: z.int().min(0).max(100_000),
  y: z.int().min(0).max(100_000),
  colour: colourSchema,
  tolerance: z.int().min(0).max(255),
  borders: z.enum(['this', 'all']),
  grow: z.int().min(0).max(GREATEST_GROW),
  seed: seedSchema,
})

export type PourAct = z.infer<typeof schema>

/** Fills the closed area round a point. Off the sheet it does nothing. */
export const pour: ActKind<PourAct> = {
  schema,
  apply: (kernels, drawing, act) => pourInto(kernels, drawing, requireUnlocked(drawing, act.layer), act).drawing,
}
