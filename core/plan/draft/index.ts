export { draftPlan, stepsInWords, type DraftOptions } from './draft'
export { offerLookFors, proposeLookFors, type Offer, type StepDone } from './propose'
