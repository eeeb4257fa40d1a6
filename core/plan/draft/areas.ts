import { contours } from 'd3-contour'
import simplify from 'simplify-js'
import type { Rect } from '../../base'
import { TILE, type Tile } from '../../kernels'
import { sheetRect, tileOrigin, tilesUnder, type Drawing } from '../../layers'
import { boxOf } from '../../lookfor'
import { components } from '../../raster'

/** Where something lies on the plan's sheet. */
export interface Area {
  /** Its border, x, y, x, y … px. */
  readonly border: number[]
  /** Share of the sheet. */
  readonly share: number
}

/** Areas are found on a grid of cells so wide, px of a sheet whose longer side is {@link GRID} cells. */
const GRID = 400
/** Fainter paint is a trace, alpha 0 … 255. */
const SEEN = 96
/** Corners of a border at most, and how far it may be off, cells. */
const OFF = 0.9
/** A closed shape is at least so large, share of the sheet. */
const LEAST_SHARE = 0.004
/** An outline holds so much air at least. */
const AIR = 0.4

/** All that a layer holds, the holes filled: the largest piece. Null when there is hardly any. */
export function paintedArea(drawing: Drawing, layer: string): Area | null {
  return gridOf(drawing, layer)?.painting() ?? null
}

/** The box round all that a layer holds, sheet px; null when it holds nothing. */
export function paintedBox(drawing: Drawing, layer: string): { x0: number; y0: number; x1: number; y1: number } | null {
  const grid = gridOf(drawing, layer)
  const box = grid && boxOf(grid.painted, grid.width)
  if (!box) return null
  const px = (cells: number) => (cells - 1) * grid.cell
  return { x0: px(box.x0), y0: px(box.y0), x1: px(box.x1), y1: px(box.y1) }
}

/** The largest shape that a layer's lines close off; null when they close none, or it is only the paint itself. */
export function closedArea(drawing: Drawing, layer: string): Area | null {
  return gridOf(drawing, layer)?.closing() ?? null
}

/** A layer's paint in cells. What is asked of it several times is found once. */
class Grid {
  private shape: Uint8Array | null = null
  private area: Area | null | undefined

  /** @param width with a rim of one clear cell all round, as the height */
  constructor(
    readonly painted: Uint8Array,
    readonly width: number,
    private readonly height: number,
    readonly cell: number,
    private readonly sheetPx: number,
  ) {}

  /** The largest piece, the holes filled. */
  painting(): Area | null {
    if (this.area === undefined) this.area = this.areaOf(this.solid())
    return this.area
  }

  /** The same where it is an outline: mostly air. */
  closing(): Area | null {
    let [air, all] = [0, 0]
    const shape = this.solid()
    for (let i = 0; i < shape.length; i++) {
      if (!shape[i]) continue
      all++
      if (!this.painted[i]) air++
    }
    return air > AIR * all ? this.painting() : null
  }

  /** What can't be reached from outside: the largest piece of it. */
  private solid(): Uint8Array {
    if (this.shape) return this.shape
    const { painted, width, height } = this
    const clear = new Uint8Array(painted.length)
    for (let i = 0; i < clear.length; i++) clear[i] = painted[i] ? 0 : 1
    const outside = components(clear, width, height).labels
    const all = new Uint8Array(painted.length)
    for (let i = 0; i < all.length; i++) all[i] = outside[i] === outside[0] ? 0 : 1
    const { labels, found } = components(all, width, height)
    const most = found.reduce((a, b) => (b.area > a.area ? b : a), found[0]!)
    for (let i = 0; i < all.length; i++) all[i] = labels[i] === most.label ? 1 : 0
    return (this.shape = all)
  }

  private areaOf(set: Uint8Array): Area | null {
    const { width, height, cell, sheetPx } = this
    let count = 0
    for (let i = 0; i < set.length; i++) count += set[i]!
    const share = (count * cell * cell) / sheetPx
    if (share < LEAST_SHARE) return null
    const rings = contours()
      .size([width, height])
      .contour(set as unknown as number[], 0.5).coordinates
    const outer = rings.map(polygon => polygon[0]!).reduce((a, b) => (b.length > a.length ? b : a))
    const points = simplify(
      outer.map(([x, y]) => ({ x: x!, y: y! })),
      OFF,
      true,
    ).slice(0, -1)
    if (points.length < 3) return null
    return { border: points.flatMap(({ x, y }) => [Math.round((x - 1) * cell), Math.round((y - 1) * cell)]), share }
  }
}

const grids = new WeakMap<Drawing, Map<string, Grid | null>>()
/** Made once for each drawing: several look-fors are proposed from it. */
function gridOf(drawing: Drawing, id: string): Grid | null {
  let known = grids.get(drawing)
  if (!known) grids.set(drawing, (known = new Map()))
  let grid = known.get(id)
  if (grid === undefined) known.set(id, (grid = makeGrid(drawing, id)))
  return grid
}

function makeGrid(drawing: Drawing, id: string): Grid | null {
  const layer = drawing.layers.find(each => each.id === id)
  if (!layer || layer.tiles.size === 0) return null
  const { width: w, height: h } = drawing.sheet
  const cell = Math.max(1, Math.round(Math.max(w, h) / GRID))
  const [width, height] = [Math.ceil(w / cell) + 2, Math.ceil(h / cell) + 2]
  const painted = new Uint8Array(width * height)
  for (const { number, part } of tilesUnder(drawing.sheet, sheetRect(drawing.sheet))) {
    const tile = layer.tiles.get(number)
    if (tile) markCells(painted, width, cell, tile, tileOrigin(drawing.sheet, number), part)
  }
  return painted.includes(1) ? new Grid(painted, width, height, cell, w * h) : null
}

/** Sets the cells in which a tile's paint can be seen. */
function markCells(
  painted: Uint8Array,
  width: number,
  cell: number,
  tile: Tile,
  { x, y }: { x: number; y: number },
  { x0, x1, y0, y1 }: Rect,
): void {
  for (let py = y0; py < y1; py++) {
    const row = (Math.floor(py / cell) + 1) * width + 1
    for (let from = Math.floor(x0 / cell), px = x0; px < x1; from++) {
      const end = Math.min((from + 1) * cell, x1)
      for (let i = 4 * ((py - y) * TILE + px - x) + 3; px < end; px++, i += 4) {
        if (tile[i]! < SEEN) continue
        painted[row + from] = 1
        break
      }
      px = end
    }
  }
}
