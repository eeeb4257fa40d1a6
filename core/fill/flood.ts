import type { Rect } from '../base'

/** What is known of a pixel in the plane that a flood works on. */
export const UNKNOWN = 0
export const OPEN = 1
export const SHUT = 2
export const FLOODED = 3

/**
 * Scanline flood fill (after Smith 1979, "Tint fill"), four-connected, over a plane of width × height
 * cells. A cell that is still UNKNOWN is asked for with `look`, which must settle it (and may settle
 * others). Flooded cells become FLOODED. Returns their bounding box, or null when (x, y) is shut.
 */
export function flood(
  plane: Uint8Array, width: number, height: number, x: number, y: number,
  look: (x: number, y: number) => void,
): Rect | null {
  if (plane[y * width + x] === UNKNOWN) look(x, y)
  if (plane[y * width + x] !== OPEN) return null
  const box = { x0: x, y0: y, x1: x + 1, y1: y + 1 }
  const stack = [x, y]
  while (stack.length) {
    const sy = stack.pop()!
    const sx = stack.pop()!
    const row = sy * width
    if (plane[row + sx] !== OPEN) continue
    const left = leftEnd(sx, sy)
    const right = rightEnd(sx, sy, width)
    plane.fill(FLOODED, row + left, row + right)
    if (left < box.x0) box.x0 = left
    if (right > box.x1) box.x1 = right
    if (sy < box.y0) box.y0 = sy
    if (sy >= box.y1) box.y1 = sy + 1
    if (sy > 0) seed(left, right, sy - 1)
    if (sy + 1 < height) seed(left, right, sy + 1)
  }
  return box

  /** First cell of the open run that holds (sx, sy). Tight loops; what is unknown is looked up between them. */
  function leftEnd(sx: number, sy: number): number {
    const row = sy * width
    let i = row + sx
    for (;;) {
      while (i > row && plane[i - 1] === OPEN) i--
      if (i === row || plane[i - 1] !== UNKNOWN) return i - row
      look(i - 1 - row, sy)
    }
  }

  /** The cell after the open run, at most `limit`. */
  function rightEnd(sx: number, sy: number, limit: number): number {
    const row = sy * width
    const end = row + limit
    let i = row + sx
    for (;;) {
      while (i < end && plane[i] === OPEN) i++
      if (i === end || plane[i] !== UNKNOWN) return i - row
      look(i - row, sy)
    }
  }

  /** Puts the start of each open run of a neighbouring row on the stack. */
  function seed(left: number, right: number, ny: number): void {
    const row = ny * width
    const end = row + right
    let i = row + left
    while (i < end) {
      while (i < end && (plane[i] === SHUT || plane[i] === FLOODED)) i++
      if (i === end) return
      if (plane[i] === UNKNOWN) {
        look(i - row, ny)
        continue
      }
      stack.push(i - row, ny)
      i = row + rightEnd(i - row, ny, right)
    }
  }
}
