import type { ToolSettings } from './settings'
import type { Step } from './steps'

/** Steps in which pressure and speed change the flow. */
export const FLOW_STEPS = 128
/** The speed at which a tool that answers to it does so by half, px per ms. */
const HALF_SPEED = 1
/** Least distance between dabs, px. */
export const LEAST_SPACING = 0.5

/** Radii are rounded so that pressure does not ask for a new dab each time. px. */
function roundedRadius(radius: number): number {
  const steps = radius < 16 ? 8 : radius < 64 ? 4 : 1
  return Math.max(Math.round(radius * steps) / steps, 1 / 8)
}

const byPressure = (share: number, pressure: number) => 1 - share / 100 + (share / 100) * pressure

/** Above 0 speed takes away, below 0 slowness does. */
function bySpeed(share: number, speed: number): number {
  if (share === 0) return 1
  const fast = speed / (speed + HALF_SPEED)
  return share > 0 ? 1 - (share / 100) * fast : 1 + (share / 100) * (1 - fast)
}

/** How a tool answers to the hand at each step of one stroke. */
export interface Response {
  /** Half the width there, px. */
  radius(step: Step): number
  /** Share of the tool's flow, 0 … {@link FLOW_STEPS}. */
  flow(step: Step): number
}

/** @param total length of the whole path, px; Infinity while it is not known: then its end is not tapered. */
export function responseOf(tool: ToolSettings, total: number): Response {
  const half = tool.size / 2
  const taper = taperOf(tool, total)
  return {
    radius: step =>
      roundedRadius(
        half * byPressure(tool.pressureSize, step.pressure) * bySpeed(tool.speedSize, step.speed) * taper(step.along),
      ),
    flow: step =>
      Math.round(byPressure(tool.pressureFlow, step.pressure) * bySpeed(tool.speedFlow, step.speed) * FLOW_STEPS),
  }
}

/** Share of the width at a distance along the path: it swells at the start and thins at the end. */
function taperOf({ size, taperIn, taperOut }: ToolSettings, total: number): (along: number) => number {
  // A dot has no ends.
  if ((taperIn === 0 && taperOut === 0) || total === 0) return () => 1
  const wanted = ((taperIn + taperOut) / 100) * size
  const fit = total < wanted ? total / wanted : 1
  const start = (taperIn / 100) * size * fit
  const end = (taperOut / 100) * size * fit
  return along => {
    const left = total - along
    const rise = along < start ? eased(along / start) : 1
    return left < end ? rise * eased(Math.max(left, 0) / end) : rise
  }
}

/** Fast at first, level at the end: a pointed, not a pinched end. */
function eased(t: number): number {
  return t * (2 - t)
}

/** The width of a tool at a pressure, px: what the hand is shown. */
export function radiusAt(tool: ToolSettings, pressure: number): number {
  return roundedRadius((tool.size / 2) * byPressure(tool.pressureSize, pressure))
}
