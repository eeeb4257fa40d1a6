/* eslint-disable max-lines -- one search, from flooding to the narrowest way out, step after step */
import type { Rect } from '../base'
import {
  bitAt,
  bitCount,
  BitRuns,
  boxOfBits,
  cutBits,
  fillPolygon,
  floodBits,
  floodRuns,
  GreatestFirst,
  inverted,
  newBits,
  openingAt,
  packBits,
  pasteBits,
  setRun,
  squaredDistances,
  squaredDistance,
  unpackBits,
  without,
  type BitPlane,
  type Opening,
  type Polygon,
} from '../raster'

/** A place where an outline is open. Sheet px. */
export interface Gap {
  readonly x: number
  readonly y: number
  /** Clear pixels between the two ends of the line. */
  readonly width: number
}

export interface Outline {
  /** Widest first, as they were found. */
  readonly gaps: readonly Gap[]
  /** Wide open: the opening is about as wide as the shape, so there is no inside. */
  readonly isOpen: boolean
  /** The box round the line; `inside` and `ink` are of its size. */
  readonly box: Rect
  /** Set inside the closed cells that lie mostly in the target, the line itself not counted. */
  readonly inside: BitPlane
  /** Set where the line is, as drawn. */
  readonly ink: BitPlane
  /** Mean width of the line, px. */
  readonly lineWidth: number
}

/** Paint at least this strong is a line, alpha 0 … 255. */
const INK_ALPHA = 96
/** Clear margin laid round the ink, so that an outline that touches the sheet's edge has an outside. */
const MARGIN = 3
/** An opening this share of the inside's depth is no gap any more. */
const OPEN_SHARE = 0.6
/** A closed cell belongs to the shape when at least this share of it lies in the target. */
const CELL_SHARE = 0.5
/** Gaps listed at most. */
const MOST_GAPS = 24

/**
 * Finds the shape that the line layer closes off where `target` lies, and every gap in it.
 *
 * From the deepest point inside, the path to the outside that keeps farthest from the ink is searched
 * (widest path, a best-first search over the exact distance transform); where it is tightest between two
 * pieces of ink is the gap. The gap is sealed and the search repeated until nothing leaks.
 *
 * @param alpha the line layer, row-major, 0 … 255
 * @param target where the shape is expected; only used to find its inside
 * @returns null when there is no line near the target
 */
export function traceOutline(alpha: Uint8Array, width: number, height: number, target: Polygon): Outline | null {
  const inked = packBits(alpha, width, height, INK_ALPHA)
  const box = boxOfBits(inked)
  if (!box) return null
  const expected = fillPolygon(target, width, height)
  const ink = cutBits(inked, box)
  const place = { left: box.x0 - MARGIN, top: box.y0 - MARGIN }
  const walls = newBits(ink.width + 2 * MARGIN, ink.height + 2 * MARGIN)
  pasteBits(walls, ink, MARGIN, MARGIN)
  const traced = gapsIn(place, walls, expected, width)
  if (!traced) return null
  const { gaps, isOpen, seals } = traced
  return {
    gaps,
    isOpen,
    box,
    inside: cellsInTarget(place, walls, seals, expected, width),
    ink,
    lineWidth: meanLineWidth(walls),
  }
}

/** Cells of the grid on which a place deep inside is looked for first, px wide. */
const CELL = 8

/** Parts of the target that are looked at one after the other, at most. */
const MOST_PARTS = 6
/** A part counts when it is at least this share as deep as the deepest, and so deep, px. */
const PART_SHARE = 0.4
const PART_LEAST = 14
/** A part whose opening is wider than this share of its depth may be left open on purpose, or lie outside the shape. */
const PART_OPEN_SHARE = 0.45

interface Traced {
  readonly gaps: Gap[]
  readonly isOpen: boolean
  readonly seals: BitPlane
}

/**
 * Whether the outline is closed is told by flooding from outside, run by run. Only where that comes in are distances
 * needed, and the way it took. Every part of the target that is about as deep as the deepest must be closed.
 */
