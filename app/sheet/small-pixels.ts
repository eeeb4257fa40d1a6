/**
 * A picture's pixels with at most `side` px along its longer side, RGBA8: enough to look for its colours. Rejects where
 * it is no picture that the browser reads.
 */
export async function smallPixels(file: Blob, side: number): Promise<Uint8ClampedArray> {
  const bitmap = await createImageBitmap(file)
  try {
    const scale = Math.min(1, side / Math.max(bitmap.width, bitmap.height))
    const [width, height] = [
      Math.max(1, Math.round(bitmap.width * scale)),
      Math.max(1, Math.round(bitmap.height * scale)),
    ]
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
    context.drawImage(bitmap, 0, 0, width, height)
    return context.getImageData(0, 0, width, height).data
  } finally {
    bitmap.close()
  }
}
