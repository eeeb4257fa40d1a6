import type { PictureName } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { unpackPicture } from '#core/pictures'
import { zlib } from '../utils/zlib'

/** A picture that a record needs, its px as a PNG. */
export type PackedPicture = PictureName & { readonly packed: Uint8Array }

/** What the process that draws again draws with. */
export const kernels = loadKernels()

/** Has the pictures that a record needs at hand, and no others: they are large. */
export async function bringPictures(pictures: readonly PackedPicture[]): Promise<void> {
  const held = new Map(kernels.pictures)
  kernels.pictures.clear()
  for (const { hash, packed, ...size } of pictures)
    kernels.pictures.set(hash, held.get(hash) ?? (await unpackPicture(packed, size, zlib)))
}
