import type { Rect } from '#core/base'
import { toSheet, toWindow, type Size, type WindowView } from '../../sheet/view'

/** How a sheet that does not lie straight is brought into the window. Device px. */
export interface Turned extends Size {
  /** Where it lies, straight, on a canvas of this size that holds all that the window shows. */
  readonly flat: Pick<WindowView, 'x' | 'y' | 'scale'>
  /** From that canvas to the window: a, b, c, d, e, f as the canvas takes them. */
  readonly transform: [number, number, number, number, number, number]
  /** The box in the window round a rectangle of that canvas. */
  boxInWindow(rect: Rect): Rect
}

/** Room round what the window shows, for smoothing. */
const MARGIN = 4

export function turnedBy(view: WindowView, window: Size): Turned {
  const { scale, turn, isMirrored } = view
  // The window's corners on the sheet, in device px of the scale.
  const corners = [
    [0, 0],
    [window.width, 0],
    [window.width, window.height],
    [0, window.height],
  ].map(([x, y]) => {
    const point = toSheet(view, x!, y!)
    return { x: point.x * scale, y: point.y * scale }
  })
  const left = Math.floor(Math.min(...corners.map(({ x }) => x))) - MARGIN
  const top = Math.floor(Math.min(...corners.map(({ y }) => y))) - MARGIN
  const c = Math.cos(turn)
  const s = Math.sin(turn)
  const flip = isMirrored ? -1 : 1
  // The canvas' own corner, as a point of the sheet, lies here in the window.
  const origin = toWindow(view, { x: left / scale, y: top / scale })
  const transform: Turned['transform'] = [c * flip, s * flip, -s, c, origin.x, origin.y]
  return {
    // The size hangs on the turn alone, so that moving the sheet needs no new canvas.
    width: Math.ceil(window.width * Math.abs(c) + window.height * Math.abs(s)) + 2 * MARGIN + 2,
    height: Math.ceil(window.width * Math.abs(s) + window.height * Math.abs(c)) + 2 * MARGIN + 2,
    flat: { x: -left, y: -top, scale },
    transform,
    boxInWindow({ x0, y0, x1, y1 }) {
      const [a, b, cc, d, e, f] = transform
      const points = [
        [x0, y0],
        [x1, y0],
        [x1, y1],
        [x0, y1],
      ].map(([x, y]) => [a * x! + cc * y! + e, b * x! + d * y! + f] as const)
      const xs = points.map(([x]) => x)
      const ys = points.map(([, y]) => y)
      return {
        x0: Math.floor(Math.min(...xs)),
        y0: Math.floor(Math.min(...ys)),
        x1: Math.ceil(Math.max(...xs)),
        y1: Math.ceil(Math.max(...ys)),
      }
    },
  }
}
