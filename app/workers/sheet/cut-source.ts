import { isEmptyRect, unionRect, EMPTY_RECT, type Rect } from '#core/base'
import { coveredPart, CUT_SIDE } from '#core/cut'
import { TILE, type Kernels, type Pixels } from '#core/kernels'
import { flattenDrawing, sheetRect, tileOrigin, tilesBox, type Drawing } from '#core/layers'
import { shrunk } from '#core/moving'
import { fittedSize } from '#core/pictures'

/**
 * What a stamp or a pattern is cut from: the part that is chosen, or all that is drawn, of one layer or of all that can
 * be seen; on clear, no larger than is needed. Null: there is nothing.
 */
export function cutSource(kernels: Kernels, drawing: Drawing, layer: string | null): Pixels | null {
  const of =
    layer === null
      ? drawing
      : {
          ...drawing,
          groups: undefined,
          layers: drawing.layers
            .filter(each => each.id === layer)
            .map(({ id, tiles }) => ({ id, name: '', visible: true, opacity: 100, tiles })),
        }
  const { selection, sheet } = drawing
  const box = selection
    ? selectionBox(drawing)
    : of.layers.reduce((all, each) => unionRect(all, tilesBox(drawing, each)), EMPTY_RECT)
  if (isEmptyRect(box)) return null
  const [width, height] = [box.x1 - box.x0, box.y1 - box.y0]
  const pixels = flattenDrawing(kernels, of, null, box)
  if (selection)
    for (let y = box.y0, at = 3; y < box.y1; y++)
      for (let x = box.x0; x < box.x1; x++, at += 4) {
        const tile = selection.get(Math.floor(y / TILE) * Math.ceil(sheet.width / TILE) + Math.floor(x / TILE))
        pixels[at] = Math.round((pixels[at]! * (tile?.[(y % TILE) * TILE + (x % TILE)] ?? 0)) / 255)
      }
  const drawn = coveredPart({ width, height, pixels })
  if (!drawn) return null
  const size = fittedSize(drawn, { side: CUT_SIDE, area: Infinity })
  return size.width === drawn.width && size.height === drawn.height
    ? drawn
    : shrunk(kernels, drawn, size.width, size.height)
}

function selectionBox({ selection, sheet }: Drawing): Rect {
  let box = EMPTY_RECT
  for (const [number, tile] of selection!) {
    const { x, y } = tileOrigin(sheet, number)
    for (let at = 0; at < tile.length; at++) {
      if (tile[at] === 0) continue
      const [px, py] = [x + (at % TILE), y + Math.floor(at / TILE)]
      box = unionRect(box, { x0: px, y0: py, x1: px + 1, y1: py + 1 })
    }
  }
  const { x0, y0, x1, y1 } = box
  const whole = sheetRect(sheet)
  return { x0, y0, x1: Math.min(x1, whole.x1), y1: Math.min(y1, whole.y1) }
}
