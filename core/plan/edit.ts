/* eslint-disable max-lines -- one function for each way of changing steps, all by the same rule */
import equal from 'fast-deep-equal'
import { CoreError } from '../base'
import { colourName } from '../colour'
import { applyAct, blankDrawing, contentHash, standingActs, type Entry } from '../drawing'
import type { Kernels } from '../kernels'
import type { Drawing } from '../layers'
import { lookAt } from '../lookfor'
import { draftPlan, isSame, offerLookFors, stepsInWords, type DraftOptions, type Offer, type StepDone } from './draft'
import { MOST_STEPS, MOST_WELLS, type Plan, type Step } from './schema'
import { laidOut, starterOf } from './starter'

/**
 * Changes of a plan's steps and of the demonstration with them. Each gives a new plan, or throws CoreError `plan-edit`.
 */

/** The entries of one step, its opening first. */
interface Part {
  readonly step: string
  readonly entries: readonly Entry[]
}

/**
 * The demonstration, step by step, without the starter. What stands before the first opening belongs to the first step.
 */
export function partsOf({ steps, demonstration }: Plan): Part[] {
  const parts: { step: string; entries: Entry[] }[] = steps.map(({ id }) => ({ step: id, entries: [] }))
  let now = parts[0]!
  let starter = starterOf({ demonstration }).length
  for (const entry of demonstration.entries) {
    if (entry.type !== 'step' && starter-- > 0) continue
    if (entry.type === 'step') now = parts.find(each => each.step === entry.step) ?? now
    else now.entries.push(entry)
  }
  return parts
}

export function withParts(plan: Plan, steps: readonly Step[], parts: readonly Part[], starter = starterOf(plan)): Plan {
  let clock = 0
  let before = 0
  // Times go on from one entry to the next, whatever was taken out or moved: a ghost keeps its pauses.
  const entries = parts.flatMap(({ step, entries: own }, place): Entry[] => {
    before = own[0]?.at ?? before
    const opening: Entry = { type: 'step', at: clock, step }
    const moved = own.map((entry): Entry => {
      clock += Math.max(entry.at - before, 0)
      before = entry.at
      return { ...entry, at: clock }
    })
    return [opening, ...(place === 0 ? starter : []), ...moved]
  })
  const ids = new Set(steps.map(each => each.id))
  return {
    ...plan,
    goal: countedGoal(plan.goal, plan.steps.length, steps.length),
    steps: steps.map(step => withoutGone(step, ids)),
    demonstration: { ...plan.demonstration, entries },
  }
}

/** A goal that the program wrote says in how many steps: it goes on to be true. */
export function countedGoal(goal: string, before: number, now: number): string {
  const ending = `, in ${stepsInWords(before)}.`
  return goal.endsWith(ending) ? `${goal.slice(0, -ending.length)}, in ${stepsInWords(now)}.` : goal
}

/** Look-fors about the order of steps name only those that are there. */
function withoutGone(step: Step, ids: ReadonlySet<string>): Step {
  const lookFors = step.lookFors.flatMap(each => {
    if (each.settings.measure !== 'steps-in-order') return [each]
    const steps = each.settings.steps.filter(one => ids.has(one.step))
    return steps.length ? [{ ...each, settings: { ...each.settings, steps } }] : []
  })
  return lookFors.length === step.lookFors.length && lookFors.every((each, i) => each === step.lookFors[i])
    ? step
    : { ...step, lookFors }
}

/** Throws CoreError `plan-edit`. */
export function requireStep(plan: Plan, at: number): Step {
  const step = plan.steps[at]
  if (!step) throw new CoreError('plan-edit', `there is no step ${at + 1}`, 'Choose a step of the plan.')
  return step
}

/**
 * Makes one step of a step and the one before it. What the teacher's own drawing does not meet then is asked no more,
 * and the tools that are asked for are those that are laid out. @param at the later one, from 1
 */
