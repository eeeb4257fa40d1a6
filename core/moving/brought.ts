import { intersectRect, isEmptyRect, type Rect } from '../base'
import { TILE, TILE_BYTES, type Kernels, type Pixels, type Tile } from '../kernels'
import { sheetRect, tileOrigin, tilesUnder, type Layer, type Selection, type Sheet } from '../layers'
import { FIELD_SIDE, mappingOf, newField } from './field'
import { newRow, overRow, put } from './move'
import { RIM, type Picture } from './picture'
import { cornersOf, type Destination } from './places'
import { Previewer, type Preview, type Shown } from './preview'
import { Sampler } from './sampler'
import { shrunk, UprightRows, uprightOf, uprightPixels, type Upright } from './upright'

/** What readings of one row of a tile become before they are laid: the tile as it is, its first px and byte. */
type Holding = (row: Float32Array, count: number, out: Tile, px: number) => void

/** A picture that comes from outside, as paint over a layer: it is read as a moved part is. */
export class Brought {
  private read: Sampler | null = null
  private previewer: Previewer | null = null
  /** The picture's own box: its top left px is the first. */
  readonly box: Rect

  /**
   * @param layer what lies under it; nothing of it is lifted
   * @param selection only inside it, if there is one
   */
  constructor(
    private readonly kernels: Kernels,
    private readonly sheet: Sheet,
    readonly layer: Layer,
    private readonly picture: Pixels,
    private readonly selection?: Selection,
  ) {
    this.box = { x0: 0, y0: 0, x1: picture.width, y1: picture.height }
  }

  private get sampler(): Sampler {
    this.read ??= new Sampler(this.kernels, rimmed(this.picture))
    return this.read
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
    const shift = wholeShift(this.box, to)
    if (shift) return this.laidShifted(shift)
    const upright = uprightOf(to)
    return upright ? this.laidUpright(upright) : this.laidMapped(to)
  }

  /** It only lies elsewhere, by whole px: they are taken as they are. */
  private laidShifted(shift: Shift): Layer {
    const { width, pixels } = this.picture
    const read = (x: number, y: number): ReadRow => {
      const from = (px: number, py: number) => 4 * ((y + py - shift.y) * width + x + px - shift.x)
      return {
        row: (px, py, count, row) => premultiplied(pixels, from(px, py), count, row),
        bytes: (px, py, count) => pixels.subarray(from(px, py), from(px + count, py)),
      }
    }
    return this.laidBy(read, grown(this.box, shift))
  }

  private laidUpright(upright: Upright): Layer {
    const part = intersectRect(sheetRect(this.sheet), outerRect(upright))
    if (isEmptyRect(part)) return this.layer
    const rows = new UprightRows(this.kernels, uprightPixels(this.picture, upright), upright, part)
    // A row of the sheet is worked out once, and read by tile after tile.
    const held = new Map<number, Float32Array>()
    const rowAt = (y: number) => {
      const known = held.get(y)
      if (known) return known
      const read = new Float32Array(4 * (part.x1 - part.x0))
      rows.read(y, read)
      held.set(y, read)
      return read
    }
    let below = part.y0
    return this.laidBy((x, y) => {
      // Another row of tiles: what was read for the one above is done with.
      if (y >= below) {
        held.clear()
        below = y + TILE
      }
      return {
        row(px, py, count, row) {
          const from = 4 * (x + px - part.x0)
          row.set(rowAt(y + py).subarray(from, from + 4 * count))
        },
      }
    }, part)
  }

  /** By any map. What is squeezed is made smaller first, so that each px is read once. */
  private laidMapped(to: Destination): Layer {
    const { box } = this
    const small = squeezedTo(this.kernels, this.picture, to)
    const sampler = small ? new Sampler(this.kernels, rimmed(small)) : this.sampler
    const own = small ? { x0: 0, y0: 0, x1: small.width, y1: small.height } : box
    const mapping = mappingOf(own, to)
    const field = newField()
    return this.laidBy(
      (x, y) =>
        mapping.fill(field, x, y)
          ? { row: (px, py, count, row) => sampler.readRow(field, py * FIELD_SIDE + px, count, row) }
          : null,
      mapping.box,
    )
  }

