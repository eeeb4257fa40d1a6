import { contours } from 'd3-contour'
import type { Light } from '../layers'
import { lightFrom, type Vector } from '../light'
import { squaredDistances } from '../raster'
import { axesOf, placeOf, type Piece } from './cells'
import type { Normals } from './surface'

/** A border between two rungs, as a line to draw over. */
export interface BandBorder {
  /** It lies between this rung and the next lighter one; the darkest is 0. */
  readonly above: number
  /** x, y, x, y … sheet px; open where it meets the shape's edge. */
  readonly points: number[]
}

/** Where a rung's colour goes. */
export interface BandPlace {
  /** From 0, dark to light. */
  readonly rung: number
  /** In the middle of its widest part, sheet px. */
  readonly x: number
  readonly y: number
}

export interface Bands {
  readonly borders: readonly BandBorder[]
  readonly places: readonly BandPlace[]
}

/** Less light than this between the darkest and the lightest place makes no ladder. */
const LEAST_RANGE = 0.02
/** A band narrower than this gets no number, cells. */
const LEAST_WIDE = 1

/**
 * The bands that a light makes on a form, darkest to lightest: places of the same light, by Lambert's cosine law
 * carried on behind the terminator (half-Lambert: (n · l + 1) ÷ 2), so that the shaded side is divided as well; as many
 * as rungs, in even steps between the darkest and the lightest place.
 *
 * @param rungs at least 2
 * @returns null when the form takes the same light all over
 */
export function bandsOf(piece: Piece, normals: Normals, light: Light, rungs: number): Bands | null {
  const values = litCells(piece, normals, light)
  let [least, most] = [Infinity, -Infinity]
  for (let i = 0; i < values.length; i++) {
    if (!piece.inside[i]) continue
    least = Math.min(least, values[i]!)
    most = Math.max(most, values[i]!)
  }
  if (most - least < LEAST_RANGE) return null
  const step = (most - least) / rungs
  const wide = widened(values, piece)
  const borders = Array.from({ length: rungs - 1 }, (_, i) =>
    linesAt(piece, wide, least + (i + 1) * step).map(points => ({ above: i, points })),
  ).flat()
  const rungOf = (value: number) => Math.min(Math.floor((value - least) / step), rungs - 1)
  const places = Array.from({ length: rungs }, (_, rung) => placeIn(piece, i => rungOf(values[i]!) === rung)).flatMap(
    (place, rung) => (place ? [{ rung, ...place }] : []),
  )
  return { borders, places }
}

/** How a cell is lit, 0 … 1. The light is that at the piece's middle. */
function litCells(piece: Piece, normals: Normals, light: Light): Float64Array {
  const { x, y } = axesOf(piece)
  const [lx, ly, lz]: Vector = lightFrom(light, { x: piece.x + x * piece.cell, y: piece.y + y * piece.cell })
  const out = new Float64Array(piece.inside.length)
  for (let i = 0; i < out.length; i++)
    if (piece.inside[i]) out[i] = (normals[3 * i]! * lx + normals[3 * i + 1]! * ly + normals[3 * i + 2]! * lz + 1) / 2
  return out
}

/** Cells round the piece get the mean of their neighbours, so that borders reach its edge. */
function widened(values: Float64Array, { columns, inside }: Piece): Float64Array {
  const out = values.slice()
  const known = inside.slice()
  for (let round = 0; round < 2; round++) {
    const fresh: number[] = []
    for (let i = columns + 1; i < out.length - columns - 1; i++) {
      if (known[i]) continue
      let [total, count] = [0, 0]
      for (const next of [
        i - 1,
        i + 1,
        i - columns,
        i + columns,
        i - columns - 1,
        i - columns + 1,
        i + columns - 1,
        i + columns + 1,
      ]) {
        if (!known[next]) continue
        total += out[next]!
        count++
      }
      if (!count) continue
      out[i] = total / count
      fresh.push(i)
    }
    for (const i of fresh) known[i] = 1
  }
  return out
}

/** Where the light has a value, inside the piece: marching squares (d3-contour), cut where they leave it. */
function linesAt(piece: Piece, values: Float64Array, value: number): number[][] {
  const { columns, rows, cell, inside } = piece
  const { coordinates } = contours()
    .size([columns, rows])
    .contour(values as unknown as number[], value)
  const deep = squaredDistances(
    inside.map(one => 1 - one),
    columns,
    rows,
  )
  const depthAt = ([x, y]: readonly number[]) =>
    deep[Math.min(Math.floor(y!), rows - 1) * columns + Math.min(Math.floor(x!), columns - 1)]!
  let deepest = 0
  for (const depth of deep) deepest = Math.max(deepest, depth)
  const leastLong = LEAST_SHARE * Math.sqrt(deepest)
  const isIn = (place: readonly number[]) => depthAt(place) > 0
  const lines: number[][] = []
  for (const ring of coordinates.flat()) {
    // A ring's last place is its first.
    const places = ring.slice(0, -1)
    const start = places.findIndex(place => !isIn(place))
    const turnedRing = start < 0 ? ring : [...places.slice(start), ...places.slice(0, start), places[start]!]
    let line: (readonly number[])[] = []
    const end = () => {
      // What runs along the edge, where a form turns away within a cell, is no border: of it one place is left, to
      // reach the edge.
      const first = line.findIndex(place => depthAt(place) > AT_EDGE)
      const last = line.findLastIndex(place => depthAt(place) > AT_EDGE)
      const kept = first < 0 ? [] : line.slice(Math.max(first - 1, 0), last + 2)
      // About a place for each cell.
      if (kept.length >= leastLong) lines.push(kept.flatMap(([x, y]) => [piece.x + x! * cell, piece.y + y! * cell]))
      line = []
    }
    for (const place of turnedRing) {
      if (!isIn(place)) end()
      else line.push(place)
    }
    end()
  }
  return lines
}
/** Squared cells from the edge: at it. */
const AT_EDGE = 1
/** A border is at least so long, as a share of the piece's depth; what is not is a crumb where the form turns away. */
const LEAST_SHARE = 0.3

/** The middle of the widest part of some cells; null when they are too few. */
function placeIn(piece: Piece, isOne: (i: number) => boolean): { x: number; y: number } | null {
  const { columns, rows, inside } = piece
  const distances = squaredDistances(
    inside.map((value, i) => (value && isOne(i) ? 0 : 1)),
    columns,
    rows,
  )
  let best = -1
  for (let i = 0; i < inside.length; i++)
    if (inside[i] && distances[i]! !== Infinity && (best < 0 || distances[i]! > distances[best]!)) best = i
  return best < 0 || distances[best]! < LEAST_WIDE ? null : placeOf(piece, best)
}
