import { growRect, type Rect } from '#core/base'
import { TILE, type Ground, type Kernels } from '#core/kernels'
import { tileOrigin, type Sheet } from '#core/layers'
import { STRAIGHT, type WindowView } from '../../sheet/view'
import { Pyramid, type Flatten, type LevelTile } from './pyramid'
import { turnedBy, type Turned } from './turned'

/** Where the sheet lies in the window, device px. */
export type View = WindowView
/** The same while the sheet lies straight. */
type FlatView = Pick<View, 'x' | 'y' | 'scale'>

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
/** So long after a drawing a new one is made at once, ms: less than a frame, so that none is made for nothing. */
const REST_MS = 11
/** From this scale on pixels are shown as squares. */
const SQUARE_FROM = 2
/** Boards kept, a quarter of a megabyte each; the ones not shown are dropped beyond it. */
const MOST_BOARDS = 64

/** Draws the flattened sheet into a canvas that a worker owns: only what changed, at any scale. */
export class SheetView {
  private readonly pyramid: Pyramid
  private readonly boards = new Map<string, Board>()
  private context: OffscreenCanvasRenderingContext2D | null = null
  private view: View = STRAIGHT
  /** What is turned into the window when the sheet does not lie straight. */
  private flat: OffscreenCanvasRenderingContext2D | null = null
  private dirty: Rect | 'all' | null = null
  private isAsked = false
  private drawnAt = -Infinity
  /** Called after each drawn frame, with the time it took, ms. */
  onFrame: ((ms: number) => void) | null = null

  constructor(kernels: Kernels, private readonly sheet: Sheet, private readonly ground: Ground, flatten: Flatten) {
    this.pyramid = new Pyramid(kernels, sheet, flatten, ground ? [...ground, 255] : [0, 0, 0, 0])
  }

  show(canvas: OffscreenCanvas): void {
    // Without an alpha channel smoothing at the sheet's edge would turn black.
    this.context = canvas.getContext('2d', { desynchronized: false })
    this.askAll()
  }

  resize(width: number, height: number): void {
    if (!this.context) return
    this.context.canvas.width = Math.max(1, width)
    this.context.canvas.height = Math.max(1, height)
    this.askAll()
  }

  look(view: View): void {
    this.view = view
    this.askAll()
  }

  /** What shows at `rect` (sheet px) has changed. */
  invalidate(rect: Rect): void {
    this.pyramid.invalidate(rect)
    if (this.dirty !== 'all') {
      const known = this.dirty
      this.dirty = known
        ? { x0: Math.min(known.x0, rect.x0), y0: Math.min(known.y0, rect.y0), x1: Math.max(known.x1, rect.x1), y1: Math.max(known.y1, rect.y1) }
        : rect
    }
    this.ask()
  }

  /** What shows on these tiles has changed. */
  invalidateTiles(numbers: Iterable<number>): void {
    for (const number of numbers) {
      const { x, y } = tileOrigin(this.sheet, number)
      this.invalidate({ x0: x, y0: y, x1: x + TILE, y1: y + TILE })
    }
  }

  invalidateAll(): void {
    this.pyramid.invalidate({ x0: 0, y0: 0, x1: this.sheet.width, y1: this.sheet.height })
    this.askAll()
  }

  private askAll(): void {
    this.dirty = 'all'
    this.ask()
  }

  private ask(): void {
    if (this.isAsked) return
    this.isAsked = true
    const run = () => {
      this.isAsked = false
      this.draw()
    }
    // Right after a rest the next frame is not waited for: the ink is on the screen one frame sooner.
    if (performance.now() - this.drawnAt > REST_MS) queueMicrotask(run)
    else requestAnimationFrame(run)
  }

  private draw(): void {
    const { context, dirty } = this
    if (!context || !dirty) return
    const began = performance.now()
    this.drawnAt = began
    this.dirty = null
    if (this.view.turn === 0 && !this.view.isMirrored) {
      this.flat = null
      this.paintPart(context, dirty, this.view)
    } else {
      this.paintTurned(context, dirty, turnedBy(this.view, context.canvas))
    }
    this.onFrame?.(performance.now() - began)
  }

  /** Paints what is dirty and in sight; returns where that was, or null. */
  private paintPart(context: OffscreenCanvasRenderingContext2D, dirty: Rect | 'all', view: FlatView): Rect | null {
    const whole = { x0: 0, y0: 0, x1: context.canvas.width, y1: context.canvas.height }
    const wanted = dirty === 'all' ? whole : cut(onFlat(view, growRect(dirty, 2)), whole)
    if (wanted.x1 <= wanted.x0 || wanted.y1 <= wanted.y0) return null
    this.paint(context, wanted, view)
    return wanted
  }

