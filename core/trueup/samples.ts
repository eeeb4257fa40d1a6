import { FULL_PRESSURE, packSample, SAMPLE_FIELDS, unpackSample, type ToolSettings } from '../brush'
import { distanceOf, lerp, sharesAlong, type Point } from '../geometry'
import { outlineOf, type TrueShape } from './shapes'

/** Samples of one shape at most, and px between those along its straight sides. */
const MOST_SAMPLES = 6000
const STEP_PX = 6
/** Time between samples, ms: as a quick, even hand. */
const WAIT_MS = 4

/** Places of a packed stroke. */
export function placesOf(packed: readonly number[]): Point[] {
  return Array.from({ length: packed.length / SAMPLE_FIELDS }, (_, i) => unpackSample(packed, i))
}

/**
 * The stroke of a shape, packed: along its outline, with the pressure that the hand had at the same
 * share of its way, or its mean everywhere for an even width.
 */
export function shapeSamples(shape: TrueShape, hand: readonly number[], isEven: boolean): number[] {
  const { points, isCorner, isClosed } = outlineOf(shape)
  const pressureAt = pressures(hand, isEven)
  const path: { point: Point; isSharp: boolean }[] = []
  const room = Math.max(
    STEP_PX,
    points.slice(1).reduce((sum, point, i) => sum + distanceOf(points[i]!, point), 0) / MOST_SAMPLES,
  )
  points.forEach((point, i) => {
    const before = points[i - 1]
    if (before && isCorner[i]) {
      const steps = Math.floor(distanceOf(before, point) / room)
      for (let k = 1; k < steps; k++) path.push({ point: lerp(before, point, k / steps), isSharp: false })
    }
    path.push({ point, isSharp: isCorner[i]! && i > 0 && i < points.length - 1 })
  })
  // A closed outline goes on over its beginning, so that no notch is left there.
  const second = path[1]
  if (isClosed && second) path.push({ point: lerp(path[0]!.point, second.point, 0.5), isSharp: false })
  const shares = sharesAlong(path.map(each => each.point))
  return path.flatMap(({ point, isSharp }, i) => {
    const sample = packSample({ ...point, pressure: pressureAt(shares[i]!), wait: i ? WAIT_MS : 0 })
    // The pen's way is rounded between samples; three at one place make a corner.
    return isSharp ? [...sample, ...sample, ...sample] : sample
  })
}

/** The hand's pressure at a share of its way, 0 … 1. */
function pressures(hand: readonly number[], isEven: boolean): (share: number) => number {
  const places = placesOf(hand)
  const values = places.map((_, i) => hand[i * SAMPLE_FIELDS + 2]! / FULL_PRESSURE)
  if (values.length === 0) return () => 1
  if (isEven) {
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length
    return () => mean
  }
  const shares = sharesAlong(places)
  return share => {
    const next = shares.findIndex(each => each >= share)
    if (next <= 0) return values[next === 0 ? 0 : values.length - 1]!
    const t = (share - shares[next - 1]!) / Math.max(shares[next]! - shares[next - 1]!, 1e-9)
    return values[next - 1]! + (values[next]! - values[next - 1]!) * t
  }
}

/** The tool as it draws a true shape: nothing is steadied, and what is closed has no pointed ends. */
export function trueTool(tool: ToolSettings, shape: TrueShape): ToolSettings {
  const ends = outlineOf(shape).isClosed ? { taperIn: 0, taperOut: 0 } : {}
  return { ...tool, ...ends, steadying: 0 }
}
