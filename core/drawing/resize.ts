import { intersectRect, isEmptyRect, type Rect } from '../base'
import { isClearTile, TILE, type Kernels, type Tile } from '../kernels'
import {
  PLACED_AS_IS,
  sheetRect,
  tileOrigin,
  tilesUnder,
  type Drawing,
  type Group,
  type Layer,
  type Sheet,
} from '../layers'
import { scaledTiles } from '../moving'

/** The drawing on a sheet that holds `box` of the old one (px); beyond the old one it is empty. */
export function resizedDrawing(drawing: Drawing, box: Rect): Drawing {
  const { sheet: before, selection } = drawing
  const sheet = { ...before, width: box.x1 - box.x0, height: box.y1 - box.y0 }
  const cutPaint = (tiles: ReadonlyMap<number, Tile>) =>
    new Map([...cutTiles(before, sheet, tiles, box, 4)].filter(([, tile]) => !isClearTile(tile)))
  const { layers, groups } = repainted(drawing, cutPaint)
  const cut = selection && cutTiles(before, sheet, selection, box, 1)
  const placed = drawing.placed ?? PLACED_AS_IS
  return {
    sheet,
    layers,
    groups,
    selection: cut?.size ? cut : undefined,
    placed: { ...placed, x: placed.x - box.x0, y: placed.y - box.y0 },
    ...(drawing.light && { light: { ...drawing.light, x: drawing.light.x - box.x0, y: drawing.light.y - box.y0 } }),
  }
}

/** The layers and groups with other tiles, in their masks as well. */
function repainted(
  drawing: Drawing,
  change: (tiles: ReadonlyMap<number, Tile>) => Map<number, Tile>,
): Pick<Drawing, 'layers' | 'groups'> {
  const masked = <T extends Layer | Group>(item: T): T =>
    item.mask ? { ...item, mask: { ...item.mask, tiles: change(item.mask.tiles) } } : item
  return {
    layers: drawing.layers.map(layer => masked({ ...layer, tiles: change(layer.tiles) })),
    groups: drawing.groups?.map(masked),
  }
}

/** Tiles of a sheet with its corner at another place; `depth` bytes a px. */
function cutTiles(
  before: Sheet,
  after: Sheet,
  tiles: ReadonlyMap<number, Uint8Array>,
  box: Rect,
  depth: number,
): Map<number, Uint8Array> {
  const out = new Map<number, Uint8Array>()
  for (const [number, tile] of tiles) {
    const { x, y } = tileOrigin(before, number)
    const inside = intersectRect({ x0: x, y0: y, x1: x + TILE, y1: y + TILE }, intersectRect(box, sheetRect(before)))
    if (isEmptyRect(inside)) continue
    const moved = { x0: inside.x0 - box.x0, y0: inside.y0 - box.y0, x1: inside.x1 - box.x0, y1: inside.y1 - box.y0 }
    for (const { number: to, part } of tilesUnder(after, moved)) {
      const origin = tileOrigin(after, to)
      let target = out.get(to)
      if (!target) out.set(to, (target = new Uint8Array(TILE * TILE * depth)))
      for (let py = part.y0; py < part.y1; py++) {
        const from = ((py + box.y0 - y) * TILE + part.x0 + box.x0 - x) * depth
        target.set(
          tile.subarray(from, from + (part.x1 - part.x0) * depth),
          ((py - origin.y) * TILE + part.x0 - origin.x) * depth,
        )
      }
    }
  }
  return out
}

/** The drawing scaled to another size, px; what was selected no longer is. */
export function scaledDrawing(kernels: Kernels, drawing: Drawing, width: number, height: number): Drawing {
  const sheet = { ...drawing.sheet, width, height }
  const { x, y, scaleX, scaleY } = drawing.placed ?? PLACED_AS_IS
  const byX = width / drawing.sheet.width
  const byY = height / drawing.sheet.height
  return {
    sheet,
    ...repainted(drawing, tiles => scaledTiles(kernels, drawing.sheet, sheet, tiles)),
    placed: { x: x * byX, y: y * byY, scaleX: scaleX * byX, scaleY: scaleY * byY },
    ...(drawing.light && { light: { ...drawing.light, x: drawing.light.x * byX, y: drawing.light.y * byY } }),
  }
}
