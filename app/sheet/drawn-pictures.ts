import { kindOf } from '../workers/pictures/kinds'
import type { PictureSize } from './placed-pictures'

/*
 * Pictures that are drawn, not made of px: SVG. The browser draws them as an image, where no script runs and nothing is
 * fetched (SVG 2, 2.7.1: “secure static mode”).
 */

/** Bytes of an SVG at most: larger ones take the browser too long. */
const MOST_BYTES = 12_000_000
/** The side of one that does not say how large it is, px. */
const USUAL_SIDE = 1000

export async function isDrawnPicture(file: Blob): Promise<boolean> {
  return kindOf(new Uint8Array(await file.slice(0, 4096).arrayBuffer())) === 'svg'
}

/** How large it says it is. Rejects where it can't be drawn. */
export function drawnSize(file: Blob): Promise<PictureSize> {
  return withImage(file, ({ naturalWidth, naturalHeight }) => ({
    width: Math.max(1, naturalWidth || USUAL_SIDE),
    height: Math.max(1, naturalHeight || USUAL_SIDE),
  }))
}

/** Drawn at a size. Rejects where it can't be drawn. */
export function drawnPicture(file: Blob, { width, height }: PictureSize): Promise<ImageBitmap> {
  return withImage(file, image => {
    const canvas = new OffscreenCanvas(width, height)
    canvas.getContext('2d')!.drawImage(image, 0, 0, width, height)
    return canvas.transferToImageBitmap()
  })
}

async function withImage<T>(file: Blob, use: (image: HTMLImageElement) => T): Promise<T> {
  if (file.size > MOST_BYTES) throw new Error('too large')
  const url = URL.createObjectURL(new Blob([file], { type: 'image/svg+xml' }))
  try {
    const image = new Image()
    image.src = url
    await image.decode()
    return use(image)
  } finally {
    URL.revokeObjectURL(url)
  }
}
