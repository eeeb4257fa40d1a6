import { projectiveTo } from '../moving'
import { READ_PLACES, type Kernels, type Pixels } from '../kernels'
import type { Corners } from './corners'

/** How large the sheet between these corners is, straight: as the longer of each two opposite sides, px. */
export function straightSize(corners: Corners): { width: number; height: number } {
  const side = (i: number, j: number) => {
    const [dx, dy] = [corners[j]!.x - corners[i]!.x, corners[j]!.y - corners[i]!.y]
    return Math.sqrt(dx * dx + dy * dy)
  }
  const longer = (a: number, b: number) => Math.max(1, Math.round(Math.max(a, b)))
  return { width: longer(side(0, 1), side(3, 2)), height: longer(side(0, 3), side(1, 2)) }
}

/**
 * What lies between the corners, straight and opaque, row-major RGBA8. Null: the corners lie on a line, or cross over.
 */
export function straightened(
  kernels: Kernels,
  picture: Pixels,
  corners: Corners,
  { width, height }: { readonly width: number; readonly height: number },
): Pixels | null {
  const to = projectiveTo(
    { x0: 0, y0: 0, x1: width, y1: height },
    corners.flatMap(({ x, y }) => [x, y]),
  )
  if (!to) return null
  const pixels = new Uint8Array(4 * width * height)
  const xs = new Float64Array(READ_PLACES)
  const ys = new Float64Array(READ_PLACES)
  const read = new Float32Array(4 * READ_PLACES)
  const [a, b, c, d, e, f, g, h, i] = to
  for (let from = 0; from < width * height; from += READ_PLACES) {
    const count = Math.min(READ_PLACES, width * height - from)
    for (let k = 0; k < count; k++) {
      const y = Math.floor((from + k) / width)
      const x = from + k - y * width
      const w = g * (x + 0.5) + h * (y + 0.5) + i
      xs[k] = (a * (x + 0.5) + b * (y + 0.5) + c) / w
      ys[k] = (d * (x + 0.5) + e * (y + 0.5) + f) / w
    }
    kernels.readPicture(picture, xs, ys, count, read)
    for (let k = 0, at = 4 * from; k < count; k++, at += 4) {
      // At the picture's rim the reading fades out: the colour is what it is all the same.
      const alpha = read[4 * k + 3]!
      const by = alpha > 0 ? 255 / alpha : 0
      for (let v = 0; v < 3; v++) pixels[at + v] = Math.min(255, Math.floor(read[4 * k + v]! * by + 0.5))
      pixels[at + 3] = 255
    }
  }
  return { width, height, pixels }
}
