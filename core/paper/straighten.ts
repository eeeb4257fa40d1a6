import { projectiveTo } from '../moving'
import type { Kernels, Pixels } from '../kernels'
import { makeSheet, type Corners } from './corners'

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
 * What lies between the corners, straight and opaque, row-major RGBA8; or a part of it. Null: the corners make no
 * sheet; they lie on a line, or cross over.
 */
export function straightened(
  kernels: Kernels,
  picture: Pixels,
  corners: Corners,
  size: { readonly width: number; readonly height: number },
  part: { readonly x: number; readonly y: number; readonly width: number; readonly height: number } = {
    x: 0,
    y: 0,
    ...size,
  },
): Pixels | null {
  if (!makeSheet(corners)) return null
  const to = projectiveTo(
    { x0: 0, y0: 0, x1: size.width, y1: size.height },
    corners.flatMap(({ x, y }) => [x, y]),
  )
  if (!to) return null
  const { width, height } = part
  const pixels = new Uint8Array(4 * width * height)
  const [a, b, c, d, e, f, g, h, i] = to
  const x = part.x + 0.5
  for (let row = 0; row < height; row++) {
    const y = part.y + row + 0.5
    kernels.readStraight(
      picture,
      [a * x + b * y + c, d * x + e * y + f, g * x + h * y + i],
      [a, d, g],
      width,
      pixels.subarray(4 * row * width, 4 * (row + 1) * width),
    )
  }
  return { width, height, pixels }
}
