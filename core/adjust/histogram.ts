import { TILE } from '../kernels'
import type { Layer, Selection } from '../layers'
import { lumaOf } from './maps'

/** Steps that are told apart. */
export const TONES = 64

/** How much paint of each lightness a layer has, where it is chosen: px, from dark to light, faint ones in part. */
export function layerTones(layer: Layer, selection?: Selection): number[] {
  const counts = new Array<number>(TONES).fill(0)
  for (const [number, tile] of layer.tiles) {
    const chosen = selection?.get(number)
    if (selection && !chosen) continue
    for (let i = 0; i < TILE * TILE; i++) {
      const alpha = tile[4 * i + 3]!
      if (alpha === 0) continue
      const light = lumaOf(tile[4 * i]!, tile[4 * i + 1]!, tile[4 * i + 2]!)
      counts[Math.floor((light * TONES) / 256)]! += (alpha / 255) * (chosen ? chosen[i]! / 255 : 1)
    }
  }
  return counts
}
