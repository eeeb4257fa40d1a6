import { squaredDistances } from '../raster'
import { axesOf, type Axes, type Piece } from './cells'

/** What a flat shape is taken for. */
export const BAND_FORMS = ['cushion', 'ball', 'cylinder', 'lying-cylinder'] as const
export type BandForm = (typeof BAND_FORMS)[number]

/**
 * The normals of a surface over a piece: x right, y up, z toward the one who looks, three for a cell, each of length 1.
 */
export type Normals = Float64Array

/**
 * The surface of a form over a flat shape: *ball*, an ellipsoid with the shape's own axes; *cylinder*, round about the
 * shape's longer axis (*lying-cylinder*: about the shorter), as wide everywhere as the shape is there, as turned on a
 * lathe; *cushion*, blown up between its edges.
 */
export function normalsOf(piece: Piece, form: BandForm): Normals {
  switch (form) {
    case 'ball':
      return ballNormals(piece)
    case 'cylinder':
      return cylinderNormals(piece, false)
    case 'lying-cylinder':
      return cylinderNormals(piece, true)
    case 'cushion':
      return cushionNormals(piece)
  }
}

function put(out: Normals, i: number, x: number, y: number, z: number): void {
  const length = Math.sqrt(x * x + y * y + z * z)
  out[3 * i] = length > 0 ? x / length : 0
  out[3 * i + 1] = length > 0 ? y / length : 0
  out[3 * i + 2] = length > 0 ? z / length : 1
}

function ballNormals(piece: Piece): Normals {
  const { columns, inside } = piece
  const {
    x,
    y,
    along: [ax, ay],
    long,
    short,
  } = axesOf(piece)
  const out = new Float64Array(3 * inside.length)
  // As deep as it is wide in the mean.
  const deep = Math.sqrt(long * short)
  for (let i = 0; i < inside.length; i++) {
    if (!inside[i]) continue
    const [dx, dy] = [(i % columns) + 0.5 - x, Math.floor(i / columns) + 0.5 - y]
    let [u, v] = [(dx * ax + dy * ay) / long, (dy * ax - dx * ay) / short]
    const far = Math.sqrt(u * u + v * v)
    if (far > 1) [u, v] = [u / far, v / far]
    const [nu, nv] = [u / long, v / short]
    put(out, i, nu * ax - nv * ay, -(nu * ay + nv * ax), Math.sqrt(Math.max(1 - u * u - v * v, 0)) / deep)
  }
  return out
}

/** Sides are evened along the axis over this share of its length. */
const EVENED = 0.06

function cylinderNormals(piece: Piece, isLying: boolean): Normals {
  const { columns, inside } = piece
  const axes = turned(axesOf(piece), isLying)
  const {
    x,
    y,
    along: [ax, ay],
  } = axes
  const reach = Math.ceil(Math.sqrt(piece.columns * piece.columns + piece.rows * piece.rows))
  const [least, most] = [
    new Float64Array(2 * reach + 1).fill(Infinity),
    new Float64Array(2 * reach + 1).fill(-Infinity),
  ]
  const each = (visit: (i: number, station: number, across: number) => void) => {
    for (let i = 0; i < inside.length; i++) {
      if (!inside[i]) continue
      const [dx, dy] = [(i % columns) + 0.5 - x, Math.floor(i / columns) + 0.5 - y]
      visit(i, Math.round(dx * ax + dy * ay) + reach, dy * ax - dx * ay)
    }
  }
  each((_, station, across) => {
    least[station] = Math.min(least[station]!, across - 0.5)
    most[station] = Math.max(most[station]!, across + 0.5)
  })
  const [near, far] = [evened(least), evened(most)]
  const out = new Float64Array(3 * inside.length)
  each((i, station, across) => {
    const [middle, half] = [(near[station]! + far[station]!) / 2, (far[station]! - near[station]!) / 2]
    const v = Math.min(Math.max((across - middle) / Math.max(half, 0.5), -1), 1)
    put(out, i, -v * ay, -v * ax, Math.sqrt(1 - v * v))
  })
  return out
}

function turned(axes: Axes, isLying: boolean): Axes {
  const {
    along: [x, y],
  } = axes
  return isLying ? { ...axes, along: [-y, x] } : axes
}

/** The mean over the stations near by, of those that the shape has. */
function evened(values: Float64Array): Float64Array {
  const used = values.reduce((count, value) => count + (Number.isFinite(value) ? 1 : 0), 0)
  const reach = Math.max(1, Math.round((used * EVENED) / 2))
  return values.map((own, i) => {
    if (!Number.isFinite(own)) return own
    let [total, count] = [0, 0]
    // As far on both sides, so that a slanting side keeps its place to its end.
    for (
      let way = 1;
      way <= reach && Number.isFinite(values[i - way] ?? Infinity) && Number.isFinite(values[i + way] ?? Infinity);
      way++
    ) {
      total += values[i - way]! + values[i + way]!
      count += 2
    }
    return (own + total) / (count + 1)
  })
}

/**
 * Sweeps of the relaxation for a grid of n cells a side: 2 n, after which over-relaxation has settled to less than a
 * cell's height.
 */
const SWEEPS_PER_CELL = 2

/**
 * Blown up: the height's square u solves Poisson's equation, ∇²u = −4 inside, 0 at the edge. Over a disc u = R² − r²,
 * so a circle becomes half a ball exactly; between two long sides it is a flatter arch. Begun from the distance d to
 * the edge, d (2 D − d) with D the greatest (exact for a disc), and relaxed by Gauss–Seidel with over-relaxation (Young
 * 1954; ω = 2 ÷ (1 + π ÷ n), value from memory).
 */
function cushionNormals({ columns, rows, inside }: Piece): Normals {
  const outside = inside.map(value => 1 - value)
  const distances = squaredDistances(outside, columns, rows)
  let deepest = 0
  for (let i = 0; i < inside.length; i++) if (inside[i]) deepest = Math.max(deepest, distances[i]!)
  const depth = Math.sqrt(deepest)
  const u = new Float64Array(inside.length)
  const cells: number[] = []
  for (let i = 0; i < inside.length; i++) {
    if (!inside[i]) continue
    cells.push(i)
    // The edge lies between the last cell inside and the first outside.
    const d = Math.sqrt(distances[i]!) - 0.5
    u[i] = d * (2 * (depth - 0.5) - d)
  }
  // There u is 0 when the cell beyond has the opposite value: each neighbour outside adds its own once more to the left
  // side.
  const weights = Float64Array.from(inside, (_, i) =>
    inside[i] ? 8 - inside[i - 1]! - inside[i + 1]! - inside[i - columns]! - inside[i + columns]! : 0,
  )
  const beside = (i: number, next: number) => (inside[next] ? u[next]! : -u[i]!)
  const n = Math.max(2 * depth, 4)
  const over = 2 / (1 + Math.PI / n)
  for (let sweep = Math.ceil(SWEEPS_PER_CELL * n); sweep > 0; sweep--) {
    for (const i of cells)
      u[i]! += over * ((u[i - 1]! + u[i + 1]! + u[i - columns]! + u[i + columns]! + 4) / weights[i]! - u[i]!)
  }
  const out = new Float64Array(3 * inside.length)
  // The height is √u: its slope is that of u by 2 √u.
  for (const i of cells)
    put(
      out,
      i,
      (beside(i, i - 1) - beside(i, i + 1)) / 2,
      (beside(i, i + columns) - beside(i, i - columns)) / 2,
      2 * Math.sqrt(Math.max(u[i]!, 0)),
    )
  return out
}
