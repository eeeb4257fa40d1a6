import { tileColumns, tileRows } from './tiles'
import type { Drawing, Layer } from './types'

/**
 * Numbers of the tiles that look different in two drawings; all of the second one's when its sheet is another. Tiles are compared by
 * identity, which is enough: they never change. A tile listed needlessly costs time, not truth.
 */
export function changedTiles(before: Drawing, after: Drawing): Set<number> {
  const changed = new Set<number>()
  if (before === after) return changed
  const isSameStack = before.sheet === after.sheet && before.layers.length === after.layers.length
    && before.layers.every((layer, i) => looksAlike(layer, after.layers[i]!))
  if (!isSameStack) {
    const count = tileColumns(after.sheet) * tileRows(after.sheet)
    for (let number = 0; number < count; number++) changed.add(number)
    return changed
  }
  for (const [i, layer] of before.layers.entries()) addChanged(changed, layer, after.layers[i]!)
  return changed
}

function looksAlike(a: Layer, b: Layer): boolean {
  return a.id === b.id && a.visible === b.visible && a.opacity === b.opacity
}

function addChanged(changed: Set<number>, a: Layer, b: Layer): void {
  if (a.tiles === b.tiles) return
  for (const [number, tile] of a.tiles) if (b.tiles.get(number) !== tile) changed.add(number)
  for (const number of b.tiles.keys()) if (!a.tiles.has(number)) changed.add(number)
}
