import { powerOf } from '../base'
import type { AdjustmentOf } from './settings'

/** For each value of a channel, 0 … 255, the one that it becomes; not rounded. */
export type Table = Float64Array

const tableOf = (value: (x: number) => number): Table =>
  Float64Array.from({ length: 256 }, (_, x) => Math.min(Math.max(value(x), 0), 255))

/** Contrast at its strongest: this many times as steep. */
const STEEPEST = 4

/**
 * brightness() and then contrast() of the Filter Effects Module Level 1, §10.2 and §10.3: slopes in sRGB's own numbers,
 * cut off after each.
 */
export function lightTable({ brightness, contrast }: Pick<AdjustmentOf<'light'>, 'brightness' | 'contrast'>): Table {
  const bright = 1 + brightness / 100
  const slope = contrast <= 0 ? 1 + contrast / 100 : 1 + ((STEEPEST - 1) * contrast) / 100
  return tableOf(x => (Math.min(x * bright, 255) - 127.5) * slope + 127.5)
}

/**
 * What lies between black and white is spread; the middle by a power (gamma of feComponentTransfer, Filter Effects
 * Module Level 1).
 */
export function levelsTable({ black, white, middle, outBlack, outWhite }: Omit<AdjustmentOf<'levels'>, 'kind'>): Table {
  return tableOf(x => {
    const share = Math.min(Math.max((x - black) / (white - black), 0), 1)
    return outBlack + (outWhite - outBlack) * (middle === 100 ? share : powerOf(share, 100 / middle))
  })
}

/** Evenly parted values (type `discrete` of feComponentTransfer, Filter Effects Module Level 1). */
export function stepsTable(count: number): Table {
  return tableOf(x => (255 * Math.min(Math.floor((x / 255) * count), count - 1)) / (count - 1))
}

/**
 * A smooth curve through points that never swings beyond them: monotone cubic Hermite interpolation (Fritsch & Carlson
 * 1980). Level before the first and after the last.
 *
 * @param points x ascending
 */
export function curveTable(points: readonly (readonly [number, number])[]): Table {
  const slopes = slopesOf(points)
  return tableOf(x => {
    const last = points.length - 1
    if (x <= points[0]![0]) return points[0]![1]
    if (x >= points[last]![0]) return points[last]![1]
    let k = 0
    while (points[k + 1]![0] <= x) k++
    const [[x0, y0], [x1, y1]] = [points[k]!, points[k + 1]!]
    const h = x1 - x0
    const t = (x - x0) / h
    const [t2, t3] = [t * t, t * t * t]
    return (
      (2 * t3 - 3 * t2 + 1) * y0 +
      (t3 - 2 * t2 + t) * h * slopes[k]! +
      (3 * t2 - 2 * t3) * y1 +
      (t3 - t2) * h * slopes[k + 1]!
    )
  })
}

function slopesOf(points: readonly (readonly [number, number])[]): number[] {
  const count = points.length
  const secants = Array.from(
    { length: count - 1 },
    (_, k) => (points[k + 1]![1] - points[k]![1]) / (points[k + 1]![0] - points[k]![0]),
  )
  const slopes = points.map((_, k) => {
    if (k === 0) return secants[0]!
    if (k === count - 1) return secants[k - 1]!
    return secants[k - 1]! * secants[k]! <= 0 ? 0 : (secants[k - 1]! + secants[k]!) / 2
  })
  secants.forEach((secant, k) => {
    if (secant === 0) {
      slopes[k] = 0
      slopes[k + 1] = 0
      return
    }
    const [a, b] = [slopes[k]! / secant, slopes[k + 1]! / secant]
    const size = a * a + b * b
    // Beyond a circle of 3 it would swing.
    if (size <= 9) return
    const by = 3 / Math.sqrt(size)
    slopes[k] = by * a * secant
    slopes[k + 1] = by * b * secant
  })
  return slopes
}
