import { intersectRect, type Rect } from '../base'
import { TILE } from '../kernels'
import { sheetRect, tileOrigin, tilesUnder, type Sheet } from '../layers'

/** Premultiplied px inside a box: colour times alpha and alpha, 0 … 65535, row-major. */
export interface Area {
  readonly box: Rect
  readonly values: Uint16Array
}

/**
 * The px of a box; beyond the sheet its edge goes on. @param tileOf premultiplied px of a tile; null where nothing is
 * painted
 */
export function areaOf(sheet: Sheet, box: Rect, tileOf: (number: number) => Uint16Array | null | undefined): Area {
  const [width, height] = [box.x1 - box.x0, box.y1 - box.y0]
  const values = new Uint16Array(4 * width * height)
  const inside = intersectRect(box, sheetRect(sheet))
  for (const { number, part } of tilesUnder(sheet, inside)) {
    const tile = tileOf(number)
    if (!tile) continue
    const { x, y } = tileOrigin(sheet, number)
    for (let py = part.y0; py < part.y1; py++) {
      const at = 4 * ((py - y) * TILE + part.x0 - x)
      values.set(tile.subarray(at, at + 4 * (part.x1 - part.x0)), 4 * ((py - box.y0) * width + part.x0 - box.x0))
    }
  }
  for (let py = inside.y0; py < inside.y1; py++) {
    const row = 4 * (py - box.y0) * width
    for (let px = box.x0; px < inside.x0; px++)
      values.copyWithin(row + 4 * (px - box.x0), row + 4 * (inside.x0 - box.x0), row + 4 * (inside.x0 - box.x0) + 4)
    for (let px = inside.x1; px < box.x1; px++)
      values.copyWithin(row + 4 * (px - box.x0), row + 4 * (inside.x1 - 1 - box.x0), row + 4 * (inside.x1 - box.x0))
  }
  for (let py = box.y0; py < inside.y0; py++)
    values.copyWithin(4 * (py - box.y0) * width, 4 * (inside.y0 - box.y0) * width, 4 * (inside.y0 + 1 - box.y0) * width)
  for (let py = inside.y1; py < box.y1; py++)
    values.copyWithin(4 * (py - box.y0) * width, 4 * (inside.y1 - 1 - box.y0) * width, 4 * (inside.y1 - box.y0) * width)
  return { box, values }
}

/**
 * The box radius with which three boxes blur about as a Gaussian of so many px (standard deviation) does: their
 * variance is r (r + 1).
 */
export function boxRadius(sigma: number): number {
  return Math.max(Math.floor((Math.sqrt(4 * sigma * sigma + 1) - 1) / 2 + 0.5), 1)
}
