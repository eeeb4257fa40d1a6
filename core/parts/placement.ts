import { frameOf, movedBy, outerCorners, scaled, turnedBy, type Held } from './hold'

/** Where a part in hand lies, in figures. */
export interface Placement {
  /** Of the box round it, sheet px. */
  readonly left: number
  readonly top: number
  /** Along its own sides, sheet px. */
  readonly width: number
  readonly height: number
  /** Of its top side, degrees clockwise, above -180 up to 180. */
  readonly turn: number
}
const DEGREES = 180 / Math.PI

export function placementOf(held: Held): Placement {
  const corners = outerCorners(held)
  const { ax, ay } = frameOf(held)
  return {
    left: Math.min(...corners.map(each => each.x)),
    top: Math.min(...corners.map(each => each.y)),
    width: Math.hypot(ax.x, ax.y),
    height: Math.hypot(ay.x, ay.y),
    turn: Math.atan2(ax.y, ax.x) * DEGREES,
  }
}

/**
 * The part with one of its figures set. It is sized from the corner that was its top left one, and turned round its
 * middle. A side of less than one px can't be: it becomes one.
 */
export function placedAt(held: Held, key: keyof Placement, value: number): Held {
  const now = placementOf(held)
  const share = (side: number) => Math.max(value, 1) / (side || 1)
  switch (key) {
    case 'left':
      return movedBy(held, value - now.left, 0)
    case 'top':
      return movedBy(held, 0, value - now.top)
    case 'width':
      return scaled(held, outerCorners(held)[0], share(now.width), 1)
    case 'height':
      return scaled(held, outerCorners(held)[0], 1, share(now.height))
    case 'turn':
      return turnedBy(held, (value - now.turn) / DEGREES)
  }
}
