export { radiusAt } from './response'
export {
  FULL_PRESSURE,
  packSample,
  SAMPLE_FIELDS,
  samplesSchema,
  SUBPIXELS,
  unpackSample,
  type Sample,
} from './samples'
export {
  GREATEST_SIZE,
  GREATEST_STEADYING,
  isRubbing,
  LEAST_SIZE,
  STAMP_SHAPES,
  TOOL_IDS,
  toolPictures,
  toolSettingsSchema,
  type CutShape,
  type StampShape,
  type Tip,
  type ToolName,
  type ToolSettings,
} from './settings'
export { fromVersion1, toolSettings1Schema, type ToolSettings1 } from './settings-1'
export { Steadier } from './steady'
export { Rubbing } from './rubbing'
export { Stroke, type LiveStroke, type StrokeStyle } from './stroke'
export type { Frame } from './tips'
export { TOOL_NAMES, TOOLS, toolSettings } from './tools'
export { samplesAlong } from './line-samples'
