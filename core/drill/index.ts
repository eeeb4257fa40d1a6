import { closeByEye, pourShut } from './closing'
import type { Kernels } from '../kernels'
import { matchColour, matchValue, valueLadder } from './colours'
import type { Drill, DrillResult, Task, Tried } from './contract'
import { hatching, lineThroughDots, parallels } from './lines'
import type { DrillName } from './names'
import { copyAngle, copyProportion, halveAndThird } from './measuring'
import { rampDark, rampWidth } from './pressure'
import { arcs, circleInSquare, circleThroughDots, ellipseOnAxis, spiral } from './rounds'
import { blendBand, shadeBall } from './tone'

export {
  FAMILIES,
  type Answering,
  type Drill,
  type DrillResult,
  type Family,
  type Measured,
  type Prompt,
  type Task,
  type Tried,
} from './contract'
export { DRILL_NAMES, GREATEST_SEED, type DrillName } from './names'
export { OWN } from './strokes'

/** Every warm-up. */
export const DRILLS = {
  'line-through-dots': lineThroughDots,
  parallels: parallels,
  hatching: hatching,
  'circle-in-square': circleInSquare,
  'circle-through-dots': circleThroughDots,
  'ellipse-on-axis': ellipseOnAxis,
  arcs: arcs,
  spiral: spiral,
  'ramp-width': rampWidth,
  'ramp-dark': rampDark,
  'close-by-eye': closeByEye,
  'pour-shut': pourShut,
  'copy-angle': copyAngle,
  'halve-and-third': halveAndThird,
  'copy-proportion': copyProportion,
  'match-colour': matchColour,
  'match-value': matchValue,
  'value-ladder': valueLadder,
  'blend-band': blendBand,
  'shade-ball': shadeBall,
} as const satisfies Record<DrillName, Drill>

export function drillTask(name: DrillName, seed: number): Task {
  return DRILLS[name].make(seed)
}

export function drillResult(kernels: Kernels, name: DrillName, seed: number, tried: Tried): DrillResult {
  return DRILLS[name].score(seed, tried, kernels)
}
