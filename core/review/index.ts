export { layersMade, undoneShare, type LayerMade } from './layers-made'
export { HUE_CLASSES, makingMeasures, measuresOf, paintMeasures, PAUSE_MS, VALUE_CLASSES, type Measures } from './measures'
export { spreadOf, spreadsOf, type Spread } from './spread'
