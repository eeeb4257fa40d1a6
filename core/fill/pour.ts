import { EMPTY_RECT, intersectRect, isEmptyRect, unionRect, type Rect } from '../base'
import { FULL, NO_GRAIN, type Grain, type Kernels, type Laying } from '../kernels'
import { layMask, sheetRect, tilesUnder, withLayer, type Drawing, type Layer } from '../layers'
import { bitAt, newBits, polygonCoverage, setRun, type BitPlane } from '../raster'
import { BitRuns, closedRegion } from './closing'
import { flood, FLOODED, OPEN, UNKNOWN } from './flood'
import { runsOf } from './grow'
import { differenceFrom, matching, seenFor, type Borders, type Matcher } from './matcher'
import { patternAt, type PatternName } from './patterns'
import { underTheLine, type Edge } from './under'

export interface Pour {
  /** Places that were touched or dragged over; or a loop round cells, x, y, x, y … Sheet px. */
  readonly where: { readonly kind: 'places', readonly points: readonly number[] } | { readonly kind: 'loop', readonly points: readonly number[] }
  readonly paint:
    | { readonly kind: 'colour', readonly colour: readonly [number, number, number] }
    /** Takes what is there away. */
    | { readonly kind: 'clear' }
    | { readonly kind: 'pattern', readonly colour: readonly [number, number, number], readonly pattern: PatternName, readonly size: number }
    /** `cover`: how much the paint covers before the grain takes its part; full paint fills every hollow. */
    | { readonly kind: 'grain', readonly colour: readonly [number, number, number], readonly grain: Grain, readonly cover: number }
  readonly tolerance: number
  readonly borders: Borders
  /** Gaps in the line of so many clear px count as closed. */
  readonly gap: number
  /** How far it creeps under the line, px. */
  readonly grow: number
  readonly seed: number
}

/** A region of the sheet, and the px under the line round it. */
export interface Region {
  readonly box: Rect
  /** Bits over the whole sheet. */
  readonly bits: BitPlane
  readonly edges: readonly Edge[]
}

/** The drawing after the pour, and what it filled; the same drawing when that is nothing. */
export function pour(kernels: Kernels, drawing: Drawing, layer: Layer, act: Pour): { drawing: Drawing, filled: Rect | null } {
  const region = regionOf(kernels, drawing, layer, act)
  if (!region) return { drawing, filled: null }
  return { drawing: lay(kernels, drawing, layer, act, region), filled: region.box }
}

/** Where a pour would go, grown under the line. Null when nowhere. */
export function regionOf(kernels: Kernels, drawing: Drawing, layer: Layer, act: Pick<Pour, 'where' | 'tolerance' | 'borders' | 'gap' | 'grow'>): Region | null {
  const { width, height } = drawing.sheet
  const start = startOf(drawing, act.where)
  if (!start) return null
  const matcher = matching(kernels, drawing, layer, { ...start, tolerance: act.tolerance, borders: act.borders })
  const bits = newBits(width, height)
  let box = EMPTY_RECT
  const add = (x: number, y: number, part: Rect) => {
    box = unionRect(box, addRegion(matcher, bits, width, part, x, y, act.gap))
  }
  if (act.where.kind === 'places') {
    for (let i = 0; i < act.where.points.length; i += 2) {
      const [x, y] = [Math.floor(act.where.points[i]!), Math.floor(act.where.points[i + 1]!)]
      if (x < 0 || y < 0 || x >= width || y >= height || bitAt(bits, x, y)) continue
      const part = flood(matcher.plane, width, height, x, y, matcher.look)
      // What is not like the place where it began is a line, or another colour: it is passed over.
      if (part) add(x, y, part)
    }
  } else {
    box = fillLoop(matcher, bits, width, height, act.where.points, act.gap)
  }
  let edges: Edge[] = []
  if (!isEmptyRect(box)) {
    markRegion(matcher, bits, width, box)
    edges = underTheLine(matcher, width, height, box, act.grow)
  }
  matcher.forget()
  return isEmptyRect(box) ? null : { box: edges.reduce((all, { x, y }) => unionRect(all, { x0: x, y0: y, x1: x + 1, y1: y + 1 }), box), bits, edges }
}

