/* eslint-disable max-lines -- one short act for each change of the stack */
import { z } from 'zod'
import { CoreError, listOf } from '../../base'
import { BLEND_MODES, type Kernels } from '../../kernels'
import {
  clipBase,
  findItem,
  flattenedTiles,
  GREATEST_NESTING,
  itemId,
  itemOf,
  layersIn,
  nestingOf,
  stackOf,
  withItem,
  withItems,
  withoutItem,
  withStack,
  type Drawing,
  type Group,
  type Layer,
  type StackItem,
} from '../../layers'
import { GREATEST_LAYERS, layerIdSchema, layerNameSchema, percentSchema } from './common'
import { requireFreshId, requireItem, requireRoom, type ActKind, type ReadyingKind } from './contract'
import { goesOver } from './cost'

const setSchema = z.strictObject({
  kind: z.literal('stack-set'),
  /** A layer or group. */
  item: layerIdSchema,
  set: z
    .strictObject({
      visible: z.boolean(),
      opacity: percentSchema,
      mode: z.enum(BLEND_MODES),
      locked: z.boolean(),
      clip: z.boolean(),
      /** Of layers only. */
      inside: z.boolean(),
    })
    .partial()
    .refine(set => Object.keys(set).length > 0, 'nothing is set'),
})
const putSchema = z.strictObject({
  kind: z.literal('stack-put'),
  item: layerIdSchema,
  /** The group it is put in; null: in none. */
  group: layerIdSchema.nullable(),
  /** What it lies on there; null: at the bottom. */
  on: layerIdSchema.nullable(),
})
const groupSchema = z.strictObject({
  kind: z.literal('stack-group'),
  group: layerIdSchema,
  name: layerNameSchema,
  /** Layers and groups; they come to lie together where the topmost of them lies. */
  items: listOf(layerIdSchema, { least: 1, most: GREATEST_LAYERS }),
})
const ungroupSchema = z.strictObject({ kind: z.literal('stack-ungroup'), group: layerIdSchema })
const removeSchema = z.strictObject({ kind: z.literal('stack-remove'), item: layerIdSchema })
const copySchema = z.strictObject({
  kind: z.literal('stack-copy'),
  /** A group. */
  group: layerIdSchema,
  /** Of the copy. */
  name: layerNameSchema,
  /** For every layer, group and mask that is copied: its id, and the copy's. */
  ids: listOf(z.tuple([layerIdSchema, layerIdSchema]), { least: 2, most: 4 * GREATEST_LAYERS }),
})
const mergeSchema = z.strictObject({
  kind: z.literal('stack-merge'),
  version: z.literal(1),
  /** Onto the next one below · all that is in this group · all that can be seen. */
  what: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('down'), item: layerIdSchema }),
    z.strictObject({ kind: z.literal('group'), group: layerIdSchema }),
    z.strictObject({ kind: z.literal('all') }),
  ]),
  /** The layer that comes of it. */
  layer: layerIdSchema,
  name: layerNameSchema,
})

export type StackSetAct = z.infer<typeof setSchema>
export type StackMergeAct = z.infer<typeof mergeSchema>

/** Sets how a layer or group looks and what may be done to it. */
export const stackSet: ReadyingKind<StackSetAct> = {
  isReadying: true,
  schema: setSchema,
  facts: () => ({ name: 'setting of a layer' }),
  apply(_kernels, drawing, { item: id, set }) {
    const { item, siblings, place } = requireItem(drawing, id)
    if (set.clip && !clipBase(siblings, place))
      throw new CoreError(
        'act-refused',
        'there is nothing below to clip to',
        'Put it above the layer whose paint it should keep to.',
      )
    if (set.inside !== undefined && item.kind === 'group')
      throw new CoreError('act-refused', 'a group has no paint of its own to stay inside', 'Choose one of its layers.')
    return withItem(drawing, cleaned({ ...itemOf(item), ...set }))
  },
}

/** Without what is as usual: two layers that look the same are written the same. */
function cleaned<T extends Layer | Group>(item: T): T {
  const { mode, locked, clip, inside, ...rest } = item as Layer
  return {
    ...rest,
    ...(mode && mode !== 'normal' && { mode }),
    ...(locked && { locked }),
    ...(clip && { clip }),
    ...(inside && { inside }),
  } as unknown as T
}

