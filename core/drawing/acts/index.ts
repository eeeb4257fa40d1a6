import { z } from 'zod'
import type { Kernels } from '../../kernels'
import type { Drawing } from '../../layers'
import type { ActKind } from './contract'
import { layerAdd, layerClear, layerLook, layerMove, layerRemove, layerRename } from './layers'
import { pour } from './pour'
import { shape } from './shape'
import { stroke } from './stroke'

export { colourSchema, GREATEST_LAYERS, layerIdSchema, layerNameSchema } from './common'
export type { LayerAddAct } from './layers'
export { GREATEST_GROW, type PourAct } from './pour'
export type { ShapeAct } from './shape'
export { ECHO_ONE, freshStyleOf, styleOf, type FreshStrokeAct, type FreshStyle, type StrokeAct } from './stroke'

const ACTS = {
  'stroke': stroke,
  'pour': pour,
  'shape': shape,
  'layer-add': layerAdd,
  'layer-remove': layerRemove,
  'layer-rename': layerRename,
  'layer-move': layerMove,
  'layer-look': layerLook,
  'layer-clear': layerClear,
}

/** Anything that changes a drawing. */
export const actSchema = z.union([
  stroke.schema, pour.schema, shape.schema,
  layerAdd.schema, layerRemove.schema, layerRename.schema, layerMove.schema, layerLook.schema, layerClear.schema,
])
export type Act = z.infer<typeof actSchema>

/** The drawing after the act. Throws CoreError `act-refused` when it can't be done. */
export function applyAct(kernels: Kernels, drawing: Drawing, act: Act): Drawing {
  const kind = ACTS[act.kind] as ActKind<Act>
  return kind.apply(kernels, drawing, act)
}
