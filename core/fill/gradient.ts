import { ditherIndex, DITHER, TILE, TILE_BYTES, isClearTile, type Tile } from '../kernels'
import { sheetRect, tileOrigin, tilesUnder, type Drawing, type Layer, type Selection, type TilePart } from '../layers'
import { squaredDistances } from '../raster'

export const GRADIENT_FORMS = ['straight', 'round', 'along'] as const
export type GradientForm = (typeof GRADIENT_FORMS)[number]

export interface Gradient {
  /**
   * Straight from one place to the other · round the first, as far as the second · along the shape that is filled, from
   * its edge inwards.
   */
  readonly form: GradientForm
  /** Sheet px. */
  readonly from: { readonly x: number; readonly y: number }
  readonly to: { readonly x: number; readonly y: number }
  /** Red, green, blue, alpha of even steps, each 0 … `one`. */
  readonly ramp: readonly (readonly [number, number, number, number])[]
  readonly one: number
  /** 0 … 1. */
  readonly opacity: number
  readonly seed: number
}

/**
 * A layer with a gradient laid over it, where it is chosen. Each px is rounded by the dither matrix at its place, so
 * that long gradients show no bands.
 */
export function gradientLaid(drawing: Drawing, layer: Layer, gradient: Gradient, within: Selection | undefined): Layer {
  const { sheet } = drawing
  const place = placer(drawing, gradient, within)
  const tiles = new Map<number, Tile>(layer.tiles)
  const laid = layer.inside === true
  for (const part of tilesUnder(sheet, sheetRect(sheet))) {
    const chosen = within?.get(part.number)
    const before = layer.tiles.get(part.number)
    if ((within && !chosen) || (laid && !before)) continue
    const out = before ? before.slice() : new Uint8Array(TILE_BYTES)
    layPart(out, part, tileOrigin(sheet, part.number), gradient, place, chosen, laid)
    if (before || !isClearTile(out)) tiles.set(part.number, out)
  }
  return { ...layer, tiles }
}

/** How far along the ramp a px lies, 0 … 1. */
type Placer = (x: number, y: number) => number

const within01 = (t: number) => Math.min(Math.max(t, 0), 1)

function placer(drawing: Drawing, { form, from, to }: Gradient, within: Selection | undefined): Placer {
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const length2 = dx * dx + dy * dy
  if (form === 'along') return alongShape(drawing, within)
  if (length2 === 0) return () => 1
  if (form === 'straight') return (x, y) => within01(((x + 0.5 - from.x) * dx + (y + 0.5 - from.y) * dy) / length2)
  const length = Math.sqrt(length2)
  return (x, y) => {
    const [px, py] = [x + 0.5 - from.x, y + 0.5 - from.y]
    return within01(Math.sqrt(px * px + py * py) / length)
  }
}

/** By the distance from the edge of what is chosen, 0 at the edge, 1 where it is deepest. */
function alongShape({ sheet }: Drawing, within: Selection | undefined): Placer {
  const { width, height } = sheet
  // A margin of one px: the sheet's edge is an edge as well.
  const w = width + 2
  const outside = new Uint8Array(w * (height + 2)).fill(1)
  for (const { number, part } of tilesUnder(sheet, sheetRect(sheet))) {
    const chosen = within?.get(number)
    if (within && !chosen) continue
    const { x, y } = tileOrigin(sheet, number)
    for (let py = part.y0; py < part.y1; py++) {
      for (let px = part.x0; px < part.x1; px++)
        if (!chosen || chosen[(py - y) * TILE + px - x]! >= 128) outside[(py + 1) * w + px + 1] = 0
    }
  }
  const distances = squaredDistances(outside, w, height + 2)
  let deepest = 0
  for (let i = 0; i < distances.length; i++) if (distances[i]! > deepest) deepest = distances[i]!
  const most = Math.max(Math.sqrt(deepest), 1)
  return (x, y) => within01(Math.sqrt(distances[(y + 1) * w + x + 1]!) / most)
}

function layPart(
  out: Tile,
  { part }: TilePart,
  origin: { x: number; y: number },
  { ramp, one, opacity, seed }: Gradient,
  place: Placer,
  chosen: Uint8Array | undefined,
  isInside: boolean,
): void {
  const last = ramp.length - 1
  for (let y = part.y0; y < part.y1; y++) {
    for (let x = part.x0; x < part.x1; x++) {
      const i = (y - origin.y) * TILE + x - origin.x
      const share = chosen ? chosen[i]! / 255 : 1
      if (share === 0) continue
      const at = 4 * i
      const under = out[at + 3]! / 255
      if (isInside && under === 0) continue
      const t = place(x, y) * last
      const k = Math.min(Math.floor(t), last - 1)
      const [a, b] = [ramp[k]!, ramp[k + 1]!]
      const f = t - k
      const s = ((a[3] + (b[3] - a[3]) * f) / one) * opacity * share
      if (s <= 0) continue
      const alpha = isInside ? under : s + under * (1 - s)
      const mix = isInside ? s : s / alpha
      const noise = DITHER[ditherIndex(x, y, seed)]!
      for (let c = 0; c < 3; c++) {
        const colour = ((a[c]! + (b[c]! - a[c]!) * f) / one) * 255
        out[at + c] = Math.min(Math.floor(out[at + c]! + (colour - out[at + c]!) * mix + noise), 255)
      }
      if (!isInside) out[at + 3] = Math.min(Math.floor(alpha * 255 + noise), 255)
      if (out[at + 3] === 0) out.fill(0, at, at + 4)
    }
  }
}