export function mergeSteps(kernels: Kernels, plan: Plan, at: number): Plan {
  const merged = joined(plan, at)
  const done = endOfStep(kernels, merged, at - 1)
  if (!done) return merged
  const step = merged.steps[at - 1]!
  const asked = step.lookFors.map(each =>
    each.settings.measure === 'tools-used'
      ? { ...each, settings: { ...each.settings, tools: askedFor(step.tools, each.settings.tools) } }
      : each,
  )
  const failed = new Set(
    lookAt(kernels, done.evidence, asked)
      .filter(each => each.verdict === 'not-yet')
      .map(each => each.lookFor),
  )
  return {
    ...merged,
    steps: merged.steps.with(at - 1, { ...step, lookFors: asked.filter(each => !failed.has(each.id)) }),
  }
}

type AskedTool = Extract<Step['lookFors'][number]['settings'], { measure: 'tools-used' }>['tools'][number]
/** A tool that is laid out is asked about within these shares of its size; common practice, no source. */
const SIZE_ASKED = [0.6, 1.7] as const

/** The tools that paint of those that are laid out, in the sizes that were asked for. */
function askedFor(laid: Step['tools'], before: readonly AskedTool[]): AskedTool[] {
  return laid.flatMap((tool): AskedTool[] => {
    if (tool.kind === 'tool' && tool.settings.effect === 'erase') return []
    const name = tool.kind === 'pour' ? ('pour' as const) : tool.settings.tool
    const sizes = before.filter(each => each.tool === name)
    const size = tool.kind === 'pour' ? 1 : tool.settings.size
    return [
      {
        tool: name,
        sizeFrom: Math.min(...sizes.map(each => each.sizeFrom), Math.max(1, Math.round(size * SIZE_ASKED[0]))),
        sizeTo: Math.max(...sizes.map(each => each.sizeTo), Math.min(600, Math.round(size * SIZE_ASKED[1]))),
      },
    ]
  })
}

function joined(plan: Plan, at: number): Plan {
  const [first, second] = [requireStep(plan, at - 1), requireStep(plan, at)]
  const parts = partsOf(plan)
  const merged: Step = {
    ...first,
    words: [...first.words, ...second.words].slice(0, 40),
    ...((first.rich ?? second.rich) && { rich: undefined }),
    dim: [...first.dim.filter(each => !second.dim.some(one => one.layer === each.layer)), ...second.dim],
    ready: [
      ...(first.ready ?? []),
      ...(second.layer.id === first.layer.id
        ? []
        : [{ kind: 'layer-add' as const, layer: second.layer.id, name: second.layer.name, place: second.layer.place }]),
      ...(second.ready ?? []),
    ],
    tools: [
      ...first.tools,
      ...second.tools.filter(tool => !first.tools.some(each => nameOf(each) === nameOf(tool))),
    ].slice(0, 12),
    lookFors: withFreshIds([
      ...first.lookFors,
      ...second.lookFors.filter(each => each.settings.measure !== 'right-layer' || second.layer.id === first.layer.id),
    ]).slice(0, 20),
    result: second.result ?? first.result,
  }
  // What both asked of layers can only be asked of one: with two layers in the step it is left to the teacher.
  if (second.layer.id !== first.layer.id)
    merged.lookFors = merged.lookFors.filter(each => each.settings.measure !== 'right-layer')
  if (!merged.ready?.length) delete merged.ready
  const part: Part = { step: first.id, entries: [...parts[at - 1]!.entries, ...parts[at]!.entries] }
  return withParts(plan, plan.steps.toSpliced(at - 1, 2, cleaned(merged)), parts.toSpliced(at - 1, 2, part))
}

function nameOf(tool: Step['tools'][number]): string {
  return tool.kind === 'pour' ? 'pour' : tool.settings.tool
}

export function cleaned(step: Step): Step {
  return Object.fromEntries(Object.entries(step).filter(([, value]) => value !== undefined)) as unknown as Step
}

function withFreshIds(lookFors: Step['lookFors']): Step['lookFors'] {
  const taken = new Set<string>()
  return lookFors.map(each => {
    let { id } = each
    for (let n = 2; taken.has(id); n++) id = `${each.id}-${n}`.slice(0, 60)
    taken.add(id)
    return { ...each, id }
  })
}

