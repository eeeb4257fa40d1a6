import { growRect, intersectRect, isEmptyRect, type Rect } from '../base'
import { TILE, TILE_BYTES, type Kernels, type Tile } from '../kernels'
import { sheetRect, tileOrigin, type Drawing, type Layer, type Selection, type TilePart } from '../layers'
import { areaOf, boxRadius } from './area'
import type { ToolSettings } from './settings'

/** How far wet paint runs into wet paint: standard deviation as a share of the size, and at most, px. By eye. */
const RUNS = 0.16
const FARTHEST_RUN = 24

/** How soft a wash gets where it meets wet paint, px (standard deviation); 0: not at all. */
export function runOf({ size, wet = 0, effect }: ToolSettings): number {
  return effect === 'erase' ? 0 : Math.min((size * RUNS * wet) / 100, FARTHEST_RUN)
}

/** How far beyond a stroke its paint may run, px. */
export function runMargin(sigma: number): number {
  return sigma > 0 ? 3 * boxRadius(sigma) : 0
}

/**
 * Wet on wet: a stroke that was laid runs into the paint that was there before it, and that into the stroke. Where the
 * paper was dry its edge stays as it was. Near the stroke each px goes toward its blurred surroundings as far as it was
 * painted before.
 *
 * The stroke's mask must still be open.
 *
 * @param parts what the stroke touched, grown by {@link runMargin}
 */
export function ranTogether(kernels: Kernels, drawing: Drawing, before: Layer, laid: Layer, parts: readonly TilePart[], sigma: number, seed: number, within?: Selection): Layer {
  const { sheet } = drawing
  const box = { radius: boxRadius(sigma), edge: 0 }
  const margin = 3 * box.radius
  const weighed = new Map<number, Uint16Array>()
  const tileOf = (number: number) => {
    const tile = laid.tiles.get(number)
    if (!tile) return null
    let out = weighed.get(number)
    if (!out) weighed.set(number, out = weighedOf(kernels, tile))
    return out
  }
  const tiles = new Map(laid.tiles)
  for (const { number, part } of parts) {
    const wet = before.tiles.get(number)
    const chosen = within?.get(number)
    // Nothing runs on dry paper.
    if (!wet || (within && !chosen)) continue
    const around = growRect(part, margin)
    const { values } = areaOf(sheet, around, tileOf)
    const [width, height] = [around.x1 - around.x0, around.y1 - around.y0]
    const near = maskOver(kernels, around, sheetRect(sheet))
    for (const plane of [values, near]) {
      kernels.blurAcross(plane, width, height, box)
      kernels.blurDown(plane, width, height, box)
    }
    const own = tileOf(number)!.slice()
    const { x, y } = tileOrigin(sheet, number)
    const ran = new Uint8Array(TILE * TILE)
    for (let py = part.y0; py < part.y1; py++) {
      for (let px = part.x0; px < part.x1; px++) {
        const i = (py - y) * TILE + px - x
        const from = 4 * ((py - around.y0) * width + px - around.x0)
        const share = (Math.min(2 * near[from]!, 65535) / 65535) * (wet[4 * i + 3]! / 255) * (chosen ? chosen[i]! / 255 : 1)
        if (share <= 0) continue
        for (let c = 0; c < 4; c++) own[4 * i + c] = Math.floor(own[4 * i + c]! + (values[from + c]! - own[4 * i + c]!) * share + 0.5)
        ran[i] = 1
      }
    }
    tiles.set(number, straightened(kernels, own, laid.tiles.get(number)!, ran, before, x, y, seed))
  }
  return { ...laid, tiles }
}

function weighedOf(kernels: Kernels, tile: Tile): Uint16Array {
  const out = new Uint16Array(TILE_BYTES)
  kernels.weigh(tile, out)
  return out
}

/** The open mask over a box, 0 … 65535 in the first of four values; nothing beyond the sheet. */
function maskOver(kernels: Kernels, box: Rect, sheet: Rect): Uint16Array {
  const width = box.x1 - box.x0
  const out = new Uint16Array(4 * width * (box.y1 - box.y0))
  const part = intersectRect(box, sheet)
  if (isEmptyRect(part)) return out
  const mask = kernels.readMask(part)
  let i = 0
  for (let py = part.y0; py < part.y1; py++) {
    for (let px = part.x0, to = 4 * ((py - box.y0) * width + part.x0 - box.x0); px < part.x1; px++, to += 4) out[to] = Math.min(2 * mask[i++]!, 65535)
  }
  return out
}

/** What did not run stays to the last bit; on a layer that stays inside, alpha does. */
function straightened(kernels: Kernels, weighed: Uint16Array, laid: Tile, ran: Uint8Array, layer: Layer, x: number, y: number, seed: number): Tile {
  const out = new Uint8Array(TILE_BYTES)
  kernels.unweigh(weighed, out, x, y, seed)
  const [to, from] = [new Uint32Array(out.buffer), new Uint32Array(laid.buffer, laid.byteOffset, TILE * TILE)]
  for (let i = 0; i < ran.length; i++) {
    if (!ran[i]) to[i] = from[i]!
    else if (layer.inside) out[4 * i + 3] = laid[4 * i + 3]!
  }
  return out
}
