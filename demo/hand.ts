import { seededRandom, type Random } from '#core/base'
import { packSample } from '#core/brush'

/** x, y in sheet px. */
export type Point = readonly [number, number]

/** How a hand moves. */
export interface Hand {
  /** Greatest slow sway off the intended way, px. */
  readonly sway: number
  /** Quick tremor, px. */
  readonly tremor: number
  /** Mean speed, px a second. */
  readonly speed: number
  /** Mean pressure, 0 … 1. */
  readonly pressure: number
}

export const STEADY_HAND: Hand = { sway: 2.5, tremor: 0.35, speed: 650, pressure: 0.62 }
export const BEGINNERS_HAND: Hand = { sway: 6, tremor: 0.9, speed: 380, pressure: 0.55 }

/** Time between two samples of a pointer, ms. */
const SAMPLE_MS = 8

/** A smooth curve through the points (uniform Catmull–Rom), as a dense polyline about 2 px apart. */
export function curveThrough(points: readonly Point[], closed = false): Point[] {
  const count = points.length
  const at = (i: number): Point =>
    closed ? points[(i + count) % count]! : points[Math.min(Math.max(i, 0), count - 1)]!
  const out: Point[] = []
  const segments = closed ? count : count - 1
  for (let i = 0; i < segments; i++) {
    const [p0, p1, p2, p3] = [at(i - 1), at(i), at(i + 1), at(i + 2)]
    const pieces = Math.max(2, Math.ceil(Math.hypot(p2[0] - p1[0], p2[1] - p1[1]) / 2))
    for (let k = 0; k < pieces; k++) {
      const t = k / pieces
      const on = (axis: 0 | 1) =>
        0.5 *
        (2 * p1[axis] +
          (p2[axis] - p0[axis]) * t +
          (2 * p0[axis] - 5 * p1[axis] + 4 * p2[axis] - p3[axis]) * t * t +
          (3 * p1[axis] - p0[axis] - 3 * p2[axis] + p3[axis]) * t * t * t)
      out.push([on(0), on(1)])
    }
  }
  out.push(closed ? out[0]! : points[count - 1]!)
  return out
}

/** Points along an ellipse, from angle `from` to `to` (turns), px. */
export function arc(cx: number, cy: number, rx: number, ry: number, from = 0, to = 1): Point[] {
  const count = Math.max(8, Math.ceil(Math.abs(to - from) * Math.max(rx, ry) * 3))
  return Array.from({ length: count + 1 }, (_, i) => {
    const angle = 2 * Math.PI * (from + ((to - from) * i) / count)
    return [cx + rx * Math.cos(angle), cy + ry * Math.sin(angle)] as Point
  })
}

function lengthsOf(line: readonly Point[]): number[] {
  return line.map((p, k) => (k ? Math.hypot(p[0] - line[k - 1]![0], p[1] - line[k - 1]![1]) : 0))
}

/** Length of a polyline, px. */
export function lengthOf(line: readonly Point[]): number {
  return lengthsOf(line).reduce((sum, each) => sum + each, 0)
}

/** The part of a polyline between two shares of its length, 0 … 1, cut at its points. */
export function part(line: readonly Point[], from: number, to: number): Point[] {
  const total = lengthOf(line)
  let along = 0
  return line.filter((_, i) => {
    along += lengthsOf(line.slice(Math.max(i - 1, 0), i + 1)).at(-1)!
    return along >= from * total && along <= to * total
  })
}

/** Noise that sways between −1 and 1 over about `period` steps. */
function swaying(random: Random, period: number): (i: number) => number {
  const knots = Array.from({ length: 400 }, () => random.between(-1, 1))
  return i => {
    const t = i / period
    const k = Math.floor(t) % 398
    const f = t - Math.floor(t)
    const smooth = f * f * (3 - 2 * f)
    return knots[k]! + (knots[k + 1]! - knots[k]!) * smooth
  }
}

export interface DrawnStroke {
  /** Packed, as a record holds them. */
  readonly samples: number[]
  readonly durationMs: number
}

/**
 * A stroke as a hand draws it along a dense polyline: it sways and trembles, starts and ends slowly,
 * slows down in turns, presses harder in the middle.
 */
export function drawBy(hand: Hand, line: readonly Point[], seed: number): DrawnStroke {
  const random = seededRandom(seed)
  const swayX = swaying(random, 34)
  const swayY = swaying(random, 34)
  const press = swaying(random, 50)
  const samples: number[] = []
  let along = 0
  let i = 0
  let steps = 0
  const last = line.length - 1
  const lengths = lengthsOf(line)
  const total = lengthOf(line)
  let passed = 0
  for (;;) {
    const share = total ? Math.min((passed + along) / total, 1) : 1
    const eased = Math.min(1, 0.25 + 4 * Math.min(share, 1 - share))
    const p = line[i]!
    const q = line[Math.min(i + 1, last)]!
    const step = lengths[Math.min(i + 1, last)] || 1
    const f = Math.min(along / step, 1)
    // A hand aims at both ends: it sways less there.
    const sway = hand.sway * Math.min(1, 0.25 + 6 * Math.min(share, 1 - share))
    samples.push(
      ...packSample({
        x: p[0] + (q[0] - p[0]) * f + sway * swayX(steps) + hand.tremor * random.between(-1, 1),
        y: p[1] + (q[1] - p[1]) * f + sway * swayY(steps + 7) + hand.tremor * random.between(-1, 1),
        pressure: hand.pressure * (0.45 + 0.55 * eased) * (1 + 0.18 * press(steps)),
        wait: steps === 0 ? 0 : SAMPLE_MS,
      }),
    )
    if (i >= last) break
    along += ((hand.speed * SAMPLE_MS) / 1000) * eased * (1 + 0.3 * swayY(steps + 100))
    while (i < last && along >= lengths[i + 1]!) {
      along -= lengths[i + 1]!
      passed += lengths[i + 1]!
      i++
    }
    steps++
  }
  return { samples, durationMs: steps * SAMPLE_MS }
}
