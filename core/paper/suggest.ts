import type { Pixels } from '../kernels'
import { darknessOf } from './clean'
import { EvenedRows, wholeOf } from './evened'
import { shareOf } from './light'
import type { ReadPage } from './read'
import { takeOutRuling } from './ruling'
import type { PaperSettings } from './settings'

/** Rows and px between those that are looked at. */
const STEP = 3
/** Marks are darker than this many deviations of the paper's noise, and than so much. */
const NOISES = 5
const FAINTEST = 0.08

/**
 * How dark a mark is to be at least, %: half as dark as most of the marks are, where an edge lies in the middle of its
 * blur; never within the paper's noise.
 */
export function suggestedStrength(page: Pixels, { light, ruling }: ReadPage, keeps: PaperSettings['keeps']): number {
  const { width, height } = page
  const rows = new EvenedRows(page, light)
  const row = new Float32Array(3 * width)
  const seen: number[] = []
  for (let y = Math.floor(0.02 * height); y < 0.98 * height; y += STEP) {
    rows.read(y, row)
    takeOutRuling(ruling, y, row, wholeOf(page))
    for (let i = 3 * Math.floor(0.02 * width); i < 0.98 * row.length; i += 3 * STEP)
      seen.push(darknessOf(row, i, keeps))
  }
  const values = Float32Array.from(seen)
  // Paper is most of a page: how far half of it strays tells the noise (1.4826 × the median deviation).
  const middle = shareOf(values, 0.5)
  const noise =
    1.4826 *
    shareOf(
      values.map(value => Math.abs(value - middle)),
      0.5,
    )
  const least = Math.max(FAINTEST, middle + NOISES * noise)
  const marks = values.filter(value => value > least)
  if (marks.length < 20) return 30
  const strength = Math.max(middle + (NOISES - 1) * noise, 0.5 * shareOf(marks, 0.7))
  return Math.round(100 * Math.min(0.6, Math.max(0.06, strength)))
}
