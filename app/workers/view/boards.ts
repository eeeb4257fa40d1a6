import type { Rect } from '#core/base'
import { TILE, type Ground, type Kernels } from '#core/kernels'
import type { Sheet } from '#core/layers'
import { Pyramid, type Flatten, type LevelTile } from './pyramid'

/** Where a sheet lies straight on a canvas, device px. */
export interface FlatView {
  readonly x: number
  readonly y: number
  readonly scale: number
}

interface Board {
  readonly level: number
  readonly column: number
  readonly row: number
  readonly context: OffscreenCanvasRenderingContext2D
  readonly canvas: OffscreenCanvas
  version: number
}

/** Round each board lies one pixel of its neighbours, so that smoothing shows no seam. */
const APRON = 1
/** From this scale on pixels are shown as squares. */
const SQUARE_FROM = 2
/** Boards kept, a quarter of a megabyte each; the ones not shown are dropped beyond it. */
const MOST_BOARDS = 64

/** A flattened sheet on small canvases, at any scale: only what changed is put on them anew. */
export class Boards {
  readonly pyramid: Pyramid
  private readonly boards = new Map<string, Board>()

  constructor(
    kernels: Kernels,
    readonly sheet: Sheet,
    ground: Ground,
    flatten: Flatten,
  ) {
    this.pyramid = new Pyramid(kernels, sheet, flatten, ground ? [...ground, 255] : [0, 0, 0, 0])
  }

  /**
   * Paints what is `wanted` of a canvas on which the sheet lies straight; what is there already shows through clear px.
   */
  paint(context: OffscreenCanvasRenderingContext2D, wanted: Rect, { x, y, scale }: FlatView): void {
    const level = Math.max(0, Math.floor(Math.log2(1 / scale)))
    const { columns, rows } = this.pyramid.extent(level)
    const step = TILE * 2 ** level * scale
    const sheet = cut(sheetOnFlat(this.sheet, { x, y, scale }), wanted)
    if (sheet.x1 <= sheet.x0 || sheet.y1 <= sheet.y0) return
    const pixel = 2 ** level * scale
    context.imageSmoothingEnabled = scale < SQUARE_FROM && pixel !== 1
    const first = {
      column: clamp(Math.floor((sheet.x0 - x) / step), columns),
      row: clamp(Math.floor((sheet.y0 - y) / step), rows),
    }
    const last = {
      column: clamp(Math.floor((sheet.x1 - 1 - x) / step), columns),
      row: clamp(Math.floor((sheet.y1 - 1 - y) / step), rows),
    }
    const shown: { board: Board; column: number; row: number }[] = []
    for (let row = first.row; row <= last.row; row++) {
      for (let column = first.column; column <= last.column; column++)
        shown.push({ board: this.board(level, column, row), column, row })
    }
    this.dropOldBoards(shown.length)
    if (level > 0) this.pyramid.letGoOfFullSize()
    // Drawn only when all are up to date: each lends the others its edge.
    for (const { board, column, row } of shown) {
      const box = cut(
        {
          x0: Math.round(x + column * step),
          y0: Math.round(y + row * step),
          x1: Math.round(x + (column + 1) * step),
          y1: Math.round(y + (row + 1) * step),
        },
        sheet,
      )
      if (box.x1 <= box.x0 || box.y1 <= box.y0) continue
      context.save()
      context.beginPath()
      context.rect(box.x0, box.y0, box.x1 - box.x0, box.y1 - box.y0)
      context.clip()
      const side = (TILE + 2 * APRON) * pixel
      context.drawImage(board.canvas, x + column * step - APRON * pixel, y + row * step - APRON * pixel, side, side)
      context.restore()
    }
  }

  /** The tile on a small canvas of its own, with an apron of its neighbours, brought up to date. */
  private board(level: number, column: number, row: number): Board {
    const key = `${level} ${column} ${row}`
    const tile = this.pyramid.tile(level, column, row)
    let board = this.boards.get(key)
    if (board) {
      // The map's order is the order of use.
      this.boards.delete(key)
      this.boards.set(key, board)
    } else {
      const side = TILE + 2 * APRON
      const canvas = new OffscreenCanvas(side, side)
      board = {
        level,
        column,
        row,
        canvas,
        context: canvas.getContext('2d', { willReadFrequently: true })!,
        version: -1,
      }
      this.boards.set(key, board)
      for (const { dx, dy, near } of this.around(tile)) put(board, near, dx, dy, null)
    }
    if (board.version !== tile.version) {
      const isNext = board.version === tile.version - 1
      put(board, tile, 0, 0, isNext ? tile.changed : null)
      board.version = tile.version
      this.lend(tile)
    }
    return board
  }

  /** Brings the aprons of the boards around up to date with this tile's edge. */
  private lend(tile: LevelTile): void {
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -1; dx <= 1; dx++) {
        if (dx === 0 && dy === 0) continue
        const board = this.boards.get(`${tile.level} ${tile.column + dx} ${tile.row + dy}`)
        if (board) put(board, tile, -dx, -dy, null)
      }
    }
  }

  private around(tile: LevelTile): { dx: number; dy: number; near: LevelTile }[] {
    const { columns, rows } = this.pyramid.extent(tile.level)
    const found: { dx: number; dy: number; near: LevelTile }[] = []
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -1; dx <= 1; dx++) {
        const column = tile.column + dx
        const row = tile.row + dy
        if ((dx === 0 && dy === 0) || column < 0 || row < 0 || column >= columns || row >= rows) continue
        found.push({ dx, dy, near: this.pyramid.tile(tile.level, column, row) })
      }
    }
    return found
  }

  /** Forgets the boards shown longest ago; those in sight stay. */
  private dropOldBoards(inSight: number): void {
    const most = Math.max(MOST_BOARDS, inSight)
    for (const [key, { level, column, row }] of this.boards) {
      if (this.boards.size <= most) return
      this.boards.delete(key)
      if (level === 0) this.pyramid.letGo(column, row)
    }
  }
}

/** Puts a tile that lies dx, dy tiles away on a board; of it, only `part` (px within the tile). */
function put(board: Board, tile: LevelTile, dx: number, dy: number, part: Rect | null): void {
  const pixels = new ImageData(
    new Uint8ClampedArray(tile.pixels.buffer as ArrayBuffer, tile.pixels.byteOffset, tile.pixels.length),
    TILE,
    TILE,
  )
  // Of a neighbour only the edge that touches the board is wanted.
  const strip = {
    x0: dx === -1 ? TILE - APRON : 0,
    x1: dx === 1 ? APRON : TILE,
    y0: dy === -1 ? TILE - APRON : 0,
    y1: dy === 1 ? APRON : TILE,
  }
  const { x0, y0, x1, y1 } = part ?? strip
  board.context.putImageData(pixels, APRON + dx * TILE, APRON + dy * TILE, x0, y0, x1 - x0, y1 - y0)
}

/** Where the sheet lies, whole px. */
export function sheetOnFlat(sheet: Pick<Sheet, 'width' | 'height'>, { x, y, scale }: FlatView): Rect {
  return {
    x0: Math.round(x),
    y0: Math.round(y),
    x1: Math.round(x + sheet.width * scale),
    y1: Math.round(y + sheet.height * scale),
  }
}

export function cut(a: Rect, b: Rect): Rect {
  return { x0: Math.max(a.x0, b.x0), y0: Math.max(a.y0, b.y0), x1: Math.min(a.x1, b.x1), y1: Math.min(a.y1, b.y1) }
}

function clamp(value: number, count: number): number {
  return Math.min(Math.max(value, 0), count - 1)
}
