import { findGaps, type LineGap } from '../fill'
import { TILE, type Kernels } from '../kernels'
import { tilesUnder, tileOrigin, type Drawing, type Layer } from '../layers'
import { components, newBits, setRun, trim } from '../raster'
import type { FormShape } from './shape'

/** Paint at least this strong is a line, alpha 0 … 255. */
const INK_ALPHA = 96
/** Gaps up to this wide are looked for, px: bands may be narrow; wider ones only when bands are missing. */
const WIDEST = 24
const WIDE_OPEN = 96
/** A smaller area is a speck between two strokes, px. */
const LEAST_BAND = 40

export interface BandsFound {
  readonly gaps: LineGap[]
  readonly bands: number
  readonly whenClosed: number
}

/**
 * Where the borders of bands that were drawn on a layer are open: between two lines, or between a line and the shape's
 * edge.
 * `bands`: into how many areas they divide the shape, each of which can be poured; `whenClosed`: with the gaps closed.
 *
 * @param wanted how many there should be
 */
export function bandGaps(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  { box, inside }: FormShape,
  wanted: number,
): BandsFound {
  const [width, height] = [box.x1 - box.x0, box.y1 - box.y0]
  const clear = inside.slice()
  for (const { number, part } of tilesUnder(drawing.sheet, box)) {
    const tile = layer.tiles.get(number)
    if (!tile) continue
    const origin = tileOrigin(drawing.sheet, number)
    for (let y = part.y0; y < part.y1; y++) {
      for (let x = part.x0; x < part.x1; x++) {
        if (tile[4 * ((y - origin.y) * TILE + x - origin.x) + 3]! >= INK_ALPHA)
          clear[(y - box.y0) * width + x - box.x0] = 0
      }
    }
  }
  const open = newBits(width, height)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (!clear[y * width + x]) continue
      let end = x
      while (end < width && clear[y * width + end]) end++
      setRun(open, y, x, end)
      x = end
    }
  }
  trim(open)
  let found = findGaps(kernels, open, WIDEST)
  if (found.sizes.length - 1 < wanted) {
    const wider = findGaps(kernels, open, WIDE_OPEN)
    if (wider.sizes.length > found.sizes.length) found = wider
  }
  const { gaps, sizes } = found
  const moved = ({ x, y }: { readonly x: number; readonly y: number }) => ({ x: x + box.x0, y: y + box.y0 })
  const bands = components(clear, width, height).found.filter(each => each.area >= LEAST_BAND).length
  return {
    bands,
    whenClosed: Math.max(sizes.length - 1, bands),
    gaps: gaps.map(gap => ({ ...gap, ...moved(gap), ends: [moved(gap.ends[0]), moved(gap.ends[1])] })),
  }
}
