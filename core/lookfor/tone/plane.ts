import { sampling } from './common'

/** A plane laid through values, v ≈ mean + dx (X − x) + dy (Y − y), by least squares. */
export interface PlaneFit {
  /** The middle of the px, and their mean. */
  readonly x: number
  readonly y: number
  readonly mean: number
  /** A px to the right, a px down. */
  readonly dx: number
  readonly dy: number
  /** R²: share of the values' variance that it explains, 0 … 1. */
  readonly r2: number
}

/** Of a large region at samples. Null when the set px are fewer than three or lie on a line. */
export function leastSquares3(values: Float32Array, set: Uint8Array, width: number): PlaneFit | null {
  let [count, sx, sy, sv] = [0, 0, 0, 0]
  const [height, step] = [set.length / width, Math.ceil(Math.sqrt(sampling(set.length)))]
  for (let py = 0; py < height; py += step) {
    for (let px = 0, i = py * width; px < width; px += step, i += step) {
      if (!set[i]) continue
      count++
      sx += px
      sy += py
      sv += values[i]!
    }
  }
  if (count < 3) return null
  const [x, y, mean] = [sx / count, sy / count, sv / count]
  let [xx, xy, yy, xv, yv, vv] = [0, 0, 0, 0, 0, 0]
  for (let py = 0; py < height; py += step) {
    const dy = py - y
    for (let px = 0, i = py * width; px < width; px += step, i += step) {
      if (!set[i]) continue
      const dx = px - x
      const dv = values[i]! - mean
      xx += dx * dx
      xy += dx * dy
      yy += dy * dy
      xv += dx * dv
      yv += dy * dv
      vv += dv * dv
    }
  }
  const det = xx * yy - xy * xy
  if (det <= 1e-9 * xx * yy) return null
  const [dx, dy] = [(xv * yy - yv * xy) / det, (yv * xx - xv * xy) / det]
  return { x, y, mean, dx, dy, r2: vv > 0 ? (dx * xv + dy * yv) / vv : 0 }
}
