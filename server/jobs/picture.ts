import sharp from 'sharp'

/** Longest side of a kept picture, px. */
const LONGEST = 900

/** A PNG of RGBA8 pixels, scaled down to fit. */
export function pictureOf(pixels: Uint8Array, width: number, height: number): Promise<Buffer> {
  return sharp(pixels, { raw: { width, height, channels: 4 } })
    .resize(LONGEST, LONGEST, { fit: 'inside', withoutEnlargement: true })
    .png({ compressionLevel: 8 })
    .toBuffer()
}
