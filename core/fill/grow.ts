import { growRect, intersectRect, type Rect } from '../base'
import { BitRuns, type BitPlane } from '../raster'
import type { Flooded } from './flood'

/** Runs of a row: start, end, start, end …, in order, none touching the next. */
export type Runs = number[]

/**
 * Rows of a flooded region grown by a disc of `radius` px (Minkowski sum), one after the other.
 * `emit` gets y and the runs that are covered. Returns the grown box.
 */
export function growRegion({ bits, box }: Flooded, radius: number, emit: (y: number, runs: Runs) => void): Rect {
  const { width, height } = bits
  const grown = intersectRect(growRect(box, radius), { x0: 0, y0: 0, x1: width, y1: height })
  // Half-width of the disc at each height above its middle.
  const reach = Array.from({ length: radius + 1 }, (_, dy) => Math.floor(Math.sqrt(radius * radius - dy * dy)))
  const rows = new Map<number, Runs>()
  const runsAt = (y: number): Runs => {
    let runs = rows.get(y)
    if (!runs) {
      runs = y < box.y0 || y >= box.y1 ? [] : runsIn(bits, box, y)
      rows.set(y, runs)
    }
    return runs
  }
  for (let y = grown.y0; y < grown.y1; y++) {
    const pieces: [number, number][] = []
    for (let dy = -radius; dy <= radius; dy++) {
      const by = reach[dy < 0 ? -dy : dy]!
      const runs = runsAt(y + dy)
      for (let i = 0; i < runs.length; i += 2)
        pieces.push([Math.max(runs[i]! - by, 0), Math.min(runs[i + 1]! + by, width)])
    }
    rows.delete(y - radius)
    emit(y, joined(pieces))
  }
  return grown
}

/** The runs of set bits in one row, within the box. */
export function runsIn(plane: BitPlane, box: Rect, y: number): Runs {
  const found: Runs = []
  const runs = new BitRuns(plane)
  for (let x = runs.next(box.x0, box.x1, y); x < box.x1; x = runs.next(found[found.length - 1]!, box.x1, y))
    found.push(x, Math.min(runs.end(x, y), box.x1))
  return found
}

/** Pieces in any order as runs: what overlaps or touches becomes one. */
function joined(pieces: [number, number][]): Runs {
  pieces.sort((a, b) => a[0] - b[0])
  const runs: Runs = []
  for (const [from, to] of pieces) {
    const last = runs.length - 1
    if (last > 0 && from <= runs[last]!) runs[last] = Math.max(runs[last]!, to)
    else runs.push(from, to)
  }
  return runs
}