/** Puts a layer or group somewhere else in the stack. */
export const stackPut: ReadyingKind<z.infer<typeof putSchema>> = {
  isReadying: true,
  schema: putSchema,
  facts: () => ({ name: 'place in the stack' }),
  apply(_kernels, drawing, { item: id, group, on }) {
    const { item } = requireItem(drawing, id)
    if (group !== null && findItem([item], group))
      throw new CoreError('act-refused', 'a group can’t lie in itself', 'Put it beside the group, or in another one.')
    if (group !== null && requireItem(drawing, group).item.kind !== 'group')
      throw new CoreError('act-refused', 'that is not a group', 'Group the layers first.')
    const rest = withoutItem(stackOf(drawing), id)
    if (on !== null && findItem(rest, on)?.group !== group)
      throw new CoreError('act-refused', 'that layer does not lie there', 'Choose a place in the stack.')
    return nested(
      drawing,
      withItems(rest, group, siblings => {
        const place = on === null ? 0 : siblings.findIndex(each => itemId(each) === on) + 1
        return [...siblings.slice(0, place), item, ...siblings.slice(place)]
      }),
    )
  },
}

function nested(drawing: Drawing, items: readonly StackItem[]): Drawing {
  if (nestingOf(items) > GREATEST_NESTING)
    throw new CoreError(
      'act-refused',
      `groups lie in one another ${GREATEST_NESTING} deep at most`,
      'Put it in an outer group.',
    )
  return withStack(drawing, items)
}

/** Puts layers and groups together. */
export const stackGroup: ReadyingKind<z.infer<typeof groupSchema>> = {
  isReadying: true,
  schema: groupSchema,
  facts: () => ({ name: 'new group' }),
  apply(_kernels, drawing, { group: id, name, items: ids }) {
    requireFreshId(drawing, id)
    if (new Set(ids).size !== ids.length)
      throw new CoreError('act-refused', 'a layer was named twice', 'Choose each layer once.')
    const found = ids.map(each => requireItem(drawing, each).item)
    if (found.some(a => found.some(b => a !== b && findItem([a], itemId(b)))))
      throw new CoreError('act-refused', 'one of them lies in another', 'Choose the group, or what is in it.')
    const order = new Map(drawing.layers.map((layer, i) => [layer.id, i]))
    const height = (item: StackItem) => order.get(layersIn(item)[0]!.id)!
    const inside = [...found].sort((a, b) => height(a) - height(b))
    const top = inside[inside.length - 1]!
    const { group } = requireItem(drawing, itemId(top))
    const made: StackItem = { kind: 'group', group: { id, name, visible: true, opacity: 100 }, items: inside }
    // The topmost is replaced by the group; the others are taken from where they were.
    const others = ids
      .filter(each => each !== itemId(top))
      .reduce((rest, each) => withoutItem(rest, each), stackOf(drawing))
    return nested(
      drawing,
      withItems(others, group, siblings => siblings.map(each => (itemId(each) === itemId(top) ? made : each))),
    )
  },
}

/** Lays a copy of a group, with all that is in it, on the group. */
export const stackCopy: ActKind<z.infer<typeof copySchema>> = {
  schema: copySchema,
  facts: () => ({ name: 'copy in the stack' }),
  apply(_kernels, drawing, { group: id, name, ids }) {
    const { item, group } = requireItem(drawing, id)
    if (item.kind !== 'group') throw new CoreError('act-refused', 'that is not a group', 'Choose a group.')
    const fresh = new Map(ids)
    for (const each of fresh.values()) requireFreshId(drawing, each)
    if (new Set(fresh.values()).size !== fresh.size)
      throw new CoreError('act-refused', 'two copies would have one id', 'Give each copy an id of its own.')
    requireRoom(drawing, layersIn(item).length)
    const idOf = (old: string) => {
      const found = fresh.get(old)
      if (found === undefined)
        throw new CoreError(
          'act-refused',
          `the copy of "${old}" has no id`,
          'Name a new id for everything in the group.',
        )
      return found
    }
    const copied = <T extends Layer | Group>(each: T): T => ({
      ...each,
      id: idOf(each.id),
      ...(each.mask && { mask: { ...each.mask, id: idOf(each.mask.id) } }),
    })
    const copy = (each: StackItem): StackItem =>
      each.kind === 'layer'
        ? { kind: 'layer', layer: copied(each.layer) }
        : { kind: 'group', group: copied(each.group), items: each.items.map(copy) }
    const made = copy(item) as Extract<StackItem, { kind: 'group' }>
    const named: StackItem = { ...made, group: { ...made.group, name } }
    return withStack(
      drawing,
      withItems(stackOf(drawing), group, siblings =>
        siblings.flatMap(each => (itemId(each) === id ? [each, named] : [each])),
      ),
    )
  },
}

