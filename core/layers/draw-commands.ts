import type { DrawCommand, MaskTile, Tile } from '../kernels'
import { itemOf, type StackItem } from './stack'
import type { Group, Layer, Mask } from './types'

/** A tile that stands in for a layer's or mask's own while a stroke is under way. */
export interface StandIn {
  readonly layer: string
  readonly tile: Tile
}

/** What the kernels do, tile by tile, to flatten a stack. Hidden items and clear tiles are left out. */
export function drawCommandsOf(items: readonly StackItem[], number: number, standIn?: StandIn): DrawCommand[] {
  const out: DrawCommand[] = []
  addAll(items)
  return out

  function addAll(siblings: readonly StackItem[]): void {
    for (let i = 0; i < siblings.length;) {
      const base = siblings[i]!
      let end = i + 1
      while (end < siblings.length && itemOf(siblings[end]!).clip) end++
      addClipped(base, siblings.slice(i + 1, end))
      i = end
    }
  }

  /** An item and what is clipped to it: a group of its own, whose outline is the base's. */
  function addClipped(base: StackItem, clipped: readonly StackItem[]): void {
    const own = itemOf(base)
    if (!isSeen(own)) return
    const seen = clipped.filter(item => isSeen(itemOf(item)))
    if (seen.length === 0) return add(base, look(own, false))
    const start = out.length
    out.push({ do: 'open', isOwn: true })
    add(base, { opacity: 1, mode: 'normal', isAtop: false })
    if (out.length === start + 1) return void out.pop()
    for (const item of seen) add(item, look(itemOf(item), true))
    out.push({ do: 'close', ...look(own, false), mask: null })
  }

  function add(item: StackItem, how: Look): void {
    const mask = maskOf(itemOf(item).mask)
    if (mask && !mask.tile && mask.base === 0) return
    if (item.kind === 'layer') {
      const tile = standIn?.layer === item.layer.id ? standIn.tile : item.layer.tiles.get(number)
      if (tile) out.push({ do: 'tile', tile, mask, ...how })
      return
    }
    const start = out.length
    out.push({ do: 'open', isOwn: how.mode !== 'normal' || how.isAtop })
    addAll(item.items)
    if (out.length === start + 1) out.pop()
    else out.push({ do: 'close', mask, ...how })
  }

  function maskOf(mask: Mask | undefined): MaskTile | null {
    if (!mask?.isOn) return null
    const tile = (standIn?.layer === mask.id ? standIn.tile : mask.tiles.get(number)) ?? null
    return !tile && mask.base === 1 ? null : { tile, base: mask.base }
  }
}

type Look = Pick<Extract<DrawCommand, { do: 'close' }>, 'opacity' | 'mode' | 'isAtop'>

function look({ opacity, mode }: Layer | Group, isAtop: boolean): Look {
  return { opacity: opacity / 100, mode: mode ?? 'normal', isAtop }
}

function isSeen({ visible, opacity }: Layer | Group): boolean {
  return visible && opacity > 0
}