  /** @param read reads rows of the tile at (x, y); null: nothing of the picture comes there */
  private laidBy(read: (x: number, y: number) => ReadRow | null, reach: Rect): Layer {
    const { sheet, layer } = this
    const tiles = new Map(layer.tiles)
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
        const px = py * TILE + part.x0 - x
        if (readRow.bytes && !under && !hold) {
          out.set(readRow.bytes(part.x0 - x, py, count), 4 * px)
          continue
        }
        readRow.row(part.x0 - x, py, count, row)
        hold?.(row, count, out, px)
        overRow(row, count, out, 4 * px)
      }
      put(tiles, number, out)
    }
    return { ...layer, tiles }
  }
}

/** Reads `count` px of a tile from (px, py) on. */
interface ReadRow {
  /** Colour times alpha and alpha. */
  readonly row: (px: number, py: number, count: number, row: Float32Array) => void
  /** The px as they are, where nothing is done to them. */
  readonly bytes?: (px: number, py: number, count: number) => Uint8Array
}

interface Shift {
  readonly x: number
  readonly y: number
}

const grown = (box: Rect, { x, y }: Shift): Rect => ({
  x0: x,
  y0: y,
  x1: x + box.x1,
  y1: y + box.y1,
})
const outerRect = ({ x0, y0, x1, y1 }: Rect): Rect => ({
  x0: Math.floor(x0),
  y0: Math.floor(y0),
  x1: Math.ceil(x1),
  y1: Math.ceil(y1),
})

function premultiplied(pixels: Uint8Array, from: number, count: number, row: Float32Array): void {
  for (let k = 0, at = from; k < 4 * count; k += 4, at += 4) {
    const alpha = pixels[at + 3]!
    row[k] = (pixels[at]! * alpha) / 255
    row[k + 1] = (pixels[at + 1]! * alpha) / 255
    row[k + 2] = (pixels[at + 2]! * alpha) / 255
    row[k + 3] = alpha
  }
}

/** Squeezed by less than this along a side, it is read as it is. */
const LEAST_SQUEEZE = 1.2

/** The picture as small as the longer of each two sides that lie opposite; null: it is hardly squeezed. */
function squeezedTo(kernels: Kernels, picture: Pixels, to: Destination): Pixels | null {
  const corners = outerPoints(to)
  const side = (i: number, j: number) => {
    const [dx, dy] = [corners[2 * j]! - corners[2 * i]!, corners[2 * j + 1]! - corners[2 * i + 1]!]
    return Math.sqrt(dx * dx + dy * dy)
  }
  const wide = Math.max(1, Math.ceil(Math.max(side(0, 1), side(3, 2))))
  const high = Math.max(1, Math.ceil(Math.max(side(0, 3), side(1, 2))))
  const width = picture.width > LEAST_SQUEEZE * wide ? wide : picture.width
  const height = picture.height > LEAST_SQUEEZE * high ? high : picture.height
  return width === picture.width && height === picture.height ? null : shrunk(kernels, picture, width, height)
}

/** The four outer corners, clockwise: x, y, x, y … */
function outerPoints(to: Destination): readonly number[] {
  if (to.kind === 'corners') return to.points
  const { columns, points } = to
  const last = points.length / 2 - 1
  return [0, columns, last, last - columns].flatMap(i => [points[2 * i]!, points[2 * i + 1]!])
}

function rimmed({ width, height, pixels }: Pixels): Picture {
  const wide = width + 2 * RIM
  const out = new Uint8Array(wide * (height + 2 * RIM) * 4)
  for (let y = 0; y < height; y++)
    out.set(pixels.subarray(4 * y * width, 4 * (y + 1) * width), 4 * ((y + RIM) * wide + RIM))
  return { box: { x0: 0, y0: 0, x1: width, y1: height }, width: wide, height: height + 2 * RIM, pixels: out }
}

/** How far the box only moves, whole px; null when more is done to it. */
function wholeShift(box: Rect, to: Destination): Shift | null {
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
