import type { Drawing } from '../../layers'
import { fillPolygon } from '../../raster'
import { alphaOf } from './paths'

/** Where and how large the paint of a layer is. Sheet px. */
export interface Mass {
  /** px of full paint. */
  readonly area: number
  readonly x: number
  readonly y: number
  readonly box: { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number }
}

/** Fainter paint is a trace, alpha 0 … 255. */
const SEEN = 48
/** Rows and columns with less than this share of the most painted one are strays: they do not make the box. */
const STRAY = 0.004

/** Null when there is hardly any. @param target only there; absent: everywhere */
export function massOf(drawing: Drawing, layerId: string, target?: readonly number[]): Mass | null {
  const alpha = alphaOf(drawing, layerId)
  if (!alpha) return null
  const { width, height } = drawing.sheet
  const within = target ? fillPolygon(target, width, height) : null
  const [columns, rows] = [new Float64Array(width), new Float64Array(height)]
  let [area, sx, sy] = [0, 0, 0]
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (alpha[i]! < SEEN || (within && !within[i])) continue
      const share = alpha[i]! / 255
      area += share
      sx += share * (x + 0.5)
      sy += share * (y + 0.5)
      columns[x]! += share
      rows[y]! += share
    }
  }
  if (area < 40) return null
  const [x0, x1] = extent(columns)
  const [y0, y1] = extent(rows)
  return { area, x: sx / area, y: sy / area, box: { x0, y0, x1, y1 } }
}

function extent(sums: Float64Array): [number, number] {
  const least = Math.max(STRAY * sums.reduce((a, b) => Math.max(a, b), 0), 0.5)
  return [sums.findIndex(value => value >= least), sums.findLastIndex(value => value >= least) + 1]
}
