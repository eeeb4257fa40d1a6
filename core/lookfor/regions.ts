import { contours } from 'd3-contour'
import type { Mark } from './contract'
import { boxOf } from './words'

/** Regions are traced on a grid this many px wide: marks need no more. */
const CELL = 4

/**
 * A mark that hatches the pixels that are 1, holes left out (even–odd); `at`: where on the sheet they lie; contours by
 * marching squares (d3-contour).
 */
export function regionMark(set: Uint8Array, width: number, height: number, at = { x0: 0, y0: 0 }): Mark {
  const part = boxOf(set, width)
  if (!part) return { kind: 'region', polygons: [] }
  // One clear cell all round, so that contours close.
  const [left, top] = [(Math.floor(part.x0 / CELL) - 1) * CELL, (Math.floor(part.y0 / CELL) - 1) * CELL]
  const [columns, rows] = [Math.ceil((part.x1 - left) / CELL) + 1, Math.ceil((part.y1 - top) / CELL) + 1]
  const share = new Float64Array(columns * rows)
  for (let y = part.y0; y < part.y1; y++) {
    const row = Math.floor((y - top) / CELL) * columns
    for (let x = part.x0; x < part.x1; x++)
      if (set[y * width + x]) share[row + Math.floor((x - left) / CELL)]! += 1 / (CELL * CELL)
  }
  const traced = contours()
    .size([columns, rows])
    .contour(share as unknown as number[], 0.25)
  const polygons = traced.coordinates
    .flat()
    .map(ring =>
      ring.flatMap(([x, y]) => [
        clamped(Math.round(x! * CELL) + left, width) + at.x0,
        clamped(Math.round(y! * CELL) + top, height) + at.y0,
      ]),
    )
  return { kind: 'region', polygons }
}

function clamped(value: number, most: number): number {
  return Math.min(Math.max(value, 0), most)
}
