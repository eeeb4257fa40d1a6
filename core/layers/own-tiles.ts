import type { Tile } from '../kernels'

/*
 * Tiles are immutable once written. The one exception: a replay of which nobody keeps what lies between may paint over
 * tiles that it has made itself, instead of copying a quarter of a megabyte for each stroke.
 */

let own: WeakSet<Tile> | null = null

/**
 * Runs `work`, whose strokes paint over the tiles in `tiles` and add those that they make. Whoever calls it vouches
 * that no drawing that holds one of them is kept, and that none is shared by two layers: after any act but a stroke
 * begin with an empty set.
 */
export function paintingOver<T>(tiles: WeakSet<Tile>, work: () => T): T {
  own = tiles
  try {
    return work()
  } finally {
    own = null
  }
}

/** The tile to be changed for `before`: a copy, or itself where it may be painted over. */
export function writable(before: Tile): Tile {
  const tile = own?.has(before) ? before : before.slice()
  own?.add(tile)
  return tile
}

/** A new tile that was made by a stroke. */
export function made(tile: Tile): Tile {
  own?.add(tile)
  return tile
}
