import { EMPTY_RECT, isEmptyRect, unionRect, type Rect } from '../base'
import type { Kernels } from '../kernels'
import type { Drawing, Layer } from '../layers'
import { bitAt, cutBits, newBits, pasteBits, polygonCoverage, setRun, type BitPlane } from '../raster'
import { closedPart } from './closing'
import { flood } from './flood'
import { matching, type Matcher } from './matcher'
import type { Pour } from './pour-terms'
import { NO_EDGES, underTheLine, type Edges } from './under'

/** A region of the sheet, and the px under the line round it. */
export interface Region {
  readonly box: Rect
  /** Bits over the whole sheet. */
  readonly bits: BitPlane
  readonly edges: Edges
}

/** Where a pour would go, grown under the line. Null when nowhere. */
export function regionOf(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  act: Pick<Pour, 'where' | 'tolerance' | 'borders' | 'gap' | 'grow'>,
): Region | null {
  const { width, height } = drawing.sheet
  const start = startOf(drawing, act.where)
  if (!start) return null
  const matcher = matching(kernels, drawing, layer, { ...start, tolerance: act.tolerance, borders: act.borders })
  const bits = newBits(width, height)
  let box = EMPTY_RECT
  if (act.where.kind === 'places') {
    for (let i = 0; i < act.where.points.length; i += 2) {
      const [x, y] = [Math.floor(act.where.points[i]!), Math.floor(act.where.points[i + 1]!)]
      if (x < 0 || y < 0 || x >= width || y >= height || bitAt(bits, x, y)) continue
      // What is not like the place where it began is a line, or another colour: it is passed over.
      const part = regionAt(kernels, matcher, x, y, act.gap)
      if (part) box = unionRect(box, addPart(bits, part))
    }
  } else {
    box = fillLoop(kernels, matcher, bits, act.where.points, act.gap)
  }
  const edges = isEmptyRect(box) ? NO_EDGES : underTheLine(matcher, bits, box, act.grow)
  matcher.forget()
  return isEmptyRect(box) ? null : { box: boxWith(box, edges), bits, edges }
}

function boxWith(box: Rect, { count, xs, ys }: Edges): Rect {
  let { x0, y0, x1, y1 } = box
  for (let i = 0; i < count; i++) {
    const [x, y] = [xs[i]!, ys[i]!]
    if (x < x0) x0 = x
    if (x >= x1) x1 = x + 1
    if (y < y0) y0 = y
    if (y >= y1) y1 = y + 1
  }
  return { x0, y0, x1, y1 }
}

/** The place whose colour is poured over. */
export function startOf(drawing: Drawing, where: Pour['where']): { x: number; y: number } | null {
  const { width, height } = drawing.sheet
  const inside = (x: number, y: number) => x >= 0 && y >= 0 && x < width && y < height
  for (let i = 0; i < where.points.length; i += 2) {
    const [x, y] = [Math.floor(where.points[i]!), Math.floor(where.points[i + 1]!)]
    if (inside(x, y)) return { x, y }
  }
  return null
}

/** A part of the sheet: bits over its box. */
interface Part {
  readonly bits: BitPlane
  readonly box: Rect
}

/** What hangs together with a place, its gaps closed; null when nothing does. */
function regionAt(kernels: Kernels, matcher: Matcher, x: number, y: number, gap: number): Part | null {
  const flooded = flood(matcher, x, y)
  if (!flooded) return null
  const { box } = flooded
  const open = cutBits(flooded.bits, box)
  return { box, bits: gap > 0 ? closedPart(kernels, open, x - box.x0, y - box.y0, gap) : open }
}

/** Sets a part's bits in those of the sheet; the box round them. */
function addPart(bits: BitPlane, part: Part): Rect {
  pasteBits(bits, part.bits, part.box.x0, part.box.y0)
  return setBox(part)
}

/** The box round what is set; a part with gaps closed may be smaller than what was flooded. */
function setBox({ bits, box }: Part): Rect {
  let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity]
  for (let y = 0; y < bits.height; y++) {
    const row = y * bits.stride
    let first = 0
    while (first < bits.stride && bits.words[row + first] === 0) first++
    if (first === bits.stride) continue
    let last = bits.stride - 1
    while (bits.words[row + last] === 0) last--
    const low = bits.words[row + first]!
    x0 = Math.min(x0, 32 * first + 31 - Math.clz32(low & -low))
    x1 = Math.max(x1, 32 * last + 32 - Math.clz32(bits.words[row + last]!))
    y0 = Math.min(y0, y)
    y1 = y + 1
  }
  return x1 < x0 ? EMPTY_RECT : { x0: x0 + box.x0, y0: y0 + box.y0, x1: x1 + box.x0, y1: y1 + box.y0 }
}

/** Fills every cell that lies wholly inside a loop; the loop itself runs over the ground round them. */
function fillLoop(kernels: Kernels, matcher: Matcher, bits: BitPlane, loop: readonly number[], gap: number): Rect {
  const { width, height } = bits
  const inside = insideLoop(loop, width, height)
  const tried = newBits(width, height)
  const { open, settle } = matcher
  let box = EMPTY_RECT
  for (let y = 0; y < height; y++) {
    for (let i = 0; i < inside.stride; i++) {
      const at = y * inside.stride + i
      if (inside.words[at] === 0) continue
      settle(32 * i, Math.min(32 * i + 32, width), y)
      let left = inside.words[at]! & open.words[at]! & ~tried.words[at]!
      while (left !== 0) {
        const part = regionAt(kernels, matcher, 32 * i + 31 - Math.clz32(left & -left), y, gap)!
        const cell = newBits(width, height)
        const cellBox = addPart(cell, part)
        if (!isEmptyRect(cellBox) && addCell(tried, cell, inside, cellBox, bits)) box = unionRect(box, cellBox)
        left &= left - 1
        left &= ~tried.words[at]!
      }
    }
  }
  return box
}

/** The px whose middles lie inside a loop. */
function insideLoop(loop: readonly number[], width: number, height: number): BitPlane {
  const inside = newBits(width, height)
  polygonCoverage(loop, { x0: 0, y0: 0, x1: width, y1: height }, (y, coverage) => {
    for (let x = 0; x < width;) {
      while (x < width && coverage[x]! < 0.5) x++
      const from = x
      while (x < width && coverage[x]! >= 0.5) x++
      setRun(inside, y, from, x)
    }
  })
  return inside
}

/** Notes a cell as tried, and adds it to the bits if it lies wholly inside. */
function addCell(tried: BitPlane, cell: BitPlane, inside: BitPlane, { y0, y1 }: Rect, bits: BitPlane): boolean {
  let isInside = true
  for (let i = y0 * cell.stride; i < y1 * cell.stride; i++) {
    tried.words[i] = tried.words[i]! | cell.words[i]!
    if ((cell.words[i]! & ~inside.words[i]!) !== 0) isInside = false
  }
  if (isInside)
    for (let i = y0 * cell.stride; i < y1 * cell.stride; i++) bits.words[i] = bits.words[i]! | cell.words[i]!
  return isInside
}
