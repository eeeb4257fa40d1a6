import { ditherIndex, DITHER, TILE, type Tile } from '../kernels'
import { tileOrigin, type Sheet } from '../layers'

/**
 * Paint that goes toward a colour by a share: into the shade, or into the haze of the sky, where it gets paler and less
 * contrasty (aerial perspective; the mean of both, as fog mixes). Alpha stays.
 *
 * @param share 0 … 1
 */
export function towardColour(
  sheet: Sheet,
  tiles: ReadonlyMap<number, Tile>,
  colour: readonly [number, number, number],
  share: number,
  seed: number,
): Map<number, Tile> {
  return new Map(
    [...tiles].map(([number, tile]) => {
      const { x, y } = tileOrigin(sheet, number)
      const out = tile.slice()
      for (let i = 0; i < TILE * TILE; i++) {
        if (tile[4 * i + 3] === 0) continue
        const up = DITHER[ditherIndex(x + (i % TILE), y + Math.floor(i / TILE), seed)]!
        for (let c = 0; c < 3; c++)
          out[4 * i + c] = Math.min(Math.floor(tile[4 * i + c]! + (colour[c]! - tile[4 * i + c]!) * share + up), 255)
      }
      return [number, out]
    }),
  )
}
