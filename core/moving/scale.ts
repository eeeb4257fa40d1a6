import { isClearTile, TILE_BYTES, type Kernels, type Tile } from '../kernels'
import { sheetRect, tileOrigin, tilesUnder, type Layer, type Sheet } from '../layers'
import { newField, projectiveMapping } from './field'
import { newRow, overField } from './move'
import { paintBox, pictureOf } from './picture'
import { Sampler } from './sampler'

/** A layer's or mask's tiles on a sheet that is scaled to another size. */
export function scaledTiles(
  kernels: Kernels,
  before: Sheet,
  after: Sheet,
  painted: ReadonlyMap<number, Tile>,
): Map<number, Tile> {
  const layer: Layer = { id: '', name: '', visible: true, opacity: 100, tiles: painted }
  const tiles = new Map<number, Tile>()
  const source = paintBox(before, layer)
  if (!source) return tiles
  const sampler = new Sampler(kernels, pictureOf(before, layer, source))
  const mapping = projectiveMapping(
    [before.width / after.width, 0, 0, 0, before.height / after.height, 0, 0, 0, 1],
    source,
    sheetRect(after),
  )
  const field = newField()
  const row = newRow()
  for (const { number, part } of tilesUnder(after, sheetRect(after))) {
    const { x, y } = tileOrigin(after, number)
    if (!mapping.fill(field, x, y)) continue
    const tile = new Uint8Array(TILE_BYTES)
    overField(sampler, field, x, y, part, tile, row)
    if (!isClearTile(tile)) tiles.set(number, tile)
  }
  return tiles
}
