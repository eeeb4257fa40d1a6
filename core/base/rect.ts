/** A rectangle of whole pixels: x0 and y0 belong to it, x1 and y1 do not. Origin top left, y down. */
export interface Rect {
  readonly x0: number
  readonly y0: number
  readonly x1: number
  readonly y1: number
}

export const EMPTY_RECT: Rect = { x0: 0, y0: 0, x1: 0, y1: 0 }

export function isEmptyRect(rect: Rect): boolean {
  return rect.x1 <= rect.x0 || rect.y1 <= rect.y0
}

/** The smallest rectangle that holds both; an empty one adds nothing. */
export function unionRect(a: Rect, b: Rect): Rect {
  if (isEmptyRect(a)) return b
  if (isEmptyRect(b)) return a
  return {
    x0: Math.min(a.x0, b.x0),
    y0: Math.min(a.y0, b.y0),
    x1: Math.max(a.x1, b.x1),
    y1: Math.max(a.y1, b.y1),
  }
}

/** What both have in common; {@link EMPTY_RECT} when nothing. */
export function intersectRect(a: Rect, b: Rect): Rect {
  const rect = {
    x0: Math.max(a.x0, b.x0),
    y0: Math.max(a.y0, b.y0),
    x1: Math.min(a.x1, b.x1),
    y1: Math.min(a.y1, b.y1),
  }
  return isEmptyRect(rect) ? EMPTY_RECT : rect
}

/** The rectangle grown by `by` pixels on every side. */
export function growRect(rect: Rect, by: number): Rect {
  return { x0: rect.x0 - by, y0: rect.y0 - by, x1: rect.x1 + by, y1: rect.y1 + by }
}

/**
 * The bounds of places, not rounded; x1 below x0 where there is none.
 *
 * @param values x and y are the first two of every `step` of them
 */
export function boundsOf(values: readonly number[], step = 2): Rect {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < values.length; i += step) {
    x0 = Math.min(x0, values[i]!)
    x1 = Math.max(x1, values[i]!)
    y0 = Math.min(y0, values[i + 1]!)
    y1 = Math.max(y1, values[i + 1]!)
  }
  return { x0, y0, x1, y1 }
}

/** The pixels that bounds touch. */
export function wholeRect({ x0, y0, x1, y1 }: Rect): Rect {
  return { x0: Math.floor(x0), y0: Math.floor(y0), x1: Math.ceil(x1), y1: Math.ceil(y1) }
}

/** Each side times a factor. */
export function scaledRect({ x0, y0, x1, y1 }: Rect, by: number): Rect {
  return { x0: x0 * by, y0: y0 * by, x1: x1 * by, y1: y1 * by }
}
