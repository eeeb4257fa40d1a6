import { contours } from 'd3-contour'
import type { Mark } from './contract'

/** Regions are traced on a grid this many px wide: marks need no more. */
const CELL = 4

/** A mark that hatches the set pixels, holes left out (even–odd); `at`: where on the sheet they lie; contours by marching squares (d3-contour). */
export function regionMark(set: Uint8Array, width: number, height: number, at = { x0: 0, y0: 0 }): Mark {
  const columns = Math.ceil(width / CELL)
  const rows = Math.ceil(height / CELL)
  const share = new Float64Array(columns * rows)
  for (let y = 0, i = 0; y < height; y++) {
    const row = Math.floor(y / CELL) * columns
    for (let x = 0; x < width; x++, i++) {
      if (set[i]) share[row + Math.floor(x / CELL)]! += 1 / (CELL * CELL)
    }
  }
  const traced = contours().size([columns, rows]).contour([...share], 0.25)
  const polygons = traced.coordinates.flat().map(ring => ring.flatMap(([x, y]) => [
    Math.round(x! * CELL) + at.x0, Math.round(y! * CELL) + at.y0,
  ]))
  return { kind: 'region', polygons }
}
