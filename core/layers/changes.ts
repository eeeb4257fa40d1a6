import type { Tile } from '../kernels'
import { tileColumns, tileRows } from './tiles'
import type { Drawing, Group, Layer } from './types'

/**
 * Numbers of the tiles that look different in two drawings; all of the second one's when its sheet is another. Tiles
 * are compared by identity, which is enough: they never change. A tile listed needlessly costs time, not truth.
 */
export function changedTiles(before: Drawing, after: Drawing): Set<number> {
  const changed = new Set<number>()
  if (before === after) return changed
  if (!isSameStack(before, after)) {
    const count = tileColumns(after.sheet) * tileRows(after.sheet)
    for (let number = 0; number < count; number++) changed.add(number)
    return changed
  }
  for (const [i, layer] of before.layers.entries()) {
    addChanged(changed, layer.tiles, after.layers[i]!.tiles)
    addChangedMask(changed, layer, after.layers[i]!)
  }
  for (const [i, group] of (before.groups ?? []).entries()) addChangedMask(changed, group, after.groups![i]!)
  return changed
}

function isSameStack(before: Drawing, after: Drawing): boolean {
  const { groups = [] } = before
  const { groups: others = [] } = after
  return (
    before.sheet === after.sheet &&
    before.layers.length === after.layers.length &&
    groups.length === others.length &&
    before.layers.every((layer, i) => looksAlike(layer, after.layers[i]!)) &&
    groups.every((group, i) => looksAlike(group, others[i]!))
  )
}

function looksAlike(a: Layer | Group, b: Layer | Group): boolean {
  return (
    a.id === b.id &&
    a.visible === b.visible &&
    a.opacity === b.opacity &&
    a.mode === b.mode &&
    !a.clip === !b.clip &&
    a.group === b.group &&
    a.mask?.id === b.mask?.id &&
    a.mask?.isOn === b.mask?.isOn &&
    a.mask?.base === b.mask?.base
  )
}

function addChangedMask(changed: Set<number>, a: Layer | Group, b: Layer | Group): void {
  if (a.mask && b.mask) addChanged(changed, a.mask.tiles, b.mask.tiles)
}

function addChanged(changed: Set<number>, a: ReadonlyMap<number, Tile>, b: ReadonlyMap<number, Tile>): void {
  if (a === b) return
  for (const [number, tile] of a) if (b.get(number) !== tile) changed.add(number)
  for (const number of b.keys()) if (!a.has(number)) changed.add(number)
}
