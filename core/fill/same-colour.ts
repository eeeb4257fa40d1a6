import type { Kernels } from '../kernels'
import { sheetRect, type Drawing, type Layer } from '../layers'
import { flood } from './flood'
import { runsIn, type Runs } from './grow'
import { matching, settled, type ColourPlace } from './matcher'

/**
 * Rows of what has the colour of a place: what hangs together with it, or all of it. `emit` gets y and
 * the runs (start, end, …). The place must lie on the sheet.
 */
export function sameColourRows(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  place: ColourPlace,
  isJoined: boolean,
  emit: (y: number, runs: Runs) => void,
): void {
  const matcher = matching(kernels, drawing, layer, place)
  const found = isJoined ? flood(matcher, place.x, place.y) : { bits: settled(matcher), box: sheetRect(drawing.sheet) }
  if (found) for (let y = found.box.y0; y < found.box.y1; y++) emit(y, runsIn(found.bits, found.box, y))
  matcher.forget()
}
