import { z } from 'zod'
import { CoreError } from '../base'
import type { Kernels, Pixels } from '../kernels'

/** Longest side of a picture that is brought in, px, and most px of it: a photograph of twelve megapixels fits. */
export const GREATEST_PICTURE_SIDE = 10_000
export const GREATEST_PICTURE_AREA = 16_000_000

/** A picture by the SHA-256 of its px (`pictureHash`), and how large it is. */
export const pictureNameSchema = z
  .strictObject({
    hash: z.string().regex(/^[0-9a-f]{64}$/),
    width: z.int().min(1).max(GREATEST_PICTURE_SIDE),
    height: z.int().min(1).max(GREATEST_PICTURE_SIDE),
  })
  .refine(each => each.width * each.height <= GREATEST_PICTURE_AREA, 'the picture is too large')
export type PictureName = z.infer<typeof pictureNameSchema>

/** The px that are meant. Throws CoreError `picture-missing` where nobody has brought them. */
export function requirePicture({ pictures }: Pick<Kernels, 'pictures'>, { hash, width, height }: PictureName): Pixels {
  const found = pictures.get(hash)
  if (!found)
    throw new CoreError(
      'picture-missing',
      'a picture of this drawing is not here',
      'Open the drawing again where there is a network, or on the device that it was brought in with.',
    )
  if (found.width !== width || found.height !== height)
    throw new CoreError('act-refused', 'the picture is of another size', 'Bring it in again.')
  return found
}
