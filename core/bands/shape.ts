import { growRect, intersectRect, type Rect } from '../base'
import { sheetRect, type Drawing, type Layer, type Sheet } from '../layers'
import { components } from '../raster'
import { paintOf, readSelection, selectionBox } from '../select'

/** A drawn shape that is to become a form. */
export interface FormShape {
  /** Px round the shape, a rim of nothing all round where the sheet has room for it. */
  readonly box: Rect
  /** 1 inside; row-major over the box. */
  readonly inside: Uint8Array
}

/** Paint or selection at least this strong belongs to the shape, 0 … 255. */
const HALF = 128
const RIM = 2

/**
 * What is selected, or else what is painted on a layer, as one filled shape: what an outline closes off is in it too.
 * Null when there is nothing.
 */
export function formShape(drawing: Drawing, layer: Layer): FormShape | null {
  const { sheet } = drawing
  const chosen = drawing.selection ?? paintOf(layer)
  const box = intersectRect(growRect(selectionBox(sheet, chosen), RIM), sheetRect(sheet))
  const width = box.x1 - box.x0
  if (width <= 0) return null
  const inside = readSelection(sheet, chosen, box).map(value => (value >= HALF ? 1 : 0))
  fillHoles(inside, width, box.y1 - box.y0, box, sheet)
  return inside.includes(1) ? { box, inside } : null
}

/**
 * Sets what can't be reached from outside. A side of the box that lies on the sheet's edge is no outside: an outline
 * may run off the sheet.
 */
function fillHoles(inside: Uint8Array, width: number, height: number, box: Rect, sheet: Sheet): void {
  const { labels, found } = components(
    inside.map(value => 1 - value),
    width,
    height,
  )
  const isOpen = ({ box: part }: (typeof found)[number]) =>
    (part.x0 === 0 && box.x0 > 0) ||
    (part.y0 === 0 && box.y0 > 0) ||
    (part.x1 === width && box.x1 < sheet.width) ||
    (part.y1 === height && box.y1 < sheet.height) ||
    // All round: nothing but the sheet's edge bounds it.
    (part.x0 === 0 && part.x1 === width && part.y0 === 0 && part.y1 === height)
  const holes = new Set(found.filter(part => !isOpen(part)).map(part => part.label))
  for (let i = 0; i < inside.length; i++) if (holes.has(labels[i]!)) inside[i] = 1
}
