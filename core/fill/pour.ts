import type { Rect } from '../base'
import { differenceFrom, FULL, NO_GRAIN, TILE, type Kernels, type Laying } from '../kernels'
import {
  layMask,
  tileColumns,
  tileNumber,
  tilesUnder,
  withLayer,
  type Drawing,
  type Layer,
  type TilePart,
} from '../layers'
import { BitRuns, type BitPlane } from '../raster'
import { seenFor } from './matcher'
import { patternFor } from './patterns'
import type { Pour } from './pour-terms'
import { regionOf, startOf, type Region } from './region'
import { solidTile } from './solid'
import { NO_EDGES, type Edges } from './under'

/** The drawing after the pour, and what it filled; the same drawing when that is nothing. */
export function pour(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  act: Pour,
): { drawing: Drawing; filled: Rect | null } {
  const region = regionOf(kernels, drawing, layer, act)
  if (!region) return { drawing, filled: null }
  return { drawing: lay(kernels, drawing, layer, act, region), filled: region.box }
}

/** Lays a region: what lies under a line that this very layer holds goes behind it. */
function lay(kernels: Kernels, drawing: Drawing, layer: Layer, act: Pour, region: Region): Drawing {
  const { paint } = act
  const laying: Laying = {
    kind: paint.kind === 'clear' ? 'erase' : 'paint',
    colour: paint.kind === 'clear' ? [0, 0, 0] : paint.colour,
    opacity: 1,
    grain: paint.kind === 'grain' ? paint.grain : NO_GRAIN,
    rim: 0,
    seed: act.seed,
  }
  const coverage =
    paint.kind === 'pattern'
      ? patternFor(kernels, paint.pattern, paint.size)
      : paint.kind === 'grain'
        ? () => paint.cover
        : null
  const { over, behind } = parted(region.edges, ownLine(drawing, layer, act))
  let after = layRegion(kernels, drawing, layer, { ...region, edges: over }, laying, coverage, paint.kind === 'colour')
  if (paint.kind !== 'clear' && behind.count)
    after = layRegion(
      kernels,
      drawing,
      after,
      { box: region.box, bits: null, edges: behind },
      { ...laying, kind: 'behind' },
      coverage,
      false,
    )
  return withLayer(drawing, after)
}

/** Edges that lie over what the layer holds, and those that go behind its own line. */
function parted(edges: Edges, isOwn: ((x: number, y: number) => boolean) | null): { over: Edges; behind: Edges } {
  if (!isOwn) return { over: edges, behind: NO_EDGES }
  const { count, xs, ys, shares } = edges
  const own = new Uint8Array(count)
  for (let i = 0; i < count; i++) own[i] = isOwn(xs[i]!, ys[i]!) ? 1 : 0
  const of = (kind: number): Edges => {
    const chosen = (_: number, i: number) => i < count && own[i] === kind
    const found = xs.filter(chosen)
    return { count: found.length, xs: found, ys: ys.filter(chosen), shares: shares.filter(chosen) }
  }
  return { over: of(0), behind: of(1) }
}

/** Whether the line at a px is of the layer's own paint, and not only of others'. Null: none can be. */
function ownLine(
  drawing: Drawing,
  layer: Layer,
  { borders, where, tolerance }: Pour,
): ((x: number, y: number) => boolean) | null {
  if ((borders !== 'this' && borders !== 'all' && !borders.includes(layer.id)) || layer.tiles.size === 0) return null
  const start = startOf(drawing, where)!
  const columns = tileColumns(drawing.sheet)
  const { tiles } = seenFor(drawing, layer, 'this').layers[0]!
  const pixels = new Map(
    [...tiles].map(([number, tile]) => [number, new Uint32Array(tile.buffer, tile.byteOffset, TILE * TILE)]),
  )
  const pixelAt = (x: number, y: number) =>
    pixels.get((y >> 8) * columns + (x >> 8))?.[(y & 255) * TILE + (x & 255)] ?? 0
  const differenceOf = differenceFrom(pixelAt(start.x, start.y))
  return (x, y) => differenceOf(pixelAt(x, y)) > tolerance
}

