import { seededRandom } from '../../base'
import { Spacer, type Step } from '../steps'
import type { MakeTip } from './contract'
import { roundDabs } from './round'

/** Width of brush that one bristle takes, px, and how many there are at least and at most. */
const PX_A_BRISTLE = 2.4
const FEWEST = 4
const MOST = 140
/** Least radius of a bristle, px. */
const LEAST_RADIUS = 0.5
/** How far bristles lie before and behind the middle of the brush, share of its half width. */
const DEPTH = 0.18
/** Length over which a bristle's touch changes, px. */
const CHANGE_PX = 22
/** What each of these takes from a bristle's touch. By eye. */
const BY_DRYNESS = 0.75
const BY_PRESSURE = 0.3
const USUAL_PRESSURE = 0.7
const BY_EMPTYING = 0.6
const AT_THE_SIDES = 0.15
/** How quickly a bristle goes from touching to not touching. */
const CRISPNESS = 8

interface Bristle {
  /** Across and along the brush, −1 … 1. */
  readonly u: number
  readonly w: number
  readonly radius: number
  /** 0 long … 1 short: short ones touch only when it is pressed. */
  readonly short: number
  readonly seed: number
}

/**
 * A bundle of bristles that lies across the path: each leaves a trail of its own that skips where it does not touch.
 */
export const bristlesTip: MakeTip<'bristles'> = ({ tool, tip, response, box, seed, put }) => {
  const place = roundDabs(box, tool.hardness, tool.flow, put)
  const bristles = bundle(tool.size, seed)
  const dryness = tip.dryness / 100
  const reach = tip.reach * tool.size

  function draw(step: Step): void {
    const half = response.radius(step)
    const flow = response.flow(step)
    const emptied = reach > 0 ? Math.min(step.along / reach, 1) : 0
    const level = 1 - BY_DRYNESS * dryness + BY_PRESSURE * (step.pressure - USUAL_PRESSURE) - BY_EMPTYING * emptied
    // Before the path has a direction the brush lies level.
    const dx = step.dx === 0 && step.dy === 0 ? 0 : step.dx
    const dy = step.dx === 0 && step.dy === 0 ? 1 : step.dy
    for (const bristle of bristles) {
      const lifted =
        0.5 * bristle.short + 0.5 * waver(bristle.seed, step.along / CHANGE_PX) + AT_THE_SIDES * bristle.u * bristle.u
      const touch = Math.min((level - lifted) * CRISPNESS + 0.5, 1)
      const flowStep = Math.round(touch * flow)
      if (flowStep <= 0) continue
      place(
        step.x + (dx * bristle.w - dy * bristle.u) * half,
        step.y + (dy * bristle.w + dx * bristle.u) * half,
        bristle.radius,
        flowStep,
      )
    }
  }

  const spacing = Math.max(1, 0.7 * Math.min(...bristles.map(each => each.radius)))
  const spacer = new Spacer(() => spacing, draw)
  let first: Step | null = null
  return {
    // A brush that is drawn away at once leaves no print of itself lying level; one that only touches does.
    begin(point) {
      first = spacer.start(point)
    },
    piece(a, b) {
      if (first && a.x === b.x && a.y === b.y) draw(first)
      first = null
      spacer.piece(a, b)
    },
  }
}

function bundle(size: number, seed: number): Bristle[] {
  const random = seededRandom(seed)
  const count = Math.min(Math.max(Math.round(size / PX_A_BRISTLE), FEWEST), MOST)
  return Array.from({ length: count }, (_, i) => ({
    u: -1 + (2 * (i + random.unit())) / count,
    w: random.between(-DEPTH, DEPTH),
    radius: Math.max(Math.round((size / count) * random.between(0.5, 0.9) * 4) / 4, LEAST_RADIUS),
    short: random.unit(),
    seed: random.next(),
  }))
}

/** Value noise, 0 … 1, that wanders with `at`. */
function waver(seed: number, at: number): number {
  const knot = Math.floor(at)
  const t = at - knot
  const from = unit(seed, knot)
  return from + (unit(seed, knot + 1) - from) * (t * t * (3 - 2 * t))
}

/** A number in [0, 1) from two integers (the finish of MurmurHash3, public domain). */
function unit(seed: number, index: number): number {
  let h = Math.imul(seed ^ index, 0x9e3779b1)
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296
}