function gapsIn(place: Corner, walls: BitPlane, expected: Uint8Array, width: number): Traced | null {
  const deep = deepCells(place, walls, expected, width)
  const [first] = deep
  let traced: Traced | null =
    first && !bitAt(outsideOf(walls), first.x, first.y)
      ? { gaps: [], isOpen: false, seals: walls }
      : tracedFrom(cropOf(place, walls), expected, width)
  if (!traced || traced.isOpen || !first) return traced
  const others: CoarsePlace[] = []
  let outside = outsideOf(traced.seals)
  for (const cell of deep) {
    if (others.length >= MOST_PARTS || cell.depth < Math.max(PART_LEAST, PART_SHARE * first.depth)) break
    // The deepest of each part stands for it.
    if (
      !bitAt(outside, cell.x, cell.y) ||
      others.some(each => squaredDistance(each, cell) < (each.depth + cell.depth) ** 2)
    )
      continue
    others.push(cell)
    const part = gapsFrom(
      { ...cropOf(place, walls), walls: unpackBits(traced.seals) },
      cell.y * walls.width + cell.x,
      traced.gaps,
      PART_OPEN_SHARE,
    )
    if (part.isOpen) continue
    traced = part
    outside = outsideOf(traced.seals)
  }
  return traced
}

function tracedFrom(crop: Crop, expected: Uint8Array, width: number): Traced | null {
  const start = deepestInside(crop, expected, width)
  return start === null ? null : gapsFrom(crop, start, [], OPEN_SHARE)
}

/** The gaps through which a place is reached from outside, those that are known first; each is sealed. */
function gapsFrom(crop: Crop, start: number, known: readonly Gap[], openShare: number): Traced {
  const depth = Math.sqrt(crop.distances[start]!)
  const gaps = [...known]
  let isOpen = false
  for (let i = 0; i < MOST_GAPS; i++) {
    const path = widestPathOut(crop, start)
    if (path === null) break
    const opening = narrowestOpening(crop, path)
    if (opening.tightness > depth * openShare) {
      isOpen = true
      break
    }
    const at = placeOf(crop, opening.at)
    // A second leak beside a sealed gap is the same gap, seen from its other side.
    if (!gaps.some(gap => squaredDistance(gap, at) < (Math.max(gap.width, 4) + opening.width / 2) ** 2))
      gaps.push({ ...at, width: opening.width })
    seal(crop, opening)
    if (
      !bitAt(
        outsideOf(packBits(crop.walls, crop.width, crop.height)),
        start % crop.width,
        Math.floor(start / crop.width),
      )
    )
      break
  }
  return { gaps, isOpen, seals: packBits(crop.walls, crop.width, crop.height) }
}

/** What can be reached from the corner, which is clear. */
function outsideOf(walls: BitPlane): BitPlane {
  return floodBits(inverted(walls), 0, 0)
}

interface CoarsePlace {
  readonly x: number
  readonly y: number
  /** How far it is from ink and from the target's edge, px, as the grid tells it. */
  readonly depth: number
}

/**
 * Places of the target far from all ink and from its edge, found on a coarse grid, the deepest first; none where the
 * shape is too small for that.
 */
