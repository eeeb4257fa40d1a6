import type { Tile } from '../kernels'

/**
 * Tiles are immutable once written. The one exception: a replay of which nobody keeps what lies between may paint over
 * tiles that it has made itself, instead of copying a quarter of a megabyte for each stroke. It hands these in, and
 * those that a stroke makes are added. Whoever does so vouches that no drawing that holds one of them is kept, and that
 * none is shared by two layers: after any act but a stroke it begins with an empty set.
 */
export type OwnTiles = WeakSet<Tile>

/** The tile to be changed for `before`: a copy, or itself where it may be painted over. */
export function writable(before: Tile, own?: OwnTiles): Tile {
  const tile = own?.has(before) ? before : before.slice()
  own?.add(tile)
  return tile
}
