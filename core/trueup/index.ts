export { adjusted, perfect, STEP_DEGREES, type Adjusting } from './adjust'
export { recognise, type Recognised } from './recognise'
export { placesOf, shapeSamples, trueTool } from './samples'
export { outlineOf, type ShapeKind, type TrueShape } from './shapes'