function freshStepId(plan: Plan): string {
  const taken = new Set(plan.steps.map(each => each.id))
  let n = plan.steps.length + 1
  while (taken.has(`step-${n}`)) n++
  return `step-${n}`
}

/**
 * Cuts a step in two before the entry `moment` of its part. Tools and look-fors of both are drafted anew; the words
 * stay with the first.
 * Throws CoreError `plan-edit`.
 */
export function splitStep(kernels: Kernels, plan: Plan, at: number, moment: number): Plan {
  const step = requireStep(plan, at)
  const parts = partsOf(plan)
  const { entries } = parts[at]!
  const isDrawn = (part: readonly Entry[]) => part.some(each => each.type === 'act')
  if (!isDrawn(entries.slice(0, moment)) || !isDrawn(entries.slice(moment))) {
    throw new CoreError(
      'plan-edit',
      'on one side of this moment nothing is drawn',
      'Move the mark to between two strokes.',
    )
  }
  const id = freshStepId(plan)
  const split = parts.toSpliced(
    at,
    1,
    { step: step.id, entries: entries.slice(0, moment) },
    { step: id, entries: entries.slice(moment) },
  )
  const raw = withParts(plan, plan.steps.toSpliced(at + 1, 0, { ...step, id }), split)
  const [first, second] = [drafted(kernels, raw, at), drafted(kernels, raw, at + 1)]
  const { tools, lookFors, ready, dim, layer } = first
  const kept: Step = cleaned({ ...step, layer, ready, dim, tools, lookFors, result: undefined })
  return {
    ...raw,
    steps: raw.steps.toSpliced(at, 2, kept, {
      ...second,
      id,
      title: second.title === step.title ? `${step.title}, further`.slice(0, 80) : second.title,
    }),
  }
}

/** A step as the program would draft it from the demonstration. */
export function drafted(kernels: Kernels, plan: Plan, at: number, options: Partial<DraftOptions> = {}): Step {
  // Only what leads up to it counts.
  const parts = partsOf(plan).slice(0, at + 1)
  const record = withParts(plan, plan.steps.slice(0, at + 1), parts).demonstration
  // After the first opening; it is nobody's drawing.
  const starter = starterOf(plan).length
  const draft = draftPlan(
    kernels,
    { ...record, entries: record.entries.map((entry, i) => (i > starter ? asDrawn(entry) : entry)) },
    { title: plan.title, cuts: 'marked', only: plan.steps[at]!.id, ...options },
  )
  const step = draft.steps.at(-1)!
  return { ...step, well: Math.max(placeOfWell(plan.palette, draft.palette[step.well]!.colour), 0) }
}

/** What was laid out was done by the teacher, before it was drafted. */
export function asDrawn(entry: Entry): Entry {
  return entry.type === 'prepare' && entry.act.kind !== 'layer-add' ? { ...entry, type: 'act' } : entry
}

/** Look-fors for a step as they would be proposed from the demonstration. */
export function proposeAgain(kernels: Kernels, plan: Plan, at: number): Step['lookFors'] {
  requireStep(plan, at)
  return drafted(kernels, plan, at).lookFors
}

/** All that could be asked of a step, with what its own demonstration shows. */
export function offersFor(kernels: Kernels, plan: Plan, at: number): Offer[] {
  const done = endOfStep(kernels, plan, at)
  return done ? offerLookFors(kernels, done) : []
}

/** What stands when a step of the demonstration is done; null when nothing was drawn for it. */
function endOfStep(kernels: Kernels, plan: Plan, at: number): StepDone | null {
  requireStep(plan, at)
  if (!partsOf(plan)[at]!.entries.some(each => each.type === 'act')) return null
  let done: StepDone | null = null
  drafted(kernels, plan, at, {
    isOnlyLooked: true,
    onStep: each => {
      done = each
    },
  })
  return done
}

/**
 * Puts a step elsewhere. Refused where the picture would come out different: a step that builds on another stays behind
 * it.
 */
