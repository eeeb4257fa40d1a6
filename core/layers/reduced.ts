import { TILE, TILE_BYTES, type Tile } from '../kernels'
import { tileColumns } from './tiles'
import type { Drawing, Group, Layer, Selection, Sheet } from './types'

/** Reduced tiles are kept as long as what they were made of. */
const known = new WeakMap<ReadonlyMap<number, Tile>, Map<number, ReadonlyMap<number, Tile>>>()

/**
 * The drawing at a half, a quarter … of its size, for looks that change while a slider is moved: four samples of
 * each square of px stand for it. Its layers, masks and groups are those of the drawing.
 *
 * @param level its sides are 2^level times smaller; at least 1
 */
export function reducedDrawing(drawing: Drawing, level: number): Drawing {
  const { sheet } = drawing
  const small: Sheet = {
    ...sheet,
    width: Math.ceil(sheet.width / 2 ** level),
    height: Math.ceil(sheet.height / 2 ** level),
  }
  const masked = <T extends Layer | Group>(item: T): T =>
    item.mask ? { ...item, mask: { ...item.mask, tiles: reducedTiles(sheet, small, item.mask.tiles, level) } } : item
  return {
    sheet: small,
    groups: drawing.groups?.map(masked),
    layers: drawing.layers.map(layer => masked({ ...layer, tiles: reducedTiles(sheet, small, layer.tiles, level) })),
    selection: drawing.selection && reducedSelection(sheet, small, drawing.selection, level),
  }
}

/** Of each square of px the one in its middle stands for it. */
function reducedSelection(sheet: Sheet, small: Sheet, selection: Selection, level: number): Selection {
  const out = new Map<number, Uint8Array>()
  const side = TILE >> level
  const step = 2 ** level
  for (const [number, tile] of selection) {
    const [x, y] = [(number % tileColumns(sheet)) * side, Math.floor(number / tileColumns(sheet)) * side]
    const to = Math.floor(y / TILE) * tileColumns(small) + Math.floor(x / TILE)
    let target = out.get(to)
    if (!target) out.set(to, (target = new Uint8Array(TILE * TILE)))
    for (let py = 0; py < side; py++) {
      for (let px = 0; px < side; px++)
        target[((y % TILE) + py) * TILE + (x % TILE) + px] =
          tile[(py * step + (step >> 1)) * TILE + px * step + (step >> 1)]!
    }
  }
  return out
}

function reducedTiles(
  sheet: Sheet,
  small: Sheet,
  tiles: ReadonlyMap<number, Tile>,
  level: number,
): ReadonlyMap<number, Tile> {
  let levels = known.get(tiles)
  if (!levels) known.set(tiles, (levels = new Map()))
  let reduced = levels.get(level)
  if (!reduced) levels.set(level, (reduced = makeTiles(sheet, small, tiles, level)))
  return reduced
}

function makeTiles(sheet: Sheet, small: Sheet, tiles: ReadonlyMap<number, Tile>, level: number): Map<number, Tile> {
  const out = new Map<number, Tile>()
  const columns = tileColumns(sheet)
  const side = TILE >> level
  for (const [number, tile] of tiles) {
    const [x, y] = [(number % columns) * side, Math.floor(number / columns) * side]
    const to = Math.floor(y / TILE) * tileColumns(small) + Math.floor(x / TILE)
    let target = out.get(to)
    if (!target) out.set(to, (target = new Uint8Array(TILE_BYTES)))
    reduceInto(target, x % TILE, y % TILE, tile, level)
  }
  return out
}

/** A tile into a part of a smaller one: colours by their alpha. */
function reduceInto(out: Tile, left: number, top: number, tile: Tile, level: number): void {
  const step = 2 ** level
  const near = step >> 2
  const far = step - 1 - near
  for (let y = 0; y < TILE >> level; y++) {
    for (let x = 0; x < TILE >> level; x++) {
      const rows = [(y * step + near) * TILE, (y * step + far) * TILE]
      let [r, g, b, a] = [0, 0, 0, 0]
      for (const row of rows) {
        for (let k = 0; k < 2; k++) {
          const at = 4 * (row + x * step + (k ? far : near))
          const alpha = tile[at + 3]!
          r += tile[at]! * alpha
          g += tile[at + 1]! * alpha
          b += tile[at + 2]! * alpha
          a += alpha
        }
      }
      if (a === 0) continue
      const to = 4 * ((top + y) * TILE + left + x)
      out[to] = r / a
      out[to + 1] = g / a
      out[to + 2] = b / a
      out[to + 3] = a / 4
    }
  }
}
