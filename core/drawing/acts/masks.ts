import { z } from 'zod'
import { CoreError } from '../../base'
import { TILE, TILE_BYTES, type Tile } from '../../kernels'
import {
  flattenedTiles,
  stackOf,
  withItem,
  withItems,
  withStack,
  itemId,
  itemOf,
  type Drawing,
  type Group,
  type Layer,
  type Mask,
  type Selection,
} from '../../layers'
import { layerIdSchema } from './common'
import { requireFreshId, requireItem, type ActKind, type ReadyingKind } from './contract'
import { goesOver } from './cost'

const item = layerIdSchema
const addSchema = z.strictObject({
  kind: z.literal('mask-add'),
  item,
  mask: layerIdSchema,
  /** All is shown · all is hidden · only what is selected is shown. */
  shows: z.enum(['all', 'nothing', 'selection']),
})
const switchSchema = z.strictObject({ kind: z.literal('mask-switch'), item, isOn: z.boolean() })
const invertSchema = z.strictObject({ kind: z.literal('mask-invert'), item })
const removeSchema = z.strictObject({ kind: z.literal('mask-remove'), item })
const applySchema = z.strictObject({ kind: z.literal('mask-apply'), version: z.literal(1), item })

/** A layer or group with its mask. */
function requireMask(drawing: Drawing, id: string): { owner: Layer | Group; mask: Mask } {
  const owner = itemOf(requireItem(drawing, id).item)
  if (!owner.mask) throw new CoreError('act-refused', `“${owner.name}” has no mask`, 'Add a mask first.')
  return { owner, mask: owner.mask }
}

/** Lays a mask on a layer or group. */
export const maskAdd: ReadyingKind<z.infer<typeof addSchema>> = {
  isReadying: true,
  schema: addSchema,
  facts: () => ({ name: 'new mask' }),
  apply(_kernels, drawing, act) {
    const owner = itemOf(requireItem(drawing, act.item).item)
    if (owner.mask)
      throw new CoreError('act-refused', `“${owner.name}” has a mask already`, 'Paint on that one, or remove it first.')
    requireFreshId(drawing, act.mask)
    if (act.shows === 'selection' && !drawing.selection)
      throw new CoreError('act-refused', 'nothing is selected', 'Select what the mask should show.')
    const tiles = act.shows === 'selection' ? whiteInside(drawing.selection!) : new Map<number, Tile>()
    return withItem(drawing, { ...owner, mask: { id: act.mask, base: act.shows === 'all' ? 1 : 0, isOn: true, tiles } })
  },
}

function whiteInside(selection: Selection): Map<number, Tile> {
  const tiles = new Map<number, Tile>()
  for (const [number, chosen] of selection) {
    const tile = new Uint8Array(TILE_BYTES)
    for (let i = 0; i < chosen.length; i++) if (chosen[i]) tile.set([255, 255, 255, chosen[i]!], 4 * i)
    tiles.set(number, tile)
  }
  return tiles
}

/** Lets a mask hide, or not for a while. */
export const maskSwitch: ActKind<z.infer<typeof switchSchema>> = {
  schema: switchSchema,
  facts: () => ({ name: 'mask on or off' }),
  apply(_kernels, drawing, act) {
    const { owner, mask } = requireMask(drawing, act.item)
    return withItem(drawing, { ...owner, mask: { ...mask, isOn: act.isOn } })
  },
}

/** Shows what was hidden and hides what was shown. */
export const maskInvert: ActKind<z.infer<typeof invertSchema>> = {
  schema: invertSchema,
  facts: () => ({ name: 'mask turned round' }),
  apply(_kernels, drawing, act) {
    const { owner, mask } = requireMask(drawing, act.item)
    const tiles = new Map([...mask.tiles].map(([number, tile]) => [number, turned(tile)]))
    return withItem(drawing, { ...owner, mask: { ...mask, base: mask.base ? 0 : 1, tiles } })
  },
}

function turned(tile: Tile): Tile {
  const out = tile.slice()
  for (let i = 0; i < out.length; i += 4) {
    if (out[i + 3]) for (let c = 0; c < 3; c++) out[i + c] = 255 - out[i + c]!
  }
  return out
}

export const maskRemove: ActKind<z.infer<typeof removeSchema>> = {
  schema: removeSchema,
  facts: () => ({ name: 'mask taken away' }),
  apply(_kernels, drawing, act) {
    const { mask: _gone, ...owner } = requireMask(drawing, act.item).owner
    return withItem(drawing, owner)
  },
}

/** Takes away for good what the mask hides, and the mask. */
export const maskApply: ActKind<z.infer<typeof applySchema>> = {
  schema: applySchema,
  cost: goesOver(10),
  facts: () => ({ name: 'mask made final' }),
  apply(kernels, drawing, act) {
    requireMask(drawing, act.item)
    const { item: found, group } = requireItem(drawing, act.item)
    if (found.kind === 'group')
      throw new CoreError(
        'act-refused',
        'a group’s mask hides parts of many layers',
        'Merge the group first, then apply the mask.',
      )
    const { mask, ...rest } = found.layer
    if (!mask!.isOn) throw new CoreError('act-refused', 'the mask is switched off', 'Switch it on, or remove it.')
    const bare: Layer = { ...found.layer, visible: true, opacity: 100, mode: undefined, clip: undefined }
    const tiles = flattenedTiles(kernels, drawing.sheet, [{ kind: 'layer', layer: bare }])
    for (const [number, tile] of tiles) tiles.set(number, keptColours(found.layer.tiles.get(number)!, tile))
    return withStack(
      drawing,
      withItems(stackOf(drawing), group, siblings =>
        siblings.map(each =>
          itemId(each) === act.item ? { kind: 'layer' as const, layer: { ...rest, tiles } } : each,
        ),
      ),
    )
  },
}

/** The thinned tile with its colours as they were: a mask changes alpha only. */
function keptColours(before: Tile, thinned: Tile): Tile {
  const out = thinned.slice()
  for (let i = 0; i < 4 * TILE * TILE; i += 4) if (out[i + 3]) out.set(before.subarray(i, i + 3), i)
  return out
}
