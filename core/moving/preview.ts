import { intersectRect, isEmptyRect, type Rect } from '../base'
import { facetsOf, fillFacets } from './net'
import { inverseOf, projectiveTo, times, type Destination, type Projective } from './places'
import type { Sampler } from './sampler'

/** Where the sheet lies in what is shown: a place of it is scaled, then moved. */
export interface Shown {
  readonly x: number
  readonly y: number
  readonly scale: number
}

/** A picture of what is shown, straight-alpha RGBA8, row-major, and where it lies. */
export interface Preview {
  readonly box: Rect
  readonly pixels: Uint8ClampedArray
}

/** Marks px of the field to which nothing comes. */
const NOWHERE = NaN

/**
 * Shows a lifted part where it goes, at the size of the screen: one reading between four px of the
 * picture that is nearest in size. Quick rather than exact; what is settled is read by Sampler.
 */
export class Previewer {
  private u = new Float64Array(0)
  private v = new Float64Array(0)

  constructor(private readonly sampler: Sampler) {}

  /** @param clip what of the screen is wanted */
  show(box: Rect, to: Destination, shown: Shown, clip: Rect): Preview | null {
    const at = intersectRect(clip, this.reach(to, shown))
    if (isEmptyRect(at)) return null
    const size = (at.x1 - at.x0) * (at.y1 - at.y0)
    if (this.u.length < size) {
      this.u = new Float64Array(size)
      this.v = new Float64Array(size)
    }
    if (to.kind === 'corners') this.fillCorners(box, to.points, shown, at)
    else this.fillNet(box, to, shown, at)
    return { box: at, pixels: this.read(size, this.squeeze(box, to, shown)) }
  }

  private reach({ points }: Destination, { x, y, scale }: Shown): Rect {
    let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
    for (let i = 0; i < points.length; i += 2) {
      x0 = Math.min(x0, points[i]!)
      x1 = Math.max(x1, points[i]!)
      y0 = Math.min(y0, points[i + 1]!)
      y1 = Math.max(y1, points[i + 1]!)
    }
    // A net's surface may swing out over its knots.
    const spare = (Math.max(x1 - x0, y1 - y0) * scale) / 8 + 2
    return {
      x0: Math.floor(x + x0 * scale - spare),
      y0: Math.floor(y + y0 * scale - spare),
      x1: Math.ceil(x + x1 * scale + spare),
      y1: Math.ceil(y + y1 * scale + spare),
    }
  }

  private fillCorners(box: Rect, points: readonly number[], { x, y, scale }: Shown, at: Rect): void {
    const forth = projectiveTo(box, points)
    const back = forth && inverseOf(forth)
    if (!back) {
      this.u.fill(NOWHERE)
      return
    }
    const k = 1 / scale
    const m: Projective = times(back, [k, 0, -x * k, 0, k, -y * k, 0, 0, 1])
    let i = 0
    for (let py = at.y0 + 0.5; py < at.y1; py++) {
      for (let px = at.x0 + 0.5; px < at.x1; px++, i++) {
        const w = m[6] * px + m[7] * py + m[8]
        const u = (m[0] * px + m[1] * py + m[2]) / w
        const v = (m[3] * px + m[4] * py + m[5]) / w
        const isIn = u >= box.x0 - 1 && u < box.x1 + 1 && v >= box.y0 - 1 && v < box.y1 + 1
        this.u[i] = isIn ? u : NOWHERE
        this.v[i] = v
      }
    }
  }

  private fillNet(box: Rect, net: Extract<Destination, { kind: 'net' }>, { x, y, scale }: Shown, at: Rect): void {
    const onScreen = { ...net, points: net.points.map((value, i) => value * scale + (i % 2 ? y : x)) }
    fillFacets(facetsOf(box, onScreen), this.u, this.v, at)
  }

  /** Px of the source for one of the screen, about: by the areas. */
  private squeeze(box: Rect, { points }: Destination, { scale }: Shown): number {
    let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
    for (let i = 0; i < points.length; i += 2) {
      x0 = Math.min(x0, points[i]!)
      x1 = Math.max(x1, points[i]!)
      y0 = Math.min(y0, points[i + 1]!)
      y1 = Math.max(y1, points[i + 1]!)
    }
    const shown = Math.max((x1 - x0) * (y1 - y0), 1) * scale * scale
    return Math.sqrt(((box.x1 - box.x0) * (box.y1 - box.y0)) / shown)
  }

  private read(size: number, squeeze: number): Uint8ClampedArray {
    const { u, v } = this
    const { level, scale } = this.sampler.nearest(squeeze)
    const { width, height, pixels } = level
    const out = new Uint8ClampedArray(size * 4)
    const { left, top } = this.sampler.origin
    for (let i = 0; i < size; i++) {
      const px = u[i]!
      if (px !== px) continue
      const x = (px - left) / scale - 0.5
      const y = (v[i]! - top) / scale - 0.5
      const ix = Math.floor(x)
      const iy = Math.floor(y)
      if (ix < 0 || iy < 0 || ix + 1 >= width || iy + 1 >= height) continue
      const tx = x - ix
      const ty = y - iy
      const at = 4 * (iy * width + ix)
      const below = at + 4 * width
      const a = pixels[at + 3]! * (1 - tx) * (1 - ty)
      const b = pixels[at + 7]! * tx * (1 - ty)
      const c = pixels[below + 3]! * (1 - tx) * ty
      const d = pixels[below + 7]! * tx * ty
      const alpha = a + b + c + d
      if (alpha < 0.5) continue
      const to = 4 * i
      out[to] = (a * pixels[at]! + b * pixels[at + 4]! + c * pixels[below]! + d * pixels[below + 4]!) / alpha
      out[to + 1] =
        (a * pixels[at + 1]! + b * pixels[at + 5]! + c * pixels[below + 1]! + d * pixels[below + 5]!) / alpha
      out[to + 2] =
        (a * pixels[at + 2]! + b * pixels[at + 6]! + c * pixels[below + 2]! + d * pixels[below + 6]!) / alpha
      out[to + 3] = alpha
    }
    return out
  }
}
