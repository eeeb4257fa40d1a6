import { z } from 'zod'
import { layerIdSchema } from '../../drawing'
import type { Point } from '../../geometry'
import { areaSchema, limitSchema, type Mark } from '../contract'

/** What look-fors about drawn lines are told: where, on which layer, and what a sentence calls it. */
export const drawnFields = {
  layer: layerIdSchema,
  /** As a sentence names it: "the mast". */
  what: z.string().min(1).max(60),
  /** Where it is expected, x, y, x, y … px. */
  target: areaSchema,
  tolerance: limitSchema,
}

export function pathMark(points: readonly Point[]): Mark {
  return { kind: 'path', points: points.flatMap(({ x, y }) => [Math.round(x), Math.round(y)]) }
}

/** A figure with at most one decimal. */
export function rounded(value: number): number {
  return value < 10 ? Math.round(value * 10) / 10 : Math.round(value)
}
