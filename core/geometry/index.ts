export { algebraicCircle, circleError, fitCircle, type Circle } from './fits/circle'
export { bestCuts, closedSides, openSides, sharpnessOf, turnsAt, type Sharpness, type SideFit } from './fits/corners'
export { algebraicEllipse, ellipseError, fitEllipse, footOn, refineEllipse, type Ellipse } from './fits/ellipse'
export { crossing, fitLine, type LineFit } from './fits/line'
export { leastSquares, solve } from './fits/solve'
export type { Point } from '../base'
export {
  areaOf,
  centroid,
  distanceOf,
  lengthOf,
  lerp,
  nearestOn,
  resample,
  sharesAlong,
  simplified,
  turned,
} from './points'
