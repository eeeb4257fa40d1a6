import type { Rect } from '../base'
import { bitAt, BitRuns, newBits, setRun, type BitPlane } from '../raster'
import type { Matcher } from './matcher'

/** What a flood reached: bits over the whole sheet, and the box round them. */
export interface Flooded {
  readonly bits: BitPlane
  readonly box: Rect
}

/**
 * Scanline flood fill (after Smith 1979, "Tint fill"), four-connected, over what is like a place; tiles are settled
 * when they are come to. Null when (x, y) is not like it.
 */
export function flood({ open, settle }: Matcher, x: number, y: number): Flooded | null {
  const { width, height } = open
  settle(x, x + 1, y)
  if (!bitAt(open, x, y)) return null
  const bits = newBits(width, height)
  const runs = new BitRuns(open)
  const done = new BitRuns(bits)
  const box = { x0: x, y0: y, x1: x + 1, y1: y + 1 }
  const stack = [x, y]
  while (stack.length) {
    const sy = stack.pop()!
    const sx = stack.pop()!
    if (bitAt(bits, sx, sy)) continue
    const left = leftEnd(sx, sy)
    const right = rightEnd(sx, sy)
    setRun(bits, sy, left, right)
    if (left < box.x0) box.x0 = left
    if (right > box.x1) box.x1 = right
    if (sy < box.y0) box.y0 = sy
    if (sy >= box.y1) box.y1 = sy + 1
    if (sy > 0) seed(left, right, sy - 1)
    if (sy + 1 < height) seed(left, right, sy + 1)
  }
  return { bits, box }

  // What is not settled yet looks shut: a run that ends at the edge of such a tile may go on in it.

  function leftEnd(sx: number, sy: number): number {
    for (let x0 = runs.start(sx, sy); ; x0 = runs.start(x0 - 1, sy)) {
      if (x0 === 0 || !settle(x0 - 1, x0, sy) || !bitAt(open, x0 - 1, sy)) return x0
    }
  }

  function rightEnd(sx: number, sy: number): number {
    for (let x1 = runs.end(sx, sy); ; x1 = runs.end(x1, sy)) {
      if (x1 === width || !settle(x1, x1 + 1, sy) || !bitAt(open, x1, sy)) return x1
    }
  }

  /** Puts the start of each open run of a neighbouring row on the stack, but for those that were reached. */
  function seed(left: number, right: number, ny: number): void {
    settle(left, right, ny)
    for (let nx = runs.next(left, right, ny); nx < right;) {
      if (bitAt(bits, nx, ny)) {
        nx = runs.next(done.end(nx, ny), right, ny)
        continue
      }
      stack.push(nx, ny)
      nx = runs.next(runs.end(nx, ny), right, ny)
    }
  }
}
