import { CoreError } from '#core/base'
import { picturesIn, type Entry, type PictureName } from '#core/drawing'
import type { Kernels, Pixels } from '#core/kernels'
import { unpackPicture } from '#core/pictures'
import { fetchBytes } from '../../api/client'
import { newlyKept, pictureShelf, type PictureShelf } from './kept'
import { nameOfPicture } from './name'
import { zlib } from './zlib'

/** Where pictures come from that are not here. */
export type FetchPicture = (hash: string) => Promise<Uint8Array>

const fromServer: FetchPicture = hash => fetchBytes(`/api/paint/${hash}`)

/**
 * Has the pictures at hand that entries need, before anything of them is drawn: from this browser, else from the
 * server. What can't be had is missing when it is drawn, which says so. Whoever has them all does not wait.
 */
export const bringPictures = (
  kernels: Kernels,
  entries: Iterable<Entry>,
  shelf?: PictureShelf,
  fetchOne?: FetchPicture,
): Promise<void> => bringNamed(kernels, picturesIn(entries), shelf, fetchOne)

/** The same by their names. */
export async function bringNamed(
  kernels: Kernels,
  names: readonly PictureName[],
  shelf: PictureShelf = pictureShelf,
  fetchOne: FetchPicture = fromServer,
): Promise<void> {
  for (const name of names) {
    if (kernels.pictures.has(name.hash)) continue
    const picture = await had(name, shelf, fetchOne)
    if (picture) kernels.pictures.set(name.hash, picture)
  }
}

async function had(name: PictureName, shelf: PictureShelf, fetchOne: FetchPicture): Promise<Pixels | null> {
  const kept = await shelf.get(name.hash).catch(() => null)
  const here = kept && (await readOf(name, kept.packed))
  if (here) return here
  const packed = await fetchOne(name.hash).catch(() => null)
  const there = packed && (await readOf(name, packed))
  if (!there) return null
  // Where this browser keeps nothing it is fetched again.
  await shelf.put(newlyKept(name, packed, true)).catch(() => {})
  return there
}

/** Null: it is damaged, or not what its name says. */
async function readOf(name: PictureName, packed: Uint8Array): Promise<Pixels | null> {
  try {
    const picture = await unpackPicture(packed, name, zlib)
    return (await nameOfPicture(picture)) === name.hash ? picture : null
  } catch (error) {
    if (error instanceof CoreError) return null
    throw error
  }
}
