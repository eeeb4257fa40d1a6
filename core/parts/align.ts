import type { Rect } from '../base'

/** Where something comes to lie in a box: against one of its sides, or in its middle. */
export const ALIGNMENTS = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const
export type Alignment = (typeof ALIGNMENTS)[number]

/** How far a box goes so that it lies so within another one, whole px. */
export function alignedBy(box: Rect, within: Rect, how: Alignment): { readonly dx: number; readonly dy: number } {
  const dx = {
    left: within.x0 - box.x0,
    centre: (within.x0 + within.x1 - box.x0 - box.x1) / 2,
    right: within.x1 - box.x1,
    top: 0,
    middle: 0,
    bottom: 0,
  }[how]
  const dy = {
    left: 0,
    centre: 0,
    right: 0,
    top: within.y0 - box.y0,
    middle: (within.y0 + within.y1 - box.y0 - box.y1) / 2,
    bottom: within.y1 - box.y1,
  }[how]
  return { dx: Math.round(dx), dy: Math.round(dy) }
}
