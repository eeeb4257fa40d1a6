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

/** What a page's px are like: how dark each of some of them is, what most of them are, and how far those stray. */
function looksOf(page: Pixels, { light, ruling }: ReadPage, keeps: PaperSettings['keeps']) {
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
  return { values, middle, noise, least: Math.max(FAINTEST, middle + NOISES * noise) }
}

/**
 * How dark a mark is to be at least, %: half as dark as most of the marks are, where an edge lies in the middle of its
 * blur; never within the paper's noise.
 */
export function suggestedStrength(page: Pixels, read: ReadPage, keeps: PaperSettings['keeps']): number {
  const { values, middle, noise, least } = looksOf(page, read, keeps)
  const marks = values.filter(value => value > least)
  if (marks.length < 20) return 30
  const strength = Math.max(middle + (NOISES - 1) * noise, 0.5 * shareOf(marks, 0.7))
  return Math.round(100 * Math.min(0.6, Math.max(0.06, strength)))
}

/** How dark the faintest mark is that is no noise of the paper, %: as light as a pencil shades. */
export function faintestMark(page: Pixels, read: ReadPage): number {
  return Math.round(100 * Math.min(0.4, looksOf(page, read, 'marks').least))
}

/** Paper of a page under even light becomes white: whatever is no darker than half a mark, and softly up to one. */
export function onWhite({ width, height, pixels }: Pixels, faintest: number): Pixels {
  const out = pixels.slice()
  const [from, to] = [255 - 1.275 * faintest, 255 - 2.55 * faintest]
  for (let at = 0; at < out.length; at += 4) {
    const least = Math.min(out[at]!, out[at + 1]!, out[at + 2]!)
    if (least <= to) continue
    const share = Math.max(0, (from - least) / (from - to))
    for (let c = 0; c < 3; c++) out[at + c] = 255 - Math.round((255 - out[at + c]!) * share)
  }
  return { width, height, pixels: out }
}
