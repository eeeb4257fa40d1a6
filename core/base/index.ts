export { assert, assertNever, AssertionFailure } from './assert'
export { anyOf, type Family } from './family'
export { CoreError, type CoreErrorCode } from './errors'
export { faultLine, firstFault, type Fault } from './fault'
export type { Point } from './point'
export { expOf, logOf, powerOf } from './power'
export { seededRandom, type Random } from './random'
export { medianOf, quantileOf } from './quantile'
export {
  boundsOf,
  EMPTY_RECT,
  growRect,
  intersectRect,
  isEmptyRect,
  scaledRect,
  unionRect,
  wholeRect,
  type Rect,
} from './rect'
export { listOf } from './list'
export { numbers, wholeNumbers } from './whole'
export { cosDegrees, degreesOf, sinDegrees } from './turns'
