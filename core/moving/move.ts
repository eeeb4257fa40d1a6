import { intersectRect, isEmptyRect, type Rect } from '../base'
import { isClearTile, TILE, TILE_BYTES, type Tile } from '../kernels'
import { sheetRect, tileOrigin, tilesUnder, type Layer, type Selection, type Sheet } from '../layers'
import { readSelection, selectionBox } from '../select'
import { FIELD_SIDE, mappingOf, newField, type Field, type Mapping } from './field'
import { pictureOf, pictureOfValues, thinned, type Picture } from './picture'
import type { Destination } from './places'
import { Previewer, type Preview, type Shown } from './preview'
import { Sampler, type Read } from './sampler'

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
   */
  constructor(
    private readonly sheet: Sheet, readonly layer: Layer, readonly box: Rect,
    private readonly selection: Selection | undefined, private readonly leaves: boolean,
  ) {
    this.sampler = new Sampler(pictureOf(sheet, layer, intersectRect(box, sheetRect(sheet)), selection))
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
    const read = new Float64Array(4)
    for (const { number, part } of tilesUnder(this.sheet, mapping.box)) {
      const { x, y } = tileOrigin(this.sheet, number)
      if (!mapping.fill(this.field, x, y)) continue
      const under = tiles.get(number)
      const out = under ? under.slice() : new Uint8Array(TILE_BYTES)
      overField(this.sampler, this.field, x, y, part, out, read)
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
    const left = thinned(tile, share)
    this.left.set(number, left)
    return left
  }
}

/** A selection moved as paint is. */
export function movedSelection(sheet: Sheet, selection: Selection, box: Rect, to: Destination): Selection {
  const held = intersectRect(selectionBox(sheet, selection), box)
  if (isEmptyRect(held)) return new Map()
  const picture = pictureOfValues(held, readSelection(sheet, selection, held))
  return fieldSelection(sheet, picture, mappingOf(box, to))
}

function fieldSelection(sheet: Sheet, picture: Picture, mapping: Mapping): Selection {
  const sampler = new Sampler(picture)
  const field = newField()
  const read = new Float64Array(4)
  const tiles = new Map<number, Uint8Array>()
  for (const { number, part } of tilesUnder(sheet, mapping.box)) {
    const { x, y } = tileOrigin(sheet, number)
    if (!mapping.fill(field, x, y)) continue
    const tile = new Uint8Array(TILE * TILE)
    let isAny = false
    for (let py = part.y0 - y; py < part.y1 - y; py++) {
      for (let px = part.x0 - x; px < part.x1 - x; px++) {
        const i = py * FIELD_SIDE + px
        if (isNaN(field.u[i]!)) continue
        sampler.read(field, i, read)
        const value = Math.floor(read[3]! + 0.5)
        if (value) isAny = true
        tile[py * TILE + px] = value
      }
    }
    if (isAny) tiles.set(number, tile)
  }
  return tiles
}

/** Lays what the field shows over the tile's px inside `part`: source-over, rounded once. */
export function overField(sampler: Sampler, field: Field, x: number, y: number, part: Rect, out: Tile, read: Read): void {
  for (let py = part.y0 - y; py < part.y1 - y; py++) {
    for (let px = part.x0 - x; px < part.x1 - x; px++) {
      const i = py * FIELD_SIDE + px
      if (isNaN(field.u[i]!)) continue
      sampler.read(field, i, read)
      const alpha = read[3]!
      if (alpha <= 0) continue
      const at = 4 * (py * TILE + px)
      const keep = (out[at + 3]! * (255 - alpha)) / 255
      writePixel(out, at, read[0]! + (out[at]! * keep) / 255, read[1]! + (out[at + 1]! * keep) / 255, read[2]! + (out[at + 2]! * keep) / 255, alpha + keep)
    }
  }
}

/** Writes a px from colour times alpha and alpha, 0 … 255, rounded. */
export function writePixel(out: Tile, at: number, r: number, g: number, b: number, a: number): void {
  const alpha = Math.floor(a + 0.5)
  if (alpha <= 0) {
    out[at] = out[at + 1] = out[at + 2] = out[at + 3] = 0
    return
  }
  const per = 255 / a
  out[at] = Math.min(Math.floor(r * per + 0.5), 255)
  out[at + 1] = Math.min(Math.floor(g * per + 0.5), 255)
  out[at + 2] = Math.min(Math.floor(b * per + 0.5), 255)
  out[at + 3] = Math.min(alpha, 255)
}

function put(tiles: Map<number, Tile>, number: number, tile: Tile): void {
  if (isClearTile(tile)) tiles.delete(number)
  else tiles.set(number, tile)
}