/** Takes a group away and leaves what is in it. */
export const stackUngroup: ActKind<z.infer<typeof ungroupSchema>> = {
  schema: ungroupSchema,
  facts: () => ({ name: 'group let go' }),
  apply(_kernels, drawing, { group: id }) {
    const { item, group } = requireItem(drawing, id)
    if (item.kind !== 'group') throw new CoreError('act-refused', 'that is not a group', 'Choose a group.')
    return withStack(
      drawing,
      withItems(stackOf(drawing), group, siblings =>
        siblings.flatMap(each => (each === item || itemId(each) === id ? item.items : [each])),
      ),
    )
  },
}

/** Takes a layer or group away with all that is in it. One layer stays on the sheet. */
export const stackRemove: ActKind<z.infer<typeof removeSchema>> = {
  schema: removeSchema,
  facts: () => ({ name: 'taken out of the stack' }),
  apply(_kernels, drawing, { item: id }) {
    const { item } = requireItem(drawing, id)
    if (layersIn(item).length === drawing.layers.length)
      throw new CoreError('act-refused', 'a sheet needs one layer', 'Add another layer first.')
    return withStack(drawing, withoutItem(stackOf(drawing), id))
  },
}

/** Makes one layer of several, which looks as they did together. */
export const stackMerge: ActKind<StackMergeAct> = {
  schema: mergeSchema,
  cost: goesOver(20),
  facts: () => ({ name: 'merge' }),
  apply(kernels, drawing, { what, layer: id, name }) {
    const stack = stackOf(drawing)
    if (what.kind === 'all') {
      requireFreshId(drawing, id)
      const tiles = flattenedTiles(kernels, drawing.sheet, stack, drawing.sheet.paper)
      return { ...drawing, groups: undefined, layers: [{ id, name, visible: true, opacity: 100, tiles }] }
    }
    if (what.kind === 'group') {
      requireFreshId(drawing, id)
      const { item, group } = requireItem(drawing, what.group)
      if (item.kind !== 'group') throw new CoreError('act-refused', 'that is not a group', 'Choose a group.')
      const layer: Layer = { ...item.group, id, name, tiles: flattenedTiles(kernels, drawing.sheet, item.items) }
      return withStack(
        drawing,
        withItems(stack, group, siblings =>
          siblings.map(each => (itemId(each) === what.group ? { kind: 'layer', layer } : each)),
        ),
      )
    }
    return mergedDown(kernels, drawing, what.item, id, name)
  },
}

function mergedDown(kernels: Kernels, drawing: Drawing, upperId: string, id: string, name: string): Drawing {
  const { item: upper, siblings, place, group } = requireItem(drawing, upperId)
  const lower = siblings[place - 1]
  if (!lower)
    throw new CoreError(
      'act-refused',
      'there is nothing below to merge with',
      'Choose a layer that lies on another one.',
    )
  if (id !== itemId(lower)) requireFreshId(drawing, id)
  const below = itemOf(lower)
  if (!below.visible || !itemOf(upper).visible)
    throw new CoreError('act-refused', 'one of the two is hidden', 'Show both before you merge them.')
  // The lower one's own mode and clip go on to what comes of it; its opacity and mask are in its pixels then.
  const base = withLook(lower, { mode: undefined, clip: undefined })
  const isOnBase = itemOf(upper).clip === true && !below.clip
  const over = isOnBase ? upper : withLook(upper, { clip: undefined })
  const layer: Layer = {
    id,
    name,
    visible: true,
    opacity: 100,
    tiles: flattenedTiles(kernels, drawing.sheet, [base, over]),
    ...(below.mode && { mode: below.mode }),
    ...(below.clip && { clip: true }),
    ...(group !== null && { group }),
  }
  return withStack(
    drawing,
    withItems(stackOf(drawing), group, each => [
      ...each.slice(0, place - 1),
      { kind: 'layer', layer },
      ...each.slice(place + 1),
    ]),
  )
}

function withLook(item: StackItem, look: Partial<Layer>): StackItem {
  return item.kind === 'layer'
    ? { ...item, layer: { ...item.layer, ...look } }
    : { ...item, group: { ...item.group, ...look } }
}
