import type { Rect } from '../base'
import type { Destination } from './places'

type Net = Extract<Destination, { kind: 'net' }>

/** Sides of the small facets of which a net's surface is made, px at the destination, about. */
const FACET = 10
/** Facets along a cell's side at most. */
const MOST_FACETS = 96
/** The surface goes on so far beyond the box, px of the source, so that its edge is smoothed as well. */
const BEYOND = 2
/**
 * So far outside a triangle, as a share of it, still counts as on its border: none may fall between two by a rounding.
 */
const HAIR = 1e-9

/** A triangle of the surface: x, y where it lies and u, v where it comes from (sheet px), three times. */
export interface Facets {
  readonly count: number
  /** 12 numbers each: x0 y0 u0 v0 x1 y1 u1 v1 x2 y2 u2 v2. */
  readonly values: Float64Array
}

/**
 * The smooth surface through the knots of a net (tensor product of Catmull–Rom splines, Catmull & Rom
 * 1974), cut into triangles. A net that lies straight gives the plane back exactly.
 */
export function facetsOf(box: Rect, net: Net): Facets {
  const { columns, rows } = net
  const us = cuts(box.x0, box.x1, columns, sideCuts(net))
  const vs = cuts(box.y0, box.y1, rows, sideCuts(net))
  const across = us.length
  const xs = new Float64Array(across * vs.length)
  const ys = new Float64Array(across * vs.length)
  const knots = { x: paddedKnots(net, 0), y: paddedKnots(net, 1) }
  const wu = us.map(u => weightsAt(((u - box.x0) / (box.x1 - box.x0)) * columns, columns))
  const wv = vs.map(v => weightsAt(((v - box.y0) / (box.y1 - box.y0)) * rows, rows))
  for (let j = 0; j < vs.length; j++) {
    for (let i = 0; i < across; i++) {
      xs[j * across + i] = onSurface(knots.x, columns + 3, wu[i]!, wv[j]!)
      ys[j * across + i] = onSurface(knots.y, columns + 3, wu[i]!, wv[j]!)
    }
  }
  const count = 2 * (across - 1) * (vs.length - 1)
  const values = new Float64Array(count * 12)
  let to = 0
  const corner = (i: number, j: number) => {
    values[to++] = xs[j * across + i]!
    values[to++] = ys[j * across + i]!
    values[to++] = us[i]!
    values[to++] = vs[j]!
  }
  for (let j = 0; j + 1 < vs.length; j++) {
    for (let i = 0; i + 1 < across; i++) {
      corner(i, j)
      corner(i + 1, j)
      corner(i + 1, j + 1)
      corner(i, j)
      corner(i + 1, j + 1)
      corner(i, j + 1)
    }
  }
  return { count, values }
}

/** Facets along a cell's side: enough for the longest side of any cell. */
function sideCuts({ columns, rows, points }: Net): number {
  let longest = 0
  const side = (a: number, b: number) => {
    const dx = points[2 * a]! - points[2 * b]!
    const dy = points[2 * a + 1]! - points[2 * b + 1]!
    longest = Math.max(longest, Math.sqrt(dx * dx + dy * dy))
  }
  for (let r = 0; r <= rows; r++) {
    for (let c = 0; c <= columns; c++) {
      const at = r * (columns + 1) + c
      if (c < columns) side(at, at + 1)
      if (r < rows) side(at, at + columns + 1)
    }
  }
  return Math.min(Math.max(Math.ceil(longest / FACET), 1), MOST_FACETS)
}

/** Where the source is cut, with a little beyond either end. */
function cuts(from: number, to: number, cells: number, perCell: number): number[] {
  const count = cells * perCell
  const inner = Array.from({ length: count + 1 }, (_, i) => from + ((to - from) * i) / count)
  return [from - BEYOND, ...inner, to + BEYOND]
}

/** One coordinate of the knots with a ring added round them that goes straight on. */
function paddedKnots({ columns, rows, points }: Net, which: 0 | 1): Float64Array {
  const width = columns + 3
  const height = rows + 3
  const out = new Float64Array(width * height)
  for (let r = 0; r <= rows; r++) {
    for (let c = 0; c <= columns; c++) out[(r + 1) * width + c + 1] = points[2 * (r * (columns + 1) + c) + which]!
  }
  for (let r = 1; r <= rows + 1; r++) {
    out[r * width] = 2 * out[r * width + 1]! - out[r * width + 2]!
    out[r * width + width - 1] = 2 * out[r * width + width - 2]! - out[r * width + width - 3]!
  }
  for (let c = 0; c < width; c++) {
    out[c] = 2 * out[width + c]! - out[2 * width + c]!
    out[(height - 1) * width + c] = 2 * out[(height - 2) * width + c]! - out[(height - 3) * width + c]!
  }
  return out
}

