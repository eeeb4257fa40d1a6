import { intersectRect, isEmptyRect, type Rect } from '../base'
import { isClearTile, TILE, TILE_BYTES, type Kernels, type Tile } from '../kernels'
import { sheetRect, tileOrigin, tilesUnder, type Layer, type Selection, type Sheet } from '../layers'
import { readSelection, selectionBox } from '../select'
import { FIELD_SIDE, mappingOf, newField, type Field, type Mapping } from './field'
import { pictureOf, pictureOfValues, thinned, type Picture, type Taking } from './picture'
import type { Destination } from './places'
import { Previewer, type Preview, type Shown } from './preview'
import { Sampler } from './sampler'

/** A part of a layer that was taken hold of: it is read once, however often its destination changes. */
export class Lifted {
  private readonly sampler: Sampler
  private readonly field = newField()
  private readonly left = new Map<number, Tile>()
  private previewer: Previewer | null = null

  /**
   * @param box what of the layer is lifted, sheet px, not empty
   * @param selection only this of it, if there is one
   * @param leaves whether what is lifted stays where it was as well
   * @param taking how much of half-clear paint a half-selected px takes
   */
  constructor(
    kernels: Kernels,
    private readonly sheet: Sheet,
    readonly layer: Layer,
    readonly box: Rect,
    private readonly selection: Selection | undefined,
    private readonly leaves: boolean,
    private readonly taking: Taking = 'as-much',
  ) {
    this.sampler = new Sampler(
      kernels,
      pictureOf(sheet, layer, intersectRect(box, sheetRect(sheet)), selection, taking),
    )
  }

  /** What is shown of the part while it is in hand. */
  preview(to: Destination, shown: Shown, clip: Rect): Preview | null {
    this.previewer ??= new Previewer(this.sampler)
    return this.previewer.show(this.box, to, shown, clip)
  }

  /** What of the layer stays where it was. */
  get rest(): Layer {
    const tiles = new Map(this.layer.tiles)
    if (!this.leaves) {
      for (const { number, part } of tilesUnder(this.sheet, this.box)) {
        const left = this.leftOf(number, part)
        if (left) put(tiles, number, left)
      }
    }
    return { ...this.layer, tiles }
  }

  /** The layer with the lifted part laid where it goes. Tiles that it does not touch are shared. */
  laid(to: Destination): Layer {
    const mapping = mappingOf(this.box, to)
    const tiles = new Map(this.rest.tiles)
    const row = newRow()
    for (const { number, part } of tilesUnder(this.sheet, mapping.box)) {
      const { x, y } = tileOrigin(this.sheet, number)
      if (!mapping.fill(this.field, x, y)) continue
      const under = tiles.get(number)
      const out = under ? under.slice() : new Uint8Array(TILE_BYTES)
      overField(this.sampler, this.field, x, y, part, out, row)
      put(tiles, number, out)
    }
    return { ...this.layer, tiles }
  }

  /** What of a tile stays, of the part inside the box. */
  private leftOf(number: number, part: Rect): Tile | null {
    const known = this.left.get(number)
    if (known) return known
    const tile = this.layer.tiles.get(number)
    const chosen = this.selection?.get(number)
    if (!tile || (this.selection && !chosen)) return null
    const { x, y } = tileOrigin(this.sheet, number)
    const share = new Uint8Array(TILE * TILE)
    for (let py = part.y0 - y; py < part.y1 - y; py++) {
      for (let px = part.x0 - x; px < part.x1 - x; px++) share[py * TILE + px] = chosen ? chosen[py * TILE + px]! : 255
    }
    const left = thinned(tile, share, this.taking)
    this.left.set(number, left)
    return left
  }
}

/** A selection moved as paint is. */
export function movedSelection(
  kernels: Kernels,
  sheet: Sheet,
  selection: Selection,
  box: Rect,
  to: Destination,
): Selection {
  const held = intersectRect(selectionBox(sheet, selection), box)
  if (isEmptyRect(held)) return new Map()
  const picture = pictureOfValues(held, readSelection(sheet, selection, held))
  return fieldSelection(kernels, sheet, picture, mappingOf(box, to))
}

