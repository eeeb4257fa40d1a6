import { EMPTY_RECT, intersectRect, isEmptyRect, unionRect, type Rect } from '../base'
import { TILE } from '../kernels'
import { sheetRect, tileColumns, tileOrigin } from './tiles'
import type { Sheet } from './types'

/** A tile and the part of it that was touched, sheet px. */
export interface TilePart {
  readonly number: number
  readonly part: Rect
}

/**
 * What a growing stroke has touched, tile by tile: a long slanting stroke touches few tiles, though
 * the box round it holds many.
 */
export class Touched {
  private readonly rects = new Map<number, Rect>()
  /** The part added to last: the next dab mostly lies in it. */
  private last: Rect = EMPTY_RECT

  constructor(private readonly sheet: Sheet) {}

  /** Adds a rectangle; what lies off the sheet is left out. Returns what was added. */
  add(rect: Rect): Rect {
    const { last } = this
    if (rect.x0 >= last.x0 && rect.y0 >= last.y0 && rect.x1 <= last.x1 && rect.y1 <= last.y1) return rect
    const inside = intersectRect(rect, sheetRect(this.sheet))
    if (isEmptyRect(inside)) return inside
    const columns = tileColumns(this.sheet)
    for (let row = Math.floor(inside.y0 / TILE); row * TILE < inside.y1; row++) {
      for (let column = Math.floor(inside.x0 / TILE); column * TILE < inside.x1; column++) {
        const number = row * columns + column
        const known = this.rects.get(number)
        const { x, y } = tileOrigin(this.sheet, number)
        const part = intersectRect(inside, { x0: x, y0: y, x1: x + TILE, y1: y + TILE })
        this.last = known ? unionRect(known, part) : part
        this.rects.set(number, this.last)
      }
    }
    return inside
  }

  has(number: number): boolean {
    return this.rects.has(number)
  }

  /** Every touched tile with its part. */
  parts(): TilePart[] {
    return Array.from(this.rects, ([number, part]) => ({ number, part }))
  }
}
