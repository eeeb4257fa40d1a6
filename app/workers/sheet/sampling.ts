import { fromLinear, paletteOf, toLinear, type PaletteColour, type Rgb8 } from '#core/colour'
import { TILE, TILE_BYTES, type Kernels } from '#core/kernels'
import { flattenDrawing, flattenTile, paintable, tilesUnder, tileOrigin, type Drawing } from '#core/layers'

/** Sides of the square that a colour is averaged over, px. */
export const SAMPLE_SIDES = [1, 3, 7, 15, 31] as const

/**
 * The mean colour of a square round a place, of one layer's paint or of all that can be seen; of light, not of numbers
 * (linear sRGB), each px by its alpha. Null off the sheet and where the layer has no paint.
 */
export function sampledColour(
  kernels: Kernels,
  drawing: Drawing,
  layerId: string | null,
  x: number,
  y: number,
  side: number,
): Rgb8 | null {
  const layer = layerId === null ? null : paintable(drawing, layerId)
  if (layerId !== null && !layer) return null
  const seen: Drawing = layer
    ? {
        ...drawing,
        groups: undefined,
        layers: [{ id: layer.id, name: '', visible: true, opacity: 100, tiles: layer.tiles }],
      }
    : drawing
  const half = Math.floor(side / 2)
  const rect = {
    x0: Math.floor(x) - half,
    y0: Math.floor(y) - half,
    x1: Math.floor(x) + half + 1,
    y1: Math.floor(y) + half + 1,
  }
  const sum = [0, 0, 0, 0]
  const tile = new Uint8Array(TILE_BYTES)
  for (const { number, part } of tilesUnder(drawing.sheet, rect)) {
    flattenTile(kernels, seen, number, part, layer ? null : drawing.sheet.paper, tile)
    const origin = tileOrigin(drawing.sheet, number)
    for (let py = part.y0; py < part.y1; py++) {
      for (let px = part.x0; px < part.x1; px++) {
        const at = 4 * ((py - origin.y) * TILE + px - origin.x)
        const alpha = tile[at + 3]!
        for (let c = 0; c < 3; c++) sum[c]! += toLinear(tile[at + c]! / 255) * alpha
        sum[3]! += alpha
      }
    }
  }
  if (sum[3] === 0) return null
  return [0, 1, 2].map(c => Math.round(fromLinear(sum[c]! / sum[3]!) * 255)) as unknown as Rgb8
}

/** The colours of what can be seen of a drawing. */
export function drawingPalette(kernels: Kernels, drawing: Drawing, count: number): PaletteColour[] {
  return paletteOf(flattenDrawing(kernels, drawing), count)
}
