export { draftPlan, type DraftOptions } from './draft'
export { offerLookFors, type Offer, type StepDone } from './propose'