/**
 * @param isPlain one colour, nothing else: a tile that is covered wholly becomes that colour alone, and one such tile
 * serves for all of them
 */
function layRegion(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  { bits, box, edges }: { bits: BitPlane | null; box: Rect; edges: Edges },
  laying: Laying,
  coverage: ((x: number, y: number) => number) | null,
  isPlain: boolean,
): Layer {
  const { sheet } = drawing
  writeMask(kernels, bits, box, edges, coverage)
  const touched = new Set<number>()
  for (let i = 0; i < edges.count; i++) touched.add(tileNumber(sheet, edges.xs[i]! >> 8, edges.ys[i]! >> 8))
  const isShared = isPlain && !drawing.selection && !layer.inside
  const some: TilePart[] = []
  const whole: number[] = []
  for (const each of tilesUnder(sheet, box)) {
    const share = bits ? shareOf(bits, each.part) : 'none'
    if (share === 'all' && isShared && isWholeTile(each.part)) whole.push(each.number)
    else if (share !== 'none' || touched.has(each.number)) some.push(each)
  }
  const after = layMask(kernels, layer, sheet, some, laying, { selection: drawing.selection })
  kernels.clearMask(box)
  if (whole.length === 0) return after
  const tiles = new Map(after.tiles)
  const solid = solidTile(laying.colour)
  for (const number of whole) tiles.set(number, solid)
  return { ...after, tiles }
}

const isWholeTile = ({ x0, y0, x1, y1 }: Rect) => x1 - x0 === TILE && y1 - y0 === TILE

/** Whether all, some or none of the bits in a part of a tile are set. */
function shareOf({ stride, words }: BitPlane, { x0, y0, x1, y1 }: Rect): 'all' | 'some' | 'none' {
  const [first, last] = [x0 >>> 5, (x1 - 1) >>> 5]
  let any = 0
  let all = 0xffffffff
  for (let y = y0; y < y1; y++) {
    for (let i = y * stride + first; i <= y * stride + last; i++) {
      any |= words[i]!
      all &= words[i]!
    }
    if (any !== 0 && all !== -1) return 'some'
  }
  return any === 0 ? 'none' : 'all'
}

function writeMask(
  kernels: Kernels,
  bits: BitPlane | null,
  box: Rect,
  edges: Edges,
  coverage: ((x: number, y: number) => number) | null,
): void {
  const { order, starts } = byRow(edges, box)
  const runs = bits && new BitRuns(bits)
  const row = new Uint16Array(box.x1 - box.x0)
  for (let y = box.y0; y < box.y1; y++) {
    row.fill(0)
    if (runs)
      for (let x = runs.next(box.x0, box.x1, y); x < box.x1; x = runs.next(runs.end(x, y), box.x1, y))
        row.fill(FULL, x - box.x0, runs.end(x, y) - box.x0)
    for (let k = starts[y - box.y0]!; k < starts[y - box.y0 + 1]!; k++) {
      const i = order[k]!
      row[edges.xs[i]! - box.x0] = Math.floor(edges.shares[i]! * FULL)
    }
    if (coverage)
      for (let i = 0; i < row.length; i++) if (row[i]) row[i] = Math.floor(row[i]! * coverage(box.x0 + i, y))
    kernels.writeMaskRow(box.x0, y, row)
  }
}

/** The edges' places in the order of their rows, and where each row begins (counting sort). */
function byRow({ count, ys }: Edges, { y0, y1 }: Rect): { order: Int32Array; starts: Int32Array } {
  const starts = new Int32Array(y1 - y0 + 1)
  for (let i = 0; i < count; i++) starts[ys[i]! - y0 + 1]!++
  for (let y = 0; y < y1 - y0; y++) starts[y + 1]! += starts[y]!
  const next = starts.slice()
  const order = new Int32Array(count)
  for (let i = 0; i < count; i++) order[next[ys[i]! - y0]!++] = i
  return { order, starts }
}
