import { CoreError } from '../../base'
import {
  applyAct,
  blankDrawing,
  isReadying,
  standingActs,
  type DrawingRecord,
  type Entry,
  type ReadyingAct,
  type StandingAct,
} from '../../drawing'
import type { Kernels } from '../../kernels'
import type { Drawing, OwnTiles } from '../../layers'
import type { Plan, Step } from '../schema'
import { closedArea, type Area } from './areas'
import { cutRuns, runsAt, type Run } from './cuts'
import { drawnActsOf, type DrawnAct } from './drawn-acts'
import { proposeLookFors, type StepDone } from './propose'
import { paletteOfDrawn, toolsOf, wellOf } from './tray'
import { firstWords, mainManner } from './words'

/**
 * A beginner takes so many times as long as the teacher's hand was at work, and at least so long. Common practice, no
 * source.
 */
const BEGINNERS_TIME = 4
const LEAST_MINUTES = 10
const MOST_MINUTES = 600
/** A pause counts as work up to this, ms. */
const COUNTED_PAUSE_MS = 20_000

export interface DraftOptions {
  readonly title: string
  /** `marked`: only where the record opens a step; otherwise there and where the drawing tells it. */
  readonly cuts?: 'marked' | 'found'
  /** Only this step gets look-fors: they are what takes long. */
  readonly only?: string
  /**
   * Nothing is proposed; only told to `onStep`, which may have {@link proposeLookFors} done in another thread
   * meanwhile.
   */
  readonly isOnlyLooked?: boolean
  /**
   * What stands at the end of each step that is asked about, in their order. It is only good until `onStep` returns:
   * the outlines go on growing.
   */
  readonly onStep?: (done: StepDone) => void
  /** Share done, 0 … 1. */
  readonly onProgress?: (share: number) => void
}

/**
 * A plan out of a teacher's drawing: undone strokes are left out; the rest is cut into steps by layer, tool, colour,
 * place and pauses, each with its layer and what is set on it, its tools, its ghost (the drawing itself), first words
 * and look-fors that the drawing meets with margin.
 * @throws CoreError `nothing-drawn` when nothing stands in the record
 */
export function draftPlan(
  kernels: Kernels,
  record: DrawingRecord,
  { title, cuts = 'found', only, isOnlyLooked = false, onStep = () => {}, onProgress = () => {} }: DraftOptions,
): Plan {
  const acts = standingActs(record.entries)
  const { sheet } = record
  const drawnActs = drawnActsOf(acts, sheet)
  if (drawnActs.length === 0)
    throw new CoreError(
      'nothing-drawn',
      'nothing is drawn on this sheet that could become a step',
      'Draw the lesson first, then draft the plan from it.',
    )
  const marked = new Set(
    drawnActs.flatMap((each, i) => (i > 0 && each.standing.step !== drawnActs[i - 1]!.standing.step ? [i] : [])),
  )
  const runs =
    cuts === 'marked'
      ? runsAt([0, ...marked], drawnActs.length)
      : cutRuns(drawnActs, Math.sqrt(sheet.width ** 2 + sheet.height ** 2), marked)
  const palette = paletteOfDrawn(drawnActs)
  const replayer = new Replayer(kernels, blankDrawing(sheet))
  const taken = new Set<string>()
  const outlines = new Map<string, Area>()
  const entries: Entry[] = []
  const shown: StandingAct[] = []
  const steps = runs.map((run, i): Step => {
    const own = drawnActs.slice(run.from, run.to)
    const part = actsOf(run, i === 0, i === runs.length - 1, drawnActs, acts)
    const id = cuts === 'marked' ? (own[0]!.standing.step ?? `step-${i + 1}`) : `step-${i + 1}`
    entries.push({ type: 'step', at: part[0]!.at, step: id })
    const laid = layOut(part, own[0]!, replayer, entry => {
      entries.push(entry)
      if (entry.type === 'act' || entry.type === 'prepare')
        shown.push({ act: entry.act, at: entry.at, step: id, prepared: entry.type === 'prepare' })
      onProgress(0.9 * (shown.length / acts.length))
    })
    const { drawing } = replayer
    replayer.keep()
    const main = mainLayer(own, drawing, replayer.layers)
    const closed = closedArea(drawing, main.id)
    if (closed) outlines.set(main.id, closed)
    const words = firstWords(own, main.name, palette, taken)
    taken.add(words.title)
    const done: StepDone = {
      evidence: { drawing, acts: [...shown], step: id },
      drawnActs: own,
      manner: mainManner(own),
      layer: main.id,
      palette,
      outlines,
      isFirst: i === 0,
    }
    const isAsked = only === undefined || only === id
    if (isAsked) onStep(done)
    const lookFors = isAsked && !isOnlyLooked ? proposeLookFors(kernels, done) : []
    return {
      id,
      ...words,
      layer: main,
      dim: laid.dim,
      ...(readyBut(laid.ready, main.id).length && { ready: readyBut(laid.ready, main.id) }),
      tools: toolsOf(own),
      well: wellOf(palette, own.find(each => each.colour)?.colour ?? null),
      lookFors,
    }
  })
  onProgress(1)
  return {
    version: 1,
    title,
    goal: `${title}, in ${stepsInWords(steps.length)}.`,
    level: 'first',
    minutes: minutesFor(drawnActs),
    sheet,
    palette,
    steps,
    demonstration: { version: 1, sheet, entries },
  }
}

