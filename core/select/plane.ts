import { EMPTY_RECT, unionRect, type Rect } from '../base'
import { TILE } from '../kernels'
import { tileColumns, tileOrigin, tilesUnder, type Selection, type Sheet } from '../layers'

/** Builds a selection row by row. Values are 0 … 255; what is not written is not chosen. */
export class SelectionWriter {
  private readonly tiles = new Map<number, Uint8Array>()

  constructor(private readonly sheet: Sheet) {}

  /** One value from x0 to before x1 of a row, within the sheet. */
  run(y: number, x0: number, x1: number, value: number): void {
    for (let x = x0; x < x1;) {
      const end = Math.min(x1, (Math.floor(x / TILE) + 1) * TILE)
      const { tile, at } = this.at(x, y)
      tile.fill(value, at, at + end - x)
      x = end
    }
  }

  /** Values from x0 on, as far as the sheet goes. */
  row(y: number, x0: number, values: ArrayLike<number>): void {
    for (let i = 0; i < values.length; i++) {
      const value = values[i]!
      if (value <= 0) continue
      const { tile, at } = this.at(x0 + i, y)
      tile[at] = value
    }
  }

  /** What was written; tiles with nothing in them are left out. */
  done(): Selection {
    return withoutEmpty(this.tiles)
  }

  private at(x: number, y: number): { tile: Uint8Array; at: number } {
    const number = Math.floor(y / TILE) * tileColumns(this.sheet) + Math.floor(x / TILE)
    let tile = this.tiles.get(number)
    if (!tile) this.tiles.set(number, (tile = new Uint8Array(TILE * TILE)))
    return { tile, at: (y % TILE) * TILE + (x % TILE) }
  }
}

export function withoutEmpty(tiles: ReadonlyMap<number, Uint8Array>): Selection {
  return new Map([...tiles].filter(([, tile]) => tile.some(value => value > 0)))
}

/** The smallest box that holds all that is chosen, sheet px. */
export function selectionBox(sheet: Sheet, selection: Selection): Rect {
  let box = EMPTY_RECT
  for (const [number, tile] of selection) {
    const { x, y } = tileOrigin(sheet, number)
    let [x0, x1, y0, y1] = [TILE, 0, TILE, 0]
    for (let row = 0; row < TILE; row++) {
      for (let column = 0; column < TILE; column++) {
        if (!tile[row * TILE + column]) continue
        if (column < x0) x0 = column
        if (column >= x1) x1 = column + 1
        if (row < y0) y0 = row
        y1 = row + 1
      }
    }
    box = unionRect(box, { x0: x + x0, y0: y + y0, x1: x + x1, y1: y + y1 })
  }
  return box
}

/** The selection inside a box, row-major, one byte a px. Beyond the sheet: 0. */
export function readSelection(sheet: Sheet, selection: Selection, box: Rect): Uint8Array {
  const width = box.x1 - box.x0
  const out = new Uint8Array(width * (box.y1 - box.y0))
  for (const { number, part } of tilesUnder(sheet, box)) {
    const tile = selection.get(number)
    if (!tile) continue
    const { x, y } = tileOrigin(sheet, number)
    for (let py = part.y0; py < part.y1; py++) {
      const from = (py - y) * TILE - x
      out.set(tile.subarray(from + part.x0, from + part.x1), (py - box.y0) * width + part.x0 - box.x0)
    }
  }
  return out
}

/** A selection from such values. */
export function writeSelection(sheet: Sheet, box: Rect, values: Uint8Array): Selection {
  const writer = new SelectionWriter(sheet)
  const width = box.x1 - box.x0
  for (let y = Math.max(box.y0, 0); y < Math.min(box.y1, sheet.height); y++) {
    const from = Math.max(box.x0, 0)
    const to = Math.min(box.x1, sheet.width)
    const at = (y - box.y0) * width - box.x0
    if (to > from) writer.row(y, from, values.subarray(at + from, at + to))
  }
  return writer.done()
}
