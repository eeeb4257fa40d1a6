export { layersMade, undoneShare, type LayerMade } from './layers-made'
export {
  HUE_CLASSES,
  makingMeasures,
  measuresOf,
  paintMeasures,
  PAUSE_MS,
  VALUE_CLASSES,
  type Measures,
} from './measures'
export { spreadOf, spreadsOf, type Spread } from './spread'
export { agreementOf, type Agreement } from './agreement'
export {
  DRILLS_FOR,
  gainPerTry,
  MET_ENOUGH,
  practiseNext,
  trendsOf,
  workMs,
  type Judged,
  type Proposal,
  type Trend,
} from './progress'
export { columnSum, failsFirst, MANY, type ColumnSum } from './table'
