import { lightnessPlane } from '../../colour'
import { boundsOf, intersectRect, isEmptyRect, type Rect } from '../../base'
import { flattenDrawing, sheetRect, type Drawing } from '../../layers'
import { fillPolygon, withoutRim } from '../../raster'
import type { Kernels } from '../../kernels'
import type { Looking, Mark } from '../contract'
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
  readonly kernels: Kernels
}

/** A drawing, and what it is looked at by. */
export type Seen = Pick<Looking, 'drawing' | 'kernels'>

/** Paint at least this strong, all layers together, covers the paper, alpha 0 … 255. */
const COVERS = 128

const known = new WeakMap<Drawing, Map<string, RegionView | null>>()

/**
 * The px of a region (x, y, x, y …) as all visible layers show them; of one layer alone where it is named. Made once
 * for each drawing. Null when the region lies off the sheet.
 */
export function regionView({ drawing, kernels }: Seen, target: readonly number[], layer?: string): RegionView | null {
  const key = `${layer ?? ''}:${target.join()}`
  let views = known.get(drawing)
  if (!views) known.set(drawing, (views = new Map()))
  let view = views.get(key)
  if (view === undefined) views.set(key, (view = makeView(kernels, drawing, target, layer)))
  return view
}

function makeView(kernels: Kernels, drawing: Drawing, target: readonly number[], layer?: string): RegionView | null {
  const bounds = boundsOf(target)
  const box = intersectRect(
    { x0: Math.floor(bounds.x0), y0: Math.floor(bounds.y0), x1: Math.ceil(bounds.x1), y1: Math.ceil(bounds.y1) },
    sheetRect(drawing.sheet),
  )
  if (isEmptyRect(box)) return null
  const [width, height] = [box.x1 - box.x0, box.y1 - box.y0]
  const inside = fillPolygon(
    target.map((value, i) => value - (i % 2 ? box.y0 : box.x0)),
    width,
    height,
  )
  const only: Drawing =
    layer === undefined
      ? drawing
      : {
          ...drawing,
          groups: undefined,
          layers: drawing.layers
            .filter(each => each.id === layer)
            .map(each => ({ id: each.id, name: '', visible: true, opacity: 100, tiles: each.tiles })),
        }
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
  return { box, width, height, rgba, lightness: lightnessPlane(rgba), painted, count, area, kernels }
}

const inners = new WeakMap<RegionView, Map<number, Uint8Array>>()

/** The painted px that lie farther than `margin` from the edge of the paint, px. */
export function innerPaint(view: RegionView, margin: number): Uint8Array {
  let known = inners.get(view)
  if (!known) inners.set(view, (known = new Map()))
  let inner = known.get(margin)
  if (!inner) known.set(margin, (inner = withoutRim(view.kernels, view.painted, view.width, view.height, margin)))
  return inner
}

/** The same, or all of the paint where it is too thin to have such px. */
export function clearPaint(view: RegionView, margin: number): Uint8Array {
  const inner = innerPaint(view, margin)
  return inner.includes(1) ? inner : view.painted
}

/** Hatches set px of a view on the sheet. */
export function viewMark({ box, width, height }: RegionView, set: Uint8Array): Mark {
  return regionMark(set, width, height, box)
}
