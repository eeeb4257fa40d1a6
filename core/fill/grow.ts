import { growRect, intersectRect, type Rect } from '../base'
import { FLOODED } from './flood'

/** Runs of a row: start, end, start, end …, in order, none touching the next. */
export type Runs = number[]

/**
 * Rows of a flooded region grown by a disc of `radius` px (Minkowski sum), one after the other.
 * `emit` gets y and the runs that are covered. Returns the grown box.
 */
export function growRegion(
  plane: Uint8Array, width: number, height: number, box: Rect, radius: number,
  emit: (y: number, runs: Runs) => void,
): Rect {
  const grown = intersectRect(growRect(box, radius), { x0: 0, y0: 0, x1: width, y1: height })
  // Half-width of the disc at each height above its middle.
  const reach = Array.from({ length: radius + 1 }, (_, dy) => Math.floor(Math.sqrt(radius * radius - dy * dy)))
  const rows = new Map<number, Runs>()
  const runsAt = (y: number): Runs => {
    let runs = rows.get(y)
    if (!runs) {
      runs = y < box.y0 || y >= box.y1 ? [] : runsOf(plane, y * width, box, FLOODED)
      rows.set(y, runs)
    }
    return runs
  }
  for (let y = grown.y0; y < grown.y1; y++) {
    const pieces: [number, number][] = []
    for (let dy = -radius; dy <= radius; dy++) {
      const by = reach[dy < 0 ? -dy : dy]!
      const runs = runsAt(y + dy)
      for (let i = 0; i < runs.length; i += 2) pieces.push([Math.max(runs[i]! - by, 0), Math.min(runs[i + 1]! + by, width)])
    }
    rows.delete(y - radius)
    emit(y, joined(pieces))
  }
  return grown
}

/** The runs of cells with a value in one row (its first cell's index), within the box. */
export function runsOf(plane: Uint8Array, row: number, box: Rect, value: number): Runs {
  const runs: Runs = []
  const end = row + box.x1
  let i = row + box.x0
  for (;;) {
    while (i < end && plane[i] !== value) i++
    if (i === end) return runs
    runs.push(i - row)
    while (i < end && plane[i] === value) i++
    runs.push(i - row)
  }
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
