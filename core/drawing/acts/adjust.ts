import { z } from 'zod'
import { adjusted, adjustmentSchema, finished, type AdjustPlace } from '../../adjust'
import { CoreError } from '../../base'
import type { Kernels } from '../../kernels'
import { withLayer, type Drawing } from '../../layers'
import { layerIdSchema, seedSchema } from './common'
import { requireUnlocked, type ActKind } from './contract'
import { goesOver } from './cost'

const schema = z.strictObject({
  kind: z.literal('adjust'),
  version: z.literal(1),
  /** A layer, or a mask. */
  layer: layerIdSchema,
  how: adjustmentSchema,
  seed: seedSchema,
})
export type AdjustAct = z.infer<typeof schema>

/** Changes the paint of a layer as a whole, or what is selected of it. */
export const adjust: ActKind<AdjustAct> = {
  schema,
  cost: goesOver(60),
  facts: ({ layer }) => ({ name: 'adjust', work: 'adjust', layer, isOnPaint: true }),
  apply: (kernels, drawing, act) => finished(adjusting(kernels, drawing, act)),
}

/**
 * The same step by step: yields the share that is done, 0 … 1. Throws CoreError `act-refused` where there is nothing to
 * see of it. @param isRough only to be looked at in passing
 */
export function* adjusting(
  kernels: Kernels,
  drawing: Drawing,
  act: AdjustAct,
  isRough = false,
): Generator<number, Drawing> {
  return withLayer(drawing, yield* adjusted(kernels, { ...adjustPlace(drawing, act), isRough }, act.how))
}

function adjustPlace(drawing: Drawing, { layer: id, seed }: AdjustAct): AdjustPlace {
  const layer = requireUnlocked(drawing, id)
  if (layer.tiles.size === 0)
    throw new CoreError('act-refused', `there is no paint on “${layer.name}”`, 'Choose the layer whose paint you mean.')
  if (!layer.visible)
    throw new CoreError('act-refused', `“${layer.name}” is hidden`, 'Show it first, so that you see what you do.')
  return { sheet: drawing.sheet, layer, selection: drawing.selection, seed }
}
