import { TILE } from '../kernels'
import { tileColumns } from './tiles'
import type { Layer, Sheet } from './types'

/** Samples taken along each side of a thumbnail's pixel at most: enough that thin lines stay visible. */
const SAMPLES = 4

/** A layer alone at a small size, RGBA8 straight alpha, row-major; its own opacity does not count. */
export function layerThumbnail(
  sheet: Sheet,
  layer: Pick<Layer, 'tiles'>,
  width: number,
  height: number,
): Uint8ClampedArray {
  const out = new Uint8ClampedArray(width * height * 4)
  if (layer.tiles.size === 0) return out
  const columns = tileColumns(sheet)
  const stepX = sheet.width / width / SAMPLES
  const stepY = sheet.height / height / SAMPLES
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let r = 0
      let g = 0
      let b = 0
      let a = 0
      for (let i = 0; i < SAMPLES * SAMPLES; i++) {
        const sx = Math.floor((x * SAMPLES + (i % SAMPLES) + 0.5) * stepX)
        const sy = Math.floor((y * SAMPLES + Math.floor(i / SAMPLES) + 0.5) * stepY)
        const tile = layer.tiles.get((sy >> 8) * columns + (sx >> 8))
        if (!tile) continue
        const at = 4 * ((sy & (TILE - 1)) * TILE + (sx & (TILE - 1)))
        const alpha = tile[at + 3]!
        r += tile[at]! * alpha
        g += tile[at + 1]! * alpha
        b += tile[at + 2]! * alpha
        a += alpha
      }
      if (a) out.set([r / a, g / a, b / a, a / (SAMPLES * SAMPLES)], 4 * (y * width + x))
    }
  }
  return out
}
