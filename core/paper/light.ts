import type { Pixels } from '../kernels'
import { greyClosing } from '../raster'
import { withoutIslands } from './islands'
import { softened } from './planes'

/*
 * The light on a photographed page, found from the page itself. Marks are darker than paper and, however long, thin
 * against the page: a closing (largest values round each place, then the smallest of those) by more than their
 * thickness leaves the paper's light, and leaves the edge of a shadow where it is. Read is the brightest channel only:
 * coloured pencil keeps one of them bright, so that colour does not pass for shadow.
 */

/** What makes a px of the page one of paper under even light: red, green and blue are multiplied by these. */
export interface PageLight {
  /** Of the small picture in which it was found, px. */
  readonly width: number
  readonly height: number
  /** Shares of the page's width and height that one of its px stands for. */
  readonly across: number
  readonly down: number
  /** 1 ÷ the paper's colour there, three for each px, row-major; paper becomes 1, and so does a large painted area. */
  readonly gains: Float32Array
  /** The same where a painted area keeps how dark it is: it is an island in the light, a shadow comes from the edge. */
  readonly areaGains: Float32Array
}

/** Longer side of the small picture, px. */
const SMALL_SIDE = 700
/** Marks are thinner than twice this share of the longer side. */
const THICKEST = 0.05
/** Shadows leave at least so much of the brightest paper's light: what is darker all round is painted so. */
const DARKEST_SHADOW = 0.4
/** Light of two colours is found in so many cells along each side; px count as paper that are so bright at least. */
const CELLS = 8
const PAPER = 0.85

export function lightOf(page: Pixels): PageLight {
  const small = smallOf(page)
  const { width, height, colours } = small
  const count = width * height
  const paper = [0, 1, 2].map(c => Math.max(1, shareOf(channel(colours, c), 0.85)))
  const brightest = new Float32Array(count)
  for (let i = 0; i < count; i++)
    brightest[i] = Math.max(
      colours[3 * i]! / paper[0]!,
      colours[3 * i + 1]! / paper[1]!,
      colours[3 * i + 2]! / paper[2]!,
    )
  const calm = softened(brightest, width, height)
  const reach = Math.max(2, Math.round(THICKEST * Math.max(width, height)))
  const light = softened(greyClosing(calm, width, height, reach), width, height)
  const level = withoutIslands(light, width, height)
  const least = DARKEST_SHADOW * shareOf(light, 0.9)
  for (let i = 0; i < count; i++) light[i] = Math.max(least, light[i]!)
  // The largest of many noisy values lies above what they mean.
  const off = middleOf(brightest.map((value, i) => value / light[i]!).filter(value => value > 0.9)) ?? 1
  for (let i = 0; i < count; i++) {
    light[i]! *= off
    level[i] = Math.max(least, level[i]!) * off
  }
  const [gains, areaGains] = [tinted(small, light, paper), tinted(small, level, paper)]
  return { width, height, across: small.scale / page.width, down: small.scale / page.height, gains, areaGains }
}

interface Small {
  readonly width: number
  readonly height: number
  readonly scale: number
  /** Three for each px. */
  readonly colours: Float32Array
}

function smallOf({ width, height, pixels }: Pixels): Small {
  const scale = Math.max(1, Math.ceil(Math.max(width, height) / SMALL_SIDE))
  const [w, h] = [Math.max(1, Math.ceil(width / scale)), Math.max(1, Math.ceil(height / scale))]
  const colours = new Float32Array(3 * w * h)
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      let [r, g, b, n] = [0, 0, 0, 0]
      const [endX, endY] = [Math.min(width, (x + 1) * scale), Math.min(height, (y + 1) * scale)]
      for (let py = y * scale; py < endY; py++) {
        for (let px = x * scale, at = 4 * (py * width + px); px < endX; px++, at += 4, n++) {
          r += pixels[at]!
          g += pixels[at + 1]!
          b += pixels[at + 2]!
        }
      }
      const at = 3 * (y * w + x)
      colours[at] = r / n
      colours[at + 1] = g / n
      colours[at + 2] = b / n
    }
  }
  return { width: w, height: h, scale, colours }
}

const channel = (colours: Float32Array, c: number) => colours.filter((_, i) => i % 3 === c)

/** The value below which such a share of them lies. */
export function shareOf(values: Float32Array, share: number): number {
  const sorted = values.toSorted()
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0
}

function middleOf(values: Float32Array): number | null {
  return values.length === 0 ? null : shareOf(values, 0.5)
}

/** Paper's colour everywhere: its own, by how much light falls on it, and by that light's colour where it is known. */
function tinted({ width, height, colours }: Small, light: Float32Array, paper: readonly number[]): Float32Array {
  const gains = new Float32Array(3 * width * height)
  const grids = [0, 1, 2].map(c => tintsOf(width, height, i => colours[3 * i + c]! / (paper[c]! * light[i]!)))
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      for (let c = 0; c < 3; c++) {
        const tint = between(grids[c]!, ((x + 0.5) / width) * CELLS - 0.5, ((y + 0.5) / height) * CELLS - 0.5)
        gains[3 * i + c] = 1 / (paper[c]! * light[i]! * tint)
      }
    }
  }
  return gains
}

/** The middle of those values, cell by cell, that are nearly paper; 1 where there are hardly any. Smoothed. */
function tintsOf(width: number, height: number, valueAt: (i: number) => number): Float32Array {
  const cells: number[][] = Array.from({ length: CELLS * CELLS }, () => [])
  for (let y = 0, i = 0; y < height; y++) {
    const row = CELLS * Math.floor((y * CELLS) / height)
    for (let x = 0; x < width; x++, i++) {
      const value = valueAt(i)
      if (value > PAPER && value < 1.2) cells[row + Math.floor((x * CELLS) / width)]!.push(value)
    }
  }
  const least = (0.2 * width * height) / (CELLS * CELLS)
  const grid = Float32Array.from(cells, values =>
    values.length < least ? 1 : values.sort((a, b) => a - b)[values.length >> 1]!,
  )
  return softened(grid, CELLS, CELLS)
}

function between(grid: Float32Array, fx: number, fy: number): number {
  const x = Math.min(CELLS - 1.001, Math.max(0, fx))
  const y = Math.min(CELLS - 1.001, Math.max(0, fy))
  const [ix, iy] = [Math.floor(x), Math.floor(y)]
  const [u, v] = [x - ix, y - iy]
  const at = iy * CELLS + ix
  return (
    (grid[at]! * (1 - u) + grid[at + 1]! * u) * (1 - v) + (grid[at + CELLS]! * (1 - u) + grid[at + CELLS + 1]! * u) * v
  )
}
