import type { Entry, PictureName } from '#core/drawing'
import type { Pixels } from '#core/kernels'
import { packPicture, pictureHash, settledPixels } from '#core/pictures'
import { nativeSha256 } from '../../server/jobs/hash'
import { zlib } from '../../server/utils/zlib'

/** A picture as it is brought in: what it is called, and its file. */
export interface NamedPicture {
  readonly name: PictureName
  readonly packed: Buffer
}

export async function namedPicture(picture: Pixels): Promise<NamedPicture> {
  const { width, height } = settledPixels(picture)
  const packed = Buffer.from(await packPicture(picture, zlib))
  return { name: { hash: pictureHash(picture, nativeSha256), width, height }, packed }
}

/** The picture px for px at the sheet's corner, on a layer of its own. */
export function bringInOf(picture: PictureName, at = 5): Entry {
  const [w, h] = [16 * picture.width, 16 * picture.height]
  return {
    type: 'act',
    at,
    act: {
      kind: 'bring-in',
      version: 1,
      layer: 'photo',
      own: { name: 'Photo', place: 100 },
      picture,
      to: { kind: 'corners', points: [0, 0, w, 0, w, h, 0, h] },
    },
  }
}
