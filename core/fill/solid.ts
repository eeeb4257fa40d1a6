import { TILE_BYTES, type Tile } from '../kernels'

/** A tile of one opaque colour, 0 … 255. */
export function solidTile([r, g, b]: readonly [number, number, number]): Tile {
  const tile = new Uint8Array(TILE_BYTES)
  new Uint32Array(tile.buffer).fill(((255 << 24) | (b << 16) | (g << 8) | r) >>> 0)
  return tile
}
