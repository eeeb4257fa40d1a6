import { TILE_BYTES, type Kernels, type Tile } from '../kernels'
import { flattenTile } from './flatten'
import { withPaperUnder } from './paper'
import { findItem, itemOf, layersIn, stackOf, withStack, type StackItem } from './stack'
import { sheetRect, tilesUnder } from './tiles'
import type { Drawing } from './types'

/** The flattened layer's id; no other can have it. */
const BELOW = ''

/**
 * The drawing with all that lies below an item, the paper as well, made one layer: when only the item changes, the rest
 * is flattened much sooner. For looks in passing: what lies below is rounded once more. The same drawing where that is
 * not worth while.
 */
export function withBelowFlattened(kernels: Kernels, drawing: Drawing, id: string): Drawing {
  const { items, place } = placeOf(drawing, id)
  if (place < 2) return drawing
  const below = withPaperUnder(withStack(drawing, items.slice(0, place)))
  const tiles = new Map<number, Tile>()
  for (const { number, part } of tilesUnder(drawing.sheet, sheetRect(drawing.sheet))) {
    const tile = new Uint8Array(TILE_BYTES)
    flattenTile(kernels, below, number, part, drawing.sheet.paper, tile)
    tiles.set(number, tile)
  }
  const flat: StackItem = { kind: 'layer', layer: { id: BELOW, name: BELOW, visible: true, opacity: 100, tiles } }
  return withStack(drawing, [flat, ...items.slice(place)])
}

/** How many layers {@link withBelowFlattened} leaves. */
export function layersFlattenedWith(drawing: Drawing, id: string): number {
  const { items, place } = placeOf(drawing, id)
  return place < 2 ? drawing.layers.length : 1 + items.slice(place).flatMap(layersIn).length
}

/** Where in the stack an item lies, itself or what it lies in. What is clipped belongs to what it is clipped to. */
function placeOf(drawing: Drawing, id: string): { items: readonly StackItem[]; place: number } {
  const items = stackOf(drawing)
  let place = items.findIndex(item => findItem([item], id) !== null)
  while (place > 0 && itemOf(items[place]!).clip) place--
  return { items, place }
}
