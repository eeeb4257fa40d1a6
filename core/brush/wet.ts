import { growRect, intersectRect, isEmptyRect, type Rect } from '../base'
import { TILE, TILE_BYTES, type Kernels, type Laying, type Tile } from '../kernels'
import { layTile, sheetRect, tileOrigin, type Drawing, type Layer, type Selection, type TilePart } from '../layers'
import { areaOf, boxRadius, type Area } from './area'
import type { ToolSettings } from './settings'

/** How far wet paint runs into wet paint: standard deviation as a share of the size, and at most, px. By eye. */
const RUNS = 0.2
const FARTHEST_RUN = 24
/** From this strength on paint that was there is as wet as can be, alpha 0 … 255: a thin wash is. */
const WET_ALPHA = 48

/** How soft a wash gets where it meets wet paint, px (standard deviation); 0: not at all. */
export function runOf({ size, wet = 0, effect }: ToolSettings): number {
  return effect === 'erase' ? 0 : Math.min((size * RUNS * wet) / 100, FARTHEST_RUN)
}

/** How far beyond a stroke its paint may run, px. */
export function runMargin(sigma: number): number {
  return sigma > 0 ? 3 * boxRadius(sigma) : 0
}

/**
 * Wet on wet: where there was paint before, a stroke runs out softly and dries without a rim; on dry paper it stays as
 * it was laid. The mask is blurred, not the paint: the grain of both stays.
 *
 * The stroke's mask must still be open.
 *
 * @param laid the layer with the stroke laid as on dry paper
 * @param parts what the stroke touched, grown by {@link runMargin}
 */
export function ranTogether(
  kernels: Kernels,
  { sheet }: Drawing,
  before: Layer,
  laid: Layer,
  parts: readonly TilePart[],
  laying: Laying,
  sigma: number,
  within?: Selection,
): Layer {
  const box = { radius: boxRadius(sigma), edge: 0 }
  const premultiplied = new Map<number, Uint16Array>()
  const tileOf = (number: number) => {
    const tile = before.tiles.get(number)
    if (tile && !premultiplied.has(number)) premultiplied.set(number, weighedOf(kernels, tile))
    return premultiplied.get(number)
  }
  // Inside it is as pale as a wash is that has a rim.
  const wetLaying: Laying = { ...laying, rim: 0, opacity: laying.opacity * (1 - laying.rim) }
  const tiles = new Map(laid.tiles)
  for (const { number, part } of parts) {
    const was = before.tiles.get(number)
    const dry = laid.tiles.get(number)
    // Nothing runs on dry paper.
    if (!was || !dry || (within && !within.has(number))) continue
    const around = growRect(part, 3 * box.radius)
    const plane = planeOf(kernels, areaOf(sheet, around, tileOf), intersectRect(around, sheetRect(sheet)))
    const [width, height] = [around.x1 - around.x0, around.y1 - around.y0]
    kernels.blurAcross(plane, width, height, box)
    kernels.blurDown(plane, width, height, box)
    const soft = was.slice()
    withMask(
      kernels,
      part,
      (x, y) => plane[4 * ((y - around.y0) * width + x - around.x0) + MASK]! >>> 1,
      () => layTile(kernels, wetLaying, was, soft, sheet, { number, part }, within),
    )
    const wetness = (x: number, y: number) =>
      Math.max(plane[4 * ((y - around.y0) * width + x - around.x0) + WETNESS]! / 32767.5 - 1, 0)
    tiles.set(number, mixed(kernels, dry, soft, part, tileOrigin(sheet, number), wetness, laying.seed))
  }
  return { ...laid, tiles }
}

/** What the four values of a px of the plane hold; two of them nothing. */
const WETNESS = 0
const MASK = 1

/** How wet it was, and where the stroke went, 0 … 65535. */
function planeOf(kernels: Kernels, { box, values }: Area, onSheet: Rect): Uint16Array {
  const full = WET_ALPHA * 257
  const out = new Uint16Array(values.length)
  for (let i = 0; i < values.length; i += 4)
    out[i + WETNESS] = Math.min(Math.floor((values[i + 3]! * 65535) / full), 65535)
  if (isEmptyRect(onSheet)) return out
  const mask = kernels.readMask(onSheet)
  const width = box.x1 - box.x0
  let from = 0
  for (let y = onSheet.y0; y < onSheet.y1; y++) {
    for (let to = 4 * ((y - box.y0) * width + onSheet.x0 - box.x0), x = onSheet.x0; x < onSheet.x1; x++, to += 4)
      out[to + MASK] = Math.min(2 * mask[from++]!, 65535)
  }
  return out
}

/** Does something with other values in a part of the mask. */
function withMask(kernels: Kernels, part: Rect, valueAt: (x: number, y: number) => number, work: () => void): void {
  const kept = kernels.readMask(part)
  const width = part.x1 - part.x0
  const row = new Uint16Array(width)
  for (let y = part.y0; y < part.y1; y++) {
    for (let i = 0; i < width; i++) row[i] = valueAt(part.x0 + i, y)
    kernels.writeMaskRow(part.x0, y, row)
  }
  work()
  for (let y = part.y0; y < part.y1; y++)
    kernels.writeMaskRow(part.x0, y, kept.subarray((y - part.y0) * width, (y - part.y0 + 1) * width))
}

function weighedOf(kernels: Kernels, tile: Tile): Uint16Array {
  const out = new Uint16Array(TILE_BYTES)
  kernels.premultiply(tile, out)
  return out
}

/**
 * From the one toward the other, inside a part, as wet as it was; where it was dry, or both are the same, to the last
 * bit as it is.
 */
function mixed(
  kernels: Kernels,
  dry: Tile,
  soft: Tile,
  part: Rect,
  { x, y }: { x: number; y: number },
  wetness: (x: number, y: number) => number,
  seed: number,
): Tile {
  const [from, to] = [weighedOf(kernels, dry), weighedOf(kernels, soft)]
  const [a, b] = [dry, soft].map(tile => new Uint32Array(tile.buffer, tile.byteOffset, TILE * TILE)) as [
    Uint32Array,
    Uint32Array,
  ]
  const ran = new Uint8Array(TILE * TILE)
  for (let py = part.y0; py < part.y1; py++) {
    for (let px = part.x0; px < part.x1; px++) {
      const i = (py - y) * TILE + px - x
      const share = a[i] === b[i] ? 0 : wetness(px, py)
      if (share <= 0) continue
      for (let c = 4 * i; c < 4 * i + 4; c++) from[c] = Math.floor(from[c]! + (to[c]! - from[c]!) * share + 0.5)
      ran[i] = 1
    }
  }
  const out = new Uint8Array(TILE_BYTES)
  kernels.unpremultiply(from, out, x, y, seed)
  const into = new Uint32Array(out.buffer)
  for (let i = 0; i < ran.length; i++) if (!ran[i]) into[i] = a[i]!
  return out
}
