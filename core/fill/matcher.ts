import type { Rect } from '../base'
import { TILE, TILE_BYTES, type Kernels } from '../kernels'
import { flattenTile, tileNumber, tileOrigin, tilesUnder, type Drawing, type Layer } from '../layers'
import { flood, FLOODED, OPEN, SHUT, UNKNOWN } from './flood'
import { runsOf, type Runs } from './grow'

/** Whose paint is a border: the layer's own, that of all that can be seen, or that of these layers. */
export type Borders = 'this' | 'all' | readonly string[]

/** Where a colour is looked for, and what counts as the same. */
export interface ColourPlace {
  /** Whole sheet px. */
  readonly x: number
  readonly y: number
  /** Greatest difference of any channel, 0 … 255, that is still the same colour. */
  readonly tolerance: number
  readonly borders: Borders
}

/** Settles the cells of a plane against the colour of a place, a tile at a time, when they are first come to. */
export interface Matcher {
  /** A cell a px of the sheet: UNKNOWN, OPEN, SHUT; what a flood makes of it is its own affair. */
  readonly plane: Uint8Array
  /** How different each settled px is, 0 … 255: at most the tolerance where it is open. */
  readonly differences: Uint8Array
  readonly look: (x: number, y: number) => void
  /** Makes what was settled UNKNOWN again: the planes are used by the next one. */
  readonly forget: () => void
}

/**
 * Rows of what has the colour of a place: what hangs together with it, or all of it. `emit` gets y and
 * the runs (start, end, …). The place must lie on the sheet.
 */
export function sameColourRows(
  kernels: Kernels, drawing: Drawing, layer: Layer, place: ColourPlace, isJoined: boolean, emit: (y: number, runs: Runs) => void,
): void {
  const { width, height } = drawing.sheet
  const { plane, look, forget } = matching(kernels, drawing, layer, place)
  let box: Rect | null = { x0: 0, y0: 0, x1: width, y1: height }
  if (isJoined) box = flood(plane, width, height, place.x, place.y, look)
  else for (const { part } of tilesUnder(drawing.sheet, box)) look(part.x0, part.y0)
  if (box) for (let y = box.y0; y < box.y1; y++) emit(y, runsOf(plane, y * width, box, isJoined ? FLOODED : OPEN))
  forget()
}

/** What a flood sees of a drawing. */
export function seenFor(drawing: Drawing, layer: Layer, borders: Borders): Drawing {
  if (borders === 'all') return drawing
  if (borders === 'this') return { ...drawing, groups: undefined, layers: [{ ...bare(layer), visible: true, opacity: 100 }] }
  return { ...drawing, groups: undefined, layers: drawing.layers.filter(each => borders.includes(each.id)).map(each => ({ ...bare(each), visible: true, opacity: 100 })) }
}

function bare({ id, name, visible, opacity, tiles }: Layer): Layer {
  return { id, name, visible, opacity, tiles }
}

interface Planes { plane: Uint8Array, differences: Uint8Array }
const planes = new WeakMap<Kernels, Planes>()

/** The planes for floods, all UNKNOWN: kept from pour to pour, since making them costs more than a small pour. */
function planesOf(kernels: Kernels, size: number): Planes {
  let known = planes.get(kernels)
  if (!known || known.plane.length < size) {
    known = { plane: new Uint8Array(size), differences: new Uint8Array(size) }
    planes.set(kernels, known)
  }
  return known
}

/** One is in use at a time: call `forget` when done. The place must lie on the sheet. */
export function matching(kernels: Kernels, drawing: Drawing, layer: Layer, place: ColourPlace): Matcher {
  const { sheet } = drawing
  const seen = seenFor(drawing, layer, place.borders)
  const { plane, differences } = planesOf(kernels, sheet.width * sheet.height)
  const ground = place.borders === 'all' ? sheet.paper : null
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
  const start = flatten(place.x, place.y)
  const wanted = pixels[(place.y - start.top) * TILE + place.x - start.left]!
  const differenceOf = differenceFrom(wanted)

  return {
    plane, differences,
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
          const difference = pixel === wanted ? 0 : differenceOf(pixel)
          plane.fill(difference <= place.tolerance ? OPEN : SHUT, to + start, to + i)
          differences.fill(difference, to + start, to + i)
        }
      }
    },
    forget() {
      for (const { x0, y0, x1, y1 } of looked) {
        for (let y = y0; y < y1; y++) plane.fill(UNKNOWN, y * sheet.width + x0, y * sheet.width + x1)
      }
    },
  }
}

/** Compares packed RGBA8 pixels, little-endian, channel by channel after weighing by alpha; the greatest difference, whole numbers. */
export function differenceFrom(wanted: number): (pixel: number) => number {
  const weigh = (pixel: number, shift: number) => ((pixel >>> shift) & 255) * (pixel >>> 24)
  const red = weigh(wanted, 0)
  const green = weigh(wanted, 8)
  const blue = weigh(wanted, 16)
  const alpha = wanted >>> 24
  return (pixel) => {
    const most = Math.max(Math.abs(weigh(pixel, 0) - red), Math.abs(weigh(pixel, 8) - green), Math.abs(weigh(pixel, 16) - blue))
    return Math.max(Math.ceil(most / 255), Math.abs((pixel >>> 24) - alpha))
  }
}