function deepCells({ left, top }: Corner, walls: BitPlane, expected: Uint8Array, sheetWidth: number): CoarsePlace[] {
  const [columns, rows] = [Math.ceil(walls.width / CELL), Math.ceil(walls.height / CELL)]
  const inked = new Uint8Array(columns * rows)
  for (let y = 0; y < walls.height; y++) {
    const row = Math.floor(y / CELL) * columns
    for (let word = 0; word < walls.stride; word++) {
      const bits = walls.words[y * walls.stride + word]!
      // Four cells in a word.
      if (bits) for (let k = 0; k < 4; k++) if ((bits >>> (8 * k)) & 0xff) inked[row + 4 * word + k] = 1
    }
  }
  const sheetHeight = expected.length / sheetWidth
  const isExpected = (x: number, y: number) =>
    x >= 0 && y >= 0 && x < sheetWidth && y < sheetHeight && expected[y * sheetWidth + x] === 1
  const found: CoarsePlace[] = []
  const toInk = squaredDistances(inked, columns, rows)
  for (let row = 0, i = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++, i++) {
      const [x, y] = [column * CELL + CELL / 2, row * CELL + CELL / 2]
      if (x >= walls.width - MARGIN || y >= walls.height - MARGIN || !isExpected(x + left, y + top)) inked[i] = 1
      else if (toInk[i]! > 1) found.push({ x, y, depth: i })
    }
  }
  const deep = squaredDistances(inked, columns, rows)
  return found.map(each => ({ ...each, depth: CELL * Math.sqrt(deep[each.depth]!) })).sort((a, b) => b.depth - a.depth)
}

/** Where the box round the ink with its margin begins; may lie off the sheet. */
interface Corner {
  readonly left: number
  readonly top: number
}

interface Crop extends Corner {
  readonly width: number
  readonly height: number
  /** Ink and seals: 1 can't be passed. */
  readonly walls: Uint8Array
  /** Squared distance to the ink as drawn. */
  readonly distances: Float64Array
}

function cropOf(place: Corner, bits: BitPlane): Crop {
  const { width, height } = bits
  const walls = unpackBits(bits)
  return { ...place, width, height, walls, distances: squaredDistances(walls, width, height) }
}

function placeOf(crop: Crop, i: number): { x: number; y: number } {
  return { x: crop.left + (i % crop.width) + 0.5, y: crop.top + Math.floor(i / crop.width) + 0.5 }
}

/** The pixel of the target that lies farthest from all ink. Null when the target and the ink don't meet. */
function deepestInside(crop: Crop, target: Uint8Array, sheetWidth: number): number | null {
  let best: number | null = null
  for (let y = MARGIN; y < crop.height - MARGIN; y++) {
    for (let x = MARGIN; x < crop.width - MARGIN; x++) {
      const i = y * crop.width + x
      if (!target[(y + crop.top) * sheetWidth + x + crop.left]) continue
      if (best === null || crop.distances[i]! > crop.distances[best]!) best = i
    }
  }
  return best !== null && crop.distances[best]! > 4 ? best : null
}

/**
 * Best-first search from `start` by distance from the ink until the crop's border is reached: of all
 * ways out the one that keeps farthest from the ink. Returns its pixels; null when there is no way.
 */
function widestPathOut(crop: Crop, start: number): number[] | null {
  const { width, height, walls, distances } = crop
  const from = new Int32Array(walls.length).fill(-1)
  const queue = new GreatestFirst(Math.sqrt(width * width + height * height))
  queue.push(start, Math.sqrt(distances[start]!))
  from[start] = start
  for (let i = queue.pop(); i !== null; i = queue.pop()) {
    const x = i % width
    if (x === 0 || x === width - 1 || i < width || i >= walls.length - width) return pathTo(i, from)
    for (const next of [i - 1, i + 1, i - width, i + width]) {
      if (from[next] !== -1 || walls[next]) continue
      from[next] = i
      queue.push(next, Math.sqrt(distances[next]!))
    }
  }
  return null
}

function pathTo(end: number, from: Int32Array): number[] {
  const path = [end]
  for (let i = end; from[i] !== i; i = from[i]!) path.push(from[i]!)
  return path
}

/** Pixels of the way this much farther from the ink than the nearest one are looked at as well, px. */
const TIGHT_SLACK = 0.75

/**
 * The way hugs the ink in other places as well as in the gap; only in a gap is there ink close by on
 * both sides.
 */
