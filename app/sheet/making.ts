import { durationOf, facts, type Beat, type Entry } from '#core/drawing'
import type { Step } from '#core/plan'
import { PAUSE_MS } from '#core/review'

/** One act on the strip that shows how a drawing was made. Times are ms of the playing. */
export interface Tick {
  readonly start: number
  readonly end: number
  readonly kind: 'paint' | 'erase' | 'pour' | 'layer' | 'undo' | 'redo'
  /** Number of the step it belongs to, −1 before the first. */
  readonly step: number
}

export interface StepBand {
  readonly step: number
  readonly title: string
  readonly start: number
  readonly end: number
}

export interface StepSum {
  readonly title: string
  readonly strokes: number
  readonly erased: number
  readonly undone: number
  readonly seconds: number
}

export interface Making {
  readonly ticks: Tick[]
  readonly bands: StepBand[]
  readonly sums: StepSum[]
  /** Long pauses: when in the playing, which cuts them short, and how long they were, ms. */
  readonly pauses: { readonly at: number; readonly ms: number }[]
}

/** What a strip over the playing time shows: every act, the spans of the steps, and sums for the table behind it. */
export function makingOf(entries: readonly Entry[], beats: readonly Beat[], steps: readonly Step[]): Making {
  const ticks: Tick[] = []
  const bands: StepBand[] = []
  const pauses: { at: number; ms: number }[] = []
  let before = entries[0]?.at ?? 0
  let step = -1
  let openedAt = 0
  const length = beats.at(-1)?.end ?? 0
  const closeBand = (end: number) => {
    if (step >= 0 && end > openedAt) bands.push({ step, title: steps[step]!.title, start: openedAt, end })
  }
  entries.forEach((entry, i) => {
    const { start, end } = beats[i]!
    const ms = entry.at - durationOf(entry) - before
    before = entry.at
    if (ms > PAUSE_MS) pauses.push({ at: start, ms })
    if (entry.type === 'step') {
      closeBand(start)
      step = steps.findIndex(each => each.id === entry.step)
      openedAt = start
    } else if (entry.type !== 'prepare' && entry.type !== 'meant') {
      ticks.push({ start, end, kind: kindOf(entry), step })
    }
  })
  closeBand(length)
  const sums = steps.map(({ title }, number) => {
    const own = ticks.filter(tick => tick.step === number)
    return {
      title,
      strokes: own.filter(tick => tick.kind === 'paint' || tick.kind === 'pour').length,
      erased: own.filter(tick => tick.kind === 'erase').length,
      undone: own.filter(tick => tick.kind === 'undo').length,
      seconds: Math.round(
        bands.filter(band => band.step === number).reduce((sum, band) => sum + band.end - band.start, 0) / 1000,
      ),
    }
  })
  return { ticks, bands, sums, pauses }
}

function kindOf(entry: Entry): Tick['kind'] {
  if (entry.type === 'undo' || entry.type === 'redo') return entry.type
  if (entry.type !== 'act' && entry.type !== 'prepare') return 'layer'
  const { work, tool } = facts(entry.act)
  if (work === 'pour') return 'pour'
  if (work !== 'draw') return 'layer'
  return entry.act.kind === 'stroke' && tool?.effect === 'erase' ? 'erase' : 'paint'
}
