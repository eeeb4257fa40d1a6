import { oklabOf, type Rgb8 } from '../../colour'
import { clearPaint, type RegionView } from './view'

/** A colour as OKLCH: lightness 0 … 1, chroma, hue in degrees. */
export interface Lch {
  readonly lightness: number
  readonly chroma: number
  readonly hue: number
}

/** Mixed px at the paint's edge are left out, px. */
const EDGE = 3

/** The mean colour of what is painted in a region. */
export function meanColour(view: RegionView): Rgb8 {
  const set = clearPaint(view, EDGE)
  let [r, g, b, count] = [0, 0, 0, 0]
  for (let i = 0; i < set.length; i++) {
    if (!set[i]) continue
    r += view.rgba[4 * i]!
    g += view.rgba[4 * i + 1]!
    b += view.rgba[4 * i + 2]!
    count++
  }
  return [Math.round(r / count), Math.round(g / count), Math.round(b / count)]
}

export function lchOf(colour: Rgb8): Lch {
  const [lightness, a, b] = oklabOf(colour)
  return { lightness, chroma: Math.hypot(a, b), hue: ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360 }
}

/** From one hue to another the shorter way, −180 … 180 degrees. */
export function hueTurn(from: number, to: number): number {
  return ((to - from + 540) % 360) - 180
}
