import type { Kernels } from './contract'
import { plainKernels } from './plain'
import { simdKernels } from './simd'

export { DAB_ARENA_BYTES, FULL, isClearTile, TILE, TILE_BYTES, type Dab, type DabSpec, type Gather, type Ground, type Kernels, type LayerTile, type Laying, type Tile } from './contract'
export { dabBytes } from './dabshape'
export { plainKernels } from './plain'
export { COMPOSITE_LAYERS, simdKernels } from './simd'

/** The fastest kernels that this engine runs. Both kinds give the same bytes. */
export function loadKernels(): Kernels {
  try {
    return simdKernels()
  } catch {
    return plainKernels()
  }
}
