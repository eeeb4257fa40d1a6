import type { Rect } from '../base'

/**
 * Exact area coverage of a polygon, row by row: each pixel's share that lies inside, 0 … 1 (signed
 * areas summed along the row, as in scan converters for outline fonts). Where the outline crosses
 * itself the parts add up to at most 1. Only + − × ÷: the same in every engine.
 *
 * @param points x, y, x, y … in px; the last joins the first
 * @param clip rows and columns that are wanted
 * @param emit called for each row that holds anything, with coverage from `clip.x0` on; the array is used again
 */
export function polygonCoverage(
  points: readonly number[],
  clip: Rect,
  emit: (y: number, coverage: Float64Array) => void,
): void {
  outlinesCoverage([points], clip, emit)
}

/**
 * The same for several outlines at once: one that runs the other way round cuts a hole, as in the letters of a font.
 */
export function outlinesCoverage(
  outlines: readonly (readonly number[])[],
  clip: Rect,
  emit: (y: number, coverage: Float64Array) => void,
): void {
  const width = clip.x1 - clip.x0
  const edges = edgesOf(outlines)
  if (width <= 0 || edges.length === 0) return
  const row = new Float64Array(width + 2)
  const coverage = new Float64Array(width)
  let top = Infinity
  let bottom = -Infinity
  for (let i = 1; i < edges.length; i += 2) {
    top = Math.min(top, edges[i]!)
    bottom = Math.max(bottom, edges[i]!)
  }
  const last = Math.min(clip.y1, Math.ceil(bottom))
  for (let y = Math.max(clip.y0, Math.floor(top)); y < last; y++) {
    row.fill(0)
    for (let i = 0; i < edges.length; i += 4) {
      addEdge(row, width, edges[i]! - clip.x0, edges[i + 1]! - y, edges[i + 2]! - clip.x0, edges[i + 3]! - y)
    }
    let sum = 0
    let isEmpty = true
    for (let x = 0; x < width; x++) {
      sum += row[x]!
      const share = Math.min(Math.abs(sum), 1)
      coverage[x] = share
      if (share > 0) isEmpty = false
    }
    if (!isEmpty) emit(y, coverage)
  }
}

/** Every outline's edges: x, y, x, y each. Fewer than three corners have no inside. */
function edgesOf(outlines: readonly (readonly number[])[]): Float64Array {
  const closed = outlines.filter(points => points.length >= 6)
  const edges = new Float64Array(closed.reduce((sum, points) => sum + 2 * points.length, 0))
  let at = 0
  for (const points of closed) {
    for (let i = 0; i < points.length; i += 2) {
      const j = (i + 2) % points.length
      edges[at++] = points[i]!
      edges[at++] = points[i + 1]!
      edges[at++] = points[j]!
      edges[at++] = points[j + 1]!
    }
  }
  return edges
}

/** Adds an edge's signed areas to the row that lies between y = 0 and y = 1. */
function addEdge(row: Float64Array, width: number, ax: number, ay: number, bx: number, by: number): void {
  if (ay === by) return
  const sign = ay < by ? 1 : -1
  const [x0, y0, x1, y1] = ay < by ? [ax, ay, bx, by] : [bx, by, ax, ay]
  if (y1 <= 0 || y0 >= 1) return
  const slope = (x1 - x0) / (y1 - y0)
  const from = Math.max(y0, 0)
  const to = Math.min(y1, 1)
  const height = to - from
  const left = Math.min(x0 + slope * (from - y0), x0 + slope * (to - y0))
  const right = Math.max(x0 + slope * (from - y0), x0 + slope * (to - y0))
  if (right <= 0) {
    row[0]! += sign * height
    return
  }
  if (left >= width) return
  if (left < 0 || right > width) return addClipped(row, width, sign, height, left, right)
  spread(row, sign * height, left, right)
}

/** An edge that leaves the row on a side: the part outside counts at that side's border. */
function addClipped(row: Float64Array, width: number, sign: number, height: number, left: number, right: number): void {
  const share = (a: number, b: number) => (height * (b - a)) / (right - left)
  if (left < 0) row[0]! += sign * share(left, Math.min(0, right))
  const from = Math.max(left, 0)
  const to = Math.min(right, width)
  if (to > from) spread(row, sign * share(from, to), from, to)
}

/** Spreads the area right of a slanting piece of edge, `height` tall (signed), over the pixels that it crosses. */
function spread(row: Float64Array, height: number, left: number, right: number): void {
  const first = Math.floor(left)
  const last = Math.ceil(right) - 1
  if (last <= first) {
    // Within one pixel: the middle of the piece says how much of it lies to the right.
    const inside = 1 - ((left + right) / 2 - first)
    row[first]! += height * inside
    row[first + 1]! += height * (1 - inside)
    return
  }
  const perPx = height / (right - left)
  let before = 0
  let areaBefore = 0
  for (let x = first; x <= last; x++) {
    const a = Math.max(left, x)
    const b = Math.min(right, x + 1)
    const own = perPx * (b - a)
    // What this pixel has of the area right of the edge: all that crossed before, and of its own the part right of its
    // middle.
    const area = before + own * (x + 1 - (a + b) / 2)
    row[x]! += area - areaBefore
    areaBefore = area
    before += own
  }
  row[last + 1]! += height - areaBefore
}
