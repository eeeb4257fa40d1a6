import { seededRandom } from '../base'
import type { Rgb8 } from './mix'
import { oklabOf, rgbOfOklab } from './spaces'

export const MOST_OF_PALETTE = 24

export interface PaletteColour {
  readonly colour: Rgb8
  /** Of the picture, 0 … 1. */
  readonly share: number
}

type Point = readonly [number, number, number]

/** Px looked at, at most: more change nothing that is seen. */
const MOST_PX = 24_000
const ROUNDS = 24

/**
 * The colours of a picture: k-means in OKLab (Lloyd 1957/1982), begun at places far apart (k-means++: Arthur &
 * Vassilvitskii 2007). The same picture gives the same palette.
 *
 * @param pixels RGBA8, straight alpha; what is mostly clear does not count
 * @returns the largest share first; fewer than asked for when the picture has fewer colours
 */
export function paletteOf(pixels: ArrayLike<number>, count: number): PaletteColour[] {
  const points = sampled(pixels)
  if (points.length === 0 || count < 1) return []
  let middles = spread(points, Math.min(count, MOST_OF_PALETTE))
  let sizes: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const sums = middles.map(() => [0, 0, 0, 0])
    for (const point of points) {
      const sum = sums[nearest(middles, point)]!
      for (let c = 0; c < 3; c++) sum[c]! += point[c]!
      sum[3]!++
    }
    const next = sums.map((sum, i): Point =>
      sum[3] ? [sum[0]! / sum[3], sum[1]! / sum[3], sum[2]! / sum[3]] : middles[i]!,
    )
    sizes = sums.map(sum => sum[3]!)
    const moved = next.reduce((most, point, i) => Math.max(most, squared(point, middles[i]!)), 0)
    middles = next
    if (moved < 1e-9) break
  }
  return middles
    .map((middle, i) => ({ colour: rgbOfOklab(middle), share: sizes[i]! / points.length }))
    .filter(each => each.share > 0)
    .sort((a, b) => b.share - a.share)
}

function sampled(pixels: ArrayLike<number>): Point[] {
  const count = Math.floor(pixels.length / 4)
  const step = Math.max(1, Math.floor(count / MOST_PX))
  const points: Point[] = []
  for (let i = 0; i < count; i += step)
    if (pixels[4 * i + 3]! >= 128) points.push(oklabOf([pixels[4 * i]!, pixels[4 * i + 1]!, pixels[4 * i + 2]!]))
  return points
}

/** Places to begin at: each the likelier the farther it is from those before. */
function spread(points: readonly Point[], count: number): Point[] {
  const random = seededRandom(points.length)
  const chosen: Point[] = [points[random.int(0, points.length - 1)]!]
  const far = points.map(point => squared(point, chosen[0]!))
  while (chosen.length < count) {
    const total = far.reduce((sum, value) => sum + value, 0)
    if (total < 1e-9) break
    let left = random.unit() * total
    let i = 0
    while (i < points.length - 1 && left > far[i]!) left -= far[i++]!
    const next = points[i]!
    chosen.push(next)
    points.forEach((point, j) => {
      far[j] = Math.min(far[j]!, squared(point, next))
    })
  }
  return chosen
}

function nearest(middles: readonly Point[], point: Point): number {
  let best = 0
  let least = Infinity
  for (const [i, middle] of middles.entries()) {
    const far = squared(middle, point)
    if (far < least) {
      least = far
      best = i
    }
  }
  return best
}

function squared(a: Point, b: Point): number {
  return (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2
}