/** The place whose colour is poured over. */
function startOf(drawing: Drawing, where: Pour['where']): { x: number, y: number } | null {
  const { width, height } = drawing.sheet
  const inside = (x: number, y: number) => x >= 0 && y >= 0 && x < width && y < height
  for (let i = 0; i < where.points.length; i += 2) {
    const [x, y] = [Math.floor(where.points[i]!), Math.floor(where.points[i + 1]!)]
    if (inside(x, y)) return { x, y }
  }
  return null
}

/** Adds the flooded part that holds a place, its gaps closed, and takes it out of the flood. */
function addRegion({ plane }: Matcher, bits: BitPlane, width: number, part: Rect, x: number, y: number, gap: number): Rect {
  let box = EMPTY_RECT
  const closed = gap > 0 ? closedRegion(plane, width, part, x, y, gap) : null
  const runs = closed && new BitRuns(closed)
  for (let py = part.y0; py < part.y1; py++) {
    const row = py - part.y0
    const put = (x0: number, x1: number) => {
      setRun(bits, py, x0, x1)
      box = unionRect(box, { x0, y0: py, x1, y1: py + 1 })
    }
    if (closed && runs) for (let from = runs.next(0, closed.width, row); from < closed.width; from = runs.next(runs.end(from, row), closed.width, row)) put(from + part.x0, runs.end(from, row) + part.x0)
    const own = runsOf(plane, py * width, part, FLOODED)
    for (let i = 0; i < own.length; i += 2) {
      if (!closed) put(own[i]!, own[i + 1]!)
      plane.fill(OPEN, py * width + own[i]!, py * width + own[i + 1]!)
    }
  }
  return box
}

/** In the plane only the region is FLOODED. */
function markRegion({ plane }: Matcher, bits: BitPlane, width: number, box: Rect): void {
  const runs = new BitRuns(bits)
  for (let y = box.y0; y < box.y1; y++) {
    for (let x = runs.next(box.x0, box.x1, y); x < box.x1; x = runs.next(runs.end(x, y), box.x1, y)) plane.fill(FLOODED, y * width + x, y * width + runs.end(x, y))
  }
}

/** Fills every cell that lies wholly inside a loop; the loop itself runs over the ground round them. */
function fillLoop(matcher: Matcher, bits: BitPlane, width: number, height: number, loop: readonly number[], gap: number): Rect {
  const { plane, look } = matcher
  const inside = newBits(width, height)
  const clip = { x0: 0, y0: 0, x1: width, y1: height }
  let around = EMPTY_RECT
  polygonCoverage(loop, clip, (y, coverage) => {
    for (let x = 0; x < width;) {
      while (x < width && coverage[x]! < 0.5) x++
      const from = x
      while (x < width && coverage[x]! >= 0.5) x++
      if (x > from) {
        setRun(inside, y, from, x)
        around = unionRect(around, { x0: from, y0: y, x1: x, y1: y + 1 })
      }
    }
  })
  let box = EMPTY_RECT
  const tried = newBits(width, height)
  for (let y = around.y0; y < around.y1; y++) {
    for (let x = around.x0; x < around.x1; x++) {
      if (!bitAt(inside, x, y) || bitAt(tried, x, y)) continue
      if (plane[y * width + x] === UNKNOWN) look(x, y)
      if (plane[y * width + x] !== OPEN) continue
      const part = flood(plane, width, height, x, y, look)
      if (!part) continue
      const cell = newBits(width, height)
      const cellBox = addRegion(matcher, cell, width, part, x, y, gap)
      if (isEmptyRect(cellBox)) continue
      const isInside = addCell(tried, cell, inside, cellBox, bits)
      if (isInside) box = unionRect(box, cellBox)
    }
  }
  return box
}

