import type { Entry } from '../drawing'
import type { DrillName } from '../drill'
import type { MeasureName, Verdict } from '../lookfor'
import { timesAtWork } from './measures'

/** How learners get on over a term: by what was looked for, time after time, whatever the plan. */

/** A look-for of one hand-in, as its teacher marked it or else as it was measured. `at`: ms since the epoch. */
export interface Judged {
  readonly at: number
  readonly measure: MeasureName
  readonly verdict: Verdict
  readonly plan: number
}

export interface Trend {
  readonly measure: MeasureName
  /** One a hand-in's time, the oldest first: how far what was asked is met, 0 … 1. */
  readonly points: readonly { readonly at: number; readonly met: number }[]
  /** The same over all of them, the latest counting most, 0 … 1. */
  readonly now: number
}

/** What a verdict is worth; what can't be told says nothing. */
const WORTH = { met: 1, nearly: 0.5, 'not-yet': 0 } as const satisfies Record<Exclude<Verdict, 'cant-tell'>, number>
/** Each hand-in further back counts so much of the next (common practice, no source). */
const FADES = 0.6

/** How each measure went over time, the least met first. */
export function trendsOf(judged: readonly Judged[]): Trend[] {
  const byMeasure = new Map<MeasureName, Map<number, number[]>>()
  for (const { at, measure, verdict } of judged) {
    if (verdict === 'cant-tell') continue
    const times = byMeasure.get(measure) ?? new Map<number, number[]>()
    byMeasure.set(measure, times)
    times.set(at, [...(times.get(at) ?? []), WORTH[verdict]])
  }
  return [...byMeasure]
    .map(([measure, times]): Trend => {
      const points = [...times]
        .sort(([a], [b]) => a - b)
        .map(([at, worths]) => ({ at, met: worths.reduce((sum, each) => sum + each, 0) / worths.length }))
      let [sum, weight, part] = [0, 0, 1]
      for (const { met } of [...points].reverse()) {
        sum += part * met
        weight += part
        part *= FADES
      }
      return { measure, points, now: sum / weight }
    })
    .sort((a, b) => a.now - b.now || b.points.length - a.points.length || a.measure.localeCompare(b.measure))
}

/** The warm-ups that train what a measure looks at (common practice, no source). Where none does, only drawing does. */
export const DRILLS_FOR: Readonly<Partial<Record<MeasureName, readonly DrillName[]>>> = {
  'closed-outline': ['close-by-eye', 'pour-shut'],
  'ends-meet': ['close-by-eye', 'circle-through-dots'],
  covered: ['pour-shut'],
  'no-pale-fringe': ['pour-shut'],
  'confident-strokes': ['line-through-dots', 'arcs'],
  'steady-line': ['parallels', 'spiral'],
  'straight-line': ['line-through-dots', 'parallels'],
  'even-width': ['ramp-width'],
  'round-shape': ['circle-in-square', 'circle-through-dots', 'ellipse-on-axis'],
  symmetry: ['ellipse-on-axis', 'halve-and-third'],
  polygon: ['copy-angle', 'line-through-dots'],
  proportion: ['copy-proportion', 'halve-and-third'],
  placement: ['halve-and-third', 'copy-proportion'],
  likeness: ['copy-angle', 'copy-proportion'],
  'value-range': ['match-value', 'value-ladder'],
  'enough-shades': ['value-ladder'],
  'ladder-in-order': ['value-ladder', 'match-value'],
  'contrast-pair': ['match-value'],
  depth: ['match-value', 'value-ladder'],
  'smooth-gradient': ['ramp-dark', 'blend-band'],
  'seams-blended': ['blend-band'],
  'blended-along': ['blend-band'],
  'light-from-pin': ['shade-ball'],
  'cast-shadow': ['shade-ball'],
  'sparing-highlights': ['shade-ball'],
  'lively-shadow': ['match-colour'],
  'palette-kept': ['match-colour'],
  'no-pure-ends': ['match-value'],
  texture: ['hatching'],
}

/** What to practise next, and where. */
export interface Proposal {
  readonly measure: MeasureName
  readonly now: number
  readonly drills: readonly DrillName[]
  /** Plans that ask for it, those first that were not handed in for the longest time. */
  readonly plans: readonly number[]
}

/** Met so far is no need to practise (common practice, no source). */
export const MET_ENOUGH = 0.85

/**
 * What is least met, and what trains it. `plans`: those that can be drawn or given, with what they ask for; `handedIn`:
 * when each was handed in last, ms since the epoch, those never handed in missing.
 */
export function practiseNext(
  trends: readonly Trend[],
  plans: readonly { readonly id: number; readonly measures: readonly MeasureName[] }[],
  handedIn: ReadonlyMap<number, number>,
  most = 3,
): Proposal[] {
  return trends
    .filter(({ now }) => now < MET_ENOUGH)
    .map(({ measure, now }) => ({
      measure,
      now,
      drills: DRILLS_FOR[measure] ?? [],
      plans: plans
        .filter(each => each.measures.includes(measure))
        .map(each => each.id)
        .sort((a, b) => (handedIn.get(a) ?? 0) - (handedIn.get(b) ?? 0)),
    }))
    .filter(({ drills, plans: own }) => drills.length + own.length > 0)
    .slice(0, most)
}

/**
 * The trend of warm-up points: how many more a try brings, by least squares over the tries in their order; null under
 * three.
 */
export function gainPerTry(scores: readonly number[]): number | null {
  const n = scores.length
  if (n < 3) return null
  const [middle, mean] = [(n - 1) / 2, scores.reduce((a, b) => a + b, 0) / n]
  let [over, under] = [0, 0]
  for (const [i, score] of scores.entries()) {
    over += (i - middle) * (score - mean)
    under += (i - middle) ** 2
  }
  return over / under
}

/**
 * Time at work in a run of a record, ms: with the hand down and between strokes, long pauses left out. `before`: the
 * clock of the record before it.
 */
export function workMs(entries: readonly Entry[], before: number): number {
  let sum = 0
  for (const { tookMs } of timesAtWork(entries, before)) sum += tookMs
  return sum
}
