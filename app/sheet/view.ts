import type { Point } from '#core/base'
import type { Placed, Sheet } from '#core/layers'

/**
 * Where the sheet lies in its window: a point of the sheet is scaled, mirrored left to right where
 * `isMirrored`, turned clockwise, and moved by (x, y). CSS px; `scale`: CSS px for one sheet px; radians.
 */
export interface WindowView {
  readonly x: number
  readonly y: number
  readonly scale: number
  readonly turn: number
  readonly isMirrored: boolean
}

export interface Size {
  readonly width: number
  readonly height: number
}
type Extent = Pick<Sheet, 'width' | 'height'>

export const LEAST_SCALE = 0.04
export const GREATEST_SCALE = 32
/** Empty space round a fitted sheet, so that its edges can be seen. CSS px. */
const FIT_MARGIN = 26
/** At least so much of the sheet stays in the window. CSS px. */
const LEAST_SEEN = 60
/** A turn this near to a right angle becomes it, radians. */
const SNAP_TURN = 0.05

export const STRAIGHT: WindowView = { x: 0, y: 0, scale: 1, turn: 0, isMirrored: false }

/** A point of the sheet, in the window. */
export function toWindow({ x, y, scale, turn, isMirrored }: WindowView, point: Point): Point {
  const px = point.x * scale * (isMirrored ? -1 : 1)
  const py = point.y * scale
  const c = Math.cos(turn)
  const s = Math.sin(turn)
  return { x: x + px * c - py * s, y: y + px * s + py * c }
}

/** The same as a CSS transform of something that has the sheet's size, from its upper left corner. */
export function cssMatrix({ x, y, scale, turn, isMirrored }: WindowView): string {
  const [c, s] = [Math.cos(turn) * scale, Math.sin(turn) * scale]
  const m = isMirrored ? -1 : 1
  return `matrix(${m * c}, ${m * s}, ${-s}, ${c}, ${x}, ${y})`
}

/** A point of the window, on the sheet. */
export function toSheet({ x, y, scale, turn, isMirrored }: WindowView, wx: number, wy: number): Point {
  const c = Math.cos(turn)
  const s = Math.sin(turn)
  const dx = wx - x
  const dy = wy - y
  return { x: ((dx * c + dy * s) / scale) * (isMirrored ? -1 : 1), y: (dy * c - dx * s) / scale }
}

/** How a sheet that lies on another one is seen, when it is scaled evenly; null when it is not. */
export function viewOfPlaced(view: WindowView, { x, y, scaleX, scaleY }: Placed): WindowView | null {
  if (x === 0 && y === 0 && scaleX === 1 && scaleY === 1) return view
  if (Math.abs(scaleX - scaleY) > 0.005 * scaleX) return null
  return { ...view, ...toWindow(view, { x, y }), scale: view.scale * scaleX }
}

/** The view with device px instead of CSS px. */
export function onDevice(view: WindowView, ratio: number): WindowView {
  return { ...view, x: view.x * ratio, y: view.y * ratio, scale: view.scale * ratio }
}

/** The box round the sheet in the window. */
function boxOf(view: WindowView, { width, height }: Extent): { x0: number; y0: number; x1: number; y1: number } {
  const corners = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ].map(([x, y]) => toWindow(view, { x: x!, y: y! }))
  const xs = corners.map(({ x }) => x)
  const ys = corners.map(({ y }) => y)
  return { x0: Math.min(...xs), y0: Math.min(...ys), x1: Math.max(...xs), y1: Math.max(...ys) }
}

/** The whole sheet in the middle of the window, turned and mirrored as it was. */
export function fitView(
  sheet: Extent,
  window: Size,
  { turn, isMirrored }: Pick<WindowView, 'turn' | 'isMirrored'> = STRAIGHT,
): WindowView {
  const one = boxOf({ x: 0, y: 0, scale: 1, turn, isMirrored }, sheet)
  const scale = clampScale(
    Math.min((window.width - 2 * FIT_MARGIN) / (one.x1 - one.x0), (window.height - 2 * FIT_MARGIN) / (one.y1 - one.y0)),
  )
  return {
    x: window.width / 2 - (scale * (one.x0 + one.x1)) / 2,
    y: window.height / 2 - (scale * (one.y0 + one.y1)) / 2,
    scale,
    turn,
    isMirrored,
  }
}

/** The view at another scale with the point (x, y) of the window held where it is. */
export function zoomAt(view: WindowView, x: number, y: number, scale: number): WindowView {
  const next = clampScale(scale)
  const factor = next / view.scale
  return { ...view, x: x - (x - view.x) * factor, y: y - (y - view.y) * factor, scale: next }
}

/** The view turned by an angle round a point of the window. */
export function turnAt(view: WindowView, x: number, y: number, by: number): WindowView {
  const c = Math.cos(by)
  const s = Math.sin(by)
  const dx = view.x - x
  const dy = view.y - y
  return { ...view, x: x + dx * c - dy * s, y: y + dx * s + dy * c, turn: wrapped(view.turn + by) }
}

/** The view seen in a mirror that stands at x in the window. */
export function mirrorAt(view: WindowView, x: number): WindowView {
  return { ...view, x: 2 * x - view.x, turn: -view.turn, isMirrored: !view.isMirrored }
}

/** A turn that is nearly straight, or nearly a quarter, made so. */
export function snappedTurn(turn: number): number {
  const quarter = (Math.round((2 * turn) / Math.PI) * Math.PI) / 2
  return Math.abs(turn - quarter) < SNAP_TURN ? wrapped(quarter) : turn
}

/** The view moved, as far as some of the sheet stays in sight. */
export function keepInSight(view: WindowView, sheet: Extent, window: Size): WindowView {
  const { x0, y0, x1, y1 } = boxOf(view, sheet)
  const shift = (low: number, high: number, length: number) => {
    if (high < LEAST_SEEN) return LEAST_SEEN - high
    return low > length - LEAST_SEEN ? length - LEAST_SEEN - low : 0
  }
  return { ...view, x: view.x + shift(x0, x1, window.width), y: view.y + shift(y0, y1, window.height) }
}

function clampScale(scale: number): number {
  return Math.min(Math.max(scale, LEAST_SCALE), GREATEST_SCALE)
}

const wrapped = (angle: number) => angle - 2 * Math.PI * Math.round(angle / (2 * Math.PI))
