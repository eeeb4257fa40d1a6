import type { Pixels } from '../kernels'

/**
 * The same picture as it is named and kept: a clear px has no colour, so that two who bring the same picture bring the
 * same px. Changes the px that are given.
 */
export function settledPixels(picture: Pixels): Pixels {
  const { pixels } = picture
  for (let at = 0; at < pixels.length; at += 4)
    if (pixels[at + 3] === 0) pixels[at] = pixels[at + 1] = pixels[at + 2] = 0
  return picture
}

/** What a picture is named by: its width and height (32 bits each, little-endian), and its px. */
export function namedBytes({ width, height, pixels }: Pixels): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(8 + pixels.length)
  const head = new DataView(bytes.buffer)
  head.setUint32(0, width, true)
  head.setUint32(4, height, true)
  bytes.set(pixels, 8)
  return bytes
}

/** A picture's name: SHA-256 of {@link namedBytes}, as hex. */
export function pictureHash(picture: Pixels, hashOf: (bytes: Uint8Array) => string): string {
  return hashOf(namedBytes(picture))
}
