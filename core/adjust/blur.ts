import { EMPTY_RECT, growRect, intersectRect, isEmptyRect, unionRect, type Rect } from '../base'
import { isClearTile, TILE, TILE_BYTES, type BlurBox, type Kernels, type Tile } from '../kernels'
import { sheetRect, tileColumns, tileOrigin, type Sheet } from '../layers'

type Tiles = ReadonlyMap<number, Tile>

/**
 * Three boxes with the variance of a Gaussian: extended box blur (Gwosdek, Grewenig, Bruhn & Weickert 2011,
 * "Theoretical foundations of Gaussian convolution by extended box filtering", eq. 12–14), so that any width is met
 * exactly.
 *
 * @param sigma standard deviation, px
 */
export function boxOf(sigma: number): BlurBox {
  const variance = (sigma * sigma) / 3
  const radius = Math.floor((Math.sqrt(12 * variance + 1) - 1) / 2)
  const wide = 2 * radius + 1
  const edge = (wide * (variance - (radius * (radius + 1)) / 3)) / (2 * ((radius + 1) * (radius + 1) - variance))
  return { radius, edge }
}

/** How far a blur reaches, px. */
export function reachOf(sigma: number): number {
  return 3 * (boxOf(sigma).radius + 1)
}

/**
 * Blurs tiles (Gaussian, transparent px count as nothing, the sheet's edge goes on as it is). What is far from all
 * paint stays out. Yields the share that is done, 0 … 1, so that long work can show it and be stopped.
 *
 * @returns blurred tiles; clear ones are left out
 */
export function* blurredTiles(
  kernels: Kernels,
  sheet: Sheet,
  tiles: Tiles,
  sigma: number,
  seed = 0,
): Generator<number, Map<number, Tile>> {
  const out = new Map<number, Tile>()
  const paint = paintBox(sheet, tiles)
  const reach = reachOf(sigma)
  const wanted = intersectRect(growRect(paint, reach), sheetRect(sheet))
  if (isEmptyRect(paint) || isEmptyRect(wanted)) return out
  // Whole tiles; and as much round them as has a say in them, also beyond the sheet, where its edge goes on.
  const target = toTiles(sheet, wanted)
  const bands = yield* bandsAcross(kernels, sheet, tiles, sigma, target)
  yield* columnsDown(kernels, sheet, bands, sigma, target, seed, out)
  return out
}

/** The box round all tiles, inside the sheet. */
export function paintBox(sheet: Sheet, tiles: Tiles): Rect {
  let box = EMPTY_RECT
  for (const number of tiles.keys()) {
    const { x, y } = tileOrigin(sheet, number)
    box = unionRect(box, { x0: x, y0: y, x1: x + TILE, y1: y + TILE })
  }
  return intersectRect(box, sheetRect(sheet))
}

/** Grown to whole tiles, as far as the sheet goes. */
function toTiles(sheet: Sheet, { x0, y0, x1, y1 }: Rect): Rect {
  return intersectRect(
    {
      x0: Math.floor(x0 / TILE) * TILE,
      y0: Math.floor(y0 / TILE) * TILE,
      x1: Math.ceil(x1 / TILE) * TILE,
      y1: Math.ceil(y1 / TILE) * TILE,
    },
    sheetRect(sheet),
  )
}

/**
 * Premultiplied rows of tiles by their row, blurred along the rows, cut to the target's width; null where there is
 * nothing.
 */
type Bands = ReadonlyMap<number, Uint16Array | null>

