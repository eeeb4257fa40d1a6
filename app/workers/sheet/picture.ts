import { transfer, wrap } from 'comlink'
import { encode } from 'fast-png'
import type { Kernels, Pixels } from '#core/kernels'
import { flattenDrawing, showDrawing, type Drawing } from '#core/layers'
import { layeredSvgOf, openRasterOf, type LayeredFile } from '#core/layered'
import { base64Of } from '../../sheet/base64'
import type { LayeredKind, PictureGround, PictureWay } from '../../sheet/picture-grounds'
import type { LayeredWork } from '../pictures/layered'
import { digestOf } from '../pictures/name'

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

/** The same as a file of any form. Null: this browser writes none of that form. */
export async function pictureFile(
  kernels: Kernels,
  drawing: Drawing,
  { ground, form, quality }: PictureWay,
): Promise<Uint8Array | null> {
  if (form === 'png') return picturePng(kernels, drawing, ground)
  const { width, height } = drawing.sheet
  const pixels = new Uint8ClampedArray(picturePixels(kernels, drawing, ground).buffer as ArrayBuffer)
  const canvas = new OffscreenCanvas(width, height)
  canvas.getContext('2d')!.putImageData(new ImageData(pixels, width, height), 0, 0)
  const type = `image/${form}`
  const blob = await canvas.convertToBlob({ type, quality: quality / 100 })
  return blob.type === type ? new Uint8Array(await blob.arrayBuffer()) : null
}

/** All its layers as one file, packed by several threads. */
export function layeredFile(
  kernels: Kernels,
  drawing: Drawing,
  kind: LayeredKind,
  packers: readonly MessagePort[],
  onShare: (share: number) => void,
): Promise<LayeredFile> {
  const threads = packers.map(port => wrap<LayeredWork>(port))
  let next = 0
  const pack = (picture: Pixels) => threads[next++ % threads.length]!.pack(transfer(picture, [picture.pixels.buffer]))
  const packing = { pack, hashOf: digestOf, base64: base64Of }
  return kind === 'svg'
    ? layeredSvgOf(kernels, drawing, packing, onShare)
    : openRasterOf(kernels, drawing, packing, onShare)
}
