import type { Point } from '../base'
import { solve } from '../geometry'
import type { Pixels } from '../kernels'
import { projectiveTo } from '../moving'
import { PAPER_MM, type Field } from '../print'
import { components } from '../raster'
import type { Corners } from './corners'

/*
 * A sheet of a plan, printed to be drawn on: four dark squares outside its frame say exactly where that lies, a code in
 * the upper right corner whose it is and which way up. Where a code and squares are seen, nobody pulls corners.
 */

/** Where everything lies on a printed sheet, mm from the upper left corner of its paper. */
export interface PrintedSheet {
  readonly paper: { readonly width: number; readonly height: number }
  /** The drawing: of the sheet's form. */
  readonly frame: Field
  /** Middles of the dark squares, clockwise from the upper left one, and how wide they are. */
  readonly squares: Corners
  readonly square: number
  readonly code: Field
}

const MARGIN = 11
/** Of the code, with its quiet zone left free beside it. */
const CODE = 26
const SQUARE = 5
/** Between the frame and its squares. */
const FREE = 1

/** A4, upright or lying as the sheet is. @param sheet of this form; its size does not matter */
export function printedSheet(sheet: { readonly width: number; readonly height: number }): PrintedSheet {
  const { width: short, height: long } = PAPER_MM.a4
  const paper = sheet.width > sheet.height ? { width: long, height: short } : { width: short, height: long }
  const around = SQUARE + FREE
  const code = { x: paper.width - MARGIN - CODE, y: MARGIN, width: CODE, height: CODE }
  const top = MARGIN + CODE + 4 + around
  const most = { width: paper.width - 2 * (MARGIN + around), height: paper.height - top - MARGIN - around }
  const by = Math.min(most.width / sheet.width, most.height / sheet.height)
  const [width, height] = [sheet.width * by, sheet.height * by]
  const frame = { x: (paper.width - width) / 2, y: top + (most.height - height) / 2, width, height }
  const far = FREE + SQUARE / 2
  const [x0, y0, x1, y1] = [frame.x - far, frame.y - far, frame.x + width + far, frame.y + height + far]
  return {
    paper,
    frame,
    squares: [
      { x: x0, y: y0 },
      { x: x1, y: y0 },
      { x: x1, y: y1 },
      { x: x0, y: y1 },
    ],
    square: SQUARE,
    code,
  }
}

const cornersOf = ({ x, y, width, height }: Field): Corners => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
]

type Map2 = (point: Point) => Point
const projected =
  ([a, b, c, d, e, f, g, h, i]: NonNullable<ReturnType<typeof projectiveTo>>): Map2 =>
  ({ x, y }) => {
    const w = g * x + h * y + i
    return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w }
  }
function mapOf(from: Corners, to: Corners): Map2 | null {
  const [a, , c] = from
  const map = projectiveTo(
    { x0: a.x, y0: a.y, x1: c.x, y1: c.y },
    to.flatMap(({ x, y }) => [x, y]),
  )
  return map && projected(map)
}

/** The map without perspective that comes nearest: for what lies not far from places that are known. */
function affine(pairs: readonly (readonly [Point, Point])[]): Map2 | null {
  const sum = (of: (from: Point, to: Point) => number) => pairs.reduce((all, [from, to]) => all + of(from, to), 0)
  const [xx, xy, yy] = [sum(({ x }) => x * x), sum(({ x, y }) => x * y), sum(({ y }) => y * y)]
  const [x1, y1] = [sum(({ x }) => x), sum(({ y }) => y)]
  const [u, v] = (['x', 'y'] as const).map(axis =>
    solve(
      [
        [xx, xy, x1],
        [xy, yy, y1],
        [x1, y1, pairs.length],
      ],
      [sum(({ x }, to) => x * to[axis]), sum(({ y }, to) => y * to[axis]), sum((_, to) => to[axis])],
    ),
  )
  if (!u || !v) return null
  return ({ x, y }) => ({ x: u[0]! * x + u[1]! * y + u[2]!, y: v[0]! * x + v[1]! * y + v[2]! })
}

/** A square is looked for so far from where it should lie: mm, and share of the way from what is known. */
const NEAR = 8
const NEAR_SHARE = 0.14
/** It is as wide as it should be within these shares, and so much of the box round it is dark. */
const SIZES = [0.6, 1.6] as const
const FULL = 0.62
/** How much darker than what lies round it, of 255. */
const DARKER = 40

/**
 * Where the frame of a printed sheet lies in a photograph; null: its squares were not found.
 *
 * @param code the corners of the code, clockwise from its own upper left one, px
 * @param paper the corners of the paper, where they were found, clockwise from any of them, px
 */
