import { LEAST_SPACING } from '../response'
import { Spacer } from '../steps'
import type { MakeTip } from './contract'
import { roundDabs } from './round'
import { scatterOf } from './scatter'

/** A round tip: pencils, pens, soft brushes, erasers. */
export const discTip: MakeTip<'disc'> = given => {
  const { tool, response, box, put } = given
  const place = roundDabs(box, tool.hardness, tool.flow, put)
  const scatter = scatterOf(given)
  return new Spacer(
    step => Math.max(2 * response.radius(step) * (tool.spacing / 100), LEAST_SPACING),
    step => {
      const [x, y] = scatter(step.x, step.y)
      place(x, y, response.radius(step), response.flow(step))
    },
  )
}
