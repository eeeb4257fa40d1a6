import sharp from 'sharp'
import type { Rect } from '#core/base'
import { LIVE_SIDE } from '#shared/limits'

/** Longest side of a kept picture, px. */
const LONGEST = 900

/** A WebP as the Round shows it, or as large as is asked for. */
export function livePictureOf(pixels: Uint8Array, width: number, height: number, longest = LIVE_SIDE): Promise<Buffer> {
  return sharp(pixels, { raw: { width, height, channels: 4 } })
    .resize(longest, longest, { fit: 'inside' })
    .webp({ quality: 82 })
    .toBuffer()
}

/** A mural's panel, its own part alone, as a PNG. @param own its size, px */
export function panelPicture(pixels: Uint8Array, { x0, y0, x1, y1 }: Rect): Promise<Buffer> {
  return sharp(pixels, { raw: { width: x1 - x0, height: y1 - y0, channels: 4 } })
    .removeAlpha()
    .png({ compressionLevel: 6 })
    .toBuffer()
}

/** A PNG of RGBA8 pixels, scaled down to fit. */
export function pictureOf(pixels: Uint8Array, width: number, height: number): Promise<Buffer> {
  return sharp(pixels, { raw: { width, height, channels: 4 } })
    .resize(LONGEST, LONGEST, { fit: 'inside', withoutEnlargement: true })
    .png({ compressionLevel: 6 })
    .toBuffer()
}