function* bandsAcross(
  kernels: Kernels,
  sheet: Sheet,
  tiles: Tiles,
  sigma: number,
  target: Rect,
): Generator<number, Bands> {
  const bands = new Map<number, Uint16Array | null>()
  const reach = reachOf(sigma)
  const premultiplied = new Uint16Array(TILE_BYTES)
  const [from, to, cut] = [target.x0 - reach, target.x1 + reach, target.x1 - target.x0]
  const width = to - from
  const inside = intersectRect({ x0: from, y0: target.y0 - reach, x1: to, y1: target.y1 + reach }, sheetRect(sheet))
  for (let row = Math.floor(inside.y0 / TILE); row * TILE < inside.y1; row++) {
    const rows = Math.min(TILE, sheet.height - row * TILE)
    let band: Uint16Array | null = null
    for (let column = Math.floor(inside.x0 / TILE); column * TILE < inside.x1; column++) {
      const tile = tiles.get(row * tileColumns(sheet) + column)
      if (!tile) continue
      band ??= new Uint16Array(4 * width * rows)
      kernels.premultiply(tile, premultiplied)
      const [x0, x1] = [Math.max(column * TILE, inside.x0), Math.min((column + 1) * TILE, inside.x1)]
      copyPart(premultiplied, TILE, x0 - column * TILE, band, width, x0 - from, x1 - x0, rows)
    }
    if (band) {
      goOn(band, width, rows, inside.x0 - from, inside.x1 - from)
      kernels.blurAcross(band, width, rows, boxOf(sigma))
      const own = new Uint16Array(4 * cut * rows)
      copyPart(band, width, reach, own, cut, 0, cut, rows)
      band = own
    }
    bands.set(row, band)
    yield (0.5 * Math.min((row + 1) * TILE - inside.y0, inside.y1 - inside.y0)) / (inside.y1 - inside.y0)
  }
  return bands
}

/** Beyond the sheet its first and last px of a row go on. */
function goOn(band: Uint16Array, width: number, rows: number, first: number, end: number): void {
  for (let y = 0; y < rows; y++) {
    const row = 4 * y * width
    for (let x = 0; x < first; x++) band.copyWithin(row + 4 * x, row + 4 * first, row + 4 * first + 4)
    for (let x = end; x < width; x++) band.copyWithin(row + 4 * x, row + 4 * (end - 1), row + 4 * end)
  }
}

function* columnsDown(
  kernels: Kernels,
  sheet: Sheet,
  bands: Bands,
  sigma: number,
  target: Rect,
  seed: number,
  out: Map<number, Tile>,
): Generator<number, void> {
  const reach = reachOf(sigma)
  const width = target.x1 - target.x0
  const [from, to] = [target.y0 - reach, target.y1 + reach]
  const values = new Uint16Array(TILE_BYTES)
  for (let left = target.x0; left < target.x1; left += TILE) {
    const wide = Math.min(TILE, target.x1 - left)
    const strip = new Uint16Array(4 * wide * (to - from))
    for (const [row, band] of bands) {
      if (!band) continue
      const [y0, y1] = [Math.max(row * TILE, from), Math.min((row + 1) * TILE, sheet.height, to)]
      copyPart(
        band.subarray(4 * width * (y0 - row * TILE)),
        width,
        left - target.x0,
        strip.subarray(4 * wide * (y0 - from)),
        wide,
        0,
        wide,
        y1 - y0,
      )
    }
    // Beyond the sheet its first and last row go on.
    for (let y = from; y < 0; y++) strip.copyWithin(4 * wide * (y - from), 4 * wide * -from, 4 * wide * (1 - from))
    for (let y = sheet.height; y < to; y++)
      strip.copyWithin(4 * wide * (y - from), 4 * wide * (sheet.height - 1 - from), 4 * wide * (sheet.height - from))
    kernels.blurDown(strip, wide, to - from, boxOf(sigma))
    for (let top = target.y0; top < target.y1; top += TILE) {
      const rows = Math.min(TILE, target.y1 - top)
      if (wide < TILE || rows < TILE) values.fill(0)
      copyPart(strip.subarray(4 * wide * (top - from)), wide, 0, values, TILE, 0, wide, rows)
      const tile = new Uint8Array(TILE_BYTES)
      kernels.unpremultiply(values, tile, left, top, seed)
      if (!isClearTile(tile)) out.set(Math.floor(top / TILE) * tileColumns(sheet) + Math.floor(left / TILE), tile)
    }
    yield 0.5 + (0.5 * (left + wide - target.x0)) / width
  }
}

/** Copies columns of premultiplied px, row by row. Widths in px. */
function copyPart(
  from: Uint16Array,
  fromWidth: number,
  fromX: number,
  to: Uint16Array,
  toWidth: number,
  toX: number,
  columns: number,
  rows: number,
): void {
  for (let y = 0; y < rows; y++) {
    const at = 4 * (y * fromWidth + fromX)
    to.set(from.subarray(at, at + 4 * columns), 4 * (y * toWidth + toX))
  }
}

/** Runs work to its end without showing how far it is. */
export function finished<T>(work: Generator<number, T>): T {
  for (;;) {
    const step = work.next()
    if (step.done) return step.value
  }
}
