import { standingActs, type DrawingRecord, type Entry } from '../drawing'
import type { Plan } from './schema'
import { laidOut } from './starter'

/**
 * The demonstration of one step, as a record of its own: what stands before it is left out, but its layers are there.
 */
export function ghostRecord(plan: Plan, step: string): DrawingRecord {
  return { version: 1, sheet: plan.demonstration.sheet, entries: ghostEntries(plan, step) }
}

/** Layers first, then the strokes and pours of the step that stand, with the pauses between them as drawn. */
export function ghostEntries(plan: Plan, step: string): Entry[] {
  const acts = standingActs(plan.demonstration.entries)
  const layers = laidOut(acts.filter(each => each.act.kind === 'layer-add'))
  const drawn = acts.filter(each => each.step === step && !each.prepared)
  const start = drawn[0]?.at ?? 0
  return [...layers, ...drawn.map((each): Entry => ({ type: 'act', at: each.at - start, act: each.act }))]
}
