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
  version: number
  /** What changed last, px within the tile. */
  changed: Rect
}

interface Parent extends LevelTile { readonly seen: number[] }

const WHOLE: Rect = { x0: 0, y0: 0, x1: TILE, y1: TILE }

/**
 * The flattened drawing at full, half, quarter … size. Only what is asked for is made, and only what
 * changed is made again.
 */
export class Pyramid {
  private readonly levels: Map<number, LevelTile>[] = []
  private readonly stale = new Map<number, Rect>()

  constructor(
    private readonly kernels: Kernels,
    readonly sheet: Sheet,
    private readonly flatten: Flatten,
    /** RGBA that lies beyond the sheet's edge in its last tiles. */
    private readonly beyond: readonly [number, number, number, number],
  ) {}

  /** Columns and rows of a level. */
  extent(level: number): { columns: number, rows: number } {
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
    return level === 0 ? this.base(column, row) : this.reduced(level, column, row)
  }

  private base(column: number, row: number): LevelTile {
    const number = row * tileColumns(this.sheet) + column
    const { tile, isNew } = this.find(0, column, row, () => {
      const pixels = new Uint8Array(TILE_BYTES)
      const [r, g, b, a] = this.beyond
      if (a) new Uint32Array(pixels.buffer).fill(((a << 24) | (b << 16) | (g << 8) | r) >>> 0)
      return { level: 0, column, row, pixels, version: 0, changed: WHOLE }
    })
    const origin = tileOrigin(this.sheet, number)
    const part = isNew
      ? tilesUnder(this.sheet, { x0: origin.x, y0: origin.y, x1: origin.x + TILE, y1: origin.y + TILE })[0]!.part
      : this.stale.get(number)
    this.stale.delete(number)
    if (part) {
      this.flatten(number, part, tile.pixels)
      tile.version++
      tile.changed = isNew ? WHOLE : { x0: part.x0 - origin.x, y0: part.y0 - origin.y, x1: part.x1 - origin.x, y1: part.y1 - origin.y }
    }
    return tile
  }

  private reduced(level: number, column: number, row: number): LevelTile {
    const { tile } = this.find(level, column, row, (): Parent => ({
      level, column, row, pixels: new Uint8Array(TILE_BYTES), version: 0, changed: WHOLE, seen: [0, 0, 0, 0],
    }))
    const { seen } = tile as Parent
    const below = this.extent(level - 1)
    let changed: Rect | null = null
    for (let i = 0; i < 4; i++) {
      const qx = i & 1
      const qy = i >> 1
      const c = 2 * column + qx
      const r = 2 * row + qy
      if (c >= below.columns || r >= below.rows) continue
      const child = this.tile(level - 1, c, r)
      if (child.version === seen[i]) continue
      this.kernels.halve(child.pixels, tile.pixels, qx, qy)
      const fresh = seen[i] === child.version - 1 ? child.changed : WHOLE
      seen[i] = child.version
      const half = TILE / 2
      const part = {
        x0: qx * half + (fresh.x0 >> 1), y0: qy * half + (fresh.y0 >> 1),
        x1: qx * half + ((fresh.x1 + 1) >> 1), y1: qy * half + ((fresh.y1 + 1) >> 1),
      }
      changed = changed ? unionRect(changed, part) : part
    }
    if (changed) {
      tile.version++
      tile.changed = intersectRect(growRect(changed, 1), WHOLE)
    }
    return tile
  }

  private find(level: number, column: number, row: number, make: () => LevelTile): { tile: LevelTile, isNew: boolean } {
    const tiles = this.levels[level] ??= new Map()
    const key = row * 65536 + column
    const known = tiles.get(key)
    if (known) return { tile: known, isNew: false }
    const tile = make()
    tiles.set(key, tile)
    return { tile, isNew: true }
  }
}
