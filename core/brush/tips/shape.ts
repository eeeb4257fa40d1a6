import { cosDegrees, degreesOf, seededRandom, sinDegrees } from '../../base'
import { maskReader } from '../../cut'
import { FLOW_STEPS, LEAST_SPACING } from '../response'
import type { StampShape } from '../settings'
import { Spacer, type Step } from '../steps'
import type { MakeTip } from './contract'
import { flowOf, masked, rasterised, type Distance } from './raster'
import { scatterOf } from './scatter'

/** Turns are whole multiples of it, degrees. */
const TURN_STEP = 5
const WHOLE_TURN = 360 / TURN_STEP
/** Width of a ring's band, share of its radius. */
const BAND = 0.28
/** Inner corners of a star, share of its radius: of five straight arms. */
const STAR_WAIST = 0.382
/** How far the two arcs of a leaf are apart, and the width of its vein, share of its length. */
const LEAF_OFFSET = 0.62
const VEIN = 0.035

/** A shape that is set down again and again. */
export const shapeTip: MakeTip<'shape'> = given => {
  const { tool, tip, response, box, seed, put, frame, pictureOf } = given
  const scatter = scatterOf(given)
  // Chance of its own: the turns must not change with the scatter.
  const random = seededRandom(seed ^ 0x51ed270b)
  const { shape } = tip
  const mask = typeof shape === 'string' ? null : pictureOf(shape.cut)
  const key = `shape ${typeof shape === 'string' ? shape : shape.cut.hash} ${tool.hardness} ${tool.flow}`
  const upright = stepOf(degreesOf(frame.a, frame.b))
  const turnOf = {
    upright: () => upright,
    along: (dx: number, dy: number) => stepOf(degreesOf(dx, dy)),
    any: () => random.int(0, 360 / TURN_STEP - 1),
  }[tip.turn]

  const { shrinks = 0, sways = 0 } = tip
  const swaySteps = Math.floor(sways / TURN_STEP)
  // One draw for each shape and purpose: turning on one chance does not change the other.
  const sizes = seededRandom(seed ^ 0x2f6b3a91)
  const swings = seededRandom(seed ^ 0x71c2d4e5)
  const byChance = (radius: number) => (shrinks ? radius * (1 - (shrinks / 100) * sizes.unit()) : radius)
  const swayed = (turn: number) =>
    swaySteps ? (turn + swings.int(-swaySteps, swaySteps) + WHOLE_TURN) % WHOLE_TURN : turn

  function set(x: number, y: number, radius: number, flowStep: number, meant: number): void {
    const r = Math.max(Math.round(byChance(radius) * 2) / 2, 1)
    const turn = swayed(meant)
    const left = Math.floor(x)
    const top = Math.floor(y)
    const phaseX = Math.floor((x - left) * 2) * 2
    const phaseY = Math.floor((y - top) * 2) * 2
    const number = (((r * 2 * (FLOW_STEPS + 1) + flowStep) * 4 + phaseX) * 4 + phaseY) * 128 + turn
    const dab = box.shaped(key, number, () => {
      const c = cosDegrees(turn * TURN_STEP)
      const s = sinDegrees(turn * TURN_STEP)
      const flow = flowOf(tool.flow, flowStep / FLOW_STEPS)
      if (mask) {
        // Its side is as long as the tool is wide.
        const by = mask.width / (2 * r)
        const cover = maskReader(mask, by)
        const at = (px: number, py: number) =>
          cover((px * c + py * s + r) * by, (py * c - px * s) * by + mask.height / 2)
        return masked(at, r * 1.42, flow, phaseX, phaseY)
      }
      const distance = SHAPES[shape as StampShape](r)
      return rasterised(
        (px, py) => distance(px * c + py * s, py * c - px * s),
        r * 1.42,
        r * (1 - tool.hardness / 100),
        flow,
        phaseX,
        phaseY,
      )
    })
    put(dab, left - dab.reach, top - dab.reach)
  }

  const spacer = new Spacer(
    step => Math.max(2 * response.radius(step) * (tool.spacing / 100), LEAST_SPACING),
    step => {
      const [x, y] = scatter(step.x, step.y)
      set(x, y, response.radius(step), response.flow(step), turnOf(step.dx, step.dy))
    },
  )
  if (tip.turn !== 'along') return spacer
  // The first one waits until there is a direction to turn to; lifting at once sets it level.
  let first: Step | null = null
  return {
    begin(point) {
      first = spacer.start(point)
    },
    piece(a, b) {
      if (first) {
        const isStill = a.x === b.x && a.y === b.y
        set(
          first.x,
          first.y,
          response.radius(first),
          response.flow(first),
          isStill ? upright : turnOf(b.x - a.x, b.y - a.y),
        )
        first = null
      }
      spacer.piece(a, b)
    },
  }
}

const stepOf = (degrees: number) => Math.round(degrees / TURN_STEP) % (360 / TURN_STEP)

const length = (x: number, y: number) => Math.sqrt(x * x + y * y)

/** Signed distances of the shapes for a radius, px. */
const SHAPES: Record<StampShape, (radius: number) => Distance> = {
  disc: r => (x, y) => length(x, y) - r,
  ring: r => (x, y) => Math.abs(length(x, y) - r * (1 - BAND / 2)) - (r * BAND) / 2,
  square: r => (x, y) => Math.max(Math.abs(x), Math.abs(y)) - r * 0.9,
  triangle: r => polygon(corners(3, () => r)),
  star: r => polygon(corners(10, i => (i % 2 ? r * STAR_WAIST : r))),
  leaf: r => {
    // Two discs that overlap: through both tips, (±r, 0), with their middles off to the sides.
    const off = r * LEAF_OFFSET
    const arc = length(r, off)
    return (x, y) => {
      const blade = Math.max(length(x, y - off), length(x, y + off)) - arc
      const vein = Math.max(Math.abs(y) - r * VEIN, Math.abs(x + r * 0.12) - r * 0.75)
      return Math.max(blade, -vein)
    }
  },
}

/** Corners round a circle, the first one straight up. */
function corners(count: number, radius: (i: number) => number): (readonly [number, number])[] {
  return Array.from({ length: count }, (_, i) => {
    const degrees = (360 / count) * i - 90
    return [radius(i) * cosDegrees(degrees), radius(i) * sinDegrees(degrees)] as const
  })
}

/** Distance to the nearest side; inside by the crossings of a ray. */
function polygon(points: readonly (readonly [number, number])[]): Distance {
  return (x, y) => {
    let nearest = Infinity
    let isInside = false
    for (let i = 0; i < points.length; i++) {
      const [ax, ay] = points[i]!
      const [bx, by] = points[(i + 1) % points.length]!
      const ex = bx - ax
      const ey = by - ay
      const t = Math.min(Math.max(((x - ax) * ex + (y - ay) * ey) / (ex * ex + ey * ey), 0), 1)
      nearest = Math.min(nearest, length(x - ax - ex * t, y - ay - ey * t))
      if (ay > y !== by > y && x < ax + ((y - ay) / ey) * ex) isInside = !isInside
    }
    return isInside ? -nearest : nearest
  }
}
