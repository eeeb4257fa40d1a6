import { cosDegrees, degreesOf, sinDegrees } from '../../base'
import { FLOW_STEPS, LEAST_SPACING } from '../response'
import { Spacer, type Step } from '../steps'
import type { MakeTip } from './contract'
import { flowOf, rasterised, type Distance } from './raster'
import { scatterOf } from './scatter'

/** Least thickness of an edge, px. */
const LEAST_THIN = 0.5
/** How round the corners of the edge are, share of its half thickness. */
const ROUNDED = 0.6
/** Half lengths are rounded to whole quarters of a px below this one, to whole px above. */
const FINE_HALF = 24

/** A flat edge held at one angle: broad along one way, a hairline along the other. */
export const nibTip: MakeTip<'nib'> = given => {
  const { tool, tip, response, box, put, frame } = given
  const scatter = scatterOf(given)
  // Degrees go anticlockwise on the paper, y goes down.
  const ux = cosDegrees(tip.angle)
  const uy = -sinDegrees(tip.angle)
  const angle = degreesOf(frame.a * ux + frame.c * uy, frame.b * ux + frame.d * uy) % 180
  const key = `nib ${angle} ${tip.thin} ${tool.hardness} ${tool.flow}`
  const thinOf = (half: number) => Math.max((half * tip.thin) / 100, LEAST_THIN)
  const halfOf = (step: Step) => {
    const radius = response.radius(step)
    return radius < FINE_HALF ? Math.max(Math.round(radius * 4) / 4, LEAST_THIN) : Math.round(radius)
  }
  return new Spacer(
    step => Math.max(2 * thinOf(halfOf(step)) * (tool.spacing / 100), LEAST_SPACING),
    step => {
      const half = halfOf(step)
      const flowStep = response.flow(step)
      const [sx, sy] = scatter(step.x, step.y)
      const x = Math.round(sx * 4) / 4
      const y = Math.round(sy * 4) / 4
      const left = Math.floor(x)
      const top = Math.floor(y)
      const phaseX = (x - left) * 4
      const phaseY = (y - top) * 4
      const number = ((half * 4 * (FLOW_STEPS + 1) + flowStep) * 4 + phaseX) * 4 + phaseY
      const dab = box.shaped(key, number, () => {
        const thin = thinOf(half)
        return rasterised(
          edge(half, thin, angle),
          half,
          thin * (1 - tool.hardness / 100),
          flowOf(tool.flow, flowStep / FLOW_STEPS),
          phaseX,
          phaseY,
        )
      })
      put(dab, left - dab.reach, top - dab.reach)
    },
  )
}

/** A box with rounded corners, turned. */
function edge(half: number, thin: number, angle: number): Distance {
  const c = cosDegrees(angle)
  const s = sinDegrees(angle)
  const round = thin * ROUNDED
  return (x, y) => {
    const along = Math.abs(x * c + y * s) - (half - round)
    const across = Math.abs(y * c - x * s) - (thin - round)
    const ax = Math.max(along, 0)
    const ay = Math.max(across, 0)
    return Math.sqrt(ax * ax + ay * ay) + Math.min(Math.max(along, across), 0) - round
  }
}