export function moveStep(kernels: Kernels, plan: Plan, from: number, to: number): Plan {
  const step = requireStep(plan, from)
  requireStep(plan, to)
  if (from === to) return plan
  const parts = partsOf(plan)
  const moved = withParts(
    plan,
    plan.steps.toSpliced(from, 1).toSpliced(to, 0, step),
    parts.toSpliced(from, 1).toSpliced(to, 0, parts[from]!),
  )
  return requireSamePaint(kernels, plan, moved, step)
}

/** The moved plan as far as it can be drawn, if it gives the same picture. */
function requireSamePaint(kernels: Kernels, before: Plan, after: Plan, step: Step): Plan {
  const now = requireDrawable(kernels, after, `“${step.title}” can’t stand there`)
  if (paintHash(kernels, before) !== paintHash(kernels, now)) {
    throw new CoreError(
      'plan-edit',
      `“${step.title}” can’t stand there: the drawing would come out different`,
      'What it draws depends on a step in between. Put it elsewhere, or draw it again.',
    )
  }
  return now
}

/** A digest of what is painted, however the layers lie and look. */
export function paintHash(kernels: Kernels, { demonstration: { sheet, entries } }: Plan): string {
  kernels.openMask(sheet.width, sheet.height)
  const drawing = standingActs(entries).reduce((now, { act }) => applyAct(kernels, now, act), blankDrawing(sheet))
  const layers = [...drawing.layers]
    .sort((a, b) => (a.id < b.id ? -1 : 1))
    .map(({ id, tiles }) => ({ id, name: id, visible: true, opacity: 100, tiles }))
  return contentHash({ sheet: drawing.sheet, layers })
}

/** Takes a step out, with what was drawn in it. Refused when a later step needs it, or none would be left. */
export function removeStep(kernels: Kernels, plan: Plan, at: number): Plan {
  const step = requireStep(plan, at)
  if (plan.steps.length === 1)
    throw new CoreError('plan-edit', 'a plan needs a step', 'Add another one before you take this one out.')
  const left = withParts(plan, plan.steps.toSpliced(at, 1), partsOf(plan).toSpliced(at, 1))
  return requireDrawable(kernels, left, `“${step.title}” can’t be taken out`)
}

/**
 * The plan without what was laid out for layers that are not there now. Refused when something can't be drawn any more.
 */
function requireDrawable(kernels: Kernels, plan: Plan, what: string): Plan {
  const { sheet, entries } = plan.demonstration
  kernels.openMask(sheet.width, sheet.height)
  let drawing: Drawing = blankDrawing(sheet)
  const kept = entries.filter(entry => {
    if (entry.type !== 'act' && entry.type !== 'prepare') return true
    try {
      drawing = applyAct(kernels, drawing, entry.act)
      return true
    } catch (error) {
      if (!(error instanceof CoreError)) throw error
      if (entry.type === 'prepare') return false
      throw new CoreError(
        'plan-edit',
        `${what}: ${error.message}`,
        'One step draws on what another lays out. Draw that one again, or keep them in this order.',
      )
    }
  })
  return kept.length === entries.length ? plan : { ...plan, demonstration: { ...plan.demonstration, entries: kept } }
}

/** What a sheet holds when a step begins, as laid out: for starting afresh there, and for drawing the step again. */
export function starterEntries(plan: Plan, step: string): Entry[] {
  const at = plan.steps.findIndex(each => each.id === step)
  if (at < 0) return []
  const before = [
    ...starterOf(plan),
    ...partsOf(plan)
      .slice(0, at)
      .flatMap(each => each.entries),
  ]
  return laidOut(standingActs(before))
}

/**
 * Puts what was drawn on a starter sheet of a step (see {@link starterEntries}) in the place of what the step showed.
 * Tools and look-fors are drafted anew, words of the teacher's stay; new colours come into the wells.
 * Throws CoreError `nothing-drawn`.
 */
