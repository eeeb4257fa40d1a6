import { isClearTile, TILE, TILE_BYTES, type Kernels, type Laying, type Tile } from '../kernels'
import { writable, type OwnTiles } from './own-tiles'
import { tileOrigin } from './tiles'
import type { TilePart } from './touched'
import type { Drawing, Layer, Selection, Sheet } from './types'

export interface LayOptions {
  readonly selection?: Selection | undefined
  /** The layer as it was is looked at again afterwards: its tiles are copied whatever happens. */
  readonly isBeforeNeeded?: boolean
  /** Tiles that may be painted over. */
  readonly own?: OwnTiles | undefined
}

/**
 * The layer after the open mask was laid over it once, inside the parts, and inside the selection if
 * there is one, and inside its paint if the layer stays so. Untouched tiles are shared.
 */
export function layMask(
  kernels: Kernels,
  layer: Layer,
  sheet: Sheet,
  parts: readonly TilePart[],
  laying: Laying,
  { selection, isBeforeNeeded = false, own }: LayOptions = {},
): Layer {
  // A clear tile that was made and not needed: many strokes touch the gutter of a tile that they leave clear.
  let spare: Tile | null = null
  const tiles = new Map<number, Tile>(layer.tiles)
  const held = heldInside(laying, layer)
  for (const { number, part } of parts) {
    const before = layer.tiles.get(number) ?? null
    if ((!before && (laying.kind === 'erase' || layer.inside)) || (selection && !selection.has(number))) continue
    const after: Tile = before
      ? isBeforeNeeded
        ? before.slice()
        : writable(before, own)
      : (spare ?? new Uint8Array(TILE_BYTES))
    layTile(kernels, held, before, after, sheet, { number, part }, selection)
    const { y } = tileOrigin(sheet, number)
    if (before) tiles.set(number, after)
    else if (isClearTile(after, part.y0 - y, part.y1 - y)) spare = after
    else {
      spare = null
      own?.add(after)
      tiles.set(number, after)
    }
  }
  return { ...layer, tiles }
}

/** How something is laid on a layer: inside its paint, if it stays so. */
export function heldInside(laying: Laying, layer: Layer): Laying {
  return layer.inside ? { ...laying, isInside: true } : laying
}

/**
 * Lays the open mask over one tile into `out` (a copy of what is there), inside the part and the selection. The mask
 * stays as it is.
 */
export function layTile(
  kernels: Kernels,
  laying: Laying,
  before: Tile | null,
  out: Tile,
  sheet: Sheet,
  { number, part }: TilePart,
  selection?: Selection,
): void {
  // Paint that stays inside neither takes any away nor goes behind it.
  if (laying.isInside && (laying.kind === 'erase' || laying.kind === 'behind')) return
  const { x, y } = tileOrigin(sheet, number)
  if (!selection) return kernels.lay(laying, before, out, x, y, part)
  const chosen = selection.get(number)
  const whole = kernels.readMask(part)
  const width = part.x1 - part.x0
  const row = new Uint16Array(width)
  for (let py = part.y0; py < part.y1; py++) {
    const at = (py - part.y0) * width
    const from = (py - y) * TILE + part.x0 - x
    for (let i = 0; i < width; i++) row[i] = chosen ? Math.floor((whole[at + i]! * chosen[from + i]! + 127) / 255) : 0
    kernels.writeMaskRow(part.x0, py, row)
  }
  kernels.lay(laying, before, out, x, y, part)
  for (let py = part.y0; py < part.y1; py++)
    kernels.writeMaskRow(part.x0, py, whole.subarray((py - part.y0) * width, (py - part.y0 + 1) * width))
}

/** The drawing with nothing selected: all of it may be painted. */
export function withoutSelection(drawing: Drawing): Drawing {
  return { ...drawing, selection: undefined }
}
