import type { Rect, Point } from '../base'

/** Least side of what is cut out, px. */
const LEAST = 64

/** A cut of a sheet that keeps a ratio (width ÷ height), or any. */
export interface Crop {
  readonly box: Rect
  readonly ratio: number | null
}

/** The largest box of the ratio in the middle of another one. */
export function withRatio({ box }: Crop, ratio: number | null): Crop {
  if (ratio === null) return { box, ratio }
  const width = box.x1 - box.x0
  const height = box.y1 - box.y0
  // Never beyond the box, whatever is rounded.
  const w = Math.floor(Math.min(width, height * ratio) + 1e-9)
  const h = w / ratio
  const [cx, cy] = [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2]
  return { ratio, box: whole(cx - w / 2, cy - h / 2, w, h, ratio) }
}

export function cropMoved({ box, ratio }: Crop, dx: number, dy: number): Crop {
  const [x, y] = [Math.round(dx), Math.round(dy)]
  return { ratio, box: { x0: box.x0 + x, y0: box.y0 + y, x1: box.x1 + x, y1: box.y1 + y } }
}

/** With one of its figures set, px. A ratio that is kept takes the other side along. */
export function cropTo(crop: Crop, key: 'left' | 'top' | 'width' | 'height', value: number): Crop {
  const { x0, y0, x1, y1 } = crop.box
  switch (key) {
    case 'left':
      return cropMoved(crop, value - x0, 0)
    case 'top':
      return cropMoved(crop, 0, value - y0)
    case 'width':
      return cropHandled(crop, 'side 1', { x: x0 + value, y: y1 })
    case 'height':
      return cropHandled(crop, 'side 2', { x: x1, y: y0 + value })
  }
}

/** Handles: `corner 0` … `corner 3` clockwise from the top left, `side 0` … `side 3` from the top. */
export function cropHandles({ box: { x0, y0, x1, y1 } }: Crop): { key: string; x: number; y: number }[] {
  const [cx, cy] = [(x0 + x1) / 2, (y0 + y1) / 2]
  const corners = [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ]
  const sides = [
    [cx, y0],
    [x1, cy],
    [cx, y1],
    [x0, cy],
  ]
  return [
    ...corners.map(([x, y], i) => ({ key: `corner ${i}`, x: x!, y: y! })),
    ...sides.map(([x, y], i) => ({ key: `side ${i}`, x: x!, y: y! })),
  ]
}

/** A handle taken to a place; with a ratio the other side goes along. */
export function cropHandled({ box, ratio }: Crop, key: string, to: Point): Crop {
  const [kind, number] = key.split(' ') as [string, string]
  const i = Number(number)
  let { x0, y0, x1, y1 } = box
  const isLeft = kind === 'corner' ? i === 0 || i === 3 : i === 3
  const isTop = kind === 'corner' ? i < 2 : i === 0
  const movesX = kind === 'corner' || i % 2 === 1
  const movesY = kind === 'corner' || i % 2 === 0
  if (movesX && isLeft) x0 = Math.min(Math.round(to.x), x1 - LEAST)
  if (movesX && !isLeft) x1 = Math.max(Math.round(to.x), x0 + LEAST)
  if (movesY && isTop) y0 = Math.min(Math.round(to.y), y1 - LEAST)
  if (movesY && !isTop) y1 = Math.max(Math.round(to.y), y0 + LEAST)
  if (ratio === null) return { ratio, box: { x0, y0, x1, y1 } }
  // The side that was pulled farther leads; the corner or side across stays.
  const isWide = movesX && (!movesY || (x1 - x0) / ratio >= y1 - y0)
  const width = isWide ? x1 - x0 : (y1 - y0) * ratio
  const height = isWide ? (x1 - x0) / ratio : y1 - y0
  const left = !movesX ? (x0 + x1 - width) / 2 : isLeft ? x1 - width : x0
  const top = !movesY ? (y0 + y1 - height) / 2 : isTop ? y1 - height : y0
  return { ratio, box: whole(left, top, width, height, ratio) }
}

/** Whole px, as near to the ratio as they come. */
function whole(left: number, top: number, width: number, height: number, ratio: number): Rect {
  const w = Math.max(Math.round(width), LEAST)
  const h = Math.max(Math.round(w / ratio), 1)
  const x0 = Math.round(left + (width - w) / 2)
  const y0 = Math.round(top + (height - h) / 2)
  return { x0, y0, x1: x0 + w, y1: y0 + h }
}
