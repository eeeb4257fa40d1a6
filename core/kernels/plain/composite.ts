import type { Rect } from '../../base'
import { TILE, type Ground, type LayerTile, type Tile } from '../contract'

const f = Math.fround

/** The twin of `compositeOnPaper` and `compositeOnClear`. */
export function compositePlain(layers: readonly LayerTile[], ground: Ground, out: Tile, rect: Rect): void {
  for (let y = rect.y0; y < rect.y1; y++) {
    for (let x = rect.x0; x < rect.x1; x++) {
      const at = 4 * (y * TILE + x)
      out.set(ground ? onPaper(layers, ground, at) : onClear(layers, at), at)
    }
  }
}

const rounded = (value: number) => Math.trunc(f(value + 0.5))
const unit = (opacity: number) => f(opacity / 255)

function onPaper(layers: readonly LayerTile[], ground: readonly number[], at: number): number[] {
  const sum = ground.map(f)
  for (const { tile, opacity } of layers) {
    const a = f(tile[at + 3]! * unit(opacity))
    for (let c = 0; c < 3; c++) sum[c] = f(sum[c]! + f(f(tile[at + c]! - sum[c]!) * a))
  }
  return [...sum.map(rounded), 255]
}

function onClear(layers: readonly LayerTile[], at: number): number[] {
  const sum = [0, 0, 0]
  let alpha = 0
  for (const { tile, opacity } of layers) {
    const s = f(tile[at + 3]! * unit(opacity))
    const keep = f(1 - s)
    for (let c = 0; c < 3; c++) sum[c] = f(f(sum[c]! * keep) + f(tile[at + c]! * s))
    alpha = f(f(alpha * keep) + s)
  }
  const byte = rounded(f(alpha * 255))
  if (byte === 0) return [0, 0, 0, 0]
  const per = f(1 / alpha)
  return [...sum.map(value => rounded(f(value * per))), byte]
}

const mean = (a: number, b: number) => (a + b + 1) >> 1

/** The twin of `halve`: rows first, then columns, each mean rounded up on a half. */
export function halvePlain(src: Tile, out: Tile, qx: number, qy: number, part: Rect): void {
  const half = TILE / 2
  for (let y = part.y0 / 2; y < part.y1 / 2; y++) {
    for (let x = part.x0 / 2; x < part.x1 / 2; x++) {
      const from = 4 * (2 * y * TILE + 2 * x)
      const to = 4 * ((y + qy * half) * TILE + x + qx * half)
      for (let c = 0; c < 4; c++) {
        const left = mean(src[from + c]!, src[from + 4 * TILE + c]!)
        const right = mean(src[from + 4 + c]!, src[from + 4 * TILE + 4 + c]!)
        out[to + c] = mean(left, right)
      }
    }
  }
}
