import type { Kernels } from '../kernels'
import { layersFlattenedWith, withBelowFlattened } from './below'
import { reducedDrawing } from './reduced'
import type { Drawing } from './types'

/** A smaller drawing that stands for a heavy one while the look of one of its layers or groups changes. */
export interface ReducedPreview {
  readonly of: Drawing
  readonly item: string
  /** Asked for; the window shows no more. */
  readonly wanted: number
  /** Its sides are 2^level times smaller. */
  readonly level: number
  readonly drawing: Drawing
}

/** Layers times px from which on a changing look is shown coarsely: about what is flattened in two frames. */
const HEAVY_PX = 8_000_000
/** Layers times px of the smaller drawing that are flattened within a frame of 33 ms. */
const FRAME_PX = 4_500_000
const COARSEST = 4

/**
 * The smaller drawing; null when there is no need of reduced. What lies below the item is flattened beforehand, and
 * kept
 * as long as the same one is changed.
 *
 * @param wanted halvings of the sheet's size that the window's scale allows
 */
export function reducedPreviewFor(
  kernels: Kernels,
  drawing: Drawing,
  item: string,
  wanted: number,
  known: ReducedPreview | null,
): ReducedPreview | null {
  if (known && known.of === drawing && known.item === item && known.wanted === wanted) return known
  const { width, height } = drawing.sheet
  // Closer than half size the window shows few tiles; and light sheets need no reduced.
  if (wanted < 1 || drawing.layers.length * width * height < HEAVY_PX) return null
  const layers = layersFlattenedWith(drawing, item)
  let level = Math.min(wanted, COARSEST)
  while (level < COARSEST && (layers * width * height) / 4 ** level > FRAME_PX) level++
  return {
    of: drawing,
    item,
    wanted,
    level,
    drawing: withBelowFlattened(kernels, reducedDrawing(drawing, level), item),
  }
}
