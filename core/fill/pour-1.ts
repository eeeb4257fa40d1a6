import type { Rect } from '../base'
import { NO_GRAIN, TILE, type Kernels } from '../kernels'
import { layMask, tileNumber, tilesUnder, withLayer, type Drawing, type Layer, type TilePart } from '../layers'
import { flood, type Flooded } from './flood'
import { growRegion } from './grow'
import { matching } from './matcher'
import { solidTile } from './solid'

/** A pour as it was at first; old records hold such. */
export interface Pour1 {
  /** Where it starts, whole sheet px. */
  readonly x: number
  readonly y: number
  readonly colour: readonly [number, number, number]
  /** Greatest difference of any channel, 0 … 255, that is still the same colour. */
  readonly tolerance: number
  /** Whose paint stops it: the layer's own, or that of all that can be seen. */
  readonly borders: 'this' | 'all'
  /** How far it creeps under the line, px, 0 … 8. */
  readonly grow: number
  readonly seed: number
}

/** The drawing after the pour, and the region it filled; the same drawing when nothing was. */
export function pour1(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  act: Pour1,
): { drawing: Drawing; filled: Rect | null } {
  const { width, height } = drawing.sheet
  if (act.x < 0 || act.y < 0 || act.x >= width || act.y >= height) return { drawing, filled: null }
  const matcher = matching(kernels, drawing, layer, act)
  const flooded = flood(matcher, act.x, act.y)
  const poured = flooded ? lay(kernels, drawing, layer, act, flooded) : { drawing, filled: null }
  matcher.forget()
  return poured
}

/** Lays the flooded region, grown under the line. */
function lay(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  act: Pour1,
  flooded: Flooded,
): { drawing: Drawing; filled: Rect } {
  const { sheet } = drawing
  const covered = new Map<number, number>()
  const filled = growRegion(flooded, act.grow, (y, runs) => {
    for (let i = 0; i < runs.length; i += 2) {
      kernels.fillMaskRow(y, runs[i]!, runs[i + 1]!)
      count(covered, sheet, y, runs[i]!, runs[i + 1]!)
    }
  })
  const laying = { kind: 'paint', colour: act.colour, opacity: 1, grain: NO_GRAIN, rim: 0, seed: act.seed } as const
  const parts = tilesUnder(sheet, filled)
  // A tile that is covered wholly becomes the colour alone: one such tile serves for all of them.
  const isWhole = ({ number }: TilePart) => !drawing.selection && !layer.inside && covered.get(number) === TILE * TILE
  const some = layMask(
    kernels,
    layer,
    sheet,
    parts.filter(part => covered.has(part.number) && !isWhole(part)),
    laying,
    { selection: drawing.selection },
  )
  const tiles = new Map(some.tiles)
  const whole = parts.filter(isWhole)
  const solid = whole.length ? solidTile(act.colour) : null
  for (const { number } of whole) tiles.set(number, solid!)
  kernels.clearMask(filled)
  return { drawing: withLayer(drawing, { ...some, tiles }), filled }
}

/** Adds a run to the covered px of the tiles that it crosses. */
function count(covered: Map<number, number>, sheet: Drawing['sheet'], y: number, from: number, to: number): void {
  const row = Math.floor(y / TILE)
  for (let x = from; x < to;) {
    const column = Math.floor(x / TILE)
    const end = Math.min(to, (column + 1) * TILE)
    const number = tileNumber(sheet, column, row)
    covered.set(number, (covered.get(number) ?? 0) + end - x)
    x = end
  }
}
