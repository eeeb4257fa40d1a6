import { seededRandom, type Random } from '../base'
import { distanceOf, lengthOf, lerp, resample, turned, type Point } from '../geometry'

/** Kinds of strokes that are made up for tests. */
export const HAND_KINDS = [
  'line',
  'arc',
  'circle',
  'ellipse',
  'box',
  'rotated box',
  'triangle',
  'polygon',
  'polyline',
  'free',
] as const
export type HandKind = (typeof HAND_KINDS)[number]

const TURN = 2 * Math.PI

/**
 * A stroke as a hand draws it that means the given kind: it wobbles slowly, trembles, hurries and
 * lingers, rounds its corners off, and leaves a gap or runs over where it closes. Sheet px.
 */
export function handStroke(kind: HandKind, seed: number): Point[] {
  const random = seededRandom(seed)
  const size = 60 + 740 * random.unit() ** 1.5
  const middle = { x: random.between(200, 1800), y: random.between(200, 1200) }
  const path = meant(kind, random, size, middle)
  return drawn(path, random, size)
}

/** The exact way that was meant, with a gap or an overlap at its ends. */
function meant(kind: HandKind, random: Random, size: number, middle: Point): Point[] {
  const isReversed = random.unit() < 0.5
  const turn = (points: Point[]) => (isReversed ? points.reverse() : points)
  switch (kind) {
    case 'line': {
      const angle = random.between(0, TURN)
      return [middle, { x: middle.x + size * Math.cos(angle), y: middle.y + size * Math.sin(angle) }]
    }
    case 'arc':
      return turn(round(middle, size / 2, size / 2, 0, random.between(0, TURN), random.between(0.9, 4.9)))
    case 'circle': {
      // Nobody's circle is quite round.
      const squash = random.between(1, 1.09)
      return turn(
        closing(random, extra =>
          round(middle, size / 2, size / 2 / squash, random.between(0, TURN), random.between(0, TURN), TURN + extra),
        ),
      )
    }
    case 'ellipse':
      return turn(
        closing(random, extra =>
          round(
            middle,
            size / 2,
            size / 2 / random.between(1.32, 3),
            random.between(0, TURN),
            random.between(0, TURN),
            TURN + extra,
          ),
        ),
      )
    case 'box':
      return turn(ring(random, boxOf(middle, size, size / random.between(1, 2.6), random.between(-0.07, 0.07), random)))
    case 'rotated box':
      return turn(
        ring(
          random,
          boxOf(middle, size, size / random.between(1, 2.2), random.pick([-1, 1]) * random.between(0.25, 0.55), random),
        ),
      )
    case 'triangle': {
      const start = random.between(0, TURN)
      return turn(
        ring(
          random,
          [0, 1, 2].map(i =>
            polar(
              middle,
              (size / 2) * random.between(0.8, 1.2),
              start + (TURN / 3) * (i + random.between(-0.18, 0.18)),
            ),
          ),
        ),
      )
    }
    case 'polygon': {
      const count = random.int(5, 7)
      const start = random.between(0, TURN)
      return turn(
        ring(
          random,
          Array.from({ length: count }, (_, i) =>
            polar(middle, size / 2, start + (TURN / count) * (i + random.between(-0.06, 0.06))),
          ),
        ),
      )
    }
    case 'polyline': {
      const count = random.int(2, 4)
      const points = [middle]
      let angle = random.between(0, TURN)
      for (let i = 0; i < count; i++) {
        const last = points.at(-1)!
        points.push(polar(last, (size / count) * random.between(0.8, 1.3), angle))
        angle += random.pick([-1, 1]) * random.between(0.9, 2.1)
      }
      // Ends that nearly meet would mean a closed shape.
      return distanceOf(points[0]!, points.at(-1)!) < 0.3 * lengthOf(points)
        ? meant(kind, random, size, middle)
        : points
    }
    case 'free':
      return free(random, size, middle)
  }
}

/** Curves that mean no shape: waves, spirals, loops, hooks and beans. */
function free(random: Random, size: number, middle: Point): Point[] {
  const angle = random.between(0, TURN)
  const along = (draw: (t: number) => Point) =>
    Array.from({ length: 121 }, (_, i) => turned(draw(i / 120), middle, angle))
  switch (random.int(0, 4)) {
    case 0: {
      // a wave of one to three swings
      const swings = random.between(1, 3)
      const height = (size / swings) * random.between(0.1, 0.24)
      return along(t => ({ x: middle.x + size * (t - 0.5), y: middle.y + height * Math.sin(t * swings * TURN) }))
    }
    case 1: {
      // a spiral
      const rounds = random.between(1.6, 3)
      return along(t => polar(middle, (size / 2) * (0.12 + 0.88 * t), t * rounds * TURN))
    }
    case 2: {
      // a loop
      const reach = random.between(0.5, 0.9)
      return along(t => ({
        x: middle.x + size * (t - 0.5) + size * 0.28 * Math.sin(t * TURN),
        y: middle.y - size * 0.3 * reach * (1 - Math.cos(t * TURN)) + size * 0.1 * t,
      }))
    }
    case 3: {
      // a hook: straight, then ever more bent
      const bend = random.between(3, 5)
      return bent(middle, size, t => bend * t * t * t, 120, angle)
    }
    default: {
      // a bean: a closed curve with a dent
      const dent = random.between(0.24, 0.34)
      const tilt = random.between(-0.1, 0.1)
      return along(t =>
        polar(middle, (size / 2) * (0.64 + dent * Math.cos(2 * t * TURN) + tilt * Math.cos(3 * t * TURN)), t * TURN),
      )
    }
  }
}