function fieldSelection(kernels: Kernels, sheet: Sheet, picture: Picture, mapping: Mapping): Selection {
  const sampler = new Sampler(kernels, picture)
  const field = newField()
  const row = newRow()
  const tiles = new Map<number, Uint8Array>()
  for (const { number, part } of tilesUnder(sheet, mapping.box)) {
    const { x, y } = tileOrigin(sheet, number)
    if (!mapping.fill(field, x, y)) continue
    const tile = new Uint8Array(TILE * TILE)
    let isAny = false
    for (let py = part.y0 - y; py < part.y1 - y; py++) {
      sampler.readRow(field, py * FIELD_SIDE + part.x0 - x, part.x1 - part.x0, row)
      for (let k = 0; k < part.x1 - part.x0; k++) {
        const value = Math.floor(row[4 * k + 3]! + 0.5)
        if (value) isAny = true
        tile[py * TILE + part.x0 - x + k] = value
      }
    }
    if (isAny) tiles.set(number, tile)
  }
  return tiles
}

/** Lays what the field shows over the tile's px inside `part`: source-over, rounded once. */
export function overField(
  sampler: Sampler,
  field: Field,
  x: number,
  y: number,
  part: Rect,
  out: Tile,
  row: Float32Array,
): void {
  const count = part.x1 - part.x0
  for (let py = part.y0 - y; py < part.y1 - y; py++) {
    sampler.readRow(field, py * FIELD_SIDE + part.x0 - x, count, row)
    overRow(row, count, out, 4 * (py * TILE + part.x0 - x))
  }
}

/** Lays `count` readings over the px of a tile from byte `from` on. */
export function overRow(row: Float32Array, count: number, out: Tile, from: number): void {
  for (let k = 0, at = from; k < count; k++, at += 4) {
    const alpha = row[4 * k + 3]!
    if (alpha <= 0) continue
    if (alpha === 255) {
      // What writePixel comes to, for nothing of what lies below is kept.
      out[at] = row[4 * k]! + 0.5
      out[at + 1] = row[4 * k + 1]! + 0.5
      out[at + 2] = row[4 * k + 2]! + 0.5
      out[at + 3] = 255
      continue
    }
    const keep = (out[at + 3]! * (255 - alpha)) / 255
    writePixel(
      out,
      at,
      row[4 * k]! + (out[at]! * keep) / 255,
      row[4 * k + 1]! + (out[at + 1]! * keep) / 255,
      row[4 * k + 2]! + (out[at + 2]! * keep) / 255,
      alpha + keep,
    )
  }
}

/** Room for a row of readings. */
export function newRow(): Float32Array {
  return new Float32Array(4 * TILE)
}

/** So near to opaque counts as opaque: colour times alpha is colour then. */
const FULL_ALPHA = 254.9995

/** Writes a px from colour times alpha and alpha, 0 … 255, rounded. */
export function writePixel(out: Tile, at: number, r: number, g: number, b: number, a: number): void {
  const alpha = Math.floor(a + 0.5)
  if (alpha <= 0) {
    out[at] = out[at + 1] = out[at + 2] = out[at + 3] = 0
    return
  }
  if (a >= FULL_ALPHA) {
    out[at] = r + 0.5
    out[at + 1] = g + 0.5
    out[at + 2] = b + 0.5
    out[at + 3] = 255
    return
  }
  const per = 255 / a
  out[at] = Math.min(Math.floor(r * per + 0.5), 255)
  out[at + 1] = Math.min(Math.floor(g * per + 0.5), 255)
  out[at + 2] = Math.min(Math.floor(b * per + 0.5), 255)
  out[at + 3] = Math.min(alpha, 255)
}

export function put(tiles: Map<number, Tile>, number: number, tile: Tile): void {
  if (isClearTile(tile)) tiles.delete(number)
  else tiles.set(number, tile)
}
