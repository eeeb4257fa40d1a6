import type { Point } from '../base'
import { TILE, type Kernels } from '../kernels'
import { tileColumns, type Drawing, type Layer, type Sheet } from '../layers'
import { newBits, squaredDistances, type BitPlane } from '../raster'
import { matching, settled, type Borders } from './matcher'

/**
 * What a pour could go over anywhere on the sheet: what is like a place, or, without one, what has no line: clear on
 * the layers that count, or like the paper.
 */
export function openPx(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  like: { readonly x?: number; readonly y?: number; readonly tolerance: number; readonly borders: Borders },
): BitPlane {
  const { width, height } = drawing.sheet
  const place =
    like.x === undefined || like.y === undefined ? clearPlace(drawing, layer, like.borders) : { x: like.x, y: like.y }
  const bits = newBits(width, height)
  if (!place) return bits
  const matcher = matching(kernels, drawing, layer, { ...like, ...place })
  const { words } = settled(matcher)
  bits.words.set(words)
  matcher.forget()
  return bits
}

/** A place with no paint on any layer that counts; null when there is none on a grid of a few px. */
function clearPlace(drawing: Drawing, layer: Layer, borders: Borders): { x: number; y: number } | null {
  const layers =
    borders === 'this'
      ? [layer]
      : borders === 'all'
        ? drawing.layers.filter(each => each.visible)
        : drawing.layers.filter(each => borders.includes(each.id))
  const { width, height } = drawing.sheet
  for (let y = 0; y < height; y += 3) {
    for (let x = 0; x < width; x += 3)
      if (layers.every(each => alphaAt(drawing.sheet, each, x, y) === 0)) return { x, y }
  }
  return null
}

function pixelIn(sheet: Sheet, layer: Layer, x: number, y: number): { tile: Uint8Array; at: number } | null {
  if (x < 0 || y < 0 || x >= sheet.width || y >= sheet.height) return null
  const tile = layer.tiles.get(Math.floor(y / TILE) * tileColumns(sheet) + Math.floor(x / TILE))
  return tile ? { tile, at: 4 * ((y % TILE) * TILE + (x % TILE)) } : null
}

function alphaAt(sheet: Sheet, layer: Layer, x: number, y: number): number {
  const pixel = pixelIn(sheet, layer, x, y)
  return pixel ? pixel.tile[pixel.at + 3]! : 0
}

/** The end of a line: the middle of it near a place, how wide it is there, and its colour. */
export interface InkEnd extends Point {
  /** Px. */
  readonly width: number
  readonly colour: readonly [number, number, number]
}

/** How far round a place its line is measured, px. */
const REACH = 22
/** The middle of the line lies at most so far from the place at its rim, px. */
const MIDDLE_REACH = 9
/** Paint at least this strong is line, alpha 0 … 255. */
const INK_ALPHA = 96

/**
 * The line of a layer that ends at a place; null when there is none. Its width is that of the largest disc inside it
 * near there.
 */
export function inkEnd(sheet: Sheet, layer: Layer, place: Point): InkEnd | null {
  const [cx, cy] = [Math.floor(place.x), Math.floor(place.y)]
  const side = 2 * REACH + 1
  const outside = new Uint8Array(side * side)
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++)
      outside[y * side + x] = alphaAt(sheet, layer, cx - REACH + x, cy - REACH + y) >= INK_ALPHA ? 0 : 1
  const distances = squaredDistances(outside, side, side)
  // The very end may be too faint to be line: its middle lies a little way in.
  let best = -1
  for (let y = REACH - MIDDLE_REACH; y <= REACH + MIDDLE_REACH; y++) {
    for (let x = REACH - MIDDLE_REACH; x <= REACH + MIDDLE_REACH; x++) {
      const i = y * side + x
      if (distances[i]! > 0 && distances[i]! !== Infinity && (best < 0 || distances[i]! > distances[best]!)) best = i
    }
  }
  if (best < 0) return null
  const [x, y] = [cx - REACH + (best % side), cy - REACH + Math.floor(best / side)]
  const { tile, at } = pixelIn(sheet, layer, x, y)!
  return {
    x: x + 0.5,
    y: y + 0.5,
    width: Math.max(1, 2 * Math.sqrt(distances[best]!) - 1),
    colour: [tile[at]!, tile[at + 1]!, tile[at + 2]!],
  }
}
