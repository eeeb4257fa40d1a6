import type { Rect } from '../base'
import { TILE, TILE_BYTES, type Kernels, type Pixels, type Tile } from '../kernels'
import { tileOrigin, tilesUnder, type Layer, type Selection, type Sheet } from '../layers'
import { FIELD_SIDE, mappingOf, newField, type Mapping } from './field'
import { newRow, overRow, put } from './move'
import { RIM, type Picture } from './picture'
import { cornersOf, type Destination } from './places'
import { Previewer, type Preview, type Shown } from './preview'
import { Sampler } from './sampler'

/** What readings of one row of a tile become before they are laid: the tile as it is, its first px and byte. */
type Holding = (row: Float32Array, count: number, out: Tile, px: number) => void

/** A picture that comes from outside, as paint over a layer: it is read as a moved part is. */
export class Brought {
  private readonly sampler: Sampler
  private previewer: Previewer | null = null
  /** The picture's own box: its top left px is the first. */
  readonly box: Rect

  /**
   * @param layer what lies under it; nothing of it is lifted
   * @param selection only inside it, if there is one
   */
  constructor(
    kernels: Kernels,
    private readonly sheet: Sheet,
    readonly layer: Layer,
    private readonly picture: Pixels,
    private readonly selection?: Selection,
  ) {
    this.box = { x0: 0, y0: 0, x1: picture.width, y1: picture.height }
    this.sampler = new Sampler(kernels, rimmed(picture))
  }

  /** What of the layer stays where it was: all. */
  get rest(): Layer {
    return this.layer
  }

  /** What is shown of it while it is in hand. */
  preview(to: Destination, shown: Shown, clip: Rect): Preview | null {
    this.previewer ??= new Previewer(this.sampler)
    const preview = this.previewer.show(this.box, to, shown, clip)
    if (preview && this.selection) heldPreview(preview, this.sheet, this.selection, shown)
    return preview
  }

  /**
   * The layer with the picture laid where it goes: inside the selection, and inside the layer's paint if it stays so.
   * Tiles that it does not touch are shared.
   */
  laid(to: Destination): Layer {
    const { sheet, layer, box } = this
    const tiles = new Map(layer.tiles)
    const shift = wholeShift(box, to)
    const mapping = shift ? null : mappingOf(box, to)
    const reach = mapping?.box ?? { x0: shift!.x, y0: shift!.y, x1: shift!.x + box.x1, y1: shift!.y + box.y1 }
    const read = mapping ? this.mappedReader(mapping) : this.shiftedReader(shift!)
    const row = newRow()
    for (const { number, part } of tilesUnder(sheet, reach)) {
      const chosen = this.selection?.get(number)
      const under = tiles.get(number)
      if ((this.selection && !chosen) || (layer.inside && !under)) continue
      const { x, y } = tileOrigin(sheet, number)
      const hold = holdingOf(layer, chosen)
      const readRow = read(x, y)
      if (!readRow) continue
      const out = under ? under.slice() : new Uint8Array(TILE_BYTES)
      const count = part.x1 - part.x0
      for (let py = part.y0 - y; py < part.y1 - y; py++) {
        readRow(part.x0 - x, py, count, row)
        const px = py * TILE + part.x0 - x
        hold?.(row, count, out, px)
        overRow(row, count, out, 4 * px)
      }
      put(tiles, number, out)
    }
    return { ...layer, tiles }
  }

  /** Reads rows of a tile at (x, y) by a map; null: nothing of the picture comes there. */
  private mappedReader(mapping: Mapping) {
    const field = newField()
    return (x: number, y: number): ReadRow | null =>
      mapping.fill(field, x, y)
        ? (px, py, count, row) => this.sampler.readRow(field, py * FIELD_SIDE + px, count, row)
        : null
  }

