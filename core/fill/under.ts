import type { Rect } from '../base'
import { FLOODED, SHUT, UNKNOWN } from './flood'
import type { Matcher } from './matcher'

/** A px beside a poured region that its colour creeps under. */
export interface Edge {
  readonly x: number
  readonly y: number
  /** How much of it is covered, 0 … 1. */
  readonly share: number
}

/** A line may get this much fainter, of 255, before it counts as its other side: paper grain and a wavering pressure. */
const WAVER = 24

/**
 * The px under the line round a region: those that lie within `grow` px of it and are reached going up to the line's
 * crest, not down its other side. So the smooth edge of a line is covered to its middle and a thin line is not
 * crossed; the last px are covered in part.
 *
 * @param matcher its plane has the region as FLOODED inside `box`; px round it are settled as they are come to
 */
export function underTheLine({ plane, differences, look }: Matcher, width: number, height: number, box: Rect, grow: number): Edge[] {
  if (grow <= 0) return []
  const edges: Edge[] = []
  /** Where each reached px comes from: the region's px nearest to it as far as known, and how strong the line was on the way. */
  const reached = new Map<number, { sx: number, sy: number, crest: number, far: number }>()
  let ring: number[] = []
  for (let y = Math.max(box.y0, 0); y < Math.min(box.y1, height); y++) {
    for (let x = box.x0; x < box.x1; x++) {
      const i = y * width + x
      if (plane[i] !== FLOODED) continue
      // Inner px have no line beside them.
      if (x > 0 && x < width - 1 && y > 0 && y < height - 1 && plane[i - 1] === FLOODED && plane[i + 1] === FLOODED && plane[i - width] === FLOODED && plane[i + width] === FLOODED) continue
      step(x, y, x, y, differences[i]!)
    }
  }
  for (let round = 1; round <= grow + 1 && ring.length; round++) {
    const now = ring
    ring = []
    for (const i of now) {
      const { sx, sy, crest } = reached.get(i)!
      step(i % width, Math.floor(i / width), sx, sy, crest)
    }
  }
  for (const [i, { far }] of reached) {
    const share = Math.min(grow + 1 - Math.sqrt(far), 1)
    if (share > 0) edges.push({ x: i % width, y: Math.floor(i / width), share })
  }
  return edges

  /** From a px to those round it. */
  function step(x: number, y: number, sx: number, sy: number, crest: number): void {
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -1; dx <= 1; dx++) {
        const [nx, ny] = [x + dx, y + dy]
        if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue
        const i = ny * width + nx
        if (plane[i] === UNKNOWN) look(nx, ny)
        if (plane[i] !== SHUT) continue
        const own = differences[i]!
        if (own + WAVER < crest) continue
        const far = (nx - sx) * (nx - sx) + (ny - sy) * (ny - sy)
        if (far >= (grow + 1) * (grow + 1)) continue
        const known = reached.get(i)
        if (known && known.far <= far) continue
        if (!known) ring.push(i)
        reached.set(i, { sx, sy, crest: Math.max(own, crest), far })
      }
    }
  }
}
