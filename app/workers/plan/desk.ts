import { wrap } from 'comlink'
import { CoreError } from '#core/base'
import { replay, standingActs, type DrawingRecord, type Engine, type Entry } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { showDrawing, type Drawing } from '#core/layers'
import { bandsOf, lookAt, type Band, type Finding } from '#core/lookfor'
import {
  addStep,
  base64Of,
  beginAt,
  beginEmpty,
  draftPlan,
  mergeSteps,
  moveStep,
  offersFor,
  partsOf,
  proposeAgain,
  redrawStep,
  removeStep,
  splitStep,
  starterOf,
  type Offer,
  type Plan,
  type PlanPicture,
  type Step,
} from '#core/plan'

import { WorkerLost, whenLost } from '../lost'
import { bringPictures } from '../pictures/bring'
import ProposerWorker from '../proposer.worker?worker'
import type { Proposer } from '../proposer.worker'

/** A change of the steps of a plan. Steps are named by their place. */
export type StepChange =
  | { kind: 'merge'; at: number }
  | { kind: 'split'; at: number; moment: number }
  | { kind: 'begin-at'; at: number; moment: number }
  | { kind: 'begin-empty' }
  | { kind: 'move'; at: number; to: number }
  | { kind: 'remove'; at: number }
  | { kind: 'add'; after: number }
  | { kind: 'redraw'; at: number; entries: readonly Entry[] }

export type Made<T> = { ok: true; value: T } | { ok: false; message: string; fix: string }

/** What a step asks for, seen on its own demonstration. */
export interface StepSeen {
  readonly findings: readonly Finding[]
  readonly bands: readonly (readonly Band[])[]
}

/** Longer side of the picture of what a step comes to, px. */
const RESULT_SIDE = 420
/** Longer side of the picture on the editor's stage, px. */
const STAGE_SIDE = 1400
const RESULT = 'result-'

/** Drafts and changes plans in a thread of its own. */
export class PlanDesk {
  private readonly kernels = loadKernels()
  private engine: Engine | null = null
  /** How many entries are done when a step ends, and when it begins. */
  private ends: number[] = []
  /** Entries of the starter, before the first step's own. */
  private starter = 0

  /** A plan out of a drawing, with pictures of what its steps come to. */
  draft(record: DrawingRecord, title: string, onProgress: (share: number) => void): Promise<Made<Plan>> {
    return made(async () => {
      await bringPictures(this.kernels, record.entries)
      const worker = new ProposerWorker()
      const lost = whenLost(worker)
      try {
        const proposer = wrap<Proposer>(worker)
        const proposed: Promise<Step['lookFors']>[] = []
        // While a step is looked at over there, the next is drawn again here.
        const plan = draftPlan(this.kernels, record, {
          title,
          isOnlyLooked: true,
          onStep: done => void proposed.push(proposer.propose(done)),
          onProgress: share => onProgress(0.8 * share),
        })
        const lookFors = await Promise.race([Promise.all(proposed), lost])
        return await this.withResults({
          ...plan,
          steps: plan.steps.map((step, i) => ({ ...step, lookFors: lookFors[i]! })),
        })
      } finally {
        worker.terminate()
      }
    })
  }

  change(plan: Plan, change: StepChange): Promise<Made<Plan>> {
    return made(async () => {
      await this.bring(plan)
      if (change.kind === 'redraw') await bringPictures(this.kernels, change.entries)
      return this.withResults(changed(this.kernels, plan, change))
    })
  }

  propose(plan: Plan, at: number): Promise<Made<Step['lookFors']>> {
    return made(async () => {
      await this.bring(plan)
      return proposeAgain(this.kernels, plan, at)
    })
  }

  offers(plan: Plan, at: number): Promise<Made<Offer[]>> {
    return made(async () => {
      await this.bring(plan)
      return offersFor(this.kernels, plan, at)
    })
  }

  /** Looks at what a step of the demonstration that is held comes to. */
  see({ id, lookFors }: Step, at: number): StepSeen {
    const { engine } = this
    const entries = engine?.entries.slice(0, this.ends[at]) ?? []
    const own = entries.slice(at ? this.ends[at - 1] : 0)
    if (!engine || !own.some(each => each.type === 'act')) return { findings: [], bands: [] }
    const evidence = { drawing: engine.at(this.ends[at]!), acts: standingActs(entries), step: id }
    return { findings: lookAt(this.kernels, evidence, lookFors), bands: lookFors.map(each => bandsOf(evidence, each)) }
  }