function bent(start: Point, size: number, turnAt: (t: number) => number, steps: number, angle: number): Point[] {
  const points = [start]
  for (let i = 0; i < steps; i++) {
    const last = points.at(-1)!
    points.push(polar(last, (1.4 * size) / steps, angle + turnAt(i / steps)))
  }
  return points
}

const polar = ({ x, y }: Point, radius: number, angle: number): Point => ({
  x: x + radius * Math.cos(angle),
  y: y + radius * Math.sin(angle),
})

function round(middle: Point, rx: number, ry: number, angle: number, start: number, sweep: number): Point[] {
  return Array.from({ length: 181 }, (_, i) => {
    const t = start + (sweep * i) / 180
    return turned({ x: middle.x + rx * Math.cos(t), y: middle.y + ry * Math.sin(t) }, middle, angle)
  })
}

function boxOf(middle: Point, width: number, height: number, angle: number, random: Random): Point[] {
  const off = () => random.between(-0.025, 0.025) * width
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([sx, sy]) =>
    turned({ x: middle.x + (sx! * width) / 2 + off(), y: middle.y + (sy! * height) / 2 + off() }, middle, angle),
  )
}

/** Leaves a gap of up to 7 % or runs over by up to 9 %. */
function closing(random: Random, draw: (extra: number) => Point[]): Point[] {
  return draw(random.between(-0.07, 0.09) * TURN)
}

/** Once round the corners, from any of them or from the middle of a side. */
function ring(random: Random, corners: Point[]): Point[] {
  const n = corners.length
  const from = random.int(0, n - 1)
  const isAtCorner = random.unit() < 0.75
  const order = Array.from({ length: n + 1 }, (_, i) => corners[(from + i) % n]!)
  const start = isAtCorner ? order[0]! : lerp(order[n - 1]!, order[0]!, random.between(0.3, 0.7))
  const path = isAtCorner ? order : [start, ...order.slice(0, n), start]
  const share = random.between(-0.06, 0.07)
  const extra = lengthOf(path) * Math.abs(share)
  if (share < 0) return shortened(path, extra)
  const [a, b] = [path[0]!, path[1]!]
  return [...path, lerp(a, b, Math.min(extra / Math.hypot(b.x - a.x, b.y - a.y), 0.9))]
}

/** A way without its last px. */
function shortened(path: Point[], by: number): Point[] {
  const even = resample(path, 400)
  return even.slice(0, Math.max(2, Math.round(400 * (1 - by / lengthOf(path)))))
}

/** Puts a hand's wobble, tremble and speed on a way. */
function drawn(path: readonly Point[], random: Random, size: number): Point[] {
  const even = cornersRounded(resample(path, 600), Math.round(random.between(2, 12)))
  const length = lengthOf(even)
  const waves = Array.from({ length: 3 }, (_, i) => ({
    x: random.between(-1, 1),
    y: random.between(-1, 1),
    phase: random.between(0, TURN),
    swings: random.between(0.6, 1.6) * (i + 1),
  }))
  const wobble = size * random.between(0.003, 0.014)
  const tremble = random.between(0.15, 0.8)
  const points: Point[] = []
  let t = 0
  let pace = random.between(0.6, 1.4)
  while (t < 1) {
    const at = even[Math.min(Math.floor(t * 600), 599)]!
    const drift = waves.reduce(
      (sum, wave) => {
        const s = Math.sin(wave.phase + t * wave.swings * TURN)
        return { x: sum.x + wave.x * s, y: sum.y + wave.y * s }
      },
      { x: 0, y: 0 },
    )
    points.push({
      x: at.x + wobble * drift.x + random.between(-tremble, tremble),
      y: at.y + wobble * drift.y + random.between(-tremble, tremble),
    })
    pace = Math.min(Math.max(pace + random.between(-0.25, 0.25), 0.35), 2)
    t += (pace * Math.max(4, length / 140)) / length
  }
  points.push(even.at(-1)!)
  return points
}

function cornersRounded(points: readonly Point[], reach: number): Point[] {
  return points.map((_, i) => {
    const from = Math.max(0, i - reach)
    const near = points.slice(from, i + reach + 1)
    // At the ends the window is cut on one side only: they stay where they are.
    if (i < reach || i >= points.length - reach) return points[i]!
    return {
      x: near.reduce((sum, { x }) => sum + x, 0) / near.length,
      y: near.reduce((sum, { y }) => sum + y, 0) / near.length,
    }
  })
}
