import type { Pixels } from '../kernels'
import { EvenedRows, type Cut } from './evened'
import { shareOf, type PageLight } from './light'

/*
 * Ruled and squared paper: along a printed line a page is faintly darker nearly everywhere, and there are several such
 * lines. They are looked for in pieces, so that one that is a little aslant or bent is found as well.
 */

/** Where the page's own lines lie: along it, and down it. Null: it has none. */
export interface Ruling {
  readonly rows: Ruled | null
  readonly columns: Ruled | null
}

interface Ruled {
  /** Lines of px across the page, and pieces along each. */
  readonly count: number
  readonly pieces: number
  /** For each piece of each line what the printed line has there, three values; 1, 1, 1 where there is none. */
  readonly colours: Float32Array
  /** What is darker by so much is drawn over it. */
  readonly over: number
}

const PIECES = 12
/** Printed lines are so much darker than most of the page at least, and at most. */
const FAINTEST = 0.05
const DARKEST = 0.6
/** Of a piece of a printed line so much is dark. */
const LEAST_SHARE = 0.62
/** Lines are no thicker than this share of the page, and there are so many at least. */
const THICKEST = 0.012
const LEAST_LINES = 4
/** A printed line is seen in so many of the pieces: elsewhere there is colour over it. */
const LEAST_PIECES = 0.3
/** They differ by so little in colour, and by this share of the page across it from piece to piece. */
const ALIKE = 0.12
const SAME_LINE = 0.01
/** Beyond this, and so many deviations of the noise, a px is darker than a printed line. */
const OVER = 0.05
const NOISES = 2.5
/** What paper is in a picture of evened values, of 255. */
const PAPER = 200

export function rulingOf(page: Pixels, light: PageLight): Ruling {
  const evened = evenedOf(page, light)
  const most = mostIn(evened)
  const { width, height } = page
  return {
    rows: ruledIn(evened, most, { length: width, count: height, along: 3, across: 3 * width }),
    columns: ruledIn(evened, most, { length: height, count: width, along: 3 * width, across: 3 }),
  }
}

function evenedOf(page: Pixels, light: PageLight): Uint8Array {
  const rows = new EvenedRows(page, light)
  const row = new Float32Array(3 * page.width)
  const out = new Uint8Array(3 * page.width * page.height)
  for (let y = 0, at = 0; y < page.height; y++, at += 3 * page.width) {
    rows.read(y, row)
    for (let i = 0; i < row.length; i++) out[at + i] = Math.min(255, PAPER * row[i]! + 0.5)
  }
  return out
}

/** How dark the darkest channel of most px is (above nothing where there is noise), and how far it strays. */
interface Most {
  readonly dark: number
  readonly noise: number
}

function mostIn(evened: Uint8Array): Most {
  const step = 3 * Math.max(1, Math.floor(evened.length / 3 / 20_000))
  const values = Float32Array.from({ length: Math.ceil(evened.length / step) }, (_, i) => darknessAt(evened, i * step))
  const dark = shareOf(values, 0.5)
  const strays = values.map(value => Math.abs(value - dark))
  return { dark, noise: 1.4826 * shareOf(strays, 0.5) }
}

const darknessAt = (evened: Uint8Array, at: number) =>
  1 - Math.min(evened[at]!, evened[at + 1]!, evened[at + 2]!) / PAPER

/** Px along a line and lines; from px to px and from line to line, values of the evened picture. */
interface Way {
  readonly length: number
  readonly count: number
  readonly along: number
  readonly across: number
}

/** Lines, from the first to before the last, that are faintly darker in one piece. */
interface Band {
  readonly from: number
  readonly to: number
  readonly colour: readonly number[]
}

function ruledIn(evened: Uint8Array, most: Most, way: Way): Ruled | null {
  const { length, count } = way
  const thickest = Math.max(2, Math.round(THICKEST * count))
  const found = Array.from({ length: PIECES }, (_, p): Band[] => {
    const [start, end] = [Math.floor((p * length) / PIECES), Math.floor(((p + 1) * length) / PIECES)]
    const isRuled = Array.from({ length: count }, (__, n) => isPieceRuled(evened, most, way, n, start, end))
    return bandsOf(isRuled, thickest).map(([from, to]) => ({
      from,
      to,
      colour: colourOf(evened, way, Math.floor((from + to - 1) / 2), start, end),
    }))
  })
  const printed = printedOf(found, Math.max(3, SAME_LINE * count))
  if (Math.max(...printed.map(each => each.length)) < LEAST_LINES) return null
  const colours = new Float32Array(3 * PIECES * count).fill(1)
  for (const [p, bands] of printed.entries())
    for (const { from, to, colour } of bands)
      // Two rows on each side: printed lines fade out.
      for (let n = Math.max(0, from - 2); n < Math.min(count, to + 2); n++) colours.set(colour, 3 * (n * PIECES + p))
  return { count, pieces: PIECES, colours, over: OVER + NOISES * most.noise }
}

