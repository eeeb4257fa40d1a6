import type { Rect } from '../../base'
import { FULL, TILE, type Laying, type Tile } from '../contract'
import { DITHER_SIDE, TOOTH_SIDE } from '../tables'

const f = Math.fround

export interface LayTables {
  readonly dither: Float32Array
  readonly tooth: Uint16Array
}

/** The twin of `layPaint` and `layErase`. `mask` is the whole sheet's, `stride` values a row. */
export function layPlain(
  tables: LayTables, laying: Laying, src: Tile | null, out: Tile,
  tileX: number, tileY: number, rect: Rect,
  maskAt: (x: number, y: number) => number,
): void {
  const opacity = f(laying.opacity)
  const depth = f(laying.depth)
  for (let y = rect.y0; y < rect.y1; y++) {
    for (let x = rect.x0; x < rect.x1; x++) {
      const at = 4 * ((y - tileY) * TILE + (x - tileX))
      const under: Pixel = src ? [src[at]!, src[at + 1]!, src[at + 2]!, src[at + 3]!] : [0, 0, 0, 0]
      const tooth = tables.tooth[(y & (TOOTH_SIDE - 1)) * TOOTH_SIDE + (x & (TOOTH_SIDE - 1))]!
      const s = cover(maskAt(x, y), opacity, tooth, depth)
      const noise = tables.dither[ditherIndex(x, y, laying.seed)]!
      out.set(s > 0 ? (laying.kind === 'paint' ? painted(under, laying.colour, s, noise) : erased(under, s, noise)) : under, at)
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

function cover(mask: number, opacity: number, tooth: number, depth: number): number {
  let m = f(mask * f(1 / FULL))
  if (depth > 0) {
    const loss = f(f(depth * f(tooth * f(1 / FULL))) * f(1 - m))
    m = Math.max(f(m - loss), 0)
  }
  return f(m * opacity)
}

function toByte(value: number, noise: number): number {
  return Math.min(Math.max(Math.trunc(f(value + noise)), 0), 255)
}

function painted(under: Pixel, over: Laying['colour'], s: number, noise: number): Pixel {
  const underAlpha = f(under[3] * f(1 / 255))
  const alpha = f(s + f(underAlpha * f(1 - s)))
  const t = f(s / alpha)
  const a = toByte(f(alpha * 255), noise)
  if (a === 0) return [0, 0, 0, 0]
  const mixed = (channel: 0 | 1 | 2) => toByte(f(under[channel] + f(f(over[channel] - under[channel]) * t)), noise)
  return [mixed(0), mixed(1), mixed(2), a]
}

function erased(under: Pixel, s: number, noise: number): Pixel {
  const a = toByte(f(under[3] * f(1 - s)), noise)
  return a === 0 ? [0, 0, 0, 0] : [under[0], under[1], under[2], a]
}
