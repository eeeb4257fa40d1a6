import { TILE_BYTES, type Kernels, type Laying, type Tile } from '../kernels'
import type { Rect } from '../base'
import { tileOrigin, tilesUnder } from './tiles'
import type { Drawing, Layer } from './types'

/** The layer after the open mask was laid over it once, inside `rect`. Untouched tiles are shared. */
export function layMask(kernels: Kernels, drawing: Drawing, layer: Layer, rect: Rect, laying: Laying): Layer {
  const tiles = new Map<number, Tile>(layer.tiles)
  for (const { number, part } of tilesUnder(drawing.sheet, rect)) {
    const before = layer.tiles.get(number) ?? null
    if (!before && laying.kind === 'erase') continue
    const after = before ? before.slice() : new Uint8Array(TILE_BYTES)
    const { x, y } = tileOrigin(drawing.sheet, number)
    kernels.lay(laying, before, after, x, y, part)
    if (before || after.some(value => value !== 0)) tiles.set(number, after)
  }
  return { ...layer, tiles }
}

/** The drawing with one layer put in the place of the one of the same id. */
export function withLayer(drawing: Drawing, layer: Layer): Drawing {
  return { ...drawing, layers: drawing.layers.map(each => (each.id === layer.id ? layer : each)) }
}
