import type { Sheet } from '#core/layers'

/** Where the sheet lies in its window. CSS px; `scale`: CSS px for one sheet px. */
export interface WindowView {
  readonly x: number
  readonly y: number
  readonly scale: number
}

export interface Size {
  readonly width: number
  readonly height: number
}

export const LEAST_SCALE = 0.04
export const GREATEST_SCALE = 32
/** Empty space round a fitted sheet, so that its edges can be seen. CSS px. */
const FIT_MARGIN = 26
/** At least so much of the sheet stays in the window. CSS px. */
const LEAST_SEEN = 60

/** The whole sheet in the middle of the window. */
export function fitView(sheet: Pick<Sheet, 'width' | 'height'>, window: Size): WindowView {
  const scale = clampScale(Math.min((window.width - 2 * FIT_MARGIN) / sheet.width, (window.height - 2 * FIT_MARGIN) / sheet.height))
  return { x: (window.width - sheet.width * scale) / 2, y: (window.height - sheet.height * scale) / 2, scale }
}

/** The view at another scale with the point (x, y) of the window held where it is. */
export function zoomAt(view: WindowView, x: number, y: number, scale: number): WindowView {
  const next = clampScale(scale)
  const factor = next / view.scale
  return { x: x - (x - view.x) * factor, y: y - (y - view.y) * factor, scale: next }
}

/** The view moved, as far as some of the sheet stays in sight. */
export function keepInSight(view: WindowView, sheet: Pick<Sheet, 'width' | 'height'>, window: Size): WindowView {
  const clamp = (value: number, low: number, high: number) => Math.min(Math.max(value, Math.min(low, high)), Math.max(low, high))
  return {
    x: clamp(view.x, LEAST_SEEN - sheet.width * view.scale, window.width - LEAST_SEEN),
    y: clamp(view.y, LEAST_SEEN - sheet.height * view.scale, window.height - LEAST_SEEN),
    scale: view.scale,
  }
}

export function toSheet(view: WindowView, x: number, y: number): { x: number, y: number } {
  return { x: (x - view.x) / view.scale, y: (y - view.y) / view.scale }
}

function clampScale(scale: number): number {
  return Math.min(Math.max(scale, LEAST_SCALE), GREATEST_SCALE)
}
