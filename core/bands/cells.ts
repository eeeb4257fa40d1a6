import { components } from '../raster'
import type { FormShape } from './shape'

/** One piece of a shape on a grid of square cells; bands are smooth, they need no more. */
export interface Piece {
  readonly columns: number
  readonly rows: number
  /** Px of a cell's side. */
  readonly cell: number
  /** Sheet px of the grid's upper left corner. */
  readonly x: number
  readonly y: number
  /** 1 inside; row-major. A rim of nothing all round. */
  readonly inside: Uint8Array
}

/** Cells along the longer side. */
const FINE = 220
const RIM = 3
/** A piece with fewer cells is a speck. */
const LEAST = 40

/** The pieces of a shape, the largest first; specks left out. */
export function piecesOf({ box, inside }: FormShape): Piece[] {
  const [width, height] = [box.x1 - box.x0, box.y1 - box.y0]
  const cell = Math.max(1, Math.ceil(Math.max(width, height) / FINE))
  const [columns, rows] = [Math.ceil(width / cell) + 2 * RIM, Math.ceil(height / cell) + 2 * RIM]
  const counts = new Uint32Array(columns * rows)
  for (let y = 0, i = 0; y < height; y++) {
    const row = (Math.floor(y / cell) + RIM) * columns + RIM
    for (let x = 0; x < width; x++, i++) if (inside[i]) counts[row + Math.floor(x / cell)]!++
  }
  const set = Uint8Array.from(counts, count => (2 * count >= cell * cell ? 1 : 0))
  const { labels, found } = components(set, columns, rows)
  return found
    .filter(part => part.area >= LEAST)
    .sort((a, b) => b.area - a.area)
    .map(part => ({
      columns,
      rows,
      cell,
      x: box.x0 - RIM * cell,
      y: box.y0 - RIM * cell,
      inside: Uint8Array.from(labels, label => (label === part.label ? 1 : 0)),
    }))
}

/** The middle of a cell, sheet px. */
export function placeOf({ columns, cell, x, y }: Piece, at: number): { readonly x: number; readonly y: number } {
  return { x: x + ((at % columns) + 0.5) * cell, y: y + (Math.floor(at / columns) + 0.5) * cell }
}

/** Middle and axes of a piece by its second moments. */
export interface Axes {
  /** Cells. */
  readonly x: number
  readonly y: number
  /** Of length 1, along the longer axis; y down. */
  readonly along: readonly [number, number]
  /** Half the axes of the ellipse with the same moments, cells. */
  readonly long: number
  readonly short: number
}

export function axesOf({ columns, inside }: Piece): Axes {
  let [count, sx, sy, xx, xy, yy] = [0, 0, 0, 0, 0, 0]
  for (let i = 0; i < inside.length; i++) {
    if (!inside[i]) continue
    const [x, y] = [(i % columns) + 0.5, Math.floor(i / columns) + 0.5]
    count++
    sx += x
    sy += y
    xx += x * x
    xy += x * y
    yy += y * y
  }
  const [x, y] = [sx / count, sy / count]
  const [a, b, c] = [xx / count - x * x, xy / count - x * y, yy / count - y * y]
  // The eigenvalues of a symmetric 2 × 2 matrix; an ellipse's moment about an axis is a quarter of its half axis
  // squared.
  const spread = Math.sqrt(((a - c) / 2) * ((a - c) / 2) + b * b)
  const [most, least] = [(a + c) / 2 + spread, Math.max((a + c) / 2 - spread, 0)]
  const direction: [number, number] = Math.abs(most - c) > Math.abs(most - a) ? [most - c, b] : [b, most - a]
  const length = Math.sqrt(direction[0] * direction[0] + direction[1] * direction[1])
  return {
    x,
    y,
    along: length > 1e-9 ? [direction[0] / length, direction[1] / length] : [0, 1],
    long: 2 * Math.sqrt(most),
    short: 2 * Math.sqrt(least),
  }
}
