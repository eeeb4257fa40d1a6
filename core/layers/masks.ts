import type { Drawing, Group, Layer, Mask } from './types'

/** A mask as a layer of its own, so that whatever paints on layers paints on it. */
function layerOfMask(owner: Layer | Group, mask: Mask): Layer {
  return {
    id: mask.id,
    name: `${owner.name}: mask`,
    visible: true,
    opacity: 100,
    locked: owner.locked,
    group: owner.group,
    tiles: mask.tiles,
  }
}

/** The layer or mask of an id; null when there is none. */
export function paintable(drawing: Drawing, id: string): Layer | null {
  const layer = drawing.layers.find(each => each.id === id)
  if (layer) return layer
  const owner = maskOwner(drawing, id)
  return owner && layerOfMask(owner, owner.mask!)
}

/** What a mask belongs to. */
export function maskOwner(drawing: Drawing, mask: string): Layer | Group | null {
  return [...drawing.layers, ...(drawing.groups ?? [])].find(each => each.mask?.id === mask) ?? null
}

/** The drawing with a layer or group in the place of the one of the same id. */
export function withItem(drawing: Drawing, item: Layer | Group): Drawing {
  if (drawing.groups?.some(each => each.id === item.id))
    return { ...drawing, groups: drawing.groups.map(each => (each.id === item.id ? item : each)) }
  return { ...drawing, layers: drawing.layers.map(each => (each.id === item.id ? (item as Layer) : each)) }
}

/** The drawing with one layer put in the place of the one of the same id; a mask's paint goes back into the mask. */
export function withLayer(drawing: Drawing, layer: Layer): Drawing {
  if (drawing.layers.some(each => each.id === layer.id)) return withItem(drawing, layer)
  const owner = maskOwner(drawing, layer.id)
  return owner ? withItem(drawing, { ...owner, mask: { ...owner.mask!, tiles: layer.tiles } }) : drawing
}
