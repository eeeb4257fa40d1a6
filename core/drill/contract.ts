import type { ToolSettings } from '../brush'
import type { Act, StandingAct } from '../drawing'
import type { Point } from '../geometry'
import type { Kernels } from '../kernels'
import type { Drawing, Sheet } from '../layers'
import type { Mark } from '../lookfor'

/** What is shown before anyone draws, over the sheet. */
export type Prompt =
  | { readonly kind: 'dot'; readonly at: Point; readonly label?: string }
  | { readonly kind: 'line'; readonly points: readonly Point[]; readonly isFaint: boolean }
  | { readonly kind: 'shape'; readonly points: readonly Point[] }

type Rgb = readonly [number, number, number]

/** How a drill is answered: drawn on the sheet, or set with sliders. */
export type Answering =
  | {
      readonly by: 'strokes'
      readonly tools: readonly ToolSettings[]
      readonly colour: Rgb
      readonly hasPour?: boolean
    }
  /** The mixture that matches a colour; only its lightness where it is a value. */
  | { readonly by: 'mixing'; readonly target: Rgb; readonly isValue: boolean }
  /** The lightness of each rung between two ends, L*. */
  | { readonly by: 'rungs'; readonly from: number; readonly to: number; readonly rungs: number }

/** One try of a drill: made from a seed, so that a class can do the same one. */
export interface Task {
  readonly sheet: Sheet
  readonly asks: string
  readonly prompts: readonly Prompt[]
  /** Laid out on the sheet before it begins. */
  readonly given: readonly Act[]
  readonly answering: Answering
}

/** What was drawn or set. */
export interface Tried {
  readonly drawing: Drawing
  readonly acts: readonly StandingAct[]
  /** Red, green, blue as it was mixed; absent where it was drawn. */
  readonly mixed?: Rgb
  /** L* of the rungs. */
  readonly rungs?: readonly number[]
}

/** One figure of a result: what was measured, and what it is worth. */
export interface Measured {
  readonly name: string
  readonly value: number
  readonly unit: string
  /** 0 … 100. */
  readonly points: number
}

export interface DrillResult {
  /** 0 … 100, whole: the mean of the figures' points. Null: too little was done. */
  readonly score: number | null
  readonly figures: readonly Measured[]
  readonly sentence: string
  /** Where it deviated, over the sheet. */
  readonly marks: readonly Mark[]
}

export const FAMILIES = ['lines', 'rounds', 'pressure', 'closing', 'measuring', 'colour', 'tone'] as const
export type Family = (typeof FAMILIES)[number]

export interface Drill {
  readonly family: Family
  readonly title: string
  /** What it trains, in a sentence. */
  readonly trains: string
  /** How the score comes about, in a sentence. */
  readonly measured: string
  /** A fair time for one try, s. */
  readonly seconds: number
  readonly make: (seed: number) => Task
  readonly score: (seed: number, tried: Tried, kernels: Kernels) => DrillResult
}

/** Points for an error: all of them up to `free`, none from `zero` on, evenly between. */
export function pointsFor(error: number, zero: number, free = 0): number {
  return Math.round(100 * Math.min(Math.max(1 - (error - free) / (zero - free), 0), 1))
}

/** The same where only a share of what is asked was done. */
export function pointsForShare(share: number, error: number, zero: number, free = 0): number {
  return Math.round(share * pointsFor(error, zero, free))
}

/** A result from figures of equal weight. */
export function resultOf(figures: readonly Measured[], sentence: string, marks: readonly Mark[]): DrillResult {
  return {
    score: Math.round(figures.reduce((sum, each) => sum + each.points, 0) / figures.length),
    figures,
    sentence,
    marks,
  }
}

export function nothingYet(sentence: string): DrillResult {
  return { score: null, figures: [], sentence, marks: [] }
}

/** A figure with at most one decimal. */
export function figure(name: string, value: number, unit: string, points: number): Measured {
  return { name, value: Math.round(value * 10) / 10, unit, points }
}