function narrowestOpening(crop: Crop, path: readonly number[]): Opening {
  const tightness = Math.sqrt(path.reduce((least, i) => Math.min(least, crop.distances[i]!), Infinity))
  let best: Opening | null = null
  for (const at of path) {
    const own = Math.sqrt(crop.distances[at]!)
    if (own > tightness + TIGHT_SLACK) continue
    const opening = openingAt(crop, at, own)
    if (best === null || opening.width < best.width) best = opening
  }
  return best!
}

/** Closes an opening: a wall from the near ink through it to the far ink. */
function seal(crop: Crop, { at, near, far }: Opening): void {
  const x = at % crop.width
  const y = Math.floor(at / crop.width)
  for (const end of [near, far, { x, y }]) {
    if (end) wall(crop, x, y, end.x, end.y)
  }
}

/** A straight wall three pixels thick, so that nothing slips through a corner. */
function wall(crop: Crop, x0: number, y0: number, x1: number, y1: number): void {
  const steps = Math.max(Math.abs(x1 - x0), Math.abs(y1 - y0), 1)
  for (let i = 0; i <= steps; i++) {
    const x = Math.round(x0 + ((x1 - x0) * i) / steps)
    const y = Math.round(y0 + ((y1 - y0) * i) / steps)
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -1; dx <= 1; dx++) {
        const px = x + dx
        const py = y + dy
        if (px >= 0 && py >= 0 && px < crop.width && py < crop.height) crop.walls[py * crop.width + px] = 1
      }
    }
  }
}

/**
 * All that the outside can't reach once the gaps are sealed, less the ink; of it the cells that belong to the shape:
 * the loop of a handle is closed as well, but not part of the pot.
 */
function cellsInTarget(
  { left, top }: Corner,
  walls: BitPlane,
  seals: BitPlane,
  target: Uint8Array,
  width: number,
): BitPlane {
  // What was sealed is no ink: it lies inside. Cells lie within the ink's own box: the margin is cut off again.
  const core = { x0: MARGIN, y0: MARGIN, x1: walls.width - MARGIN, y1: walls.height - MARGIN }
  const closed = cutBits(without(inverted(outsideOf(seals)), walls), core)
  const out = newBits(closed.width, closed.height)
  const seen = newBits(closed.width, closed.height)
  const runs = new BitRuns(closed)
  const [dx, dy] = [left + MARGIN, top + MARGIN]
  for (let y = 0; y < closed.height; y++) {
    for (let x = runs.next(0, closed.width, y); x < closed.width; x = runs.next(runs.end(x, y), closed.width, y)) {
      if (bitAt(seen, x, y)) continue
      const cell: (readonly [number, number, number])[] = []
      let [area, within] = [0, 0]
      floodRuns(closed, seen, x, y, (row, x0, x1) => {
        cell.push([row, x0, x1])
        area += x1 - x0
        const start = (row + dy) * width + dx
        for (let i = start + x0; i < start + x1; i++) within += target[i]!
      })
      if (within >= CELL_SHARE * area) for (const [row, x0, x1] of cell) setRun(out, row, x0, x1)
    }
  }
  return out
}

/** Twice the area of the ink over the length of its border. */
function meanLineWidth({ height, stride, words }: BitPlane): number {
  let [area, border] = [0, 0]
  for (let y = 0; y < height; y++) {
    for (let i = 0; i < stride; i++) {
      const at = y * stride + i
      const word = words[at]!
      if (word === 0) continue
      const above = y ? words[at - stride]! : 0
      const below = y < height - 1 ? words[at + stride]! : 0
      const before = (word << 1) | (i ? words[at - 1]! >>> 31 : 0)
      const after = (word >>> 1) | (i < stride - 1 ? words[at + 1]! << 31 : 0)
      area += bitCount(word)
      border += bitCount(word & ~above) + bitCount(word & ~below) + bitCount(word & ~before) + bitCount(word & ~after)
    }
  }
  // Pixel sides overstate a slanted border by 4/π on the mean over all directions.
  return border ? (2 * area) / (border * (Math.PI / 4)) : 0
}
