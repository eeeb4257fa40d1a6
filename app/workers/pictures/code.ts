import jsQR from 'jsqr'
import type { Pixels } from '#core/kernels'
import type { Corners } from '#core/paper'

/** A QR code (ISO/IEC 18004) that was read, and its corners, clockwise from its own upper left one, px. */
export interface ReadCode {
  readonly text: string
  readonly corners: Corners
}

/** The code in a picture; null: none can be read. Of any size, and any way up. */
export function readCode({ width, height, pixels }: Pixels): ReadCode | null {
  const { buffer, byteOffset, length } = pixels
  const view = new Uint8ClampedArray(buffer as ArrayBuffer, byteOffset, length)
  const found = jsQR(view, width, height, { inversionAttempts: 'dontInvert' })
  if (!found?.data) return null
  const { topLeftCorner, topRightCorner, bottomRightCorner, bottomLeftCorner } = found.location
  return { text: found.data, corners: [topLeftCorner, topRightCorner, bottomRightCorner, bottomLeftCorner] }
}
