export { ghostEntries, ghostRecord } from './ghost'
export { ownPlan } from './own'
export { planSchema, stepSchema, type LaidTool, type Plan, type Step } from './schema'
export { prepareStep } from './prepare'
