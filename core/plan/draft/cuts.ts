import { difference00 } from '../../colour'
import type { DrawnAct } from './drawn-acts'

/**
 * How much speaks for a new step between two things drawn one after the other; from {@link CUT} on there is one. The
 * weights are by eye on lessons drawn for this (common practice, no source): another layer is a new step, another tool
 * is one when anything else changed with it, and a pause or another place alone is none.
 */
const OTHER_LAYER = 1
const OTHER_MANNER = 0.6
const OTHER_TOOL = 0.35
const OTHER_SIZE = 0.15
const OTHER_COLOUR = 0.3
const OTHER_PLACE = 0.25
const LONG_PAUSE = 0.45
export const CUT = 0.8

/** A size that differs by more than this factor is another one. */
const SIZE_FACTOR = 2
/** Colours further apart than this are others, CIEDE2000. */
const COLOUR_STEP = 12
/** Boxes further apart than this share of the sheet's diagonal lie in other places. */
const FAR = 0.12
/** A pause of so many usual pauses begins to tell, and of so many tells fully; none shorter than the least does. */
const PAUSE_FROM = 4
const PAUSE_FULL = 12
const LEAST_PAUSE_MS = 3000
/** A usual pause at least, ms. */
const LEAST_USUAL_MS = 400

/** Steps of a plan at most, unless the teacher wants more. */
const MOST_STEPS = 14
/** A step of so few things that took so little time, ms, belongs to the one beside it. */
const SHORT_COUNT = 2
const SHORT_MS = 2500

/** A run of drawnActs that makes a step: from, up to and without. */
export interface Run {
  readonly from: number
  readonly to: number
}

/**
 * Cuts what was drawn into steps. `marked`: places where the teacher said that a step begins; those are always cuts.
 */
export function cutRuns(
  drawnActs: readonly DrawnAct[],
  diagonal: number,
  marked: ReadonlySet<number> = new Set(),
): Run[] {
  if (drawnActs.length === 0) return []
  const weights = weighed(drawnActs, diagonal, marked)
  let runs = runsOf(drawnActs.length, weights)
  runs = withoutAsides(drawnActs, runs, marked)
  while (runs.length > MOST_STEPS) {
    const weakest = runs
      .slice(1)
      .reduce((best, run, i) => (weights[run.from]! < weights[runs[best]!.from]! ? i + 1 : best), 1)
    if (marked.has(runs[weakest]!.from)) break
    runs = joined(runs, weakest)
  }
  return runs
}

/** For each place what speaks for a cut before it. */
function weighed(drawnActs: readonly DrawnAct[], diagonal: number, marked: ReadonlySet<number>): number[] {
  const pauses = drawnActs
    .slice(1)
    .map(each => each.pauseMs)
    .sort((a, b) => a - b)
  const usual = Math.max(pauses[Math.floor(pauses.length / 2)] ?? 0, LEAST_USUAL_MS)
  return drawnActs.map((now, i) =>
    i === 0 ? 0 : marked.has(i) ? Infinity : weightBetween(drawnActs[i - 1]!, now, usual, diagonal),
  )
}

export function weightBetween(before: DrawnAct, now: DrawnAct, usualPauseMs: number, diagonal: number): number {
  if (before.layer !== now.layer) return OTHER_LAYER + pauseWeight(now.pauseMs, usualPauseMs)
  let sum = pauseWeight(now.pauseMs, usualPauseMs)
  // Rubbing out and going on is one and the same work.
  const mends = now.manner === 'erase' || before.manner === 'erase'
  if (!mends && before.manner !== now.manner) sum += OTHER_MANNER
  if (!mends && before.tool?.tool !== now.tool?.tool) sum += OTHER_TOOL
  else if (
    before.tool &&
    now.tool &&
    Math.max(before.tool.size, now.tool.size) > SIZE_FACTOR * Math.min(before.tool.size, now.tool.size)
  )
    sum += OTHER_SIZE
  if (before.colour && now.colour && difference00(before.colour, now.colour) > COLOUR_STEP) sum += OTHER_COLOUR
  if (before.box && now.box && apart(before.box, now.box) > FAR * diagonal) sum += OTHER_PLACE
  return sum
}

function pauseWeight(pauseMs: number, usualMs: number): number {
  if (pauseMs < LEAST_PAUSE_MS) return 0
  return LONG_PAUSE * Math.min(Math.max((pauseMs / usualMs - PAUSE_FROM) / (PAUSE_FULL - PAUSE_FROM), 0), 1)
}

function apart(a: NonNullable<DrawnAct['box']>, b: NonNullable<DrawnAct['box']>): number {
  const dx = Math.max(a.x0 - b.x1, b.x0 - a.x1, 0)
  const dy = Math.max(a.y0 - b.y1, b.y0 - a.y1, 0)
  return Math.sqrt(dx * dx + dy * dy)
}

function runsOf(count: number, weights: readonly number[]): Run[] {
  return runsAt([0, ...weights.flatMap((weight, i) => (i > 0 && weight >= CUT ? [i] : []))], count)
}

/** Runs that begin at these places, of so many drawnActs. */
export function runsAt(starts: readonly number[], count: number): Run[] {
  return starts.map((from, i) => ({ from, to: starts[i + 1] ?? count }))
}

function joined(runs: readonly Run[], at: number): Run[] {
  return [...runs.slice(0, at - 1), { from: runs[at - 1]!.from, to: runs[at]!.to }, ...runs.slice(at + 1)]
}

/** A touch aside (two strokes on the lines, then on with the colour) makes no steps of its own. */
function withoutAsides(drawnActs: readonly DrawnAct[], runs: readonly Run[], marked: ReadonlySet<number>): Run[] {
  let out = [...runs]
  for (let i = 1; i < out.length - 1; i++) {
    const [before, run, after] = [out[i - 1]!, out[i]!, out[i + 1]!]
    const isSame =
      drawnActs[before.to - 1]!.layer === drawnActs[after.from]!.layer &&
      drawnActs[before.to - 1]!.manner === drawnActs[after.from]!.manner
    if (isShort(drawnActs, run) && isSame && !marked.has(run.from) && !marked.has(after.from)) {
      out = joined(joined(out, i), i)
      i -= 1
    }
  }
  // A short run beside one on its own layer belongs to that.
  for (let i = out.length - 1; i > 0; i--) {
    if (marked.has(out[i]!.from) || drawnActs[out[i - 1]!.to - 1]!.layer !== drawnActs[out[i]!.from]!.layer) continue
    if (isShort(drawnActs, out[i]!) || isShort(drawnActs, out[i - 1]!)) out = joined(out, i)
  }
  return out
}

function isShort(drawnActs: readonly DrawnAct[], { from, to }: Run): boolean {
  if (to - from > SHORT_COUNT) return false
  return drawnActs.slice(from, to).reduce((sum, each) => sum + each.tookMs, 0) <= SHORT_MS
}
