import { z } from 'zod'
import { finished } from '../../adjust'
import { CoreError, listOf } from '../../base'
import { SUBPIXELS } from '../../brush'
import { shadowOf, towardColour } from '../../light'
import { paintOf } from '../../select'
import { findItem, stackOf, withItems, withLayer, withStack, type Drawing, type Light } from '../../layers'
import {
  colourSchema,
  GREATEST_LAYERS,
  layerIdSchema,
  layerNameSchema,
  percentSchema,
  placeSchema,
  seedSchema,
} from './common'
import { requireFreshId, requireLayer, requireRoom, requireUnlocked, type ActKind, type ReadyingKind } from './contract'
import { goesOver } from './cost'

/** The pin's place, sixteenths of a px, and how far the light stands out from the sheet, degrees. */
export const lightSchema = z.strictObject({ x: placeSchema, y: placeSchema, height: z.int().min(0).max(90) })
export const lightOf = ({ x, y, height }: z.infer<typeof lightSchema>): Light => ({
  x: x / SUBPIXELS,
  y: y / SUBPIXELS,
  height,
})

const pinSchema = z.strictObject({
  kind: z.literal('light-pin'),
  version: z.literal(1),
  /** Null takes it away. */
  light: lightSchema.nullable(),
})
export type LightPinAct = z.infer<typeof pinSchema>

/** Marks where the light comes from. */
export const lightPin: ReadyingKind<LightPinAct> = {
  isReadying: true,
  schema: pinSchema,
  facts: () => ({ name: 'light pin' }),
  apply: (_kernels, drawing, { light }) => ({
    ...drawing,
    light: light ? lightOf(light) : undefined,
  }),
}

/** The painted layer that a new one is made for, and where it lies in the stack; there must be room for the new one. */
function requirePainted(
  drawing: Drawing,
  { from, layer: fresh }: { readonly from: string; readonly layer: string },
  whenEmpty: string,
  whenMask: string,
) {
  const layer = requireLayer(drawing, from)
  requireFreshId(drawing, fresh)
  requireRoom(drawing, 1)
  if (layer.tiles.size === 0) throw new CoreError('act-refused', `there is no paint on “${layer.name}”`, whenEmpty)
  const items = stackOf(drawing)
  const found = findItem(items, layer.id)
  if (!found) throw new CoreError('act-refused', whenMask, 'Choose the layer itself.')
  return { layer, items, found }
}

/** Farthest that a shadow is moved, px. */
export const FARTHEST_SHADOW = 4000

const offset = z.int().min(-FARTHEST_SHADOW).max(FARTHEST_SHADOW)
const shadowSchema = z.strictObject({
  kind: z.literal('cast-shadow'),
  version: z.literal(1),
  /** Whose shadow it is. */
  from: layerIdSchema,
  /** The shadow's own layer, right under it. */
  layer: layerIdSchema,
  name: layerNameSchema,
  /** What the paint is darkened towards, and how far, %. */
  colour: colourSchema,
  dark: percentSchema,
  /** How far it is moved, whole px. */
  dx: offset,
  dy: offset,
  /** How soft, tenths of a px (standard deviation); 0: hard. */
  sigma: z.int().min(0).max(2000),
  /** Of its layer, %. */
  opacity: percentSchema,
  seed: seedSchema,
})
export type CastShadowAct = z.infer<typeof shadowSchema>

/** A shadow of what is painted on a layer: copied, darkened, moved, softened, on a layer of its own under it. */
export const castShadow: ActKind<CastShadowAct> = {
  schema: shadowSchema,
  cost: goesOver(40),
  facts: ({ from, colour }) => ({ name: 'cast shadow', work: 'shade', layer: from, colour }),
  apply(kernels, drawing, act) {
    const { layer, items, found } = requirePainted(
      drawing,
      act,
      'A shadow is cast by what is painted: choose that layer.',
      'a mask casts no shadow',
    )
    const tiles = finished(shadowOf(kernels, drawing.sheet, layer.tiles, { ...act, sigma: act.sigma / 10 }))
    const shadow = {
      id: act.layer,
      name: act.name,
      visible: true,
      opacity: act.opacity,
      mode: 'multiply' as const,
      tiles,
    }
    const base = found.siblings
      .slice(0, found.place + 1)
      .findLastIndex(item => !(item.kind === 'layer' ? item.layer : item.group).clip)
    const place = Math.max(base, 0)
    return withStack(
      drawing,
      withItems(items, found.group, siblings => [
        ...siblings.slice(0, place),
        { kind: 'layer', layer: shadow },
        ...siblings.slice(place),
      ]),
    )
  },
}

const cutSchema = z.strictObject({
  kind: z.literal('cut-shading'),
  version: z.literal(1),
  /** The layer with the colour. */
  from: layerIdSchema,
  /** The shadow's layer, right over it. */
  layer: layerIdSchema,
  name: layerNameSchema,
})
export type CutShadingAct = z.infer<typeof cutSchema>

/**
 * Makes ready for shadow shapes: a layer over the colour, clipped to it, that darkens; what is painted there is
 * selected.
 */
export const cutShading: ActKind<CutShadingAct> = {
  schema: cutSchema,
  cost: goesOver(40),
  facts: ({ from }) => ({ name: 'cut shading', work: 'shade', layer: from }),
  apply(_kernels, drawing, act) {
    const { layer, items, found } = requirePainted(
      drawing,
      act,
      'Choose the layer with the colour.',
      'a mask has no colour',
    )
    const shade = {
      id: act.layer,
      name: act.name,
      visible: true,
      opacity: 100,
      mode: 'multiply' as const,
      clip: true,
      tiles: new Map(),
    }
    const { place } = found
    const after = withStack(
      drawing,
      withItems(items, found.group, siblings => [
        ...siblings.slice(0, place + 1),
        { kind: 'layer', layer: shade },
        ...siblings.slice(place + 1),
      ]),
    )
    return { ...after, selection: paintOf(layer) }
  },
}

const hazeSchema = z.strictObject({
  kind: z.literal('haze'),
  version: z.literal(1),
  /** The sky's colour. */
  sky: colourSchema,
  /** How far each of these layers goes toward it, %. */
  layers: listOf(z.strictObject({ layer: layerIdSchema, share: percentSchema }), {
    least: 1,
    most: GREATEST_LAYERS,
  }).refine(each => new Set(each.map(({ layer }) => layer)).size === each.length, 'a layer is named once'),
  seed: seedSchema,
})
export type HazeAct = z.infer<typeof hazeSchema>

/** Fades layers toward the sky's colour: what is far away. */
export const haze: ActKind<HazeAct> = {
  schema: hazeSchema,
  cost: goesOver(40),
  facts: ({ layers }) => ({ name: 'haze', work: 'shade', layer: layers[0]!.layer }),
  apply(_kernels, drawing, { sky, layers, seed }) {
    return layers.reduce((before, { layer: id, share }) => {
      const layer = requireUnlocked(before, id)
      return share === 0
        ? before
        : withLayer(before, { ...layer, tiles: towardColour(before.sheet, layer.tiles, sky, share / 100, seed) })
    }, drawing)
  },
}
