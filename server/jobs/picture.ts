import sharp from 'sharp'

/** Longest side of a kept picture, px. */
const LONGEST = 900

/** Longest side of what the Round shows, px: as the Easel sends it. */
const LONGEST_LIVE = 420

/** A WebP as the Round shows it. */
export function livePictureOf(pixels: Uint8Array, width: number, height: number): Promise<Buffer> {
  return sharp(pixels, { raw: { width, height, channels: 4 } }).resize(LONGEST_LIVE, LONGEST_LIVE, { fit: 'inside' }).webp({ quality: 82 }).toBuffer()
}

/** A PNG of RGBA8 pixels, scaled down to fit. */
export function pictureOf(pixels: Uint8Array, width: number, height: number): Promise<Buffer> {
  return sharp(pixels, { raw: { width, height, channels: 4 } })
    .resize(LONGEST, LONGEST, { fit: 'inside', withoutEnlargement: true })
    .png({ compressionLevel: 8 })
    .toBuffer()
}
