import type { Rect } from '../base'
import { NO_GRAIN, TILE, TILE_BYTES, type Kernels } from '../kernels'
import { flattenTile, layMask, tileNumber, tileOrigin, tilesUnder, withLayer, type Drawing, type Layer, type TilePart } from '../layers'
import { flood, FLOODED, OPEN, SHUT, UNKNOWN } from './flood'
import { growRegion, runsOf, type Runs } from './grow'

export interface Pour {
  /** Where it starts, whole sheet px. */
  readonly x: number
  readonly y: number
  readonly colour: readonly [number, number, number]
  /** Greatest difference of any channel, 0 … 255, that is still the same colour. */
  readonly tolerance: number
  /** Whose paint stops it: the layer's own, or that of all that can be seen. */
  readonly borders: 'this' | 'all'
  /** How far it creeps under the line, px, 0 … 8. */
  readonly grow: number
  readonly seed: number
}

/** Where a colour is looked for, and what counts as the same. */
export type ColourPlace = Pick<Pour, 'x' | 'y' | 'tolerance' | 'borders'>

/** The drawing after the pour, and the region it filled; the same drawing when nothing was. */
export function pour(kernels: Kernels, drawing: Drawing, layer: Layer, act: Pour): { drawing: Drawing, filled: Rect | null } {
  const { width, height } = drawing.sheet
  if (act.x < 0 || act.y < 0 || act.x >= width || act.y >= height) return { drawing, filled: null }
  const { plane, matcher } = matching(kernels, drawing, layer, act)
  const box = flood(plane, width, height, act.x, act.y, matcher.look)
  const poured = box ? lay(kernels, drawing, layer, act, plane, box) : { drawing, filled: null }
  matcher.forget()
  return poured
}

/**
 * Rows of what has the colour of a place: what hangs together with it, or all of it. `emit` gets y and
 * the runs (start, end, …). The place must lie on the sheet.
 */
export function sameColourRows(
  kernels: Kernels, drawing: Drawing, layer: Layer, place: ColourPlace, isJoined: boolean, emit: (y: number, runs: Runs) => void,
): void {
  const { width, height } = drawing.sheet
  const { plane, matcher } = matching(kernels, drawing, layer, place)
  let box: Rect | null = { x0: 0, y0: 0, x1: width, y1: height }
  if (isJoined) box = flood(plane, width, height, place.x, place.y, matcher.look)
  else for (const { part } of tilesUnder(drawing.sheet, box)) matcher.look(part.x0, part.y0)
  if (box) for (let y = box.y0; y < box.y1; y++) emit(y, runsOf(plane, y * width, box, isJoined ? FLOODED : OPEN))
  matcher.forget()
}

function matching(kernels: Kernels, drawing: Drawing, layer: Layer, place: ColourPlace) {
  const { width, height } = drawing.sheet
  const plane = planeOf(kernels, width * height)
  const seen = place.borders === 'all' ? drawing : { ...drawing, layers: [{ ...layer, visible: true, opacity: 100 }] }
  return { plane, matcher: tileMatcher(kernels, seen, plane, place) }
}

/** Lays the flooded region, grown under the line. */
function lay(kernels: Kernels, drawing: Drawing, layer: Layer, act: Pour, plane: Uint8Array, box: Rect): { drawing: Drawing, filled: Rect } {
  const { sheet } = drawing
  const covered = new Map<number, number>()
  const filled = growRegion(plane, sheet.width, sheet.height, box, act.grow, (y, runs) => {
    for (let i = 0; i < runs.length; i += 2) {
      kernels.fillMaskRow(y, runs[i]!, runs[i + 1]!)
      count(covered, sheet, y, runs[i]!, runs[i + 1]!)
    }
  })
  const laying = { kind: 'paint', colour: act.colour, opacity: 1, grain: NO_GRAIN, rim: 0, seed: act.seed } as const
  const parts = tilesUnder(sheet, filled)
  // A tile that is covered wholly becomes the colour alone: one such tile serves for all of them.
  const isWhole = ({ number }: TilePart) => !drawing.selection && covered.get(number) === TILE * TILE
  const some = layMask(kernels, layer, sheet, parts.filter(part => covered.has(part.number) && !isWhole(part)), laying, drawing.selection)
  const tiles = new Map(some.tiles)
  const whole = parts.filter(isWhole)
  const solid = whole.length ? solidTile(act.colour) : null
  for (const { number } of whole) tiles.set(number, solid!)
  kernels.clearMask(filled)
  return { drawing: withLayer(drawing, { ...some, tiles }), filled }
}

