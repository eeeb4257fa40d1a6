import type { Rect } from '../base'
import { isClearTile, TILE, type Tile } from '../kernels'
import { tileOrigin, tilesUnder, type Layer, type Selection, type Sheet } from '../layers'

/** Clear px all round a picture, so that smoothing may look over its edge. */
export const RIM = 3

/**
 * Pixels to be moved, straight-alpha RGBA8, row-major. Its px (RIM, RIM) is the top left one of `box`
 * (sheet px); beyond its rim all is clear.
 */
export interface Picture {
  readonly box: Rect
  readonly width: number
  readonly height: number
  readonly pixels: Uint8Array
}

/**
 * How much of a px' alpha a selection takes: its share of it, or as much as is selected. The first leaves a faint rim
 * where paint that fades out was selected by itself, for half of a half is a quarter; the second leaves nothing.
 */
export type Taking = 'share' | 'as-much'
export const TAKEN: Record<Taking, (alpha: number, selected: number) => number> = {
  share: shareOf,
  'as-much': Math.min,
}

/** What a layer has inside a box, of it what the selection takes if there is one. */
export function pictureOf(
  sheet: Sheet,
  layer: Layer,
  box: Rect,
  selection?: Selection,
  taking: Taking = 'share',
): Picture {
  const taken = TAKEN[taking]
  const width = box.x1 - box.x0 + 2 * RIM
  const height = box.y1 - box.y0 + 2 * RIM
  const pixels = new Uint8Array(width * height * 4)
  for (const { number, part } of tilesUnder(sheet, box)) {
    const tile = layer.tiles.get(number)
    const chosen = selection?.get(number)
    if (!tile || (selection && !chosen)) continue
    const { x, y } = tileOrigin(sheet, number)
    for (let py = part.y0; py < part.y1; py++) {
      const from = (py - y) * TILE - x
      const to = 4 * ((py - box.y0 + RIM) * width + part.x0 - box.x0 + RIM)
      pixels.set(tile.subarray(4 * (from + part.x0), 4 * (from + part.x1)), to)
      if (!chosen) continue
      for (let px = part.x0, at = to + 3; px < part.x1; px++, at += 4)
        pixels[at] = taken(pixels[at]!, chosen[from + px]!)
    }
  }
  return { box, width, height, pixels }
}

/** A selection's values as a picture in white, so that it can be moved as paint is. */
export function pictureOfValues(box: Rect, values: Uint8Array): Picture {
  const inner = box.x1 - box.x0
  const width = inner + 2 * RIM
  const height = box.y1 - box.y0 + 2 * RIM
  const pixels = new Uint8Array(width * height * 4)
  for (let y = 0; y < height - 2 * RIM; y++) {
    for (let x = 0; x < inner; x++)
      pixels.fill(values[y * inner + x]!, 4 * ((y + RIM) * width + x + RIM), 4 * ((y + RIM) * width + x + RIM) + 4)
  }
  return { box, width, height, pixels }
}

/** The layer's tile without what a selection of 0 … 255 at each px takes of it. */
export function thinned(tile: Tile, selected: Uint8Array, taking: Taking = 'share'): Tile {
  const out = new Uint8Array(tile.length)
  for (let i = 0; i < selected.length; i++) {
    const at = 4 * i
    const alpha =
      taking === 'share'
        ? shareOf(tile[at + 3]!, 255 - selected[i]!)
        : tile[at + 3]! - TAKEN[taking](tile[at + 3]!, selected[i]!)
    if (alpha === 0) continue
    out[at] = tile[at]!
    out[at + 1] = tile[at + 1]!
    out[at + 2] = tile[at + 2]!
    out[at + 3] = alpha
  }
  return out
}

/** A layer's tiles with only what is selected kept, or only what is not. Tiles that stay whole are shared. */
export function keptTiles(tiles: Layer['tiles'], selection: Selection, isSelected: boolean): Layer['tiles'] {
  const out = new Map<number, Tile>()
  for (const [number, tile] of tiles) {
    const chosen = selection.get(number)
    if (!chosen) {
      if (!isSelected) out.set(number, tile)
      continue
    }
    const kept = thinned(tile, isSelected ? chosen.map(value => 255 - value) : chosen)
    if (!isClearTile(kept)) out.set(number, kept)
  }
  return out
}

function shareOf(alpha: number, share: number): number {
  return Math.floor((alpha * share + 127) / 255)
}

/** The smallest box that holds the paint of a layer inside the selection, sheet px; null when there is none. */
export function paintBox(sheet: Sheet, layer: Layer, selection?: Selection): Rect | null {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const [number, tile] of layer.tiles) {
    const chosen = selection?.get(number)
    if (selection && !chosen) continue
    const { x, y } = tileOrigin(sheet, number)
    for (let row = 0; row < TILE; row++) {
      for (let column = 0; column < TILE; column++) {
        const i = row * TILE + column
        if (!tile[4 * i + 3] || (chosen && !chosen[i])) continue
        if (x + column < x0) x0 = x + column
        if (x + column >= x1) x1 = x + column + 1
        if (y + row < y0) y0 = y + row
        if (y + row >= y1) y1 = y + row + 1
      }
    }
  }
  return x1 > x0 ? { x0, y0, x1, y1 } : null
}
