import { lightnessOf, oklabOf } from '../colour'
import { durationOf, standingActs, type Entry } from '../drawing'
import type { Kernels } from '../kernels'
import { flattenDrawing, type Drawing } from '../layers'

/** Classes of lightness (L*, 5 each) and of hue (15° each). */
export const VALUE_CLASSES = 20
export const HUE_CLASSES = 24
/** Rungs of the lightness ladder: what a tenth, two tenths … of the paint is darker than. */
const RUNGS = 9
/** At most so many px are looked at; more tell nothing new. */
const SAMPLES = 60_000
/** Fainter paint is no paint, alpha 0 … 255. */
const PAINTED = 128
/** Greyer colours have no hue, OKLab chroma. */
const GREY = 0.03
/** A pause longer than this is one, ms. Common practice, no source. */
export const PAUSE_MS = 20_000

/** What can be measured of any drawing, whatever its plan asks for. */
export interface Measures {
  readonly version: 1
  /** Share of the sheet that is painted, 0 … 1. */
  readonly painted: number
  /** Shares of the paint by lightness, dark to light; of all zero when nothing is painted. */
  readonly values: readonly number[]
  /** L* of the rungs, dark to light; empty when nothing is painted. */
  readonly ladder: readonly number[]
  /** Shares of the paint by OKLab hue from red on; what is missing to 1 is grey. */
  readonly hues: readonly number[]
  /** Acts that stand, and those that were undone. */
  readonly acts: number
  readonly undone: number
  readonly pauses: number
  /** In the order in which they were opened first. ms with the hand down and in all, long pauses left out. */
  readonly steps: readonly {
    readonly step: string
    readonly drawnMs: number
    readonly tookMs: number
    readonly acts: number
  }[]
}

/** Measures a drawing and its record. */
export function measuresOf(kernels: Kernels, drawing: Drawing, entries: readonly Entry[]): Measures {
  return { version: 1, ...paintMeasures(flattenDrawing(kernels, drawing, null)), ...makingMeasures(entries) }
}

/** @param pixels RGBA8, straight, of all layers on nothing */
export function paintMeasures(pixels: Uint8Array): Pick<Measures, 'painted' | 'values' | 'ladder' | 'hues'> {
  const px = pixels.length / 4
  // Odd, so that it does not fall on every second px of a pattern.
  const step = 2 * Math.floor(Math.max(px / SAMPLES, 1) / 2) + 1
  const fine = new Float64Array(101)
  const hues = new Array<number>(HUE_CLASSES).fill(0)
  let [seen, painted] = [0, 0]
  for (let i = 0; i < px; i += step) {
    seen++
    const at = 4 * i
    if (pixels[at + 3]! < PAINTED) continue
    painted++
    const rgb = [pixels[at]!, pixels[at + 1]!, pixels[at + 2]!] as const
    fine[Math.round(Math.min(Math.max(lightnessOf(rgb), 0), 100))]!++
    const [, a, b] = oklabOf(rgb)
    if (Math.sqrt(a * a + b * b) >= GREY)
      hues[Math.floor(((Math.atan2(b, a) / (2 * Math.PI) + 1) % 1) * HUE_CLASSES) % HUE_CLASSES]!++
  }
  const values = new Array<number>(VALUE_CLASSES).fill(0)
  fine.forEach((count, l) => {
    values[Math.min(Math.floor((l * VALUE_CLASSES) / 100), VALUE_CLASSES - 1)]! += count
  })
  const share = (count: number) => (painted ? round(count / painted) : 0)
  return {
    painted: seen ? round(painted / seen) : 0,
    values: values.map(share),
    hues: hues.map(share),
    ladder: painted ? Array.from({ length: RUNGS }, (_, i) => quantile(fine, painted, (i + 1) / (RUNGS + 1))) : [],
  }
}

/** The L* that a share of the counted px does not exceed. */
function quantile(counts: Float64Array, total: number, share: number): number {
  let sum = 0
  for (let l = 0; l < counts.length; l++) {
    sum += counts[l]!
    if (sum >= share * total) return l
  }
  return counts.length - 1
}

/**
 * How long each entry of a record took, ms: with the hand down, and with the time since the one before unless that was
 * a pause. `before`: the clock of the record before it.
 */
export function* timesAtWork(
  entries: readonly Entry[],
  before: number,
): Generator<{ entry: Entry; drawnMs: number; tookMs: number; isAfterPause: boolean }> {
  let last = before
  for (const entry of entries) {
    const drawnMs = durationOf(entry)
    const gap = Math.max(entry.at - drawnMs - last, 0)
    const isAfterPause = gap > PAUSE_MS
    yield { entry, drawnMs, tookMs: drawnMs + (isAfterPause ? 0 : gap), isAfterPause }
    last = entry.at
  }
}

export function makingMeasures(entries: readonly Entry[]): Pick<Measures, 'acts' | 'undone' | 'pauses' | 'steps'> {
  const steps = new Map<string, { drawnMs: number; tookMs: number; acts: number }>()
  let open: { drawnMs: number; tookMs: number; acts: number } | null = null
  let [done, pauses] = [0, 0]
  for (const { entry, drawnMs, tookMs, isAfterPause } of timesAtWork(entries, entries[0]?.at ?? 0)) {
    if (isAfterPause) pauses++
    if (open) {
      open.tookMs += tookMs
      open.drawnMs += drawnMs
    }
    if (entry.type === 'act') {
      done++
      if (open) open.acts++
    } else if (entry.type === 'step') {
      open = steps.get(entry.step) ?? { drawnMs: 0, tookMs: 0, acts: 0 }
      steps.set(entry.step, open)
    }
  }
  const acts = standingActs(entries).filter(each => !each.prepared).length
  return {
    acts,
    undone: Math.max(done - acts, 0),
    pauses,
    steps: [...steps].map(([step, sums]) => ({ step, ...sums })),
  }
}

const round = (share: number) => Math.round(share * 1e4) / 1e4
