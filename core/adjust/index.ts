export { adjusted, type AdjustPlace } from './adjust'
export { blurredTiles, boxOf, finished, paintBox, reachOf } from './blur'
export { layerTones, TONES } from './histogram'
export { lumaOf } from './maps'
export { encoded, linearOfOklab, oklabOfRgb, rgbOfOklab, type Oklab } from './oklab'
export {
  ADJUSTMENTS,
  adjustmentAt,
  adjustmentSchema,
  GREATEST_SIGMA,
  PLAIN_ADJUSTMENTS,
  type Adjustment,
  type AdjustmentKind,
  type AdjustmentOf,
} from './settings'
export { curveTable, levelsTable, lightTable, stepsTable } from './tables'