/** The drawing as act follows act; nothing but the latest is kept, unless it is said. */
class Replayer {
  private own: OwnTiles = new WeakSet()
  /** Every layer that there was, as it was last: some are deleted later. */
  readonly layers = new Map<string, Step['layer']>()

  constructor(
    private readonly kernels: Kernels,
    public drawing: Drawing,
  ) {
    kernels.openMask(drawing.sheet.width, drawing.sheet.height)
  }

  /** From here on nothing of the drawing as it is now is changed. */
  keep(): void {
    this.own = new WeakSet()
  }

  play({ act }: StandingAct): void {
    if (act.kind === 'stroke') {
      // What lies between two strokes of a step is kept by nobody.
      this.drawing = applyAct(this.kernels, this.drawing, act, this.own)
      return
    }
    this.keep()
    this.drawing = applyAct(this.kernels, this.drawing, act)
    this.drawing.layers.forEach(({ id, name }, place) => this.layers.set(id, { id, name, place }))
  }
}

/** All acts of a run: with what was laid out before its first drawnAct; the last run has what follows as well. */
function actsOf(
  { from, to }: Run,
  isFirst: boolean,
  isLast: boolean,
  drawnActs: readonly DrawnAct[],
  acts: readonly StandingAct[],
): readonly StandingAct[] {
  const start = isFirst ? 0 : drawnActs[from]!.from
  const end = isLast ? acts.length : (drawnActs[to]?.from ?? acts.length)
  return acts.slice(start, end)
}

/** Plays the acts of a step and tells what of them was laid out for it. */
function layOut(
  part: readonly StandingAct[],
  first: DrawnAct,
  replayer: Replayer,
  add: (entry: Entry) => void,
): { dim: Step['dim']; ready: ReadyingAct[] } {
  const dim = new Map<string, Step['dim'][number]>()
  const ready: ReadyingAct[] = []
  let isBefore = true
  for (const standing of part) {
    const { act, at } = standing
    if (standing.act === first.standing.act) isBefore = false
    const isLaid =
      isReadying(act) &&
      (isBefore || act.kind === 'layer-add' || isBare(act, replayer.drawing)) &&
      !(act.kind === 'mask-add' && act.shows === 'selection')
    if (isLaid) {
      if (act.kind === 'layer-look' && !isBare(act, replayer.drawing))
        dim.set(act.layer, { layer: act.layer, opacity: act.opacity, visible: act.visible })
      else ready.push(act)
    }
    // What a starter holds was not drawn in the step.
    add({ type: isLaid || standing.prepared ? 'prepare' : 'act', at, act })
    replayer.play(standing)
  }
  return { dim: [...dim.values()], ready }
}

/** Whether what an act sets holds no paint yet. */
function isBare(act: ReadyingAct, { layers }: Drawing): boolean {
  const id = 'item' in act ? act.item : 'layer' in act ? act.layer : null
  return id !== null && layers.some(each => each.id === id && each.tiles.size === 0)
}

/** Without the adding of the step's own layer, which it names itself. */
function readyBut(ready: readonly ReadyingAct[], layer: string): ReadyingAct[] {
  return ready.filter(act => act.kind !== 'layer-add' || act.layer !== layer)
}

/** The layer on which most of it was drawn, if it was deleted again as it was; of a mask the layer it lies on. */
function mainLayer(
  drawnActs: readonly DrawnAct[],
  { layers }: Drawing,
  known: ReadonlyMap<string, Step['layer']>,
): Step['layer'] {
  const counts = new Map<string, number>()
  for (const { layer } of drawnActs) {
    const owner = layers.find(each => each.id === layer || each.mask?.id === layer)?.id ?? known.get(layer)?.id
    if (owner !== undefined) counts.set(owner, (counts.get(owner) ?? 0) + 1)
  }
  const id =
    [...counts].reduce((best, each) => (each[1] > best[1] ? each : best), ['', 0] as [string, number])[0] ||
    layers[layers.length - 1]!.id
  return known.get(id)!
}

/** “one step”, “3 steps”. */
export const stepsInWords = (count: number) => (count === 1 ? 'one step' : `${count} steps`)

function minutesFor(drawnActs: readonly DrawnAct[]): number {
  const ms = drawnActs.reduce((sum, { tookMs, pauseMs }) => sum + tookMs + Math.min(pauseMs, COUNTED_PAUSE_MS), 0)
  return Math.min(Math.max(Math.ceil((BEGINNERS_TIME * ms) / 60_000 / 5) * 5, LEAST_MINUTES), MOST_MINUTES)
}
