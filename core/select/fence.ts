import { regionOf, type Borders } from '../fill'
import type { Kernels } from '../kernels'
import type { Drawing, Layer, Selection } from '../layers'
import { BitRuns } from '../raster'
import { combined } from './combine'
import { SelectionWriter } from './plane'

/** What bounds a fence: as for a pour. */
export interface Fence {
  readonly tolerance: number
  readonly borders: Borders
  /** Gaps so wide are closed, px. */
  readonly gap: number
  /** How far the stroke may go under the line, px. */
  readonly grow: number
}

/** The closed area round a place, as far as it is selected; empty when the place lies off the sheet. */
export function fencedAt(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  fence: Fence,
  place: { readonly x: number; readonly y: number },
): Selection {
  const writer = new SelectionWriter(drawing.sheet)
  const region = regionOf(kernels, drawing, layer, { ...fence, where: { kind: 'places', points: [place.x, place.y] } })
  if (!region) return writer.done()
  const { box, bits, edges } = region
  const runs = new BitRuns(bits)
  for (let y = box.y0; y < box.y1; y++) {
    for (let x = runs.next(box.x0, box.x1, y); x < box.x1; x = runs.next(runs.end(x, y), box.x1, y))
      writer.run(y, x, runs.end(x, y), 255)
  }
  for (let i = 0; i < edges.count; i++)
    writer.run(edges.ys[i]!, edges.xs[i]!, edges.xs[i]! + 1, Math.floor(edges.shares[i]! * 255))
  const area = writer.done()
  return drawing.selection ? combined(drawing.selection, area, 'keep') : area
}
