import { components, fillPolygon, GreatestFirst, openingAt, squaredDistances, squaredWay, type Opening, type Polygon } from '../raster'

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
  /** 1 inside the closed cells that lie mostly in the target, the line itself not counted. Row-major over the whole sheet. */
  readonly inside: Uint8Array
  /** 1 where the line is, as drawn. */
  readonly ink: Uint8Array
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
  const ink = new Uint8Array(width * height)
  for (let i = 0; i < ink.length; i++) ink[i] = alpha[i]! >= INK_ALPHA ? 1 : 0
  const crop = cropOf(ink, width, height)
  if (!crop) return null
  const expected = fillPolygon(target, width, height)
  const start = deepestInside(crop, expected, width)
  if (start === null) return null

  const gaps: Gap[] = []
  const depth = Math.sqrt(crop.distances[start]!)
  let isOpen = false
  for (let i = 0; i < MOST_GAPS; i++) {
    const way = widestWayOut(crop, start)
    if (way === null) break
    const opening = narrowestOpening(crop, way)
    if (opening.tightness > depth * OPEN_SHARE) {
      isOpen = true
      break
    }
    const place = placeOf(crop, opening.at)
    // A second leak beside a sealed gap is the same gap, seen from its other side.
    if (!gaps.some(gap => squaredWay(gap, place) < Math.max(gap.width, 4) ** 2)) gaps.push({ ...place, width: opening.width })
    seal(crop, opening)
  }
  return { gaps, isOpen, inside: cellsInTarget(insideOf(crop, width, height), expected, width, height), ink, lineWidth: meanLineWidth(ink, width, height) }
}

/** The ink with a margin of its own round it; may reach over the sheet's edge. */
interface Crop {
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
  /** Ink and seals: 1 can't be passed. */
  readonly walls: Uint8Array
  /** Squared distance to the ink as drawn. */
  readonly distances: Float64Array
}

function cropOf(ink: Uint8Array, width: number, height: number): Crop | null {
  let x0 = width
  let x1 = -1
  let y0 = height
  let y1 = -1
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (!ink[i]) continue
      if (x < x0) x0 = x
      if (x > x1) x1 = x
      if (y < y0) y0 = y
      y1 = y
    }
  }
  if (x1 < 0) return null
  const left = x0 - MARGIN
  const top = y0 - MARGIN
  const w = x1 - x0 + 1 + 2 * MARGIN
  const h = y1 - y0 + 1 + 2 * MARGIN
  const walls = new Uint8Array(w * h)
  for (let y = y0; y <= y1; y++) {
    walls.set(ink.subarray(y * width + x0, y * width + x1 + 1), (y - top) * w + MARGIN)
  }
  return { left, top, width: w, height: h, walls, distances: squaredDistances(walls, w, h) }
}

function placeOf(crop: Crop, i: number): { x: number, y: number } {
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
function widestWayOut(crop: Crop, start: number): number[] | null {
  const { width, height, walls, distances } = crop
  const from = new Int32Array(walls.length).fill(-1)
  const queue = new GreatestFirst(Math.sqrt(width * width + height * height))
  queue.push(start, Math.sqrt(distances[start]!))
  from[start] = start
  for (let i = queue.pop(); i !== null; i = queue.pop()) {
    const x = i % width
    if (x === 0 || x === width - 1 || i < width || i >= walls.length - width) return wayTo(i, from)
    for (const next of [i - 1, i + 1, i - width, i + width]) {
      if (from[next] !== -1 || walls[next]) continue
      from[next] = i
      queue.push(next, Math.sqrt(distances[next]!))
    }
  }
  return null
}

function wayTo(end: number, from: Int32Array): number[] {
  const way = [end]
  for (let i = end; from[i] !== i; i = from[i]!) way.push(from[i]!)
  return way
}

/** Pixels of the way this much farther from the ink than the nearest one are looked at as well, px. */
const TIGHT_SLACK = 0.75

/**
 * The way hugs the ink in other places as well as in the gap; only in a gap is there ink close by on
 * both sides.
 */
function narrowestOpening(crop: Crop, way: readonly number[]): Opening {
  const tightness = Math.sqrt(way.reduce((least, i) => Math.min(least, crop.distances[i]!), Infinity))
  let best: Opening | null = null
  for (const at of way) {
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

/** All that the outside can't reach once the gaps are sealed, less the ink. */
function insideOf(crop: Crop, width: number, height: number): Uint8Array {
  const { walls } = crop
  const outside = new Uint8Array(walls.length)
  const stack: number[] = [0]
  outside[0] = 1
  while (stack.length) {
    const i = stack.pop()!
    const x = i % crop.width
    if (x > 0) visit(i - 1)
    if (x < crop.width - 1) visit(i + 1)
    if (i >= crop.width) visit(i - crop.width)
    if (i < walls.length - crop.width) visit(i + crop.width)
  }
  const inside = new Uint8Array(width * height)
  for (let y = 0; y < crop.height; y++) {
    for (let x = 0; x < crop.width; x++) {
      const i = y * crop.width + x
      const sx = x + crop.left
      const sy = y + crop.top
      if (outside[i] || crop.distances[i] === 0 || sx < 0 || sy < 0 || sx >= width || sy >= height) continue
      inside[sy * width + sx] = 1
    }
  }
  return inside

  function visit(next: number): void {
    if (outside[next] || walls[next]) return
    outside[next] = 1
    stack.push(next)
  }
}

/** Keeps the cells that belong to the shape: the loop of a handle is closed as well, but not part of the pot. */
function cellsInTarget(inside: Uint8Array, target: Uint8Array, width: number, height: number): Uint8Array {
  const { labels, found } = components(inside, width, height)
  const within = new Uint32Array(found.length + 1)
  for (let i = 0; i < labels.length; i++) within[labels[i]!]! += target[i]!
  return inside.map((_, i) => {
    const label = labels[i]!
    return label && within[label]! >= CELL_SHARE * found[label - 1]!.area ? 1 : 0
  })
}

/** Twice the area of the ink over the length of its border. */
function meanLineWidth(ink: Uint8Array, width: number, height: number): number {
  let area = 0
  let border = 0
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (!ink[i]) continue
      area++
      if (x === 0 || !ink[i - 1]) border++
      if (x === width - 1 || !ink[i + 1]) border++
      if (y === 0 || !ink[i - width]) border++
      if (y === height - 1 || !ink[i + width]) border++
    }
  }
  // Pixel sides overstate a slanted border by 4/π on the mean over all directions.
  return border ? (2 * area) / (border * (Math.PI / 4)) : 0
}
