export { draftPlan, stepsInWords, type DraftOptions } from './draft'
export { isSame } from './tray'
export { offerLookFors, proposeLookFors, type Offer, type StepDone } from './propose'
