import { growRect, type Rect } from '../base'
import { TILE } from '../kernels'
import { facetsOf, fillFacets, type Facets } from './net'
import { inverseOf, projectiveTo, type Destination, type Projective } from './places'

/** A tile and one px more to the right and below: the next places say how strongly the source is squeezed. */
export const FIELD_SIDE = TILE + 1
/** Room round a destination that smoothing may reach, px. */
const REACH = 3

/**
 * Where each px of a tile comes from: u, v in sheet px of the source, the middle of its top left px at
 * (0.5, 0.5). NaN where nothing comes.
 */
export interface Field {
  readonly u: Float64Array
  readonly v: Float64Array
}

/** Says where the px round a tile's corner come from. Returns whether any do. */
export interface Mapping {
  /** What it can reach, sheet px. */
  readonly box: Rect
  fill(field: Field, x: number, y: number): boolean
}

export function newField(): Field {
  return { u: new Float64Array(FIELD_SIDE * FIELD_SIDE), v: new Float64Array(FIELD_SIDE * FIELD_SIDE) }
}

/** The mapping of a box to where it goes. The destination must be one that something is left of. */
export function mappingOf(box: Rect, to: Destination): Mapping {
  if (to.kind === 'net') return netMapping(facetsOf(box, to))
  return projectiveMapping(inverseOf(projectiveTo(box, to.points)!)!, box, reachOf(to.points))
}

function reachOf(points: readonly number[]): Rect {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < points.length; i += 2) {
    x0 = Math.min(x0, points[i]!)
    x1 = Math.max(x1, points[i]!)
    y0 = Math.min(y0, points[i + 1]!)
    y1 = Math.max(y1, points[i + 1]!)
  }
  return growRect({ x0: Math.floor(x0), y0: Math.floor(y0), x1: Math.ceil(x1), y1: Math.ceil(y1) }, REACH)
}

/** @param back from the sheet to the source */
export function projectiveMapping(back: Projective, source: Rect, box: Rect): Mapping {
  const from = growRect(source, REACH)
  return {
    box,
    fill({ u, v }, x, y) {
      let isAny = false
      for (let j = 0, i = 0; j < FIELD_SIDE; j++) {
        for (let k = 0; k < FIELD_SIDE; k++, i++) {
          const px = x + k + 0.5
          const py = y + j + 0.5
          const w = back[6] * px + back[7] * py + back[8]
          const su = (back[0] * px + back[1] * py + back[2]) / w
          const sv = (back[3] * px + back[4] * py + back[5]) / w
          const isIn = su >= from.x0 && su < from.x1 && sv >= from.y0 && sv < from.y1
          u[i] = isIn ? su : NaN
          v[i] = sv
          if (isIn) isAny = true
        }
      }
      return isAny
    },
  }
}

function netMapping(facets: Facets): Mapping {
  const { count, values } = facets
  const points: number[] = []
  for (let i = 0; i < count * 12; i += 4) points.push(values[i]!, values[i + 1]!)
  return {
    box: reachOf(points),
    fill: ({ u, v }, x, y) => fillFacets(facets, u, v, { x0: x, y0: y, x1: x + FIELD_SIDE, y1: y + FIELD_SIDE }),
  }
}