  /** The same where it only lies elsewhere, by whole px: px are taken as they are. */
  private shiftedReader(shift: { x: number; y: number }) {
    const { width, pixels } = this.picture
    return (x: number, y: number): ReadRow =>
      (px, py, count, row) => {
        let at = 4 * ((y + py - shift.y) * width + x + px - shift.x)
        for (let k = 0; k < 4 * count; k += 4, at += 4) {
          const alpha = pixels[at + 3]!
          row[k] = (pixels[at]! * alpha) / 255
          row[k + 1] = (pixels[at + 1]! * alpha) / 255
          row[k + 2] = (pixels[at + 2]! * alpha) / 255
          row[k + 3] = alpha
        }
      }
  }
}

/** Reads `count` px of a tile from (px, py) on, colour times alpha and alpha. */
type ReadRow = (px: number, py: number, count: number, row: Float32Array) => void

function rimmed({ width, height, pixels }: Pixels): Picture {
  const wide = width + 2 * RIM
  const out = new Uint8Array(wide * (height + 2 * RIM) * 4)
  for (let y = 0; y < height; y++)
    out.set(pixels.subarray(4 * y * width, 4 * (y + 1) * width), 4 * ((y + RIM) * wide + RIM))
  return { box: { x0: 0, y0: 0, x1: width, y1: height }, width: wide, height: height + 2 * RIM, pixels: out }
}

/** How far the box only moves, whole px; null when more is done to it. */
function wholeShift(box: Rect, to: Destination): { x: number; y: number } | null {
  if (to.kind !== 'corners') return null
  const [x, y] = to.points as [number, number]
  const corners = cornersOf(box)
  const isMoved = to.points.every((value, i) => value - corners[i]! === (i % 2 ? y : x))
  return isMoved && Number.isInteger(x) && Number.isInteger(y) ? { x, y } : null
}

/** What is taken of readings by the selection (0 … 255 at each px of the tile), and where paint stays inside. */
function holdingOf(layer: Layer, chosen: Uint8Array | undefined): Holding | null {
  if (!chosen && !layer.inside) return null
  return (row, count, out, px) => {
    for (let k = 0; k < count; k++) {
      const share = (chosen ? chosen[px + k]! : 255) / 255
      const alpha = row[4 * k + 3]! * share
      if (!layer.inside) {
        for (let c = 0; c < 4; c++) row[4 * k + c]! *= share
        continue
      }
      // As much of the px's paint is covered as the picture covers, and its alpha stays what it is.
      const at = 4 * (px + k)
      const own = out[at + 3]!
      if (own === 0 || alpha <= 0) {
        row[4 * k + 3] = 0
        continue
      }
      const keep = (255 - alpha) / 255
      writeInside(row, k, out, at, share, keep)
      row[4 * k + 3] = 0
    }
  }
}

/** A px of paint that stays what it covers: its colour goes to the picture's by what the picture covers. */
function writeInside(row: Float32Array, k: number, out: Tile, at: number, share: number, keep: number): void {
  for (let c = 0; c < 3; c++)
    out[at + c] = Math.min(255, Math.floor(row[4 * k + c]! * share + out[at + c]! * keep + 0.5))
}

/** Takes off a preview what does not lie inside the selection. */
function heldPreview({ box, pixels }: Preview, sheet: Sheet, selection: Selection, { x, y, scale }: Shown): void {
  const columns = Math.ceil(sheet.width / TILE)
  let at = 3
  for (let py = box.y0; py < box.y1; py++) {
    const sy = Math.floor((py + 0.5 - y) / scale)
    for (let px = box.x0; px < box.x1; px++, at += 4) {
      const sx = Math.floor((px + 0.5 - x) / scale)
      const isOn = sx >= 0 && sy >= 0 && sx < sheet.width && sy < sheet.height
      const tile = isOn ? selection.get(Math.floor(sy / TILE) * columns + Math.floor(sx / TILE)) : undefined
      pixels[at] = tile ? (pixels[at]! * tile[(sy % TILE) * TILE + (sx % TILE)]!) / 255 : 0
    }
  }
}
