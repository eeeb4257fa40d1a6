import { growRect, intersectRect, type Rect } from '../base'
import { isClearTile, TILE, TILE_BYTES, type Kernels, type Tile } from '../kernels'
import { sheetRect, tileNumber, tileOrigin, tilesUnder, type Sheet } from '../layers'
import { thickenMarks, withoutSpecks, type Marks } from '../raster'
import { blurredTiles, paintBox } from './blur'
import { lumaOf, smooth } from './maps'
import type { AdjustmentOf } from './settings'

/** Paper is evened by what lies within this blur of a px; lines are much thinner. Px. */
const EVEN_SIGMA = 24
/** Darkness that a soft edge takes at most, of 1. */
const SOFTEST = 0.35

interface Plane extends Marks {
  readonly x: number
  readonly y: number
}

/**
 * Solid lines on clear from soft or photographed ones: how dark each px is against its surroundings, cut at a strength
 * with an edge as soft as wanted; small specks left out; thicker or thinner by the distance from the cut.
 */
export function* cleanedLines(
  kernels: Kernels,
  sheet: Sheet,
  tiles: ReadonlyMap<number, Tile>,
  how: AdjustmentOf<'lines'>,
): Generator<number, Map<number, Tile>> {
  const box = intersectRect(growRect(paintBox(sheet, tiles), Math.max(how.thicken, 0) + 1), sheetRect(sheet))
  const dark = darkness(sheet, tiles, box)
  yield 0.2
  if (how.evens) {
    const work = blurredTiles(kernels, sheet, opaqueOf(sheet, tiles), EVEN_SIGMA)
    for (let step = work.next(); ; step = work.next()) {
      if (step.done) {
        even(dark, sheet, step.value)
        break
      }
      yield 0.2 + 0.4 * step.value
    }
  }
  const cover = covered(dark, how)
  yield 0.7
  if (how.specks > 0) withoutSpecks(cover, how.specks)
  yield 0.85
  if (how.thicken !== 0) thickenMarks(cover, how.thicken)
  yield 0.95
  const out = new Map<number, Tile>()
  for (const { number, part } of tilesUnder(sheet, box)) {
    const { x, y } = tileOrigin(sheet, number)
    const tile = new Uint8Array(TILE_BYTES)
    for (let py = part.y0; py < part.y1; py++) {
      for (let px = part.x0; px < part.x1; px++) {
        const alpha = Math.floor(cover.values[(py - cover.y) * cover.width + px - cover.x]! * 255 + 0.5)
        if (alpha > 0) tile.set([...how.colour, alpha], 4 * ((py - y) * TILE + px - x))
      }
    }
    if (!isClearTile(tile)) out.set(number, tile)
  }
  return out
}

/** How dark each px is over white, 0 … 1. */
function darkness(sheet: Sheet, tiles: ReadonlyMap<number, Tile>, box: Rect): Plane {
  const [width, height] = [Math.max(box.x1 - box.x0, 0), Math.max(box.y1 - box.y0, 0)]
  const values = new Float32Array(width * height)
  for (const { number, part } of tilesUnder(sheet, box)) {
    const tile = tiles.get(number)
    if (!tile) continue
    const { x, y } = tileOrigin(sheet, number)
    for (let py = part.y0; py < part.y1; py++) {
      for (let px = part.x0; px < part.x1; px++) {
        const at = 4 * ((py - y) * TILE + px - x)
        values[(py - box.y0) * width + px - box.x0] =
          (tile[at + 3]! / 255) * (1 - lumaOf(tile[at]!, tile[at + 1]!, tile[at + 2]!) / 255)
      }
    }
  }
  return { x: box.x0, y: box.y0, width, height, values }
}

/** The tiles over white: what is not painted is paper. */
function opaqueOf(sheet: Sheet, tiles: ReadonlyMap<number, Tile>): Map<number, Tile> {
  const out = new Map<number, Tile>()
  for (const { number } of tilesUnder(sheet, paintBox(sheet, tiles))) {
    const tile = tiles.get(number)
    const white = new Uint8Array(TILE_BYTES).fill(255)
    if (tile) {
      for (let at = 0; at < TILE_BYTES; at += 4) {
        const alpha = tile[at + 3]!
        if (alpha === 0) continue
        for (let c = 0; c < 3; c++)
          white[at + c] = Math.floor((tile[at + c]! * alpha + 255 * (255 - alpha) + 127) / 255)
      }
    }
    out.set(number, white)
  }
  return out
}

/** Takes away how dark the paper round each px is: shadows and the yellow of an old page. */
function even(dark: Plane, sheet: Sheet, blurred: ReadonlyMap<number, Tile>): void {
  const box = { x0: dark.x, y0: dark.y, x1: dark.x + dark.width, y1: dark.y + dark.height }
  for (const { number, part } of tilesUnder(sheet, box)) {
    const tile = blurred.get(tileNumber(sheet, Math.floor(part.x0 / TILE), Math.floor(part.y0 / TILE)))
    if (!tile) continue
    const { x, y } = tileOrigin(sheet, number)
    for (let py = part.y0; py < part.y1; py++) {
      for (let px = part.x0; px < part.x1; px++) {
        const at = 4 * ((py - y) * TILE + px - x)
        const i = (py - dark.y) * dark.width + px - dark.x
        const round = 1 - lumaOf(tile[at]!, tile[at + 1]!, tile[at + 2]!) / 255
        dark.values[i] = Math.min(Math.max((dark.values[i]! - round) / Math.max(1 - round, 0.2), 0), 1)
      }
    }
  }
}

function covered(dark: Plane, { strength, soft }: AdjustmentOf<'lines'>): Plane {
  const half = Math.max((SOFTEST * soft) / 200, 0.004)
  const at = strength / 100
  return { ...dark, values: dark.values.map(value => smooth((value - at + half) / (2 * half))) }
}
