import { z } from 'zod'
import { layerIdSchema } from '../../drawing'
import { areaSchema, cantTell, limitSchema, type Found, type Looking } from '../contract'
import { regionView, type RegionView } from './view'

/** What look-fors about light and colour are told: where, and what a sentence calls it. */
export const toneFields = {
  what: z.string().min(1).max(60),
  /** Where, x, y, x, y … px. */
  target: areaSchema,
  /** Only this layer; absent: as it is seen. */
  layer: layerIdSchema.optional(),
  tolerance: limitSchema,
}

/** So much of the region must be painted before anything is said about it. */
const ENOUGH_PAINT = 0.25
const LEAST_PX = 200

/** The region as it is seen, or why nothing can be said yet. */
export function viewOrReason(
  looking: Looking,
  {
    target,
    what,
    layer,
  }: { readonly target: readonly number[]; readonly what: string; readonly layer?: string | undefined },
): RegionView | Found {
  if (layer !== undefined && !looking.drawing.layers.some(each => each.id === layer))
    return cantTell(`There is no layer for ${what} yet.`)
  const view = regionView(looking, target, layer)
  if (!view || view.count < Math.max(LEAST_PX, ENOUGH_PAINT * view.area))
    return cantTell(`There is too little colour on ${what} to be looked at yet.`)
  return view
}

/** Regions of more px than this are measured at samples of so many. */
const SAMPLES = 400_000

/**
 * Of a large region every so manieth px tells as much as all of them; odd, so that it does not fall on every second px
 * of a pattern.
 */
export function sampling(px: number): number {
  return 2 * Math.floor(Math.max(px / SAMPLES, 1) / 2) + 1
}

/** How often each L* occurs among the set px, a hundred and one whole steps; of a large region at samples. */
export function lightnessCounts({ lightness }: RegionView, set: Uint8Array): Float64Array {
  const counts = new Float64Array(101)
  const step = sampling(set.length)
  for (let i = 0; i < set.length; i += step) if (set[i]) counts[(lightness[i]! + 0.5) | 0]!++
  return counts
}

/** The L* below which a share of the counted px lies. */
export function percentile(counts: Float64Array, share: number): number {
  const total = counts.reduce((a, b) => a + b, 0)
  let sum = 0
  for (let i = 0; i < counts.length; i++) {
    sum += counts[i]!
    if (sum >= share * total && sum > 0) return i
  }
  return counts.length - 1
}

/** The middle L* of the set px. */
export function medianLightness(view: RegionView, set: Uint8Array = view.painted): number {
  return percentile(lightnessCounts(view, set), 0.5)
}