/** Adds a run to the covered px of the tiles that it crosses. */
function count(covered: Map<number, number>, sheet: Drawing['sheet'], y: number, from: number, to: number): void {
  const row = Math.floor(y / TILE)
  for (let x = from; x < to;) {
    const column = Math.floor(x / TILE)
    const end = Math.min(to, (column + 1) * TILE)
    const number = tileNumber(sheet, column, row)
    covered.set(number, (covered.get(number) ?? 0) + end - x)
    x = end
  }
}

function solidTile([r, g, b]: readonly [number, number, number]): Uint8Array {
  const tile = new Uint8Array(TILE_BYTES)
  new Uint32Array(tile.buffer).fill(((255 << 24) | (b << 16) | (g << 8) | r) >>> 0)
  return tile
}

const planes = new WeakMap<Kernels, Uint8Array>()

/** The plane for floods, all UNKNOWN: kept from pour to pour, since making one costs more than a small pour. */
function planeOf(kernels: Kernels, size: number): Uint8Array {
  let plane = planes.get(kernels)
  if (!plane || plane.length < size) {
    plane = new Uint8Array(size)
    planes.set(kernels, plane)
  }
  return plane
}

/** Settles the cells of the plane a tile at a time, when the flood first comes there. */
function tileMatcher(kernels: Kernels, seen: Drawing, plane: Uint8Array, act: ColourPlace): { look: (x: number, y: number) => void, forget: () => void } {
  const { sheet } = seen
  const ground = act.borders === 'all' ? sheet.paper : null
  const flat = new Uint8Array(TILE_BYTES)
  const pixels = new Uint32Array(flat.buffer)
  const looked: Rect[] = []

  const flatten = (x: number, y: number) => {
    const number = tileNumber(sheet, Math.floor(x / TILE), Math.floor(y / TILE))
    const { x: left, y: top } = tileOrigin(sheet, number)
    const part = tilesUnder(sheet, { x0: left, y0: top, x1: left + TILE, y1: top + TILE })[0]!.part
    flattenTile(kernels, seen, number, part, ground, flat)
    return { left, top, part }
  }
  const start = flatten(act.x, act.y)
  const wanted = pixels[(act.y - start.top) * TILE + act.x - start.left]!
  const same = sameColour(wanted, act.tolerance)

  return {
    look(x, y) {
      const { left, top, part } = flatten(x, y)
      looked.push(part)
      const span = part.x1 - part.x0
      for (let py = part.y0; py < part.y1; py++) {
        const from = (py - top) * TILE + part.x0 - left
        const to = py * sheet.width + part.x0
        // Neighbours are mostly alike: settled run by run.
        for (let i = 0; i < span;) {
          const start = i
          const pixel = pixels[from + i]!
          do i++
          while (i < span && pixels[from + i] === pixel)
          plane.fill(pixel === wanted || same(pixel) ? OPEN : SHUT, to + start, to + i)
        }
      }
    },
    /** Makes what was settled UNKNOWN again, for the next pour. */
    forget() {
      for (const { x0, y0, x1, y1 } of looked) {
        for (let y = y0; y < y1; y++) plane.fill(UNKNOWN, y * sheet.width + x0, y * sheet.width + x1)
      }
    },
  }
}

/** Compares packed RGBA8 pixels, little-endian, channel by channel after weighing by alpha. */
function sameColour(wanted: number, tolerance: number): (pixel: number) => boolean {
  const weigh = (pixel: number, shift: number) => ((pixel >>> shift) & 255) * (pixel >>> 24)
  const limit = tolerance * 255
  const red = weigh(wanted, 0)
  const green = weigh(wanted, 8)
  const blue = weigh(wanted, 16)
  const alpha = wanted >>> 24
  return pixel => Math.abs(weigh(pixel, 0) - red) <= limit
    && Math.abs(weigh(pixel, 8) - green) <= limit
    && Math.abs(weigh(pixel, 16) - blue) <= limit
    && Math.abs((pixel >>> 24) - alpha) <= tolerance
}
