import { z } from 'zod'
import { CoreError } from '../../base'
import {
  itemId,
  itemOf,
  stackOf,
  withItem,
  withItems,
  withLayer,
  withStack,
  type Drawing,
  type Layer,
} from '../../layers'
import { keptTiles } from '../../moving'
import { GREATEST_LAYERS, layerIdSchema, layerNameSchema, percentSchema } from './common'
import { requireFreshId, requireItem, requireRoom, requireUnlocked, type ActKind, type ReadyingKind } from './contract'

const addSchema = z.strictObject({
  kind: z.literal('layer-add'),
  layer: layerIdSchema,
  name: layerNameSchema,
  /** Place in the stack, 0 at the bottom; more than there are: on top. */
  place: z.int().min(0).max(GREATEST_LAYERS),
  /** The group it lies in; absent: that of the two that it lies between, if it is the same. */
  group: layerIdSchema.optional(),
})
const removeSchema = z.strictObject({ kind: z.literal('layer-remove'), layer: layerIdSchema })
const renameSchema = z.strictObject({ kind: z.literal('layer-rename'), layer: layerIdSchema, name: layerNameSchema })
const moveSchema = z.strictObject({
  kind: z.literal('layer-move'),
  layer: layerIdSchema,
  place: z.int().min(0).max(GREATEST_LAYERS),
})
const lookSchema = z.strictObject({
  kind: z.literal('layer-look'),
  layer: layerIdSchema,
  visible: z.boolean(),
  opacity: percentSchema,
})
const copySchema = z.strictObject({
  kind: z.literal('layer-copy'),
  layer: layerIdSchema,
  /** Of the copy. */
  copy: layerIdSchema,
  name: layerNameSchema,
  /** Of the copy's mask. */
  mask: layerIdSchema.optional(),
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
  const beside = [layers[place - 1], layers[place]]
  // Between two layers of a group it lies in the group; elsewhere in none.
  const group =
    layer.group ??
    (beside[0]?.group !== undefined && beside[0].group === beside[1]?.group ? beside[0].group : undefined)
  return [...layers.slice(0, place), group === undefined ? layer : { ...layer, group }, ...layers.slice(place)]
}

/** A new clear layer. */
export const layerAdd: ReadyingKind<LayerAddAct> = {
  isReadying: true,
  schema: addSchema,
  facts: ({ layer }) => ({ name: 'new layer', layer }),
  apply(_kernels, drawing, act) {
    requireFreshId(drawing, act.layer)
    requireRoom(drawing, 1)
    const layer: Layer = { id: act.layer, name: act.name, visible: true, opacity: 100, tiles: new Map() }
    if (act.group !== undefined && !drawing.groups?.some(group => group.id === act.group))
      throw new CoreError('act-refused', `there is no group "${act.group}"`, 'Choose a group of the stack.')
    return tidied({
      ...drawing,
      layers: insert(drawing.layers, act.group === undefined ? layer : { ...layer, group: act.group }, act.place),
    })
  },
}

/** The drawing without groups that nothing lies in, and with what lies in one together. */
function tidied(drawing: Drawing): Drawing {
  return drawing.groups ? withStack(drawing, stackOf(drawing)) : drawing
}

/** Takes a layer away with all that is on it. The last one stays. */
export const layerRemove: ActKind<LayerRemoveAct> = {
  schema: removeSchema,
  facts: ({ layer }) => ({ name: 'layer taken away', layer }),
  apply(_kernels, drawing, act) {
    requireItem(drawing, act.layer)
    if (drawing.layers.length === 1)
      throw new CoreError('act-refused', 'a sheet needs one layer', 'Add another layer first.')
    return tidied({ ...drawing, layers: drawing.layers.filter(each => each.id !== act.layer) })
  },
}

export const layerRename: ReadyingKind<LayerRenameAct> = {
  isReadying: true,
  schema: renameSchema,
  facts: ({ layer }) => ({ name: 'new name', layer }),
  apply: (_kernels, drawing, act) =>
    withItem(drawing, { ...itemOf(requireItem(drawing, act.layer).item), name: act.name }),
}

/** Puts a layer at another place in the stack. */
export const layerMove: ReadyingKind<LayerMoveAct> = {
  isReadying: true,
  schema: moveSchema,
  facts: ({ layer }) => ({ name: 'layer moved in the stack', layer }),
  apply(_kernels, drawing, act) {
    const { item } = requireItem(drawing, act.layer)
    if (item.kind === 'group') throw new CoreError('act-refused', 'that is a group', 'Move it with the act for groups.')
    const { group: _old, ...layer } = item.layer
    return tidied({
      ...drawing,
      layers: insert(
        drawing.layers.filter(each => each.id !== layer.id),
        layer,
        act.place,
      ),
    })
  },
}

/** Sets whether a layer is seen and how strongly. */
export const layerLook: ReadyingKind<LayerLookAct> = {
  isReadying: true,
  schema: lookSchema,
  facts: ({ layer }) => ({ name: 'look of a layer', layer }),
  apply: (_kernels, drawing, act) =>
    withItem(drawing, { ...itemOf(requireItem(drawing, act.layer).item), visible: act.visible, opacity: act.opacity }),
}

/** Lays a copy of a layer on it, or of what is selected of it. Its mask is copied when an id is given for it. */
export const layerCopy: ActKind<LayerCopyAct> = {
  schema: copySchema,
  facts: () => ({ name: 'copy of a layer' }),
  apply(_kernels, drawing, act) {
    const { item, group } = requireItem(drawing, act.layer)
    if (item.kind === 'group') throw new CoreError('act-refused', 'that is a group', 'Copy its layers one by one.')
    requireFreshId(drawing, act.copy)
    requireRoom(drawing, 1)
    const { layer } = item
    const { mask, ...rest } = layer
    const tiles = drawing.selection ? keptTiles(layer.tiles, drawing.selection, true) : layer.tiles
    const copy: Layer = { ...rest, id: act.copy, name: act.name, locked: undefined, tiles }
    const masked = mask && act.mask ? { ...copy, mask: { ...mask, id: act.mask } } : copy
    return withStack(
      drawing,
      withItems(stackOf(drawing), group, siblings =>
        siblings.flatMap(each =>
          itemId(each) === act.layer ? [each, { kind: 'layer' as const, layer: masked }] : [each],
        ),
      ),
    )
  },
}

/** Takes all paint off a layer, or off what is selected of it. */
export const layerClear: ActKind<LayerClearAct> = {
  schema: clearSchema,
  facts: ({ layer }) => ({ name: 'layer cleared', layer }),
  apply(_kernels, drawing, act) {
    const layer = requireUnlocked(drawing, act.layer)
    return withLayer(drawing, {
      ...layer,
      tiles: drawing.selection ? keptTiles(layer.tiles, drawing.selection, false) : new Map(),
    })
  },
}
