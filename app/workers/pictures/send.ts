import type { PictureName } from '#core/drawing'
import { base64Of } from '../../sheet/base64'
import type { PaintPart } from '#shared/schemas'
import type { PaintStored } from '#shared/views'
import { ApiRefusal, Unreachable } from '../../api/client'
import type { KeptPicture, PictureShelf } from './kept'

/** Sends a part of a picture; answers how much of it is there. */
export type PostPart = (hash: string, part: PaintPart) => Promise<PaintStored>

/** Bytes in one part: several of them do not hold up what else goes over the network. */
const PART_BYTES = 700_000

/** Sends those of the pictures that the server has not, as far as it is here; goes on where it was cut off. */
export async function sendPictures(
  pictures: readonly PictureName[],
  shelf: PictureShelf,
  post: PostPart,
): Promise<void> {
  for (const { hash } of pictures) {
    const kept = await shelf.get(hash).catch(() => null)
    if (!kept || kept.isSent) continue
    await sendOne(kept, post)
    await shelf.setSent(hash, true).catch(() => {})
  }
}

async function sendOne({ hash, width, height, key, packed }: KeptPicture, post: PostPart): Promise<void> {
  const size = packed.length
  const send = (at: number, to: number) =>
    post(hash, { width, height, size, key, at, base64: base64Of(packed.subarray(at, to)) })
  let state = await send(0, 0)
  while (!state.isWhole) {
    const next = await send(state.has, state.has + PART_BYTES)
    // What is taken and leads no farther is tried again later, as after a silence.
    if (!next.isWhole && next.has <= state.has) throw new Unreachable()
    state = next
  }
}

/**
 * Sends something after the pictures that it needs. Where the server has forgotten one that it had, that one is sent
 * again, once.
 */
export async function afterPictures<T>(
  pictures: readonly PictureName[],
  shelf: PictureShelf,
  post: PostPart,
  send: () => Promise<T>,
): Promise<T> {
  await sendPictures(pictures, shelf, post)
  try {
    return await send()
  } catch (error) {
    if (!(error instanceof ApiRefusal) || error.code !== 'picture-missing') throw error
    for (const { hash } of pictures) await shelf.setSent(hash, false)
    await sendPictures(pictures, shelf, post)
    return await send()
  }
}
