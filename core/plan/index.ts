export { ghostEntries, ghostRecord } from './ghost'
export { isOwnPlan, ownPlan } from './own'
export { planSchema, stepSchema, USUAL_GAP, type LaidTool, type Plan, type Step } from './schema'
export { prepareStep } from './prepare'
