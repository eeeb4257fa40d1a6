import { boundsOf, intersectRect, wholeRect } from '../base'
import { sameColourRows, type ColourPlace } from '../fill'
import { TILE, type Kernels } from '../kernels'
import { sheetRect, type Drawing, type Layer, type Selection } from '../layers'
import { polygonCoverage } from '../raster'
import { SelectionWriter, withoutEmpty } from './plane'

/** What lies inside an outline (x, y, x, y … in px), its edge smooth. */
export function insideOutline(drawing: Drawing, points: readonly number[]): Selection {
  const writer = new SelectionWriter(drawing.sheet)
  const clip = intersectRect(wholeRect(boundsOf(points)), sheetRect(drawing.sheet))
  const row = new Uint8Array(Math.max(clip.x1 - clip.x0, 0))
  polygonCoverage(points, clip, (y, coverage) => {
    for (let x = 0; x < row.length; x++) row[x] = Math.floor(coverage[x]! * 255 + 0.5)
    writer.row(y, clip.x0, row)
  })
  return writer.done()
}

/** What has the colour of a place on the sheet: only what hangs together with it, or all of it. */
export function ofColour(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  place: ColourPlace,
  isJoined: boolean,
): Selection {
  const writer = new SelectionWriter(drawing.sheet)
  const { width, height } = drawing.sheet
  if (place.x < 0 || place.y < 0 || place.x >= width || place.y >= height) return writer.done()
  sameColourRows(kernels, drawing, layer, place, isJoined, (y, runs) => {
    for (let i = 0; i < runs.length; i += 2) writer.run(y, runs[i]!, runs[i + 1]!, 255)
  })
  return writer.done()
}

/** What is painted on a layer, as strongly as it is. */
export function paintOf(layer: Layer): Selection {
  const tiles = new Map<number, Uint8Array>()
  for (const [number, pixels] of layer.tiles) {
    const tile = new Uint8Array(TILE * TILE)
    for (let i = 0; i < tile.length; i++) tile[i] = pixels[4 * i + 3]!
    tiles.set(number, tile)
  }
  return withoutEmpty(tiles)
}

export function wholeSheet(drawing: Drawing): Selection {
  const { width, height } = drawing.sheet
  const writer = new SelectionWriter(drawing.sheet)
  for (let y = 0; y < height; y++) writer.run(y, 0, width, 255)
  return writer.done()
}
