import { SAMPLE_FIELDS, unpackSample } from '#core/brush'
import { toWindow, type WindowView } from './view'

/**
 * The way of a stroke in the window, as an SVG path; a single place becomes a dot, of none it is empty. @param packed
 * samples
 */
export function strokePath(packed: readonly number[], view: WindowView): string {
  const places = Array.from({ length: packed.length / SAMPLE_FIELDS }, (_, i) => {
    const { x, y } = toWindow(view, unpackSample(packed, i))
    return `${x.toFixed(1)} ${y.toFixed(1)}`
  })
  return places.length ? `M${places.join('L')}${places.length === 1 ? 'h.1' : ''}` : ''
}
