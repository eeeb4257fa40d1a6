import { growRect } from '../base'
import type { Selection, Sheet } from '../layers'
import { readSelection, selectionBox } from './plane'

/** From this coverage on a px counts as inside when the edge is drawn. */
const HALF = 128

/** Steps to the right, down, left and up, as the edge is walked with the inside on the right hand. */
const DX = [1, 0, -1, 0]
const DY = [0, 1, 0, -1]

/**
 * The edge of a selection as closed loops along the borders of px: x, y, x, y … (whole sheet px), a
 * point at every corner; clockwise round what is chosen, the other way round holes.
 */
export function selectionEdge(sheet: Sheet, selection: Selection): number[][] {
  // A rim of nothing all round, so that no look goes over the edge.
  const box = growRect(selectionBox(sheet, selection), 1)
  const width = box.x1 - box.x0
  const height = box.y1 - box.y0
  if (width <= 2 || height <= 2) return []
  const values = readSelection(sheet, selection, box)
  /** Whether the edge above a px was walked already. */
  const isWalked = new Uint8Array(values.length)
  const isIn = (x: number, y: number) => values[y * width + x]! >= HALF
  const loops: number[][] = []
  for (let y = 1; y < height; y++) {
    for (let x = 1; x < width - 1; x++) {
      if (!isIn(x, y) || isIn(x, y - 1) || isWalked[y * width + x]) continue
      loops.push(walk(x, y))
    }
  }
  return loops

  /** Walks the edge from the top left corner of a px whose upper side is an edge. */
  function walk(startX: number, startY: number): number[] {
    const loop: number[] = []
    let x = startX
    let y = startY
    let direction = 0
    do {
      if (direction === 0) isWalked[y * width + x] = 1
      x += DX[direction]!
      y += DY[direction]!
      const next = turn(x, y, direction)
      if (next !== direction) loop.push(x + box.x0, y + box.y0)
      direction = next
    } while (x !== startX || y !== startY || direction !== 0)
    return loop
  }

  /** The way on from a corner: the inside stays on the right. Where two px touch by a corner they stay apart. */
  function turn(x: number, y: number, direction: number): number {
    const ahead =
      direction === 0
        ? [isIn(x, y - 1), isIn(x, y)]
        : direction === 1
          ? [isIn(x, y), isIn(x - 1, y)]
          : direction === 2
            ? [isIn(x - 1, y), isIn(x - 1, y - 1)]
            : [isIn(x - 1, y - 1), isIn(x, y - 1)]
    const [left, right] = ahead as [boolean, boolean]
    if (!right) return (direction + 1) % 4
    return left ? (direction + 3) % 4 : direction
  }
}