/**
 * Those that have the colour that most have and are seen in several pieces, which a drawn line is not. Where one of
 * them is not seen it is taken from the nearest piece.
 */
function printedOf(found: readonly (readonly Band[])[], near: number): Band[][] {
  const all = found.flat()
  const common = [0, 1, 2].map(c =>
    shareOf(
      Float32Array.from(all, ({ colour }) => colour[c]!),
      0.5,
    ),
  )
  const alike = found.map(bands =>
    bands.filter(({ colour }) => colour.every((v, c) => Math.abs(v - common[c]!) < ALIKE)),
  )
  const isSame = (one: Band, other: Band) => Math.abs(one.from + one.to - other.from - other.to) <= 2 * near
  const printed = alike.map(bands =>
    bands.filter(
      band => alike.filter(each => each.some(other => isSame(band, other))).length >= LEAST_PIECES * found.length,
    ),
  )
  return printed.map((bands, p) => {
    const filled = [...bands]
    // The nearest pieces first.
    for (const other of printed.map((_, i) => i).toSorted((a, b) => Math.abs(a - p) - Math.abs(b - p)))
      for (const band of printed[other]!) if (!filled.some(each => isSame(each, band))) filled.push(band)
    return filled
  })
}

/** Places that are looked at along a piece. */
const LOOKS = 64

function isPieceRuled(evened: Uint8Array, most: Most, way: Way, n: number, start: number, end: number): boolean {
  const step = Math.max(1, Math.floor((end - start) / LOOKS))
  let [dark, looked] = [0, 0]
  for (let i = start; i < end; i += step, looked++) {
    const over = darknessAt(evened, n * way.across + i * way.along) - most.dark
    if (over > FAINTEST && over < DARKEST) dark++
  }
  return dark > LEAST_SHARE * looked
}

/** Runs that are no longer than `thickest`. */
function bandsOf(isRuled: readonly boolean[], thickest: number): [number, number][] {
  const bands: [number, number][] = []
  for (let n = 0; n < isRuled.length; n++) {
    if (!isRuled[n]) continue
    const from = n
    while (n < isRuled.length && isRuled[n]) n++
    if (n - from <= thickest) bands.push([from, n])
  }
  return bands
}

function colourOf(evened: Uint8Array, { along, across }: Way, n: number, start: number, end: number): number[] {
  return [0, 1, 2].map(c => {
    const values = Float32Array.from({ length: end - start }, (_, i) => evened[n * across + (start + i) * along + c]!)
    return shareOf(values, 0.5) / PAPER
  })
}

/** Takes printed lines out of row y of evened values: what is no darker than they are becomes paper. */
export function takeOutRuling({ rows, columns }: Ruling, y: number, row: Float32Array, cut: Cut): void {
  const width = row.length / 3
  const share = (y + cut.y + 0.5) / cut.height
  if (rows) {
    const n = Math.min(rows.count - 1, Math.floor(share * rows.count))
    for (let p = 0; p < rows.pieces; p++) {
      const start = Math.max(0, Math.floor((p * cut.width) / rows.pieces) - cut.x)
      const end = Math.min(width, Math.floor(((p + 1) * cut.width) / rows.pieces) - cut.x)
      takeOut(rows, n * rows.pieces + p, row, start, end)
    }
  }
  if (columns) {
    const p = Math.min(columns.pieces - 1, Math.floor(share * columns.pieces))
    for (let x = 0; x < width; x++) {
      const n = Math.min(columns.count - 1, Math.floor(((x + cut.x + 0.5) / cut.width) * columns.count))
      takeOut(columns, n * columns.pieces + p, row, x, x + 1)
    }
  }
}

function takeOut({ colours, over }: Ruled, entry: number, row: Float32Array, start: number, end: number): void {
  const [r, g, b] = [colours[3 * entry]!, colours[3 * entry + 1]!, colours[3 * entry + 2]!]
  if (r === 1 && g === 1 && b === 1) return
  for (let i = 3 * start; i < 3 * end; i += 3) {
    if (row[i]! > r - over && row[i + 1]! > g - over && row[i + 2]! > b - over) row.fill(1, i, i + 3)
  }
}