/** Notes a cell as tried, and adds it to the bits if it lies wholly inside. */
function addCell(tried: BitPlane, cell: BitPlane, inside: BitPlane, { y0, y1 }: Rect, bits: BitPlane): boolean {
  let isInside = true
  for (let i = y0 * cell.stride; i < y1 * cell.stride; i++) {
    tried.words[i] = tried.words[i]! | cell.words[i]!
    if ((cell.words[i]! & ~inside.words[i]!) !== 0) isInside = false
  }
  if (isInside) for (let i = y0 * cell.stride; i < y1 * cell.stride; i++) bits.words[i] = bits.words[i]! | cell.words[i]!
  return isInside
}

/** Lays a region: what lies under a line that this very layer holds goes behind it. */
function lay(kernels: Kernels, drawing: Drawing, layer: Layer, act: Pour, region: Region): Drawing {
  const { paint } = act
  const laying: Laying = {
    kind: paint.kind === 'clear' ? 'erase' : 'paint', colour: paint.kind === 'clear' ? [0, 0, 0] : paint.colour, opacity: 1,
    grain: paint.kind === 'grain' ? paint.grain : NO_GRAIN, rim: 0, seed: act.seed,
  }
  const own = ownLine(drawing, layer, act)
  const over = region.edges.filter(edge => !own(edge.x, edge.y))
  const behind = region.edges.filter(edge => own(edge.x, edge.y))
  const coverage = paint.kind === 'pattern' ? (x: number, y: number) => patternAt(paint.pattern, paint.size, x, y) : paint.kind === 'grain' ? () => paint.cover : null
  let after = layRows(kernels, drawing, layer, region, over, true, laying, coverage)
  if (paint.kind !== 'clear' && behind.length) after = layRows(kernels, drawing, after, region, behind, false, { ...laying, kind: 'behind' }, coverage)
  return withLayer(drawing, after)
}

/** Whether the line at a px is of the layer's own paint, and not only of others'. */
function ownLine(drawing: Drawing, layer: Layer, { borders, where, tolerance }: Pour): (x: number, y: number) => boolean {
  if (borders !== 'this' && borders !== 'all' && !borders.includes(layer.id)) return () => false
  const start = startOf(drawing, where)!
  const columns = Math.ceil(drawing.sheet.width / 256)
  const own = seenFor(drawing, layer, 'this').layers[0]!
  const pixelAt = (x: number, y: number) => {
    const tile = own.tiles.get((y >> 8) * columns + (x >> 8))
    if (!tile) return 0
    const at = 4 * ((y & 255) * 256 + (x & 255))
    return (tile[at]! | (tile[at + 1]! << 8) | (tile[at + 2]! << 16) | (tile[at + 3]! << 24)) >>> 0
  }
  const differenceOf = differenceFrom(pixelAt(start.x, start.y))
  return (x, y) => differenceOf(pixelAt(x, y)) > tolerance
}

function layRows(
  kernels: Kernels, drawing: Drawing, layer: Layer, { bits, box }: Region, edges: readonly Edge[], hasRegion: boolean, laying: Laying,
  coverage: ((x: number, y: number) => number) | null,
): Layer {
  const { sheet } = drawing
  const byRow = new Map<number, Edge[]>()
  for (const edge of edges) {
    const row = byRow.get(edge.y)
    if (row) row.push(edge)
    else byRow.set(edge.y, [edge])
  }
  const runs = new BitRuns(bits)
  const row = new Uint16Array(box.x1 - box.x0)
  for (let y = box.y0; y < box.y1; y++) {
    row.fill(0)
    if (hasRegion) for (let x = runs.next(box.x0, box.x1, y); x < box.x1; x = runs.next(runs.end(x, y), box.x1, y)) row.fill(FULL, x - box.x0, runs.end(x, y) - box.x0)
    for (const { x, share } of byRow.get(y) ?? []) row[x - box.x0] = Math.floor(share * FULL)
    if (coverage) for (let i = 0; i < row.length; i++) if (row[i]) row[i] = Math.floor(row[i]! * coverage(box.x0 + i, y))
    kernels.writeMaskRow(box.x0, y, row)
  }
  const after = layMask(kernels, layer, sheet, tilesUnder(sheet, intersectRect(box, sheetRect(sheet))), laying, drawing.selection)
  kernels.clearMask(box)
  return after
}
