import { growRect, intersectRect } from '../base'
import { sheetRect, type Selection, type Sheet } from '../layers'
import { readSelection, selectionBox, writeSelection } from './plane'

/** Softest edge, px. */
export const GREATEST_SOFTENING = 100

/**
 * The selection with an edge that fades over about `radius` px to either side: three box blurs, which
 * come close to a Gaussian (Wells 1986, "Efficient synthesis of Gaussian filters"). Beyond the sheet it
 * goes on as at its border, so that what reaches the border still does.
 */
export function softened(sheet: Sheet, selection: Selection, radius: number): Selection {
  if (radius <= 0) return selection
  const box = intersectRect(growRect(selectionBox(sheet, selection), 3 * radius + 1), sheetRect(sheet))
  const width = box.x1 - box.x0
  const height = box.y1 - box.y0
  let values = readSelection(sheet, selection, box)
  // Three boxes of this half-width have a spread of about the radius ÷ 2 each side.
  const reach = Math.max(1, Math.floor(radius / 2 + 0.5))
  for (let turn = 0; turn < 3; turn++) {
    values = blurRows(values, width, height, reach)
    values = blurColumns(values, width, height, reach)
  }
  return writeSelection(sheet, box, values)
}

function blurRows(from: Uint8Array, width: number, height: number, reach: number): Uint8Array {
  const out = new Uint8Array(from.length)
  for (let y = 0; y < height; y++) blurLine(from, out, y * width, 1, width, reach)
  return out
}

function blurColumns(from: Uint8Array, width: number, height: number, reach: number): Uint8Array {
  const out = new Uint8Array(from.length)
  for (let x = 0; x < width; x++) blurLine(from, out, x, width, height, reach)
  return out
}

/** Mean of 2 × reach + 1 values along a line, its ends going on for ever. */
function blurLine(from: Uint8Array, out: Uint8Array, start: number, step: number, count: number, reach: number): void {
  const at = (i: number) => from[start + Math.min(Math.max(i, 0), count - 1) * step]!
  const length = 2 * reach + 1
  let sum = 0
  for (let i = -reach; i <= reach; i++) sum += at(i)
  for (let i = 0; i < count; i++) {
    out[start + i * step] = Math.floor(sum / length + 0.5)
    sum += at(i + reach + 1) - at(i - reach)
  }
}
