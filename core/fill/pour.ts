import type { Rect } from '../base'
import { FULL, TILE, TILE_BYTES, type Kernels } from '../kernels'
import { flattenTile, layMask, tileNumber, tileOrigin, tilesUnder, withLayer, type Drawing, type Layer } from '../layers'
import { flood, OPEN, SHUT } from './flood'
import { growRegion } from './grow'

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

/** The drawing after the pour, and the region it filled; the same drawing when nothing was. */
export function pour(kernels: Kernels, drawing: Drawing, layer: Layer, act: Pour): { drawing: Drawing, filled: Rect | null } {
  const { width, height } = drawing.sheet
  if (act.x < 0 || act.y < 0 || act.x >= width || act.y >= height) return { drawing, filled: null }
  const plane = new Uint8Array(width * height)
  const seen = act.borders === 'all' ? drawing : { ...drawing, layers: [{ ...layer, visible: true, opacity: 100 }] }
  const look = tileMatcher(kernels, seen, plane, act)
  const box = flood(plane, width, height, act.x, act.y, look)
  if (!box) return { drawing, filled: null }

  const values = new Uint16Array(width)
  const filled = growRegion(plane, width, height, box, act.grow, (y, row, grown) => {
    for (let x = 0; x < row.length; x++) values[x] = row[x] ? FULL : 0
    kernels.writeMaskRow(grown.x0, y, values.subarray(0, row.length))
  })
  const laying = { kind: 'paint', colour: act.colour, opacity: 1, depth: 0, seed: act.seed } as const
  const after = layMask(kernels, layer, drawing.sheet, tilesUnder(drawing.sheet, filled), laying)
  kernels.clearMask(filled)
  return { drawing: withLayer(drawing, after), filled }
}

/** Settles the cells of the plane a tile at a time, when the flood first comes there. */
function tileMatcher(kernels: Kernels, seen: Drawing, plane: Uint8Array, act: Pour): (x: number, y: number) => void {
  const { sheet } = seen
  const ground = act.borders === 'all' ? sheet.paper : null
  const flat = new Uint8Array(TILE_BYTES)
  const pixels = new Uint32Array(flat.buffer)

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

  return (x, y) => {
    const { left, top, part } = flatten(x, y)
    for (let py = part.y0; py < part.y1; py++) {
      let from = (py - top) * TILE + part.x0 - left
      let to = py * sheet.width + part.x0
      for (let px = part.x0; px < part.x1; px++, from++, to++) {
        const pixel = pixels[from]!
        plane[to] = pixel === wanted || same(pixel) ? OPEN : SHUT
      }
    }
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
