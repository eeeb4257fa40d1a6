import pLimit from 'p-limit'
import sharp from 'sharp'
import { CARD_SIDE } from '#shared/limits'

/** So many are made at once: a desk asks for two dozen. */
const limit = pLimit(2)

/** A picture as cards show it: WebP, its longer side `CARD_SIDE` px at most. */
export function smallOf(whole: Buffer): Promise<Buffer> {
  return limit(() =>
    sharp(whole)
      .resize(CARD_SIDE, CARD_SIDE, { fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 84, effort: 2 })
      .toBuffer(),
  )
}
