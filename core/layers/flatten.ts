import { COMPOSITE_LAYERS, TILE, TILE_BYTES, type Ground, type Kernels, type LayerTile, type Tile } from '../kernels'
import type { Rect } from '../base'
import { sheetRect, tileOrigin, tilesUnder } from './tiles'
import type { Drawing, Layer } from './types'

/** A tile that stands in for a layer's own while a stroke is under way. */
export interface StandIn {
  readonly layer: string
  readonly tile: Tile
}

/**
 * Flattens one tile of the visible layers over `ground` into `out`, inside `part` (sheet px).
 * Clear layers are skipped.
 */
export function flattenTile(
  kernels: Kernels, drawing: Drawing, number: number, part: Rect, ground: Ground, out: Tile, standIn?: StandIn,
): void {
  const found: LayerTile[] = []
  for (const layer of drawing.layers) {
    const tile = standIn?.layer === layer.id ? standIn.tile : layer.tiles.get(number)
    if (tile && layer.visible && layer.opacity > 0) found.push({ tile, opacity: layer.opacity / 100 })
  }
  const { x, y } = tileOrigin(drawing.sheet, number)
  const rect = { x0: part.x0 - x, y0: part.y0 - y, x1: part.x1 - x, y1: part.y1 - y }
  const first = found.slice(0, COMPOSITE_LAYERS)
  kernels.composite(first, ground, out, rect)
  for (let i = COMPOSITE_LAYERS; i < found.length; i += COMPOSITE_LAYERS - 1) {
    const under = { tile: out.slice(), opacity: 1 }
    kernels.composite([under, ...found.slice(i, i + COMPOSITE_LAYERS - 1)], ground, out, rect)
  }
}

/** The whole drawing as one RGBA8 picture, row-major, straight alpha. */
export function flattenDrawing(kernels: Kernels, drawing: Drawing, ground: Ground = drawing.sheet.paper): Uint8Array {
  const { width, height } = drawing.sheet
  const out = new Uint8Array(width * height * 4)
  const tile = new Uint8Array(TILE_BYTES)
  for (const { number, part } of tilesUnder(drawing.sheet, sheetRect(drawing.sheet))) {
    flattenTile(kernels, drawing, number, part, ground, tile)
    copyTile(tile, tileOrigin(drawing.sheet, number), part, out, width)
  }
  return out
}

/** One layer's alpha, 0 … 255, row-major over the whole sheet, as painted: its opacity does not count. */
export function layerAlpha(drawing: Drawing, layer: Layer): Uint8Array {
  const { width, height } = drawing.sheet
  const out = new Uint8Array(width * height)
  for (const { number, part } of tilesUnder(drawing.sheet, sheetRect(drawing.sheet))) {
    const tile = layer.tiles.get(number)
    if (!tile) continue
    const origin = tileOrigin(drawing.sheet, number)
    for (let y = part.y0; y < part.y1; y++) {
      let from = 4 * ((y - origin.y) * TILE) + 3
      for (let x = part.x0; x < part.x1; x++, from += 4) out[y * width + x] = tile[from]!
    }
  }
  return out
}

function copyTile(tile: Tile, origin: { x: number, y: number }, part: Rect, out: Uint8Array, width: number): void {
  for (let y = part.y0; y < part.y1; y++) {
    const from = 4 * ((y - origin.y) * TILE + (part.x0 - origin.x))
    out.set(tile.subarray(from, from + 4 * (part.x1 - part.x0)), 4 * (y * width + part.x0))
  }
}
