import { z } from 'zod'
import { CoreError, listOf } from '../../base'
import { BLEND_MODES, type Kernels, type Tile } from '../../kernels'
import {
  clipBase,
  GREATEST_NESTING,
  itemOf,
  nestingOf,
  stackOf,
  withStack,
  type Drawing,
  type Group,
  type Layer,
  type Mask,
  type Sheet,
  type StackItem,
} from '../../layers'
import { Brought } from '../../moving'
import { pictureNameSchema, requirePicture } from '../../pictures'
import { ownTextureSchema } from '../sheet'
import { GREATEST_LAYERS, layerIdSchema, layerNameSchema, percentSchema } from './common'
import { requireFreshId, requireRoom, type ActKind } from './contract'
import { goesOver } from './cost'
import { lightOf, lightSchema } from './light'
import { withHeights } from './sheet'

/** Px of the sheet, far beyond it on every side. */
const placeSchema = z.int().min(-100_000).max(100_000)
/** A layer larger than a picture may be is made of several. */
const MOST_PICTURES = 16
const paintSchema = z
  .array(z.strictObject({ picture: pictureNameSchema, x: placeSchema, y: placeSchema }))
  .max(MOST_PICTURES)

/** What a layer or group of a stack is, whatever its paint and its mask's are said by. */
export const stackItemShape = <P extends z.ZodType>(paint: P) => ({
  id: layerIdSchema,
  name: layerNameSchema,
  visible: z.boolean(),
  opacity: percentSchema,
  mode: z.enum(BLEND_MODES).optional(),
  locked: z.literal(true).optional(),
  clip: z.literal(true).optional(),
  mask: z
    .strictObject({ id: layerIdSchema, base: z.union([z.literal(0), z.literal(1)]), isOn: z.boolean(), paint })
    .optional(),
  group: layerIdSchema.optional(),
})
const item = stackItemShape(paintSchema)
const layerSchema = z.strictObject({ ...item, inside: z.literal(true).optional(), paint: paintSchema })
const groupSchema = z.strictObject(item)

const schema = z.strictObject({
  kind: z.literal('bring-stack'),
  version: z.literal(1),
  /** It takes the place of all that was on the sheet; else it comes on top. */
  replaces: z.boolean(),
  /** Bottom first; what is in one group lies together. */
  layers: listOf(layerSchema, { least: 1, most: GREATEST_LAYERS }),
  groups: listOf(groupSchema, { least: 1, most: GREATEST_LAYERS }).optional(),
  light: lightSchema.optional(),
  /** A paper of one's own under all of it. */
  texture: ownTextureSchema.optional(),
})
export type BringStackAct = z.infer<typeof schema>
export type StackPaint = BringStackAct['layers'][number]['paint']

/** Whatever was made elsewhere in layers: all of them, as they lay there. */
export const bringStack: ActKind<BringStackAct> = {
  schema,
  cost: (act, area) => goesOver(4)(act, area) * act.layers.length,
  facts: ({ layers, groups = [], texture }) => ({
    name: 'layered file brought in',
    work: 'bring',
    pictures: [
      ...(texture ? [{ picture: texture.name.cut }] : []),
      ...layers.flatMap(({ paint }) => paint),
      ...[...layers, ...groups].flatMap(({ mask }) => mask?.paint ?? []),
    ].map(({ picture }) => picture),
  }),
  apply(kernels, drawing, { replaces, layers, groups = [], light, texture }) {
    const on: Drawing = replaces ? { ...drawing, layers: [], groups: undefined, selection: undefined } : drawing
    requireRoom(on, layers.length)
    requireOwnIds(on, [...layers, ...groups])
    const tilesOf = (paint: StackPaint) => laid(kernels, on.sheet, paint)
    const masked = ({ mask }: Pick<BringStackAct['layers'][number], 'mask'>): { mask?: Mask } =>
      mask ? { mask: { id: mask.id, base: mask.base, isOn: mask.isOn, tiles: tilesOf(mask.paint) } } : {}
    const made = layers.map(({ paint, mask, ...layer }): Layer => ({
      ...layer,
      ...masked({ mask }),
      tiles: tilesOf(paint),
    }))
    const round = groups.map(({ mask, ...group }): Group => ({ ...group, ...masked({ mask }) }))
    const whole: Drawing = { ...on, layers: [...on.layers, ...made], groups: [...(on.groups ?? []), ...round] }
    const stack = stackOf(requireChains(whole))
    if (nestingOf(stack) > GREATEST_NESTING) throw refused(`groups lie in one another ${GREATEST_NESTING} deep at most`)
    requireClips(stack)
    return {
      ...withStack(whole, stack),
      ...(texture && { sheet: { ...on.sheet, texture: withHeights(kernels, texture) } }),
      ...(light && { light: lightOf(light) }),
    }
  },
}

const refused = (why: string) => new CoreError('act-refused', why, 'Bring the file in again.')

function requireOwnIds(drawing: Drawing, items: readonly { id: string; mask?: { id: string } | undefined }[]): void {
  const ids = items.flatMap(({ id, mask }) => (mask ? [id, mask.id] : [id]))
  for (const id of ids) requireFreshId(drawing, id)
  if (new Set(ids).size !== ids.length) throw refused('two of its layers have one id')
}

/** Every group that is named is there, and none lies in itself. */
function requireChains(drawing: Drawing): Drawing {
  const byId = new Map((drawing.groups ?? []).map(group => [group.id, group]))
  for (const { group } of [...drawing.layers, ...byId.values()]) {
    let depth = 0
    for (let id = group; id !== undefined; id = byId.get(id)?.group) {
      if (!byId.has(id)) throw refused(`there is no group "${id}"`)
      if (++depth > byId.size) throw refused('a group lies in itself')
    }
  }
  return drawing
}

function requireClips(siblings: readonly StackItem[]): void {
  siblings.forEach((each, place) => {
    if (itemOf(each).clip && !clipBase(siblings, place)) throw refused('there is nothing below to clip to')
    if (each.kind === 'group') requireClips(each.items)
  })
}

/** Px for px, where they lay. */
function laid(kernels: Kernels, sheet: Sheet, paint: StackPaint): ReadonlyMap<number, Tile> {
  let layer: Layer = { id: '', name: '', visible: true, opacity: 100, tiles: new Map() }
  for (const { picture, x, y } of paint) {
    const { width, height } = picture
    const points = [x, y, x + width, y, x + width, y + height, x, y + height]
    layer = new Brought(kernels, sheet, layer, requirePicture(kernels, picture)).laid({ kind: 'corners', points })
  }
  return layer.tiles
}
