import type { Kernels } from '../kernels'
import { components, withoutRim } from '../raster'

/** What is left of the borders between bands. */
export interface Seams {
  /** 1 where the lightness still steps; row-major. */
  readonly set: Uint8Array
  /** How many px that are. */
  readonly px: number
  /** How many pieces of seam there are. */
  readonly count: number
  /** The strongest step, L* a px. */
  readonly strongest: number
}

/** From this on a step is a seam, L* a px: softened ones are below 1. */
export const SEAM_STEP = 1.5
/** The shape's own edge is none: so far inside it begins, px. */
const RIM = 4
/** What is smaller than this, px, or shorter along its longer side, is the paint's own grain. */
const LEAST_AREA = 24
const LEAST_LENGTH = 14

/**
 * The seams that are left inside a shape: where lightness, evened over 3 × 3 px, changes by more than {@link SEAM_STEP}
 * a px (central differences), in pieces that are longer than grain.
 *
 * @param lightness L*, row-major
 * @param inside 1 inside the shape; the same size
 */
export function seamsLeft(
  kernels: Kernels,
  lightness: Float32Array,
  inside: Uint8Array,
  width: number,
  height: number,
  least = SEAM_STEP,
): Seams {
  // Px that lie just so far inside count.
  const inner = withoutRim(kernels, inside, width, height, Math.sqrt(RIM * RIM - 1))
  const even = evened(lightness, width, height)
  const steps = new Float32Array(inside.length)
  const steep = new Uint8Array(inside.length)
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2, i = y * width + 2; x < width - 2; x++, i++) {
      if (!inner[i]) continue
      const dx = (even[i + 1]! - even[i - 1]!) / 2
      const dy = (even[i + width]! - even[i - width]!) / 2
      const squared = dx * dx + dy * dy
      if (squared < least * least) continue
      steps[i] = Math.sqrt(squared)
      steep[i] = 1
    }
  }
  const { labels, found } = components(steep, width, height)
  const long = new Set(
    found
      .filter(({ area, box }) => area >= LEAST_AREA && Math.max(box.x1 - box.x0, box.y1 - box.y0) >= LEAST_LENGTH)
      .map(({ label }) => label),
  )
  const set = new Uint8Array(inside.length)
  let [px, strongest] = [0, 0]
  for (let i = 0; i < set.length; i++) {
    if (!labels[i] || !long.has(labels[i]!)) continue
    set[i] = 1
    px++
    strongest = Math.max(strongest, steps[i]!)
  }
  return { set, px, count: long.size, strongest }
}

/** The mean of 3 × 3 px; the outermost stay. */
function evened(values: Float32Array, width: number, height: number): Float32Array {
  const across = values.slice()
  for (let y = 0; y < height; y++)
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++)
      across[i] = (values[i - 1]! + values[i]! + values[i + 1]!) / 3
  const out = across.slice()
  for (let i = width; i < out.length - width; i++) out[i] = (across[i - width]! + across[i]! + across[i + width]!) / 3
  return out
}
