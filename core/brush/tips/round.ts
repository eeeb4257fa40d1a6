import { FULL } from '../../kernels'
import type { DabBox } from '../dabs'
import { FLOW_STEPS } from '../response'
import type { TipGiven } from './contract'

/** Soft dabs from this radius on are placed on whole pixels: the difference can't be seen. */
const COARSE_RADIUS = 32
/** Dabs at least this hard keep quarter-pixel places at any size, or their edge would waver. */
const FINE_HARDNESS = 50
/** Radii are whole eighths of a pixel. */
const RADIUS_STEPS = 8

/**
 * Puts a round dab at (x, y), sheet px; the radius is in whole eighths of a px, the flow in {@link FLOW_STEPS} of the
 * tool's.
 */
export type PutRound = (x: number, y: number, radius: number, flowStep: number) => void

/** Round dabs of one hardness and flow, % each. */
export function roundDabs(box: DabBox, hardness: number, flow: number, put: TipGiven['put']): PutRound {
  const key = `${hardness} ${flow}`
  return (px, py, radius, flowStep) => {
    const steps = radius >= COARSE_RADIUS && hardness < FINE_HARDNESS ? 1 : 4
    const x = Math.round(px * steps) / steps
    const y = Math.round(py * steps) / steps
    const left = Math.floor(x)
    const top = Math.floor(y)
    const phaseX = (x - left) * 4
    const phaseY = (y - top) * 4
    const number = ((radius * RADIUS_STEPS * (FLOW_STEPS + 1) + flowStep) * 4 + phaseX) * 4 + phaseY
    const dab = box.round(key, number, () => ({
      radius,
      hardness: hardness / 100,
      flow: Math.floor((flow / 100) * (flowStep / FLOW_STEPS) * FULL),
      phaseX,
      phaseY,
    }))
    put(dab, left - dab.reach, top - dab.reach)
  }
}