interface Weights {
  readonly cell: number
  readonly w: readonly [number, number, number, number]
}

/** Catmull–Rom weights at a place along a row of `cells` cells; beyond the ends the last piece goes on. */
function weightsAt(place: number, cells: number): Weights {
  const cell = Math.min(Math.max(Math.floor(place), 0), cells - 1)
  const t = place - cell
  const t2 = t * t
  const t3 = t2 * t
  return { cell, w: [(2 * t2 - t3 - t) / 2, (3 * t3 - 5 * t2 + 2) / 2, (4 * t2 - 3 * t3 + t) / 2, (t3 - t2) / 2] }
}

function onSurface(knots: Float64Array, width: number, u: Weights, v: Weights): number {
  let sum = 0
  for (let j = 0; j < 4; j++) {
    const row = (v.cell + j) * width + u.cell
    sum +=
      v.w[j]! * (u.w[0] * knots[row]! + u.w[1] * knots[row + 1]! + u.w[2] * knots[row + 2]! + u.w[3] * knots[row + 3]!)
  }
  return sum
}

/**
 * Where each px of `box` comes from: u and v are filled in row by row where a facet covers the px's middle,
 * and are NaN elsewhere. Where the surface folds over, what comes later lies on top. Answers whether
 * there is anything.
 */
export function fillFacets({ count, values }: Facets, u: Float64Array, v: Float64Array, box: Rect): boolean {
  const size = (box.x1 - box.x0) * (box.y1 - box.y0)
  u.fill(NaN, 0, size)
  let isAny = false
  for (let i = 0; i < count; i++) if (fillTriangle(values, i * 12, u, v, box)) isAny = true
  return isAny
}

/** Shares of the corners, and so u and v, grow evenly along a row: found for its first px, then added up by steps. */
function fillTriangle(
  t: Float64Array,
  at: number,
  u: Float64Array,
  v: Float64Array,
  { x0: left, y0: top, x1: right, y1: bottom }: Rect,
): boolean {
  const ax = t[at]! - left - 0.5
  const ay = t[at + 1]! - top - 0.5
  const bx = t[at + 4]! - left - 0.5
  const by = t[at + 5]! - top - 0.5
  const cx = t[at + 8]! - left - 0.5
  const cy = t[at + 9]! - top - 0.5
  const y0 = Math.max(Math.ceil(Math.min(ay, by, cy)), 0)
  const y1 = Math.min(Math.floor(Math.max(ay, by, cy)), bottom - top - 1)
  if (y1 < y0) return false
  const x0 = Math.max(Math.ceil(Math.min(ax, bx, cx)), 0)
  const x1 = Math.min(Math.floor(Math.max(ax, bx, cx)), right - left - 1)
  if (x1 < x0) return false
  const twice = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay)
  if (twice === 0) return false
  const ua = t[at + 2]!
  const va = t[at + 3]!
  const ub = t[at + 6]! - ua
  const vb = t[at + 7]! - va
  const uc = t[at + 10]! - ua
  const vc = t[at + 11]! - va
  const perB = (cy - ay) / twice
  const perC = (ay - by) / twice
  const width = right - left
  let isAny = false
  for (let y = y0; y <= y1; y++) {
    const firstB = ((cx - x0) * (ay - y) - (ax - x0) * (cy - y)) / twice
    const firstC = ((ax - x0) * (by - y) - (bx - x0) * (ay - y)) / twice
    for (let x = x0; x <= x1; x++) {
      const wb = firstB + (x - x0) * perB
      const wc = firstC + (x - x0) * perC
      if (wb < -HAIR || wc < -HAIR || wb + wc > 1 + HAIR) continue
      const i = y * width + x
      u[i] = ua + wb * ub + wc * uc
      v[i] = va + wb * vb + wc * vc
      isAny = true
    }
  }
  return isAny
}
