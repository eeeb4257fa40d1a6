import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import { isClearTile, type Tile } from '../kernels'
import type { Drawing, Group, Layer } from '../layers'

/** SHA-256 (FIPS 180-4) of bytes as lower-case hex. */
export type Sha256 = (bytes: Uint8Array) => string

/** The same anywhere; where the machine has its own it is several times as fast. */
const plainSha256: Sha256 = bytes => bytesToHex(sha256(bytes))

const hashes = new WeakMap<Tile, string>()

/** Of a tile's bytes; null for a clear tile. Tiles never change, so it is kept. */
function tileHash(tile: Tile, hashOf: Sha256): string | null {
  let hash = hashes.get(tile)
  if (hash === undefined) {
    hash = isClearTile(tile) ? '' : hashOf(tile)
    hashes.set(tile, hash)
  }
  return hash || null
}

/**
 * The content hash: SHA-256 over the sheet, the layer tree and every tile that is not clear, as hex.
 * Two drawings have the same one only if every pixel of every layer is the same. `hashOf`: the machine's own SHA-256,
 * where it has one.
 */
export function contentHash(drawing: Drawing, hashOf: Sha256 = plainSha256): string {
  const held = (tiles: ReadonlyMap<number, Tile>) => tilesHeld(tiles, hashOf)
  const { width, height, paper, texture } = drawing.sheet
  const layers = drawing.layers.map(layer => {
    const { id, name, visible, opacity, tiles } = layer
    const more = moreOf(layer, held)
    return [id, name, visible, opacity, held(tiles), ...(more ? [more] : [])]
  })
  const groups = drawing.groups?.map(group => [group.id, group.name, group.visible, group.opacity, moreOf(group, held)])
  return hashOf(
    utf8ToBytes(
      JSON.stringify([
        1,
        width,
        height,
        paper,
        layers,
        ...(texture ? [hashedTexture(texture)] : []),
        ...(groups ? [groups] : []),
      ]),
    ),
  )
}

/** By its picture's name, not by the heights that come of it. */
const hashedTexture = ({ heights, ...texture }: NonNullable<Drawing['sheet']['texture']>) => texture

type HeldTiles = (readonly [number, string])[]

function tilesHeld(tiles: ReadonlyMap<number, Tile>, hashOf: Sha256): HeldTiles {
  return [...tiles.entries()]
    .sort(([a], [b]) => a - b)
    .map(([number, tile]) => [number, tileHash(tile, hashOf)] as const)
    .filter((held): held is readonly [number, string] => held[1] !== null)
}

/** What is unusual about a layer or group; null when nothing is, so that drawings from before keep their hash. */
function moreOf(item: Layer | Group, held: (tiles: ReadonlyMap<number, Tile>) => HeldTiles): unknown[] | null {
  const { mode, locked, clip, group, mask } = item
  const inside = 'inside' in item && item.inside
  if (!mode && !locked && !clip && !group && !mask && !inside) return null
  return [
    mode ?? 'normal',
    !!locked,
    !!clip,
    !!inside,
    group ?? null,
    mask ? [mask.id, mask.base, mask.isOn, held(mask.tiles)] : null,
  ]
}
