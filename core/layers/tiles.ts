import { intersectRect, type Rect } from '../base'
import { TILE } from '../kernels'
import type { Sheet } from './types'

export function tileColumns(sheet: Sheet): number {
  return Math.ceil(sheet.width / TILE)
}

export function tileRows(sheet: Sheet): number {
  return Math.ceil(sheet.height / TILE)
}

export function tileNumber(sheet: Sheet, column: number, row: number): number {
  return row * tileColumns(sheet) + column
}

/** Top left corner of a tile, sheet px. */
export function tileOrigin(sheet: Sheet, number: number): { x: number; y: number } {
  const columns = tileColumns(sheet)
  return { x: (number % columns) * TILE, y: Math.floor(number / columns) * TILE }
}

export function sheetRect(sheet: Sheet): Rect {
  return { x0: 0, y0: 0, x1: sheet.width, y1: sheet.height }
}

/** The tiles that `rect` touches, each with the part of `rect` that lies on it (sheet px). */
export function tilesUnder(sheet: Sheet, rect: Rect): { number: number; part: Rect }[] {
  const inside = intersectRect(rect, sheetRect(sheet))
  const found: { number: number; part: Rect }[] = []
  for (let row = Math.floor(inside.y0 / TILE); row * TILE < inside.y1; row++) {
    for (let column = Math.floor(inside.x0 / TILE); column * TILE < inside.x1; column++) {
      const tile = { x0: column * TILE, y0: row * TILE, x1: (column + 1) * TILE, y1: (row + 1) * TILE }
      found.push({ number: tileNumber(sheet, column, row), part: intersectRect(inside, tile) })
    }
  }
  return found
}
