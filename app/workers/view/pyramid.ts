import type { Rect } from '#core/base'
import { growRect, intersectRect, unionRect } from '#core/base'
import { TILE, TILE_BYTES, type Kernels, type Tile } from '#core/kernels'
import { tileColumns, tileOrigin, tileRows, tilesUnder, type Sheet } from '#core/layers'

/** Flattens one tile inside `part` (sheet px) into `out`. */
export type Flatten = (number: number, part: Rect, out: Tile) => void

/** A flattened tile of one level. Level k shows 2^k sheet px as one. */
export interface LevelTile {
  readonly level: number
  readonly column: number
  readonly row: number
  readonly pixels: Tile
  /** Raised whenever the pixels change. */
  readonly version: number
  /** What changed last, px within the tile. */
  readonly changed: Rect
}

type Writable<T> = { -readonly [K in keyof T]: T[K] }

interface Reduced extends Writable<LevelTile> {
  /** The versions of the four tiles below that it was made of. */
  readonly seen: number[]
}

/** A tile of full size: its pixels are kept only while they are shown. */
interface Full extends Omit<Writable<LevelTile>, 'pixels'> {
  pixels: Tile | null
}

const WHOLE: Rect = { x0: 0, y0: 0, x1: TILE, y1: TILE }
/** Edges of a part that is halved lie on multiples of it, px. */
const HALVED = 8

/**
 * The flattened drawing at full, half, quarter … size. Only what is asked for is made, and only what
 * changed is made again. Full-size pixels are kept only for tiles that are shown at full size: a smaller
 * level is made from what is flattened in passing.
 */
export class Pyramid {
  private readonly full = new Map<number, Full>()
  private readonly levels: Map<number, Reduced>[] = []
  private readonly stale = new Map<number, Rect>()
  private readonly passing: Tile = new Uint8Array(TILE_BYTES)

  constructor(
    private readonly kernels: Kernels,
    readonly sheet: Sheet,
    private readonly flatten: Flatten,
    /** RGBA that lies beyond the sheet's edge in its last tiles. */
    private readonly beyond: readonly [number, number, number, number],
  ) {}

  /** Columns and rows of a level. */
  extent(level: number): { columns: number; rows: number } {
    const side = 2 ** level
    return { columns: Math.ceil(tileColumns(this.sheet) / side), rows: Math.ceil(tileRows(this.sheet) / side) }
  }

  /** What shows at `rect` (sheet px) has changed. */
  invalidate(rect: Rect): void {
    for (const { number, part } of tilesUnder(this.sheet, rect)) {
      const known = this.stale.get(number)
      this.stale.set(number, known ? unionRect(known, part) : part)
    }
  }

  /** The tile, up to date. */
  tile(level: number, column: number, row: number): LevelTile {
    return level === 0 ? this.shown(column, row) : this.reduced(level, column, row)
  }

  /** Lets go of a full-size tile's pixels; they are made again when it is next asked for. */
  letGo(column: number, row: number): void {
    const tile = this.full.get(row * tileColumns(this.sheet) + column)
    if (tile) tile.pixels = null
  }

  /** Lets go of all full-size pixels. */
  letGoOfFullSize(): void {
    for (const tile of this.full.values()) tile.pixels = null
  }

  private shown(column: number, row: number): LevelTile {
    const tile = this.fullTile(column, row)
    if (!tile.pixels) {
      tile.pixels = new Uint8Array(TILE_BYTES)
      this.flattenInto(tile.pixels, tile, WHOLE)
    }
    return tile as LevelTile
  }

  /** The full-size tile with its version up to date, and its pixels if it has any. */
  private fullTile(column: number, row: number): Full {
    const number = row * tileColumns(this.sheet) + column
    let tile = this.full.get(number)
    if (!tile) {
      tile = { level: 0, column, row, pixels: null, version: 1, changed: WHOLE }
      this.full.set(number, tile)
    }
    const part = this.stale.get(number)
    if (part) {
      this.stale.delete(number)
      const { x, y } = tileOrigin(this.sheet, number)
      tile.version++
      tile.changed = { x0: part.x0 - x, y0: part.y0 - y, x1: part.x1 - x, y1: part.y1 - y }
      if (tile.pixels) this.flattenInto(tile.pixels, tile, tile.changed)
    }
    return tile
  }

  /** Flattens `part` (px within the tile) and what of it lies beyond the sheet. */
  private flattenInto(out: Tile, { column, row }: Full, part: Rect): void {
    const x = column * TILE
    const y = row * TILE
    const { width, height } = this.sheet
    if (x + part.x1 > width || y + part.y1 > height) {
      const [r, g, b, a] = this.beyond
      const words = new Uint32Array(out.buffer, out.byteOffset, TILE * TILE)
      for (let i = part.y0; i < part.y1; i++)
        words.fill(((a << 24) | (b << 16) | (g << 8) | r) >>> 0, i * TILE + part.x0, i * TILE + part.x1)
    }
    const inside = intersectRect(
      { x0: x + part.x0, y0: y + part.y0, x1: x + part.x1, y1: y + part.y1 },
      { x0: 0, y0: 0, x1: width, y1: height },
    )
    this.flatten(row * tileColumns(this.sheet) + column, inside, out)
  }

  private reduced(level: number, column: number, row: number): Reduced {
    const tile = this.reducedTile(level, column, row)
    const below = this.extent(level - 1)
    let changed: Rect | null = null
    for (let i = 0; i < 4; i++) {
      const qx = i & 1
      const qy = i >> 1
      const c = 2 * column + qx
      const r = 2 * row + qy
      if (c >= below.columns || r >= below.rows) continue
      const child = level === 1 ? this.fullTile(c, r) : this.reduced(level - 1, c, r)
      if (child.version === tile.seen[i]) continue
      const fresh = onMultiples(tile.seen[i] === child.version - 1 ? child.changed : WHOLE, HALVED)
      tile.seen[i] = child.version
      this.kernels.halve(child.pixels ?? this.inPassing(child as Full, fresh), tile.pixels, qx, qy, fresh)
      const half = TILE / 2
      const part = {
        x0: qx * half + fresh.x0 / 2,
        y0: qy * half + fresh.y0 / 2,
        x1: qx * half + fresh.x1 / 2,
        y1: qy * half + fresh.y1 / 2,
      }
      changed = changed ? unionRect(changed, part) : part
    }
    if (changed) {
      tile.version++
      tile.changed = intersectRect(growRect(changed, 1), WHOLE)
    }
    return tile
  }

  private inPassing(tile: Full, part: Rect): Tile {
    this.flattenInto(this.passing, tile, part)
    return this.passing
  }

  private reducedTile(level: number, column: number, row: number): Reduced {
    const tiles = (this.levels[level] ??= new Map())
    const key = row * 65536 + column
    let tile = tiles.get(key)
    if (!tile) {
      tile = { level, column, row, pixels: new Uint8Array(TILE_BYTES), version: 0, changed: WHOLE, seen: [0, 0, 0, 0] }
      tiles.set(key, tile)
    }
    return tile
  }
}

/** The smallest rectangle round it whose edges are multiples of `step`. */
function onMultiples({ x0, y0, x1, y1 }: Rect, step: number): Rect {
  return {
    x0: Math.floor(x0 / step) * step,
    y0: Math.floor(y0 / step) * step,
    x1: Math.ceil(x1 / step) * step,
    y1: Math.ceil(y1 / step) * step,
  }
}
