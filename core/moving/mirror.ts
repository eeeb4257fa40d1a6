import { isClearTile, TILE, TILE_BYTES, type Kernels } from '../kernels'
import { sheetRect, tileOrigin, tilesUnder, type Layer, type Selection, type Sheet } from '../layers'
import { insideOutline, combined } from '../select'
import { FIELD_SIDE, newField, projectiveMapping } from './field'
import { paintBox, pictureOf } from './picture'
import type { Projective } from './places'
import { newRow, writePixel } from './move'
import { Sampler } from './sampler'

/**
 * A line through two different places, sheet px. What lies to its left as one walks from a to b (y down: above a line
 * to the right) is mirrored to the other side.
 */
export interface MirrorLine {
  readonly ax: number
  readonly ay: number
  readonly bx: number
  readonly by: number
}

/** The reflection in a line; it is its own way back. */
export function reflectionIn({ ax, ay, bx, by }: MirrorLine): Projective {
  const dx = bx - ax
  const dy = by - ay
  const under = dx * dx + dy * dy
  const c = (dx * dx - dy * dy) / under
  const s = (2 * dx * dy) / under
  return [c, s, ax - c * ax - s * ay, s, -c, ay - s * ax + c * ay, 0, 0, 1]
}

/**
 * The layer with what lies on one side of the line mirrored onto the other, in the place of what was
 * there; inside the selection if there is one.
 */
export function mirroredHalf(
  kernels: Kernels,
  sheet: Sheet,
  layer: Layer,
  line: MirrorLine,
  selection?: Selection,
): Layer {
  const other = otherSide(sheet, line)
  const onto = selection ? combined(other, selection, 'keep') : other
  const source = paintBox(sheet, layer)
  const tiles = new Map(layer.tiles)
  if (!source) return layer
  const sampler = new Sampler(kernels, pictureOf(sheet, layer, source))
  const mapping = projectiveMapping(reflectionIn(line), source, sheetRect(sheet))
  const field = newField()
  const row = newRow()
  for (const { number, part } of tilesUnder(sheet, sheetRect(sheet))) {
    const share = onto.get(number)
    if (!share) continue
    const { x, y } = tileOrigin(sheet, number)
    const isAny = mapping.fill(field, x, y)
    const under = tiles.get(number)
    if (!isAny && !under) continue
    const out = under ? under.slice() : new Uint8Array(TILE_BYTES)
    for (let py = part.y0 - y; py < part.y1 - y; py++) {
      const from = part.x0 - x
      const count = part.x1 - part.x0
      sampler.readRow(field, py * FIELD_SIDE + from, count, row)
      for (let k = 0; k < count; k++) {
        const i = py * TILE + from + k
        const t = share[i]! / 255
        if (t === 0) continue
        const at = 4 * i
        const keep = ((1 - t) * out[at + 3]!) / 255
        writePixel(
          out,
          at,
          row[4 * k]! * t + out[at]! * keep,
          row[4 * k + 1]! * t + out[at + 1]! * keep,
          row[4 * k + 2]! * t + out[at + 2]! * keep,
          row[4 * k + 3]! * t + keep * 255,
        )
      }
    }
    if (isClearTile(out)) tiles.delete(number)
    else tiles.set(number, out)
  }
  return { ...layer, tiles }
}

/** The side of the sheet that is mirrored onto: to the right as one walks from a to b. */
function otherSide(sheet: Sheet, { ax, ay, bx, by }: MirrorLine): Selection {
  const dx = bx - ax
  const dy = by - ay
  const length = Math.sqrt(dx * dx + dy * dy)
  const far = 4 * (sheet.width + sheet.height) + Math.abs(ax) + Math.abs(ay)
  const ux = (dx / length) * far
  const uy = (dy / length) * far
  return insideOutline({ sheet, layers: [] }, [
    ax - ux,
    ay - uy,
    ax + ux,
    ay + uy,
    ax + ux - uy,
    ay + uy + ux,
    ax - ux - uy,
    ay - uy + ux,
  ])
}
