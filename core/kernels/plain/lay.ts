import type { Rect } from '../../base'
import { FULL, TILE, type Laying, type Tile } from '../contract'
import { DITHER_SIDE } from '../dither'
import { TEXTURE_SIDE } from '../textures'

const f = Math.fround

export interface LayTables {
  readonly dither: Float32Array
  readonly texture: Uint16Array
}

/** The twin of all of `assembly/lay.ts`. `mask` is the whole sheet's, `stride` values a row. */
export function layPlain(
  tables: LayTables,
  laying: Laying,
  src: Tile | null,
  out: Tile,
  tileX: number,
  tileY: number,
  rect: Rect,
  maskAt: (x: number, y: number) => number,
): void {
  for (let y = rect.y0; y < rect.y1; y++) {
    for (let x = rect.x0; x < rect.x1; x++) {
      const at = 4 * ((y - tileY) * TILE + (x - tileX))
      const under: Pixel = src ? [src[at]!, src[at + 1]!, src[at + 2]!, src[at + 3]!] : [0, 0, 0, 0]
      const height = tables.texture[(y & (TEXTURE_SIDE - 1)) * TEXTURE_SIDE + (x & (TEXTURE_SIDE - 1))]!
      const s = cover(maskAt(x, y), height, laying)
      const noise = tables.dither[ditherIndex(x, y, laying.seed)]!
      out.set(s > 0 ? laid(under, laying, s, noise) : under, at)
    }
  }
}

type Pixel = readonly [number, number, number, number]

/** Where in the dither matrix a pixel looks; the act's seed shifts it. */
export function ditherIndex(x: number, y: number, seed: number): number {
  const column = (x + (seed & 15)) & (DITHER_SIDE - 1)
  const row = (y + ((seed >>> 4) & 15)) & (DITHER_SIDE - 1)
  return row * DITHER_SIDE + column
}

function smooth(value: number): number {
  const t = Math.min(Math.max(value, 0), 1)
  return f(f(t * t) * f(3 - f(2 * t)))
}

function cover(mask: number, height: number, { opacity, rim, grain }: Laying): number {
  let m = f(mask * f(1 / FULL))
  if (rim > 0) m = f(smooth(f(m * 2)) * f(1 - f(f(rim) * smooth(f(f(m - 0.5) * 2)))))
  const tooth = f(height * f(1 / FULL))
  if (grain.bite > 0) m = Math.min(Math.max(f(m + f(f(grain.bite) * f(m - tooth))), 0), 1)
  if (grain.depth > 0) m = Math.max(f(m - f(f(f(grain.depth) * tooth) * f(1 - m))), 0)
  return f(m * f(opacity))
}

function toByte(value: number, noise: number): number {
  return Math.min(Math.max(Math.trunc(f(value + noise)), 0), 255)
}

function laid(under: Pixel, laying: Laying, s: number, noise: number): Pixel {
  if (laying.kind === 'erase') return erased(under, s, noise)
  return laying.kind === 'glow' ? lit(under, laying, s, noise) : painted(under, laying, s, noise)
}

function lit(under: Pixel, { colour, isInside }: Laying, s: number, noise: number): Pixel {
  const underAlpha = f(under[3] * f(1 / 255))
  if (isInside && under[3] === 0) return under
  const alpha = isInside ? underAlpha : Math.min(f(underAlpha + s), 1)
  const share = isInside ? f(s * underAlpha) : s
  const a = isInside ? under[3] : toByte(f(alpha * 255), noise)
  if (a === 0) return [0, 0, 0, 0]
  const sum = (channel: 0 | 1 | 2) => f(f(under[channel] * underAlpha) + f(colour[channel] * share))
  const of = (channel: 0 | 1 | 2) => toByte(f(Math.min(sum(channel), f(255 * alpha)) / alpha), noise)
  return [of(0), of(1), of(2), a]
}

function painted(under: Pixel, { kind, colour: over, isInside }: Laying, s: number, noise: number): Pixel {
  const underAlpha = f(under[3] * f(1 / 255))
  if (isInside && under[3] === 0) return under
  const alpha = f(s + f(underAlpha * f(1 - s)))
  const t = isInside ? s : kind === 'behind' ? f(1 - f(underAlpha / alpha)) : f(s / alpha)
  const a = isInside ? under[3] : toByte(f(alpha * 255), noise)
  if (a === 0) return [0, 0, 0, 0]
  const mixed = (channel: 0 | 1 | 2) => {
    const shown = kind === 'glaze' ? glazed(under[channel], over[channel], underAlpha) : over[channel]
    return toByte(f(under[channel] + f(f(shown - under[channel]) * t)), noise)
  }
  return [mixed(0), mixed(1), mixed(2), a]
}

function glazed(under: number, own: number, underAlpha: number): number {
  const times = f(f(own * under) * f(1 / 255))
  return f(own + f(f(times - own) * underAlpha))
}

function erased(under: Pixel, s: number, noise: number): Pixel {
  const a = toByte(f(under[3] * f(1 - s)), noise)
  return a === 0 ? [0, 0, 0, 0] : [under[0], under[1], under[2], a]
}
