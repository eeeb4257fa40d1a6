import type { PictureName } from '#core/drawing'
import { ROOM } from '#shared/limits'
import type { PaintPart } from '#shared/schemas'
import type { PaintStored, Person } from '#shared/views'
import { inTransaction, type Tx } from '../repositories/database'
import * as paint from '../repositories/paint'
import { inThread } from '../threads/pool'
import { now } from '../utils/clock'
import { Refused } from '../utils/refuse'

/*
 * Pictures that are brought in as paint. Their name is the hash of their px, so whoever can name one has seen it, or
 * has a record that uses it: no more is asked of them.
 */

/** The px of a picture as a PNG. Throws Refused `not-found`. */
export async function paintPicture(hash: string): Promise<Buffer> {
  const found = await paint.packedPicture(hash)
  if (!found)
    throw new Refused('not-found', 'This picture is not here.', 'Open it on the device that it was brought in with.')
  return found.packed
}

const whole = (size: number): PaintStored => ({ has: size, isWhole: true })

/**
 * Takes a part of a picture, where it follows on what is there; answers how much is there, so that whoever was cut off
 * goes on from there. With the last part the px are unpacked and named: what is not what its name says is forgotten.
 * Throws Refused `malformed`, `no-room`.
 */
export async function storePaintPart(person: Person, hash: string, sent: PaintPart): Promise<PaintStored> {
  const { width, height, size, key, at, base64 } = sent
  if ((await paint.picturesHere([hash])).has(hash)) return whole(size)
  const who = `${person.kind} ${person.id}`
  const sender = `${who} ${key}`
  const part = Buffer.from(base64, 'base64')
  if (at + part.length > size) throw new Refused('malformed', 'It is longer than it is said to be.', 'Send it again.')
  if (part.length > 0 && (await paint.waitingOf(who)) + part.length > ROOM.broughtIn)
    throw new Refused(
      'no-room',
      'Too many pictures wait to be drawn with.',
      'Put those on a sheet that you brought in, or go on tomorrow.',
    )
  const { has, bytes } = await inTransaction(async tx => {
    let has = await paint.sentOf(hash, sender, tx)
    if (part.length > 0 && at === has) {
      await paint.addPart({ hash, sender, start: at, part, sentAt: now() }, tx)
      has += part.length
    }
    return { has, bytes: has === size ? await paint.wholeOf(hash, sender, tx) : null }
  })
  if (!bytes) return { has, isWhole: false }
  await takeWhole({ hash, width, height }, bytes, who, sender)
  return whole(size)
}

async function takeWhole(name: PictureName, bytes: Buffer, broughtBy: string, sender: string): Promise<void> {
  const { hash } = name
  const read = await inThread('readPaint', { ...name, bytes }, bytes.length)
  const isRight = !('wrong' in read) && read.hash === hash
  await inTransaction(async tx => {
    await paint.dropParts(hash, isRight ? null : sender, tx)
    if (isRight) await paint.addPicture({ ...name, packed: bytes, broughtBy, broughtAt: now() }, tx)
  })
  if (!isRight)
    throw new Refused(
      'malformed',
      'wrong' in read ? read.wrong : 'The picture is not the one that its name says.',
      'Bring it in again.',
    )
}

/** Throws Refused `picture-missing` where one of these is not here; answers how large they are, by hash. */
export async function requirePictures(names: readonly PictureName[], tx?: Tx): Promise<ReadonlyMap<string, number>> {
  const here = await paint.picturesHere(
    names.map(each => each.hash),
    tx,
  )
  const missing = names.find(each => !here.has(each.hash))
  if (missing)
    throw new Refused(
      'picture-missing',
      'A picture that was brought in is not here yet.',
      'It is sent first: leave the page open.',
      { hash: missing.hash },
    )
  return here
}

/** Says that a drawing uses these from now on; answers how many bytes more that is. Throws `picture-missing`. */
export async function useForDrawing(drawingId: number, names: readonly PictureName[], tx: Tx): Promise<number> {
  if (names.length === 0) return 0
  const here = await requirePictures(names, tx)
  const fresh = await paint.useInDrawing(drawingId, [...here.keys()], tx)
  return fresh.reduce((sum, hash) => sum + here.get(hash)!, 0)
}