export function printedFrame(
  picture: Pixels,
  sheet: PrintedSheet,
  code: Corners,
  paper: Corners | null,
): Corners | null {
  const squares = (paper && byPaper(picture, sheet, code, paper)) ?? byCode(picture, sheet, code)
  const map = squares && mapOf(sheet.squares, squares)
  if (!map) return null
  return cornersOf(sheet.frame).map(map) as unknown as Corners
}

/** The paper's own corners say where to look; the code, which of them is the upper left one. */
function byPaper(picture: Pixels, sheet: PrintedSheet, code: Corners, paper: Corners): Corners | null {
  const page = cornersOf({ x: 0, y: 0, ...sheet.paper })
  const middle = middleOf(code)
  const maps = [0, 1, 2, 3].flatMap(
    turn => mapOf(page, [0, 1, 2, 3].map(i => paper[(i + turn) % 4]!) as unknown as Corners) ?? [],
  )
  const off = (map: Map2) => far(map(middleOf(cornersOf(sheet.code))), middle)
  const map = maps.reduce<Map2 | null>((best, each) => (!best || off(each) < off(best) ? each : best), null)
  if (!map) return null
  const found = sheet.squares.map(at => squareAt(picture, map, at, sheet.square, NEAR))
  return found.every(each => each !== null) ? (found as unknown as Corners) : null
}

/** From the code outward, the nearest square first: each says better where the next one lies. */
function byCode(picture: Pixels, sheet: PrintedSheet, code: Corners): Corners | null {
  const pairs: [Point, Point][] = cornersOf(sheet.code).map((from, i) => [from, code[i]!])
  const start = middleOf(cornersOf(sheet.code))
  const found = new Map<Point, Point>()
  for (const at of [...sheet.squares].sort((a, b) => far(a, start) - far(b, start))) {
    const map = affine(pairs)
    const known = Math.min(...pairs.map(([from]) => far(from, at)))
    const square = map && squareAt(picture, map, at, sheet.square, Math.max(NEAR, NEAR_SHARE * known))
    if (!square) return null
    found.set(at, square)
    pairs.push([at, square])
  }
  return sheet.squares.map(each => found.get(each)!) as unknown as Corners
}

const far = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y)
const middleOf = (corners: Corners): Point => ({
  x: corners.reduce((sum, { x }) => sum + x, 0) / 4,
  y: corners.reduce((sum, { y }) => sum + y, 0) / 4,
})

/** The middle of a dark square near a place of the paper, px; null: there is none. @param reach mm */
function squareAt({ width, height, pixels }: Pixels, map: Map2, at: Point, side: number, reach: number): Point | null {
  const middle = map(at)
  const scale = (far(map({ x: at.x + 1, y: at.y }), middle) + far(map({ x: at.x, y: at.y + 1 }), middle)) / 2
  const room = Math.ceil((reach + side) * scale)
  const [x0, y0] = [Math.max(0, Math.floor(middle.x) - room), Math.max(0, Math.floor(middle.y) - room)]
  const [x1, y1] = [Math.min(width, Math.ceil(middle.x) + room), Math.min(height, Math.ceil(middle.y) + room)]
  const [w, h] = [x1 - x0, y1 - y0]
  if (w < 4 || h < 4 || !Number.isFinite(scale)) return null
  const grey = new Uint8Array(w * h)
  for (let y = 0; y < h; y++)
    for (let x = 0, from = 4 * ((y0 + y) * width + x0); x < w; x++, from += 4)
      grey[y * w + x] = (pixels[from]! + pixels[from + 1]! + pixels[from + 2]!) / 3
  const sorted = grey.toSorted()
  const [dark, light] = [sorted[Math.floor(0.005 * sorted.length)]!, sorted[Math.floor(0.7 * sorted.length)]!]
  if (light - dark < DARKER) return null
  const set = grey.map(value => (value < (dark + light) / 2 ? 1 : 0))
  const { labels, found } = components(set, w, h)
  const wide = side * scale
  let best: { at: Point; off: number } | null = null
  for (const { label, area, box } of found) {
    const [bw, bh] = [box.x1 - box.x0, box.y1 - box.y0]
    const isSized = [bw, bh].every(each => each >= SIZES[0] * wide && each <= SIZES[1] * wide)
    // One that is turned fills half of the box round it.
    if (!isSized || area < SIZES[0] * wide * wide || area < FULL * Math.min(bw * bh, wide * wide)) continue
    let [sx, sy, sum] = [0, 0, 0]
    for (let y = box.y0; y < box.y1; y++)
      for (let x = box.x0; x < box.x1; x++)
        if (labels[y * w + x] === label) {
          const weight = light - grey[y * w + x]!
          sx += weight * (x + 0.5)
          sy += weight * (y + 0.5)
          sum += weight
        }
    const place = { x: x0 + sx / sum, y: y0 + sy / sum }
    const off = far(place, middle)
    if (off <= reach * scale && (!best || off < best.off)) best = { at: place, off }
  }
  return best?.at ?? null
}
