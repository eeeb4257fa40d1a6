import { blurredTiles } from '../adjust'
import { TILE, TILE_BYTES, type Kernels, type Tile } from '../kernels'
import { tileColumns, tileOrigin, tilesUnder, type Sheet } from '../layers'
import { towardColour } from './toward'

/** What a cast shadow is. */
export interface Shadow {
  /** What the paint is darkened towards, and how far, %. */
  readonly colour: readonly [number, number, number]
  readonly dark: number
  /** Whole px. */
  readonly dx: number
  readonly dy: number
  /** How soft, px (standard deviation); 0: hard. */
  readonly sigma: number
  readonly seed: number
}

/**
 * The paint of a layer as the shadow that it casts; what is moved off the sheet is lost. Yields the share that is done.
 */
export function* shadowOf(
  kernels: Kernels,
  sheet: Sheet,
  tiles: ReadonlyMap<number, Tile>,
  { colour, dark, dx, dy, sigma, seed }: Shadow,
): Generator<number, ReadonlyMap<number, Tile>> {
  const moved = movedTiles(sheet, towardColour(sheet, tiles, colour, dark / 100, seed), dx, dy)
  if (sigma <= 0) return moved
  return yield* blurredTiles(kernels, sheet, moved, sigma, seed)
}

function movedTiles(sheet: Sheet, tiles: ReadonlyMap<number, Tile>, dx: number, dy: number): Map<number, Tile> {
  const out = new Map<number, Tile>()
  const columns = tileColumns(sheet)
  for (const [number, tile] of tiles) {
    const { x, y } = tileOrigin(sheet, number)
    for (const { number: to, part } of tilesUnder(sheet, {
      x0: x + dx,
      y0: y + dy,
      x1: x + TILE + dx,
      y1: y + TILE + dy,
    })) {
      let target = out.get(to)
      if (!target) out.set(to, (target = new Uint8Array(TILE_BYTES)))
      const [left, top] = [(to % columns) * TILE, Math.floor(to / columns) * TILE]
      for (let py = part.y0; py < part.y1; py++) {
        const from = 4 * ((py - dy - y) * TILE + part.x0 - dx - x)
        target.set(tile.subarray(from, from + 4 * (part.x1 - part.x0)), 4 * ((py - top) * TILE + part.x0 - left))
      }
    }
  }
  return out
}
