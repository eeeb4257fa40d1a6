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

/** Means of 2 × reach + 1 values along each row, its ends going on for ever. */
function blurRows(from: Uint8Array, width: number, height: number, reach: number): Uint8Array {
  const out = new Uint8Array(from.length)
  const length = 2 * reach + 1
  for (let y = 0; y < height; y++) {
    const start = y * width
    const end = start + width - 1
    let sum = from[start]! * (reach + 1)
    for (let i = 1; i <= reach; i++) sum += from[Math.min(start + i, end)]!
    for (let i = start; i <= end; i++) {
      out[i] = Math.floor(sum / length + 0.5)
      sum += from[Math.min(i + reach + 1, end)]! - from[Math.max(i - reach, start)]!
    }
  }
  return out
}

/** The same along each column; row by row, as the memory lies. */
function blurColumns(from: Uint8Array, width: number, height: number, reach: number): Uint8Array {
  const out = new Uint8Array(from.length)
  const length = 2 * reach + 1
  const sums = new Int32Array(width)
  const row = (y: number) => Math.min(Math.max(y, 0), height - 1) * width
  for (let y = -reach; y <= reach; y++) for (let x = 0, i = row(y); x < width; x++, i++) sums[x]! += from[i]!
  for (let y = 0; y < height; y++) {
    let comes = row(y + reach + 1)
    let goes = row(y - reach)
    let to = y * width
    for (let x = 0; x < width; x++) {
      out[to++] = Math.floor(sums[x]! / length + 0.5)
      sums[x]! += from[comes++]! - from[goes++]!
    }
  }
  return out
}
