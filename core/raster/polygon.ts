/** Corners x, y, x, y, … in px; closed by itself. */
export type Polygon = readonly number[]

/** Sets the pixels whose centres lie inside the polygon (even–odd rule). */
export function fillPolygon(polygon: Polygon, width: number, height: number): Uint8Array {
  const out = new Uint8Array(width * height)
  const count = polygon.length / 2
  for (let y = 0; y < height; y++) {
    const cy = y + 0.5
    const cuts: number[] = []
    for (let i = 0, j = count - 1; i < count; j = i++) {
      const y0 = polygon[2 * j + 1]!
      const y1 = polygon[2 * i + 1]!
      if (y0 > cy === y1 > cy) continue
      const x0 = polygon[2 * j]!
      cuts.push(x0 + ((cy - y0) / (y1 - y0)) * (polygon[2 * i]! - x0))
    }
    cuts.sort((a, b) => a - b)
    for (let i = 0; i + 1 < cuts.length; i += 2) {
      const from = Math.min(Math.max(Math.ceil(cuts[i]! - 0.5), 0), width)
      const to = Math.min(Math.max(Math.ceil(cuts[i + 1]! - 0.5), 0), width)
      out.fill(1, y * width + from, y * width + to)
    }
  }
  return out
}
