import { FULL, type DabValues } from '../../kernels'

/** Signed distance from a shape's edge, px: below 0 inside. Origin at the shape's middle, y down. */
export type Distance = (x: number, y: number) => number

/**
 * The coverage of a shape around its middle: full inside, none outside, falling over `soft` px inward
 * of the edge and half a pixel outward. `reach`: px that the shape extends at most; phases in quarters of a px.
 */
export function rasterised(
  distance: Distance,
  extent: number,
  soft: number,
  flow: number,
  phaseX: number,
  phaseY: number,
): DabValues {
  const span = 1 + soft
  const cover = (x: number, y: number) => {
    const d = distance(x, y)
    return d >= 0.5 ? 0 : d <= 0.5 - span ? 1 : (0.5 - d) / span
  }
  return masked(cover, extent, flow, phaseX, phaseY)
}

/**
 * The same of anything that can be asked how much is covered.
 *
 * @param cover at a place, from the middle, 0 … 1
 */
export function masked(
  cover: (x: number, y: number) => number,
  extent: number,
  flow: number,
  phaseX: number,
  phaseY: number,
): DabValues {
  const reach = Math.ceil(extent + 1)
  const rows = 2 * reach + 1
  const blocks = Math.ceil(rows / 8)
  const values = new Uint16Array(rows * blocks * 8)
  const cx = reach + phaseX / 4
  const cy = reach + phaseY / 4
  for (let y = 0; y < rows; y++)
    for (let x = 0; x < rows; x++)
      values[y * blocks * 8 + x] = Math.floor(cover(x + 0.5 - cx, y + 0.5 - cy) * flow + 0.5)
  return { rows, blocks, reach, values }
}

/** Flow of a dab, 0 … {@link FULL}. */
export function flowOf(flowPercent: number, share: number): number {
  return Math.floor((flowPercent / 100) * share * FULL)
}
