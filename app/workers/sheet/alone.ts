import { TILE_BYTES, type Tile } from '#core/kernels'
import {
  findItem,
  itemOf,
  layersIn,
  maskOwner,
  stackOf,
  tileColumns,
  tileRows,
  type Drawing,
  type Layer,
} from '#core/layers'

/** A layer or group shown without the others, or a mask as it is: dark where it hides. */
export type Alone = { readonly kind: 'item' | 'mask'; readonly id: string } | null

/** The drawing as it is shown then; the same when there is no such thing on it. */
export function shownAlone(drawing: Drawing, alone: Alone): Drawing {
  if (!alone) return drawing
  if (alone.kind === 'mask') return maskAlone(drawing, alone.id)
  const found = findItem(stackOf(drawing), alone.id)
  if (!found) return drawing
  const inside = new Set(layersIn(found.item).map(layer => layer.id))
  const { clip: _clip, mode: _mode, ...own } = itemOf(found.item)
  const layers = drawing.layers
    .filter(layer => inside.has(layer.id))
    .map((layer): Layer =>
      layer.id === own.id ? { ...layer, clip: undefined, mode: undefined, visible: true, group: undefined } : layer,
    )
  return {
    ...drawing,
    layers,
    groups: drawing.groups?.map(group =>
      group.id === own.id ? { ...group, visible: true, clip: undefined, mode: undefined } : group,
    ),
  }
}

function maskAlone(drawing: Drawing, id: string): Drawing {
  const mask = maskOwner(drawing, id)?.mask
  if (!mask) return drawing
  const ground = solid(mask.base ? 255 : 0)
  const count = tileColumns(drawing.sheet) * tileRows(drawing.sheet)
  const layers: Layer[] = [
    {
      id: '',
      name: '',
      visible: true,
      opacity: 100,
      tiles: new Map(Array.from({ length: count }, (_, number) => [number, ground])),
    },
    // Under its own id, so that a stroke on it is seen as it grows.
    { id, name: '', visible: true, opacity: 100, tiles: mask.tiles },
  ]
  return { ...drawing, layers, groups: undefined }
}

const solids = new Map<number, Tile>()
function solid(grey: number): Tile {
  let tile = solids.get(grey)
  if (!tile) {
    tile = new Uint8Array(TILE_BYTES).fill(grey)
    for (let i = 3; i < tile.length; i += 4) tile[i] = 255
    solids.set(grey, tile)
  }
  return tile
}
