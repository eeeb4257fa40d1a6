import { lightnessPlane } from '../../colour'
import { intersectRect, isEmptyRect, type Rect } from '../../base'
import { loadKernels, type Kernels } from '../../kernels'
import { flattenDrawing, sheetRect, type Drawing } from '../../layers'
import { fillPolygon, squaredDistances } from '../../raster'
import type { Mark } from '../contract'
import { boundsOf } from '../drawn/polygon'
import { regionMark } from '../regions'

/** A region of a drawing as it is seen. */
export interface RegionView {
  readonly box: Rect
  readonly width: number
  readonly height: number
  /** RGBA8 on the paper, row-major over the box. */
  readonly rgba: Uint8Array
  /** L* (CIE 1976), 0 … 100. */
  readonly lightness: Float32Array
  /** 1 in the region where there is paint; the paper is none. */
  readonly painted: Uint8Array
  /** How many px those are, and of how many in the region. */
  readonly count: number
  readonly area: number
}

/** Paint at least this strong, all layers together, covers the paper, alpha 0 … 255. */
const COVERS = 128

let kernels: Kernels | null = null
const known = new WeakMap<Drawing, Map<string, RegionView | null>>()

/**
 * The px of a region (x, y, x, y …) as all visible layers show them; of one layer alone where it is named. Made once for
 * each drawing. Null when the region lies off the sheet.
 */
export function regionView(drawing: Drawing, target: readonly number[], layer?: string): RegionView | null {
  const key = `${layer ?? ''}:${target.join()}`
  let views = known.get(drawing)
  if (!views) known.set(drawing, views = new Map())
  let view = views.get(key)
  if (view === undefined) views.set(key, view = makeView(drawing, target, layer))
  return view
}

function makeView(drawing: Drawing, target: readonly number[], layer?: string): RegionView | null {
  const bounds = boundsOf(target)
  const box = intersectRect({ x0: Math.floor(bounds.x0), y0: Math.floor(bounds.y0), x1: Math.ceil(bounds.x1), y1: Math.ceil(bounds.y1) }, sheetRect(drawing.sheet))
  if (isEmptyRect(box)) return null
  const [width, height] = [box.x1 - box.x0, box.y1 - box.y0]
  const inside = fillPolygon(target.map((value, i) => value - (i % 2 ? box.y0 : box.x0)), width, height)
  const only: Drawing = layer === undefined ? drawing : { ...drawing, groups: undefined, layers: drawing.layers.filter(each => each.id === layer).map(each => ({ id: each.id, name: '', visible: true, opacity: 100, tiles: each.tiles })) }
  kernels ??= loadKernels()
  const rgba = flattenDrawing(kernels, only, drawing.sheet.paper, box)
  const paint = flattenDrawing(kernels, only, null, box)
  const painted = new Uint8Array(inside.length)
  let [count, area] = [0, 0]
  for (let i = 0; i < inside.length; i++) {
    if (!inside[i]) continue
    area++
    if (paint[4 * i + 3]! < COVERS) continue
    painted[i] = 1
    count++
  }
  return { box, width, height, rgba, lightness: lightnessPlane(rgba), painted, count, area }
}

const edgeDistances = new WeakMap<RegionView, Float64Array>()

/** The painted px that lie at least so far from the edge of the paint, px. */
export function innerPaint(view: RegionView, margin: number): Uint8Array {
  const { painted, width, height } = view
  let distances = edgeDistances.get(view)
  if (!distances) edgeDistances.set(view, distances = squaredDistances(painted.map(value => 1 - value), width, height))
  return painted.map((value, i) => (value && distances[i]! > margin * margin ? 1 : 0))
}

/** The same, or all of the paint where it is too thin to have such px. */
export function clearPaint(view: RegionView, margin: number): Uint8Array {
  const inner = innerPaint(view, margin)
  return inner.includes(1) ? inner : view.painted
}

/** Hatches set px of a view on the sheet. */
export function viewMark({ box, width }: RegionView, set: Uint8Array, { sheet }: Drawing): Mark {
  const out = new Uint8Array(sheet.width * sheet.height)
  for (let i = 0; i < set.length; i++) if (set[i]) out[(box.y0 + Math.floor(i / width)) * sheet.width + box.x0 + (i % width)] = 1
  return regionMark(out, sheet.width, sheet.height)
}
