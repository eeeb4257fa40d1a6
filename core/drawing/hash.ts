import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import { isClearTile, type Tile } from '../kernels'
import type { Drawing, Group, Layer } from '../layers'

const hashes = new WeakMap<Tile, string>()

/** SHA-256 (FIPS 180-4) of a tile's bytes, hex; null for a clear tile. Tiles never change, so it is kept. */
function tileHash(tile: Tile): string | null {
  let hash = hashes.get(tile)
  if (hash === undefined) {
    hash = isClearTile(tile) ? '' : bytesToHex(sha256(tile))
    hashes.set(tile, hash)
  }
  return hash || null
}

/**
 * The content hash: SHA-256 over the sheet, the layer tree and every tile that is not clear, as hex.
 * Two drawings have the same one only if every pixel of every layer is the same.
 */
export function contentHash(drawing: Drawing): string {
  const { width, height, paper, texture } = drawing.sheet
  const layers = drawing.layers.map(layer => {
    const { id, name, visible, opacity, tiles } = layer
    const more = moreOf(layer)
    return [id, name, visible, opacity, tilesHeld(tiles), ...(more ? [more] : [])]
  })
  const groups = drawing.groups?.map(group => [group.id, group.name, group.visible, group.opacity, moreOf(group)])
  return bytesToHex(
    sha256(
      utf8ToBytes(
        JSON.stringify([1, width, height, paper, layers, ...(texture ? [texture] : []), ...(groups ? [groups] : [])]),
      ),
    ),
  )
}

function tilesHeld(tiles: ReadonlyMap<number, Tile>): (readonly [number, string])[] {
  return [...tiles.entries()]
    .sort(([a], [b]) => a - b)
    .map(([number, tile]) => [number, tileHash(tile)] as const)
    .filter((held): held is readonly [number, string] => held[1] !== null)
}

/** What is unusual about a layer or group; null when nothing is, so that drawings from before keep their hash. */
function moreOf(item: Layer | Group): unknown[] | null {
  const { mode, locked, clip, group, mask } = item
  const inside = 'inside' in item && item.inside
  if (!mode && !locked && !clip && !group && !mask && !inside) return null
  return [
    mode ?? 'normal',
    !!locked,
    !!clip,
    !!inside,
    group ?? null,
    mask ? [mask.id, mask.base, mask.isOn, tilesHeld(mask.tiles)] : null,
  ]
}