  /** Holds a plan's demonstration, to show any moment of it. */
  async hold(plan: Pick<Plan, 'steps' | 'demonstration'>): Promise<void> {
    await this.bring(plan)
    const parts = partsOf(plan as Plan)
    const starter = starterOf(plan)
    const entries = parts.flatMap(({ step, entries: own }, i): Entry[] => [
      { type: 'step', at: 0, step },
      ...(i === 0 ? starter : []),
      ...own,
    ])
    this.engine = replay(this.kernels, { ...plan.demonstration, entries })
    this.starter = starter.length
    let sum = starter.length
    this.ends = parts.map(each => (sum += each.entries.length + 1))
  }

  /** The sheet after so many entries of a step (its end: absent), scaled to fit the stage. */
  async pictureAt(at: number, moment?: number): Promise<ImageBitmap | null> {
    const { engine } = this
    if (!engine) return null
    const start = at ? this.ends[at - 1]! : this.starter
    const position = moment === undefined ? this.ends[at]! : Math.min(start + 1 + moment, this.ends[at]!)
    return scaled(this.kernels, engine.at(position), STAGE_SIDE)
  }

  /** A small picture of what a step comes to, PNG. */
  async thumbnail(at: number): Promise<Blob> {
    return pngBlob(await scaled(this.kernels, this.engine!.at(this.ends[at]!), RESULT_SIDE / 2))
  }

  /** What the demonstration needs from outside is at hand. */
  private bring({ demonstration }: Pick<Plan, 'demonstration'>): Promise<void> {
    return bringPictures(this.kernels, demonstration.entries)
  }

  private async withResults(plan: Plan): Promise<Plan> {
    await this.hold(plan)
    const pictures: PlanPicture[] = (plan.pictures ?? []).filter(each => !each.id.startsWith(RESULT))
    const steps: Step[] = []
    for (const [at, step] of plan.steps.entries()) {
      const id = `${RESULT}${step.id}`.slice(0, 60)
      const bitmap = await scaled(this.kernels, this.engine!.at(this.ends[at]!), RESULT_SIDE)
      pictures.push({ id, type: 'image/png', base64: await pngOf(bitmap) })
      steps.push({ ...step, result: id })
    }
    return { ...plan, steps, pictures }
  }
}

function changed(kernels: ReturnType<typeof loadKernels>, plan: Plan, change: StepChange): Plan {
  switch (change.kind) {
    case 'merge':
      return mergeSteps(kernels, plan, change.at)
    case 'begin-at':
      return beginAt(kernels, plan, change.at, change.moment)
    case 'begin-empty':
      return beginEmpty(kernels, plan)
    case 'split':
      return splitStep(kernels, plan, change.at, change.moment)
    case 'move':
      return moveStep(kernels, plan, change.at, change.to)
    case 'add':
      return addStep(plan, change.after)
    case 'remove':
      return removeStep(kernels, plan, change.at)
    case 'redraw':
      return redrawStep(kernels, plan, change.at, change.entries)
  }
}

/** What was refused comes back as words: errors lose theirs on the way between threads. */
async function made<T>(make: () => T | Promise<T>): Promise<Made<T>> {
  try {
    return { ok: true, value: await make() }
  } catch (error) {
    if (error instanceof WorkerLost) return { ok: false, message: error.message, fix: error.fix }
    if (!(error instanceof CoreError)) throw error
    const message = error.message.charAt(0).toUpperCase() + error.message.slice(1)
    return { ok: false, message: `${message}.`, fix: error.fix }
  }
}

async function scaled(kernels: ReturnType<typeof loadKernels>, drawing: Drawing, side: number): Promise<ImageBitmap> {
  const { width, height } = drawing.sheet
  const pixels = new Uint8ClampedArray(showDrawing(kernels, drawing))
  const by = Math.min(1, side / Math.max(width, height))
  return createImageBitmap(new ImageData(pixels, width, height), {
    resizeWidth: Math.max(1, Math.round(width * by)),
    resizeHeight: Math.max(1, Math.round(height * by)),
    resizeQuality: 'high',
  })
}

function pngBlob(bitmap: ImageBitmap): Promise<Blob> {
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
  canvas.getContext('bitmaprenderer')!.transferFromImageBitmap(bitmap)
  return canvas.convertToBlob({ type: 'image/png' })
}

async function pngOf(bitmap: ImageBitmap): Promise<string> {
  return base64Of(new Uint8Array(await (await pngBlob(bitmap)).arrayBuffer()))
}
