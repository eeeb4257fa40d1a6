export { draftPlan, proposeLookFors, stepsInWords, type DraftOptions, type Offer, type StepDone } from './draft'
export { beginAt, beginEmpty } from './begin-with'
export { laidOut, starterOf } from './starter'
export {
  addStep,
  mergeSteps,
  moveStep,
  offersFor,
  partsOf,
  proposeAgain,
  redrawStep,
  removeStep,
  renameLayer,
  splitStep,
  starterEntries,
} from './edit'
export {
  base64Of,
  bytesOf,
  packPlan,
  PLAN_FILE_NAME,
  PLAN_FILE_VERSION,
  planFileSchemas,
  readPlanFile,
  type BroughtFiles,
} from './file'
export { drawnWith, laidStamps } from './drawn-with'
export { ghostEntries, ghostRecord } from './ghost'
export { PAGE_LAYER, pageAct, pagePlace, paperEntries } from './on-paper'
export { isOwnPlan, isPanelPlan, ownPlan, PANEL_STEP } from './own'
export {
  GO_ON,
  MOST_STEPS,
  MOST_WELLS,
  pictureSchema,
  planSchema,
  stepSchema,
  USUAL_GAP,
  type GoOn,
  type LaidTool,
  type Plan,
  type PlanPicture,
  type Step,
} from './schema'
export { picturesIn, plainWords, richOf, richSchema, type Rich, type RichBlock, type RichParagraph } from './rich'
export { prepareStep } from './prepare'
