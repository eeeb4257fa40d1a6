import { z } from 'zod'
import { CoreError } from '../../base'
import { withLayer, type Layer } from '../../layers'
import { keptTiles } from '../../moving'
import { GREATEST_LAYERS, layerIdSchema, layerNameSchema, percentSchema } from './common'
import { requireLayer, type ActKind } from './contract'

const addSchema = z.strictObject({
  kind: z.literal('layer-add'),
  layer: layerIdSchema,
  name: layerNameSchema,
  /** Place in the stack, 0 at the bottom; more than there are: on top. */
  place: z.int().min(0).max(GREATEST_LAYERS),
})
const removeSchema = z.strictObject({ kind: z.literal('layer-remove'), layer: layerIdSchema })
const renameSchema = z.strictObject({ kind: z.literal('layer-rename'), layer: layerIdSchema, name: layerNameSchema })
const moveSchema = z.strictObject({ kind: z.literal('layer-move'), layer: layerIdSchema, place: z.int().min(0).max(GREATEST_LAYERS) })
const lookSchema = z.strictObject({ kind: z.literal('layer-look'), layer: layerIdSchema, visible: z.boolean(), opacity: percentSchema })
const copySchema = z.strictObject({
  kind: z.literal('layer-copy'),
  layer: layerIdSchema,
  /** Of the copy. */
  copy: layerIdSchema,
  name: layerNameSchema,
})
const clearSchema = z.strictObject({ kind: z.literal('layer-clear'), layer: layerIdSchema })

export type LayerAddAct = z.infer<typeof addSchema>
export type LayerRemoveAct = z.infer<typeof removeSchema>
export type LayerRenameAct = z.infer<typeof renameSchema>
export type LayerMoveAct = z.infer<typeof moveSchema>
export type LayerLookAct = z.infer<typeof lookSchema>
export type LayerCopyAct = z.infer<typeof copySchema>
export type LayerClearAct = z.infer<typeof clearSchema>

function insert(layers: readonly Layer[], layer: Layer, place: number): Layer[] {
  return [...layers.slice(0, place), layer, ...layers.slice(place)]
}

/** A new clear layer. */
export const layerAdd: ActKind<LayerAddAct> = {
  schema: addSchema,
  apply(_kernels, drawing, act) {
    if (drawing.layers.some(each => each.id === act.layer)) {
      throw new CoreError('act-refused', `there is a layer "${act.layer}" already`, 'Give the new layer an id of its own.')
    }
    if (drawing.layers.length >= GREATEST_LAYERS) {
      throw new CoreError('act-refused', `a sheet holds ${GREATEST_LAYERS} layers at most`, 'Delete a layer first.')
    }
    const layer: Layer = { id: act.layer, name: act.name, visible: true, opacity: 100, tiles: new Map() }
    return { ...drawing, layers: insert(drawing.layers, layer, act.place) }
  },
}

/** Takes a layer away with all that is on it. The last one stays. */
export const layerRemove: ActKind<LayerRemoveAct> = {
  schema: removeSchema,
  apply(_kernels, drawing, act) {
    requireLayer(drawing, act.layer)
    if (drawing.layers.length === 1) throw new CoreError('act-refused', 'a sheet needs one layer', 'Add another layer first.')
    return { ...drawing, layers: drawing.layers.filter(each => each.id !== act.layer) }
  },
}

export const layerRename: ActKind<LayerRenameAct> = {
  schema: renameSchema,
  apply: (_kernels, drawing, act) => withLayer(drawing, { ...requireLayer(drawing, act.layer), name: act.name }),
}

/** Puts a layer at another place in the stack. */
export const layerMove: ActKind<LayerMoveAct> = {
  schema: moveSchema,
  apply(_kernels, drawing, act) {
    const layer = requireLayer(drawing, act.layer)
    return { ...drawing, layers: insert(drawing.layers.filter(each => each !== layer), layer, act.place) }
  },
}

/** Sets whether a layer is seen and how strongly. */
export const layerLook: ActKind<LayerLookAct> = {
  schema: lookSchema,
  apply: (_kernels, drawing, act) =>
    withLayer(drawing, { ...requireLayer(drawing, act.layer), visible: act.visible, opacity: act.opacity }),
}

/** Lays a copy of a layer on it, or of what is selected of it. */
export const layerCopy: ActKind<LayerCopyAct> = {
  schema: copySchema,
  apply(kernels, drawing, act) {
    const { id, visible, opacity, tiles } = requireLayer(drawing, act.layer)
    const place = drawing.layers.findIndex(layer => layer.id === id) + 1
    const added = layerAdd.apply(kernels, drawing, { kind: 'layer-add', layer: act.copy, name: act.name, place })
    const held = drawing.selection ? keptTiles(tiles, drawing.selection, true) : tiles
    return withLayer(added, { id: act.copy, name: act.name, visible, opacity, tiles: held })
  },
}

/** Takes all paint off a layer, or off what is selected of it. */
export const layerClear: ActKind<LayerClearAct> = {
  schema: clearSchema,
  apply(_kernels, drawing, act) {
    const layer = requireLayer(drawing, act.layer)
    return withLayer(drawing, { ...layer, tiles: drawing.selection ? keptTiles(layer.tiles, drawing.selection, false) : new Map() })
  },
}
