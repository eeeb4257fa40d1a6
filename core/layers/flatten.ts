import {
  COMPOSITE_LAYERS,
  isClearTile,
  TILE,
  TILE_BYTES,
  type DrawCommand,
  type Ground,
  type Kernels,
  type Pixels,
  type Tile,
} from '../kernels'
import { EMPTY_RECT, intersectRect, unionRect, type Rect } from '../base'
import { drawCommandsOf, type StandIn } from './draw-commands'
import { stackOf, type StackItem } from './stack'
import { sheetRect, tileOrigin, tilesUnder } from './tiles'
import type { Drawing, Layer, Sheet } from './types'

/**
 * Flattens one tile of the visible layers over `ground` into `out`, inside `part` (sheet px), with their
 * modes, masks, clips and groups. Clear layers are skipped.
 */
export function flattenTile(
  kernels: Kernels,
  drawing: Drawing,
  number: number,
  part: Rect,
  ground: Ground,
  out: Tile,
  standIn?: StandIn,
): void {
  const { x, y } = tileOrigin(drawing.sheet, number)
  const rect = { x0: part.x0 - x, y0: part.y0 - y, x1: part.x1 - x, y1: part.y1 - y }
  flattenStack(kernels, stackOf(drawing), number, rect, ground, out, standIn)
}

/** The same for a stack, or a part of one. @param rect px within the tile */
export function flattenStack(
  kernels: Kernels,
  items: readonly StackItem[],
  number: number,
  rect: Rect,
  ground: Ground,
  out: Tile,
  standIn?: StandIn,
): void {
  const commands = drawCommandsOf(items, number, standIn)
  if (!commands.every(isPlain)) return kernels.blend(commands, ground, out, rect)
  const first = commands.slice(0, COMPOSITE_LAYERS)
  kernels.composite(first, ground, out, rect)
  for (let i = COMPOSITE_LAYERS; i < commands.length; i += COMPOSITE_LAYERS - 1) {
    const under = { tile: out.slice(), opacity: 1 }
    kernels.composite([under, ...(commands.slice(i, i + COMPOSITE_LAYERS - 1) as TileCommand[])], ground, out, rect)
  }
}

type TileCommand = Extract<DrawCommand, { do: 'tile' }>

/** Flattened by the shorter way. */
function isPlain(command: DrawCommand): command is TileCommand {
  return command.do === 'tile' && command.mode === 'normal' && command.mask === null && !command.isAtop
}

/** A part of the stack as tiles, on nothing or on a ground. */
export function flattenedTiles(
  kernels: Kernels,
  sheet: Sheet,
  items: readonly StackItem[],
  ground: Ground = null,
): Map<number, Tile> {
  const tiles = new Map<number, Tile>()
  for (const { number, part } of tilesUnder(sheet, sheetRect(sheet))) {
    const { x, y } = tileOrigin(sheet, number)
    const tile = new Uint8Array(TILE_BYTES)
    flattenStack(
      kernels,
      items,
      number,
      { x0: 0, y0: 0, x1: Math.min(TILE, part.x1 - x), y1: Math.min(TILE, part.y1 - y) },
      ground,
      tile,
    )
    if (!isClearTile(tile)) tiles.set(number, tile)
  }
  return tiles
}

/** The whole drawing, or a box of it (sheet px, on the sheet), as one RGBA8 picture, row-major, straight alpha. */
export function flattenDrawing(
  kernels: Kernels,
  drawing: Drawing,
  ground: Ground = drawing.sheet.paper,
  box: Rect = sheetRect(drawing.sheet),
): Uint8Array {
  const width = box.x1 - box.x0
  const out = new Uint8Array(width * (box.y1 - box.y0) * 4)
  const tile = new Uint8Array(TILE_BYTES)
  for (const { number, part } of tilesUnder(drawing.sheet, box)) {
    flattenTile(kernels, drawing, number, part, ground, tile)
    copyTile(tile, tileOrigin(drawing.sheet, number), part, out, box)
  }
  return out
}

/** One layer's alpha, 0 … 255, row-major over the whole sheet, as painted: its opacity does not count. */
export function layerAlpha(drawing: Drawing, layer: Layer, box: Rect = sheetRect(drawing.sheet)): Uint8Array {
  const width = box.x1 - box.x0
  const out = new Uint8Array(width * (box.y1 - box.y0))
  for (const { number, part } of tilesUnder(drawing.sheet, box)) {
    const tile = layer.tiles.get(number)
    if (!tile) continue
    const origin = tileOrigin(drawing.sheet, number)
    for (let y = part.y0; y < part.y1; y++) {
      let from = 4 * ((y - origin.y) * TILE + part.x0 - origin.x) + 3
      const to = (y - box.y0) * width + part.x1 - box.x0
      // What is clear is clear already.
      for (let i = to - (part.x1 - part.x0); i < to; i++, from += 4) if (tile[from] !== 0) out[i] = tile[from]!
    }
  }
  return out
}

/** The part of the sheet that a layer's tiles cover: all its paint lies in it. Empty when it has none. */
export function tilesBox({ sheet }: Pick<Drawing, 'sheet'>, layer: Pick<Layer, 'tiles'>): Rect {
  let box = EMPTY_RECT
  for (const number of layer.tiles.keys()) {
    const { x, y } = tileOrigin(sheet, number)
    box = unionRect(box, { x0: x, y0: y, x1: x + TILE, y1: y + TILE })
  }
  return intersectRect(box, sheetRect(sheet))
}

/** Tiles as one picture, no larger than they are, and where it lies on the sheet; null: there are none. */
export function tilesPicture(
  sheet: Sheet,
  tiles: ReadonlyMap<number, Tile>,
): { x: number; y: number; picture: Pixels } | null {
  const box = tilesBox({ sheet }, { tiles })
  const [width, height] = [box.x1 - box.x0, box.y1 - box.y0]
  if (width <= 0 || height <= 0) return null
  const pixels = new Uint8Array(4 * width * height)
  for (const { number, part } of tilesUnder(sheet, box)) {
    const tile = tiles.get(number)
    if (tile) copyTile(tile, tileOrigin(sheet, number), part, pixels, box)
  }
  return { x: box.x0, y: box.y0, picture: { width, height, pixels } }
}

/** Copies a part of a tile (sheet px) to its place in a picture of a box. */
export function copyTile(tile: Tile, origin: { x: number; y: number }, part: Rect, out: Uint8Array, box: Rect): void {
  for (let y = part.y0; y < part.y1; y++) {
    const from = 4 * ((y - origin.y) * TILE + (part.x0 - origin.x))
    out.set(
      tile.subarray(from, from + 4 * (part.x1 - part.x0)),
      4 * ((y - box.y0) * (box.x1 - box.x0) + part.x0 - box.x0),
    )
  }
}