  /** Paints straight on a canvas of its own, then turns what changed into the window. */
  private paintTurned(context: OffscreenCanvasRenderingContext2D, dirty: Rect | 'all', turned: Turned): void {
    const { width, height } = turned
    if (this.flat?.canvas.width !== width || this.flat.canvas.height !== height) {
      this.flat = new OffscreenCanvas(width, height).getContext('2d')!
      dirty = 'all'
    }
    const painted = this.paintPart(this.flat, dirty, turned.flat)
    if (!painted) return
    const box = cut(turned.boxInWindow(growRect(painted, 1)), { x0: 0, y0: 0, x1: context.canvas.width, y1: context.canvas.height })
    if (box.x1 <= box.x0 || box.y1 <= box.y0) return
    context.save()
    context.beginPath()
    context.rect(box.x0, box.y0, box.x1 - box.x0, box.y1 - box.y0)
    context.clip()
    context.clearRect(box.x0, box.y0, box.x1 - box.x0, box.y1 - box.y0)
    context.imageSmoothingEnabled = true
    context.setTransform(...turned.transform)
    context.drawImage(this.flat.canvas, 0, 0)
    context.restore()
  }

  private paint(context: OffscreenCanvasRenderingContext2D, wanted: Rect, { x, y, scale }: FlatView): void {
    const level = Math.max(0, Math.floor(Math.log2(1 / scale)))
    const { columns, rows } = this.pyramid.extent(level)
    const step = TILE * 2 ** level * scale
    context.clearRect(wanted.x0, wanted.y0, wanted.x1 - wanted.x0, wanted.y1 - wanted.y0)
    const sheet = cut({ x0: Math.round(x), y0: Math.round(y), x1: Math.round(x + this.sheet.width * scale), y1: Math.round(y + this.sheet.height * scale) }, wanted)
    if (sheet.x1 <= sheet.x0 || sheet.y1 <= sheet.y0) return
    const pixel = 2 ** level * scale
    context.imageSmoothingEnabled = scale < SQUARE_FROM && pixel !== 1
    const first = { column: clamp(Math.floor((sheet.x0 - x) / step), columns), row: clamp(Math.floor((sheet.y0 - y) / step), rows) }
    const last = { column: clamp(Math.floor((sheet.x1 - 1 - x) / step), columns), row: clamp(Math.floor((sheet.y1 - 1 - y) / step), rows) }
    const shown: { board: Board, column: number, row: number }[] = []
    for (let row = first.row; row <= last.row; row++) {
      for (let column = first.column; column <= last.column; column++) shown.push({ board: this.board(level, column, row), column, row })
    }
    this.dropOldBoards(shown.length)
    if (level > 0) this.pyramid.letGoOfFullSize()
    // Drawn only when all are up to date: each lends the others its edge.
    for (const { board, column, row } of shown) {
      const box = cut({
        x0: Math.round(x + column * step), y0: Math.round(y + row * step),
        x1: Math.round(x + (column + 1) * step), y1: Math.round(y + (row + 1) * step),
      }, sheet)
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
      board = { level, column, row, canvas, context: canvas.getContext('2d', { willReadFrequently: true })!, version: -1 }
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

  private around(tile: LevelTile): { dx: number, dy: number, near: LevelTile }[] {
    const { columns, rows } = this.pyramid.extent(tile.level)
    const found: { dx: number, dy: number, near: LevelTile }[] = []
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
  const pixels = new ImageData(new Uint8ClampedArray(tile.pixels.buffer as ArrayBuffer, tile.pixels.byteOffset, tile.pixels.length), TILE, TILE)
  // Of a neighbour only the edge that touches the board is wanted.
  const strip = {
    x0: dx === -1 ? TILE - APRON : 0, x1: dx === 1 ? APRON : TILE,
    y0: dy === -1 ? TILE - APRON : 0, y1: dy === 1 ? APRON : TILE,
  }
  const { x0, y0, x1, y1 } = part ?? strip
  board.context.putImageData(pixels, APRON + dx * TILE, APRON + dy * TILE, x0, y0, x1 - x0, y1 - y0)
}

/** A rectangle of the sheet on a canvas where it lies straight. */
function onFlat({ x, y, scale }: FlatView, rect: Rect): Rect {
  return {
    x0: Math.floor(x + rect.x0 * scale), y0: Math.floor(y + rect.y0 * scale),
    x1: Math.ceil(x + rect.x1 * scale), y1: Math.ceil(y + rect.y1 * scale),
  }
}

function cut(a: Rect, b: Rect): Rect {
  return { x0: Math.max(a.x0, b.x0), y0: Math.max(a.y0, b.y0), x1: Math.min(a.x1, b.x1), y1: Math.min(a.y1, b.y1) }
}

function clamp(value: number, count: number): number {
  return Math.min(Math.max(value, 0), count - 1)
}
