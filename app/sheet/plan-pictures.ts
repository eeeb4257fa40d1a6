import { base64Of, type PlanPicture } from '#core/plan'
import { readPicture } from './pictures'

/** A picture in a plan has at most so many px along its longer side. */
const LONGEST = 1400

/** A file as a picture that a plan can hold. Throws PictureTrouble. */
export async function planPicture(file: Blob): Promise<PlanPicture> {
  const { blob, width, height } = await readPicture(file)
  const by = Math.min(1, LONGEST / Math.max(width, height))
  const small =
    by === 1 && isKept(blob.type) ? blob : await scaled(blob, Math.round(width * by), Math.round(height * by))
  return {
    id: `own-${crypto.randomUUID().slice(0, 8)}`,
    type: isKept(small.type) ? small.type : 'image/png',
    base64: base64Of(new Uint8Array(await small.arrayBuffer())),
  }
}

function isKept(type: string): type is PlanPicture['type'] {
  return type === 'image/png' || type === 'image/jpeg' || type === 'image/webp'
}

async function scaled(blob: Blob, width: number, height: number): Promise<Blob> {
  const bitmap = await createImageBitmap(blob, {
    resizeWidth: Math.max(width, 1),
    resizeHeight: Math.max(height, 1),
    resizeQuality: 'high',
  })
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
  canvas.getContext('bitmaprenderer')!.transferFromImageBitmap(bitmap)
  return canvas.convertToBlob({ type: 'image/webp', quality: 0.9 })
}
