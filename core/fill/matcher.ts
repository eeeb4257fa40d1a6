import type { Rect } from '../base'
import { TILE, TILE_BYTES, type Kernels } from '../kernels'
import { flattenTile, tileColumns, tileOrigin, tilesUnder, type Drawing, type Layer, type Sheet } from '../layers'
import { newBits, type BitPlane } from '../raster'

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

/** Settles the px of a sheet against the colour of a place, a tile at a time, when they are first come to. */
export interface Matcher {
  /** Bits of the px that are like the place, as far as they are settled. */
  readonly open: BitPlane
  /** Settles the tiles on which x0 to before x1 of a row lies; whether any of them was not. */
  readonly settle: (x0: number, x1: number, y: number) => boolean
  /** How different the px of a tile are, 0 … 255, row-major; settles it. */
  readonly differencesIn: (number: number) => Uint8Array
  /** Greatest difference of a px that is open. */
  readonly tolerance: number
  /** Makes all unsettled again: the planes are used by the next one. */
  readonly forget: () => void
}

/** All that is like the place, anywhere on the sheet. */
export function settled({ open, settle }: Matcher): BitPlane {
  for (let y = 0; y < open.height; y += TILE) settle(0, open.width, y)
  return open
}

/** What a flood sees of a drawing. */
export function seenFor(drawing: Drawing, layer: Layer, borders: Borders): Drawing {
  if (borders === 'all') return drawing
  if (borders === 'this')
    return { ...drawing, groups: undefined, layers: [{ ...bare(layer), visible: true, opacity: 100 }] }
  return {
    ...drawing,
    groups: undefined,
    layers: drawing.layers
      .filter(each => borders.includes(each.id))
      .map(each => ({ ...bare(each), visible: true, opacity: 100 })),
  }
}

function bare({ id, name, visible, opacity, tiles }: Layer): Layer {
  return { id, name, visible, opacity, tiles }
}

interface Planes {
  readonly open: BitPlane
  /** By the tile's number; kept when they are no longer known. */
  readonly differences: Map<number, Uint8Array>
  readonly flat: Uint8Array
  /** Eight words a row of a tile. */
  readonly same: Uint32Array
}
const planes = new WeakMap<Kernels, Planes>()

/** The planes for floods, nothing settled: kept from pour to pour, since making them costs more than a small pour. */
function planesOf(kernels: Kernels, { width, height }: Sheet): Planes {
  let known = planes.get(kernels)
  if (!known || known.open.width !== width || known.open.height !== height) {
    known = {
      open: newBits(width, height),
      differences: new Map(),
      flat: new Uint8Array(TILE_BYTES),
      same: new Uint32Array((TILE * TILE) / 32),
    }
    planes.set(kernels, known)
  }
  return known
}

/** One is in use at a time: call `forget` when done. The place must lie on the sheet. */
export function matching(kernels: Kernels, drawing: Drawing, layer: Layer, place: ColourPlace): Matcher {
  const { sheet } = drawing
  const seen = seenFor(drawing, layer, place.borders)
  const { open, differences, flat, same } = planesOf(kernels, sheet)
  const ground = place.borders === 'all' ? sheet.paper : null
  const columns = tileColumns(sheet)
  const known = new Set<number>()

  const flatten = (number: number): Rect => {
    const { x, y } = tileOrigin(sheet, number)
    const { part } = tilesUnder(sheet, { x0: x, y0: y, x1: x + TILE, y1: y + TILE })[0]!
    flattenTile(kernels, seen, number, part, ground, flat)
    return part
  }
  const numberAt = (x: number, y: number) => (y >> 8) * columns + (x >> 8)
  flatten(numberAt(place.x, place.y))
  const wanted = new Uint32Array(flat.buffer)[(place.y & 255) * TILE + (place.x & 255)]!

  const settleTile = (number: number) => {
    const part = flatten(number)
    known.add(number)
    let values = differences.get(number)
    if (!values) differences.set(number, (values = new Uint8Array(TILE * TILE)))
    kernels.differ(flat, wanted, place.tolerance, values, same)
    copyRows(same, open, part)
  }
  return {
    open,
    settle(x0, x1, y) {
      const first = numberAt(x0, y)
      const end = numberAt(x1 - 1, y)
      let isNew = false
      for (let number = first; number <= end; number++) {
        if (known.has(number)) continue
        settleTile(number)
        isNew = true
      }
      return isNew
    },
    differencesIn(number) {
      if (!known.has(number)) settleTile(number)
      return differences.get(number)!
    },
    tolerance: place.tolerance,
    forget() {
      same.fill(0)
      for (const number of known) {
        const { x, y } = tileOrigin(sheet, number)
        copyRows(same, open, {
          x0: x,
          y0: y,
          x1: Math.min(x + TILE, sheet.width),
          y1: Math.min(y + TILE, sheet.height),
        })
      }
    },
  }
}

/** Writes a tile's bits, eight words a row, into the sheet's: only those inside the part. */
function copyRows(from: Uint32Array, { stride, words }: BitPlane, { x0, y0, x1, y1 }: Rect): void {
  const count = (x1 - x0 + 31) >>> 5
  const keep = 0xffffffff >>> (31 - ((x1 - x0 - 1) & 31))
  for (let y = y0; y < y1; y++) {
    const at = y * stride + (x0 >>> 5)
    const row = (y - y0) * 8
    for (let i = 0; i < count; i++) words[at + i] = from[row + i]!
    words[at + count - 1] = words[at + count - 1]! & keep
  }
}
