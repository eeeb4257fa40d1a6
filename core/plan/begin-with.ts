import { CoreError } from '../base'
import { standingActs, type Entry } from '../drawing'
import type { Kernels } from '../kernels'
import { asDrawn, cleaned, drafted, paintHash, partsOf, requireStep, withParts } from './edit'
import type { Plan } from './schema'
import { isDrawn } from './draft/drawn-acts'
import { laidOut, starterOf } from './starter'

const isDrawnIn = (entries: readonly Entry[]) => entries.some(each => each.type === 'act' && isDrawn(each.act))

/**
 * Makes all that stands before the entry `moment` of a step's part the sheet that everyone begins with. Steps before it
 * are taken out; one that is cut is drafted anew from what is left of it, its words stay.
 * Throws CoreError `plan-edit`.
 */
export function beginAt(kernels: Kernels, plan: Plan, at: number, moment: number): Plan {
  requireStep(plan, at)
  const parts = partsOf(plan)
  const { step, entries } = parts[at]!
  const before = standingActs([
    ...starterOf(plan),
    ...parts.slice(0, at).flatMap(each => each.entries),
    ...entries.slice(0, moment),
  ])
  if (!before.some(each => isDrawn(each.act)))
    throw new CoreError(
      'plan-edit',
      'nothing is drawn before this moment',
      'Choose a moment at which something is on the sheet.',
    )
  const laid = laidOut(before)
  // Layers that are still empty are the next step's own.
  const starter = starterOf({ demonstration: { ...plan.demonstration, entries: laid } })
  const isCut = isDrawnIn(entries.slice(0, moment))
  const isGone = isCut && !isDrawnIn(entries.slice(moment))
  const left = isGone ? parts.slice(at + 1) : [{ step, entries: entries.slice(moment) }, ...parts.slice(at + 1)]
  if (!left.some(each => isDrawnIn(each.entries)))
    throw new CoreError('plan-edit', 'nothing is left to draw after this moment', 'Choose an earlier one.')
  const empty = isGone ? [...laid.slice(starter.length), ...entries.slice(moment)] : laid.slice(starter.length)
  const steps = plan.steps.slice(isGone ? at + 1 : at)
  const begun = withParts(
    plan,
    steps,
    left.map((each, i) => (i === 0 ? { ...each, entries: [...empty, ...each.entries] } : each)),
    starter,
  )
  if (paintHash(kernels, begun) !== paintHash(kernels, plan)) {
    throw new CoreError(
      'plan-edit',
      'what is drawn later takes back something from before this moment',
      'Choose a moment before it was drawn, or after it was taken back.',
    )
  }
  return isCut && !isGone ? draftedAnew(kernels, begun) : begun
}

/** Makes the starter part of the first step again: everyone begins with an empty sheet. */
export function beginEmpty(kernels: Kernels, plan: Plan): Plan {
  const starter = starterOf(plan)
  if (starter.length === 0) return plan
  const parts = partsOf(plan)
  return draftedAnew(
    kernels,
    withParts(
      plan,
      plan.steps,
      parts.with(0, { ...parts[0]!, entries: [...starter.map(asDrawn), ...parts[0]!.entries] }),
      [],
    ),
  )
}

function draftedAnew(kernels: Kernels, plan: Plan): Plan {
  const { tools, lookFors, ready, dim, layer } = drafted(kernels, plan, 0)
  return { ...plan, steps: plan.steps.with(0, cleaned({ ...plan.steps[0]!, layer, ready, dim, tools, lookFors })) }
}