export function redrawStep(kernels: Kernels, plan: Plan, at: number, entries: readonly Entry[]): Plan {
  const step = requireStep(plan, at)
  const starter = starterEntries(plan, step.id).length
  const own = standingActs(entries)
    .slice(starter)
    .map(({ act, at: time, prepared }): Entry => ({ type: prepared ? 'prepare' : 'act', at: time, act }))
  if (!own.some(each => each.type === 'act'))
    throw new CoreError('nothing-drawn', 'nothing was drawn for this step yet', 'Draw it, then put it into the plan.')
  const raw = requireDrawable(
    kernels,
    withParts(plan, plan.steps, partsOf(plan).toSpliced(at, 1, { step: step.id, entries: own })),
    `“${step.title}” can’t be replaced by this`,
  )
  // New colours come into the wells; where the words are the program's own, they name them.
  const palette = withColours(raw.palette, own)
  const coloured = { ...raw, palette }
  const isOurWords =
    palette.length > raw.palette.length &&
    step.rich === undefined &&
    isDrawn(plan, at) &&
    equal(drafted(kernels, plan, at, { isOnlyLooked: true }).words, step.words)
  const { tools, lookFors, layer, ready, dim, well, words } = drafted(kernels, coloured, at)
  return {
    ...coloured,
    steps: coloured.steps.toSpliced(
      at,
      1,
      cleaned({ ...step, ...(isOurWords && { words }), tools, lookFors, layer, ready, dim, well, result: undefined }),
    ),
  }
}

const isDrawn = (plan: Plan, at: number) => partsOf(plan)[at]!.entries.some(each => each.type === 'act')

/** The place of the well that has a colour; −1: none. */
function placeOfWell(palette: Plan['palette'], colour: readonly [number, number, number]): number {
  return palette.findIndex(each => isSame(each.colour, colour))
}

/** The palette with the colours that were drawn with, those that are new at its end. */
function withColours(palette: Plan['palette'], entries: readonly Entry[]): Plan['palette'] {
  const wells = [...palette]
  for (const entry of entries) {
    if (entry.type !== 'act' || !('colour' in entry.act)) continue
    const colour = entry.act.colour as [number, number, number]
    if (wells.length >= MOST_WELLS || placeOfWell(wells, colour) >= 0) continue
    const name = colourName(colour)
    wells.push({
      name: wells.some(each => each.name === name) ? `${name} ${wells.length + 1}`.slice(0, 40) : name,
      colour: [...colour],
    })
  }
  return wells
}

/** A step after another one, to be drawn on from it: nothing is shown in it yet. Throws CoreError `plan-edit`. */
export function addStep(plan: Plan, after: number): Plan {
  const before = requireStep(plan, after)
  if (plan.steps.length >= MOST_STEPS)
    throw new CoreError('plan-edit', 'a plan has sixty steps at most', 'Join some of them first.')
  const id = freshStepId(plan)
  const step: Step = {
    id,
    title: 'A new step',
    words: ['Say here what is to be done.'],
    slip: before.slip,
    layer: before.layer,
    dim: [],
    tools: before.tools,
    well: before.well,
    lookFors: [],
  }
  return withParts(
    plan,
    plan.steps.toSpliced(after + 1, 0, step),
    partsOf(plan).toSpliced(after + 1, 0, { step: id, entries: [] }),
  )
}

/** A layer called otherwise, in every step that is drawn on it, and in the words that name it. */
export function renameLayer(plan: Plan, layer: string, name: string): Plan {
  const old = plan.steps.find(each => each.layer.id === layer)?.layer.name
  if (old === undefined || old === name) return plan
  const renamed = (text: string) => text.replaceAll(`“${old}”`, `“${name}”`)
  const steps = plan.steps.map((step): Step => {
    const isOn = step.layer.id === layer
    const words = step.words.map(renamed)
    const rich =
      step.rich &&
      (JSON.parse(JSON.stringify(step.rich), (key, value: unknown) =>
        key === 'text' && typeof value === 'string' ? renamed(value) : value,
      ) as Step['rich'])
    const ready = step.ready?.map(act => (act.kind === 'layer-add' && act.layer === layer ? { ...act, name } : act))
    const isSame =
      !isOn && words.every((each, i) => each === step.words[i]) && equal(rich, step.rich) && equal(ready, step.ready)
    return isSame ? step : cleaned({ ...step, ...(isOn && { layer: { ...step.layer, name } }), words, rich, ready })
  })
  return { ...plan, steps }
}
