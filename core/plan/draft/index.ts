export { draftPlan, type DraftOptions } from './draft'
