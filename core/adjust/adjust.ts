import { ditherIndex, DITHER, isClearTile, TILE, TILE_BYTES, type Kernels, type Tile } from '../kernels'
import { tileOrigin, type Layer, type Selection, type Sheet } from '../layers'
import { blurredTiles } from './blur'
import { cleanedLines } from './lines'
import { mapFor, type ColourMap } from './maps'
import type { Adjustment, AdjustmentOf } from './settings'

/** Where an adjustment is done. */
export interface AdjustPlace {
  readonly sheet: Sheet
  readonly layer: Layer
  /** Only there, as strongly as it is chosen; absent: everywhere. */
  readonly selection?: Selection | undefined
  readonly seed: number
  /** Only to be looked at in passing: colours may be a few values off. */
  readonly isRough?: boolean
}

/**
 * A layer with an adjustment done to its paint. Yields the share that is done, 0 … 1, so that long work can show it and
 * be stopped. On a layer that stays inside what is painted the alpha is left as it is.
 */
export function* adjusted(kernels: Kernels, place: AdjustPlace, adjustment: Adjustment): Generator<number, Layer> {
  const { layer, selection } = place
  const changed = yield* changedTiles(kernels, place, adjustment)
  const tiles = new Map(layer.tiles)
  for (const number of new Set([...layer.tiles.keys(), ...changed.keys()])) {
    const chosen = selection?.get(number)
    if (selection && !chosen) continue
    const before = layer.tiles.get(number) ?? null
    const after = changed.get(number) ?? null
    const tile = chosen || layer.inside ? mixed(place, number, before, after, chosen) : after
    if (tile && !isClearTile(tile)) tiles.set(number, tile)
    else tiles.delete(number)
  }
  return { ...layer, tiles }
}

/** What becomes of the tiles, wherever they are chosen; those left out become clear. */
function* changedTiles(
  kernels: Kernels,
  place: AdjustPlace,
  adjustment: Adjustment,
): Generator<number, ReadonlyMap<number, Tile>> {
  const { sheet, layer, seed } = place
  switch (adjustment.kind) {
    case 'blur':
      return yield* blurredTiles(kernels, sheet, layer.tiles, adjustment.sigma / 10, seed)
    case 'sharpen':
      return yield* sharpened(kernels, place, adjustment)
    case 'lines':
      return yield* cleanedLines(kernels, sheet, layer.tiles, adjustment)
    default:
      return yield* mapped(place, mapFor(adjustment, place.isRough)!)
  }
}

function* mapped({ sheet, layer, selection, seed }: AdjustPlace, map: ColourMap): Generator<number, Map<number, Tile>> {
  const out = new Map<number, Tile>()
  let done = 0
  for (const [number, tile] of layer.tiles) {
    if (!selection || selection.has(number)) out.set(number, mappedTile(tile, map, tileOrigin(sheet, number), seed))
    yield ++done / layer.tiles.size
  }
  return out
}

function mappedTile(tile: Tile, map: ColourMap, { x: left, y: top }: { x: number; y: number }, seed: number): Tile {
  const out = new Uint8Array(TILE_BYTES)
  const pixels = new Uint32Array(tile.buffer, tile.byteOffset, TILE * TILE)
  const into = new Uint32Array(out.buffer)
  const value = new Float64Array(4)
  let last = 0
  for (let y = 0; y < TILE; y++) {
    const row = ditherIndex(0, top + y, seed) & ~15
    for (let x = 0; x < TILE; x++) {
      const pixel = pixels[y * TILE + x]!
      if (pixel >>> 24 === 0) continue
      // Neighbours are mostly alike.
      if (pixel !== last) map(pixel & 255, (pixel >>> 8) & 255, (pixel >>> 16) & 255, value)
      last = pixel
      const up = DITHER[row | ((left + x + seed) & 15)]!
      const alpha = byteOf((pixel >>> 24) * value[3]! + up)
      if (alpha > 0)
        into[y * TILE + x] =
          byteOf(value[0]! + up) | (byteOf(value[1]! + up) << 8) | (byteOf(value[2]! + up) << 16) | (alpha << 24)
    }
  }
  return out
}

function byteOf(value: number): number {
  return value >= 255 ? 255 : value <= 0 ? 0 : value | 0
}

/** Unsharp masking: what differs from a blur is added once more, or more often. */
function* sharpened(
  kernels: Kernels,
  { sheet, layer, seed }: AdjustPlace,
  { sigma, amount }: AdjustmentOf<'sharpen'>,
): Generator<number, Map<number, Tile>> {
  const blurred = yield* blurredTiles(kernels, sheet, layer.tiles, sigma / 10, seed)
  const out = new Map<number, Tile>()
  const more = amount / 100
  for (const [number, tile] of layer.tiles) {
    const soft = blurred.get(number)
    if (!soft) {
      out.set(number, tile)
      continue
    }
    const { x: left, y: top } = tileOrigin(sheet, number)
    const sharp = tile.slice()
    for (let i = 0; i < TILE * TILE; i++) {
      const at = 4 * i
      if (tile[at + 3] === 0 || soft[at + 3] === 0) continue
      const noise = DITHER[ditherIndex(left + (i % TILE), top + Math.floor(i / TILE), seed)]!
      for (let c = 0; c < 3; c++)
        sharp[at + c] = Math.min(
          Math.max(Math.floor(tile[at + c]! + (tile[at + c]! - soft[at + c]!) * more + noise), 0),
          255,
        )
    }
    out.set(number, sharp)
  }
  return out
}

/**
 * From one tile to the other, as far as is chosen; colours by their alpha. On a layer that stays inside its alpha is
 * kept.
 */
function mixed(
  { sheet, layer, seed }: AdjustPlace,
  number: number,
  before: Tile | null,
  after: Tile | null,
  chosen: Uint8Array | undefined,
): Tile {
  const out = before?.slice() ?? new Uint8Array(TILE_BYTES)
  const { x: left, y: top } = tileOrigin(sheet, number)
  for (let i = 0; i < TILE * TILE; i++) {
    const share = chosen ? chosen[i]! / 255 : 1
    if (share === 0) continue
    const at = 4 * i
    const [a, b] = [before ? before[at + 3]! : 0, after ? after[at + 3]! : 0]
    if (layer.inside && (a === 0 || b === 0)) continue
    const noise = DITHER[ditherIndex(left + (i % TILE), top + Math.floor(i / TILE), seed)]!
    const alpha = layer.inside ? a : a + (b - a) * share
    const [wa, wb] = layer.inside ? [1 - share, share] : [a * (1 - share), b * share]
    const byte = Math.min(Math.floor(alpha + noise), 255)
    if (byte === 0) {
      out.fill(0, at, at + 4)
      continue
    }
    for (let c = 0; c < 3; c++)
      out[at + c] = Math.min(
        Math.floor(((before ? before[at + c]! * wa : 0) + (after ? after[at + c]! * wb : 0)) / (wa + wb) + noise),
        255,
      )
    out[at + 3] = byte
  }
  return out
}
