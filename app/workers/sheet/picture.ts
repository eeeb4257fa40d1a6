import { encode } from 'fast-png'
import type { Kernels } from '#core/kernels'
import { flattenDrawing, showDrawing, type Drawing } from '#core/layers'
import type { PictureGround } from '../../sheet/picture-grounds'

/** A drawing as RGBA8, row-major, straight alpha. */
export function picturePixels(kernels: Kernels, drawing: Drawing, ground: PictureGround): Uint8Array {
  switch (ground) {
    case 'paper':
      return showDrawing(kernels, drawing)
    case 'plain':
      return flattenDrawing(kernels, drawing)
    case 'clear':
      return flattenDrawing(kernels, drawing, null)
  }
}

/** The same as a PNG file: every px as it is, also faint ones (a canvas would round them by their alpha). */
export function picturePng(kernels: Kernels, drawing: Drawing, ground: PictureGround): Uint8Array {
  const { width, height } = drawing.sheet
  return encode({ width, height, data: picturePixels(kernels, drawing, ground), channels: 4, depth: 8 })
}
