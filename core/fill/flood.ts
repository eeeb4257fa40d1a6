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
  const open = (cx: number, at: number, cy: number): boolean => {
    if (plane[at] === UNKNOWN) look(cx, cy)
    return plane[at] === OPEN
  }
  if (!open(x, y * width + x, y)) return null
  const box = { x0: x, y0: y, x1: x + 1, y1: y + 1 }
  const stack = [x, y]
  while (stack.length) {
    const sy = stack.pop()!
    const sx = stack.pop()!
    const row = sy * width
    if (plane[row + sx] !== OPEN) continue
    let left = sx
    while (left > 0 && open(left - 1, row + left - 1, sy)) left--
    let right = sx + 1
    while (right < width && open(right, row + right, sy)) right++
    plane.fill(FLOODED, row + left, row + right)
    if (left < box.x0) box.x0 = left
    if (right > box.x1) box.x1 = right
    if (sy < box.y0) box.y0 = sy
    if (sy >= box.y1) box.y1 = sy + 1
    if (sy > 0) seed(left, right, sy - 1)
    if (sy + 1 < height) seed(left, right, sy + 1)
  }
  return box

  /** Puts the start of each open run of a neighbouring row on the stack. */
  function seed(left: number, right: number, ny: number): void {
    const row = ny * width
    let inRun = false
    for (let nx = left; nx < right; nx++) {
      const state = plane[row + nx]!
      const isOpen = state === OPEN || (state === UNKNOWN && open(nx, row + nx, ny))
      if (isOpen && !inRun) stack.push(nx, ny)
      inRun = isOpen
    }
  }
}
