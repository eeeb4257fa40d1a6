import type { Pixels } from '#core/kernels'

/** Px as a canvas takes them; they are shared, not copied. */
export const imageOf = ({ width, height, pixels }: Pixels): ImageData =>
  new ImageData(new Uint8ClampedArray(pixels.buffer as ArrayBuffer, pixels.byteOffset, pixels.length), width, height)
