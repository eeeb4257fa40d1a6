import { boundsOf } from '../../base'
import { components } from '../../raster'
import type { Evidence } from '../contract'
import { alphaOf } from './paths'

/** Grid cells across the region. */
const FINE = 160
const PAINTED = 64
/** A closed shape fills so much of the box round it; an open line does not. And is so many cells wide. */
const SOLID = 0.35
const LEAST_ACROSS = 24

/** The layer's paint in a region, filled, on a coarse grid: the largest piece. Null when there is none. */
export function filledShape(evidence: Evidence, layerId: string, target: readonly number[]) {
  const { drawing } = evidence
  const { width: w, height: h } = drawing.sheet
  const alpha = alphaOf(drawing, layerId)
  if (!alpha) return null
  const bounds = boundsOf(target)
  const margin = 0.15 * (bounds.x1 - bounds.x0)
  const [left, top] = [Math.max(Math.floor(bounds.x0 - margin), 0), Math.max(Math.floor(bounds.y0 - margin), 0)]
  const [right, bottom] = [Math.min(Math.ceil(bounds.x1 + margin), w), Math.min(Math.ceil(bounds.y1 + margin), h)]
  if (right - left < 20 || bottom - top < 20) return null
  const cell = Math.max(1, Math.floor((bounds.x1 - bounds.x0) / FINE))
  const [width, height] = [Math.ceil((right - left) / cell) + 2, Math.ceil((bottom - top) / cell) + 2]
  const painted = new Uint8Array(width * height)
  for (let y = top; y < bottom; y++) {
    for (let x = left; x < right; x++) {
      if (alpha[y * w + x]! >= PAINTED)
        painted[(Math.floor((y - top) / cell) + 1) * width + Math.floor((x - left) / cell) + 1] = 1
    }
  }
  const open = components(
    painted.map(value => 1 - value),
    width,
    height,
  )
  const outside = open.labels[0]!
  const solid = open.labels.map(label => (label === outside ? 0 : 1))
  const { labels, found } = components(Uint8Array.from(solid), width, height)
  const largest = found.reduce<(typeof found)[number] | null>((a, b) => (!a || b.area > a.area ? b : a), null)
  if (!largest) return null
  // An open outline has no inside: the paint itself is all there is of it.
  const { x0, y0, x1, y1 } = largest.box
  if (largest.area < SOLID * (x1 - x0) * (y1 - y0) || x1 - x0 < LEAST_ACROSS) return null
  return {
    set: Uint8Array.from(labels, label => (label === largest.label ? 1 : 0)),
    width,
    height,
    cell,
    x0: left - cell,
    y0: top - cell,
    across: largest.box.x1 - largest.box.x0,
  }
}

/** The set px that have a clear one beside them. */
export function edgeOf(set: Uint8Array, width: number, height: number): Uint8Array {
  const out = new Uint8Array(set.length)
  for (let y = 1; y < height - 1; y++)
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++)
      if (set[i] && !(set[i - 1] && set[i + 1] && set[i - width] && set[i + width])) out[i] = 1
  return out
}
