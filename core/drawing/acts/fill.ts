import { boundsOf, intersectRect, isEmptyRect, wholeRect } from '../../base'
import { FULL, NO_GRAIN, type Kernels } from '../../kernels'
import { layMask, sheetRect, tilesUnder, type Drawing, type Layer } from '../../layers'
import { outlinesCoverage } from '../../raster'

interface Fill {
  readonly colour: readonly [number, number, number]
  /** Per cent. */
  readonly opacity: number
  readonly seed: number
}

/** The layer with outlines (px) filled with a colour, their edges smooth, inside the selection. */
export function fillOutlines(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  outlines: readonly (readonly number[])[],
  { colour, opacity, seed }: Fill,
): Layer {
  const { sheet, selection } = drawing
  const box = intersectRect(wholeRect(boundsOf(outlines.flat())), sheetRect(sheet))
  if (isEmptyRect(box)) return layer
  const row = new Uint16Array(box.x1 - box.x0)
  outlinesCoverage(outlines, box, (y, coverage) => {
    for (let x = 0; x < row.length; x++) row[x] = Math.floor(coverage[x]! * FULL + 0.5)
    kernels.writeMaskRow(box.x0, y, row)
  })
  const laying = { kind: 'paint', colour, opacity: opacity / 100, grain: NO_GRAIN, rim: 0, seed } as const
  const after = layMask(kernels, layer, sheet, tilesUnder(sheet, box), laying, { selection })
  kernels.clearMask(box)
  return after
}
