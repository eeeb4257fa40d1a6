import type { Kernels } from './contract'
import { plainKernels } from './plain'
import { simdKernels } from './simd'

export { BLEND_MODES, type BlendMode } from './modes'
export {
  DAB_ARENA_BYTES,
  FULL,
  GREATEST_DEPTH,
  isClearTile,
  NO_GRAIN,
  READ_PLACES,
  TEXTURES,
  TILE,
  TILE_BYTES,
  type BlurBox,
  type Dab,
  type DabSpec,
  type DabValues,
  type DrawCommand,
  type Gather,
  type Grain,
  type Ground,
  type Kernels,
  type LayerTile,
  type Laying,
  type MaskTile,
  type Pixels,
  type RowSums,
  type RowTaps,
  type TextureName,
  type Tile,
} from './contract'
export { bytesOf, dabBytes } from './dabshape'
export { DITHER } from './dither'
export { differenceFrom } from './plain/bits'
export { ditherIndex } from './plain/lay'
export { TEXTURE_SIDE, ownTexture, textureOf } from './textures'
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
