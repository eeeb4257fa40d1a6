import { isClearTile, TILE_BYTES, type Kernels, type Laying, type Tile } from '../kernels'
import { tileOrigin } from './tiles'
import type { TilePart } from './touched'
import type { Drawing, Layer, Sheet } from './types'

/** The layer after the open mask was laid over it once, inside the parts. Untouched tiles are shared. */
export function layMask(kernels: Kernels, layer: Layer, sheet: Sheet, parts: readonly TilePart[], laying: Laying): Layer {
  const tiles = new Map<number, Tile>(layer.tiles)
  for (const { number, part } of parts) {
    const before = layer.tiles.get(number) ?? null
    if (!before && laying.kind === 'erase') continue
    const after = before ? before.slice() : new Uint8Array(TILE_BYTES)
    const { x, y } = tileOrigin(sheet, number)
    kernels.lay(laying, before, after, x, y, part)
    if (before || !isClearTile(after)) tiles.set(number, after)
  }
  return { ...layer, tiles }
}

/** The drawing with one layer put in the place of the one of the same id. */
export function withLayer(drawing: Drawing, layer: Layer): Drawing {
  return { ...drawing, layers: drawing.layers.map(each => (each.id === layer.id ? layer : each)) }
}
