import { growRect, intersectRect, type Rect } from '../base'
import { FLOODED } from './flood'

/**
 * Rows of a flooded region grown by a disc of `radius` px (Minkowski sum), one after the other.
 * `emit` gets y and the row of the returned box, 1 where covered. Returns the grown box.
 */
export function growRegion(
  plane: Uint8Array, width: number, height: number, box: Rect, radius: number,
  emit: (y: number, row: Uint8Array, box: Rect) => void,
): Rect {
  const grown = intersectRect(growRect(box, radius), { x0: 0, y0: 0, x1: width, y1: height })
  const span = grown.x1 - grown.x0
  // Half-width of the disc at each height above its middle.
  const reach = Int32Array.from({ length: radius + 1 }, (_, dy) => Math.floor(Math.sqrt(radius * radius - dy * dy)))
  const near = nearestInRows(plane, width, grown, radius)
  const row = new Uint8Array(span)
  for (let y = grown.y0; y < grown.y1; y++) {
    row.fill(0)
    for (let dy = -radius; dy <= radius; dy++) {
      const from = y + dy
      if (from < grown.y0 || from >= grown.y1) continue
      const start = (from - grown.y0) * span
      const limit = reach[dy < 0 ? -dy : dy]!
      for (let x = 0; x < span; x++) {
        if (near[start + x]! <= limit) row[x] = 1
      }
    }
    emit(y, row, grown)
  }
  return grown
}

/** Distance along the row to the nearest flooded cell, at most radius + 1. */
function nearestInRows(plane: Uint8Array, width: number, box: Rect, radius: number): Uint8Array {
  const span = box.x1 - box.x0
  const near = new Uint8Array(span * (box.y1 - box.y0))
  const far = radius + 1
  for (let y = box.y0; y < box.y1; y++) {
    const at = (y - box.y0) * span
    const from = y * width + box.x0
    let distance = far
    for (let x = 0; x < span; x++) {
      distance = plane[from + x] === FLOODED ? 0 : Math.min(distance + 1, far)
      near[at + x] = distance
    }
    distance = far
    for (let x = span - 1; x >= 0; x--) {
      distance = plane[from + x] === FLOODED ? 0 : Math.min(distance + 1, far)
      if (distance < near[at + x]!) near[at + x] = distance
    }
  }
  return near
}
