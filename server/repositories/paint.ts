import type { PictureName } from '#core/drawing'
import { PaintPictureModel, PaintPicturePartModel } from '../models'
import { command, question, type Tx } from './database'

/** Pictures that are brought in as paint, the parts of those on their way, and what uses which. */

export interface PackedPicture extends PictureName {
  /** Its px as a PNG. */
  readonly packed: Buffer
}

export async function packedPicture(hash: string): Promise<PackedPicture | null> {
  const row = await PaintPictureModel.findByPk(hash, { attributes: ['hash', 'width', 'height', 'packed'] })
  return row && row.get({ plain: true })
}

/** Those that a drawing uses. */
export async function picturesOfDrawing(drawingId: number): Promise<PackedPicture[]> {
  const rows = await question<{ hash: string }>('SELECT hash FROM drawing_pictures WHERE drawing_id = :drawingId', {
    drawingId,
  })
  const found = await Promise.all(rows.map(each => packedPicture(each.hash)))
  return found.filter(each => each !== null)
}

/** How large those of them are that are here, by hash; until the transaction ends nobody forgets them. */
export async function picturesHere(hashes: readonly string[], tx?: Tx): Promise<ReadonlyMap<string, number>> {
  if (hashes.length === 0) return new Map()
  const lock = tx ? 'LOCK IN SHARE MODE' : ''
  const rows = await question<{ hash: string; bytes: number }>(
    `SELECT hash, bytes FROM paint_pictures WHERE hash IN (:hashes) ${lock}`,
    { hashes: [...hashes] },
    tx,
  )
  return new Map(rows.map(each => [each.hash, each.bytes]))
}

/** Says that a drawing uses them; those of which that was not known. */
export async function useInDrawing(drawingId: number, hashes: readonly string[], tx: Tx): Promise<string[]> {
  if (hashes.length === 0) return []
  const known = await question<{ hash: string }>(
    'SELECT hash FROM drawing_pictures WHERE drawing_id = :drawingId AND hash IN (:hashes)',
    { drawingId, hashes: [...hashes] },
    tx,
  )
  const fresh = hashes.filter(hash => !known.some(each => each.hash === hash))
  for (const hash of fresh)
    await command(
      'INSERT IGNORE INTO drawing_pictures (drawing_id, hash) VALUES (:drawingId, :hash)',
      {
        drawingId,
        hash,
      },
      tx,
    )
  return fresh
}

/** Says that the record of a demonstration uses them. */
export async function useInPlanRecord(record: string, hashes: readonly string[], tx: Tx): Promise<void> {
  for (const hash of hashes)
    await command(
      'INSERT IGNORE INTO plan_record_pictures (record, hash) VALUES (:record, :hash)',
      { record, hash },
      tx,
    )
}

export async function addPicture(
  picture: PackedPicture & { broughtBy: string; broughtAt: Date },
  transaction: Tx,
): Promise<void> {
  const { packed } = picture
  await PaintPictureModel.bulkCreate([{ ...picture, bytes: packed.length }], { transaction, ignoreDuplicates: true })
}

// --- on their way

/** How much of a picture a sender has sent, from its beginning without a gap, bytes. */
export async function sentOf(hash: string, sender: string, tx: Tx): Promise<number> {
  const rows = await question<{ start: number; size: number }>(
    'SELECT start, size FROM paint_picture_parts WHERE hash = :hash AND sender = :sender ORDER BY start FOR UPDATE',
    { hash, sender },
    tx,
  )
  let has = 0
  for (const { start, size } of rows) if (Number(start) === has) has += Number(size)
  return has
}

export async function addPart(
  part: { hash: string; sender: string; start: number; part: Buffer; sentAt: Date },
  transaction: Tx,
): Promise<void> {
  await PaintPicturePartModel.bulkCreate([{ ...part, size: part.part.length }], {
    transaction,
    ignoreDuplicates: true,
  })
}

export async function wholeOf(hash: string, sender: string, transaction: Tx): Promise<Buffer> {
  const rows = await PaintPicturePartModel.findAll({ where: { hash, sender }, order: ['start'], transaction })
  return Buffer.concat(rows.map(each => each.part))
}

/** Of one sender, or of all who send it. */
export async function dropParts(hash: string, sender: string | null, tx: Tx): Promise<void> {
  await command(
    `DELETE FROM paint_picture_parts WHERE hash = :hash ${sender === null ? '' : 'AND sender = :sender'}`,
    { hash, sender },
    tx,
  )
}

const IS_UNUSED = `NOT EXISTS (SELECT 1 FROM drawing_pictures d WHERE d.hash = paint_pictures.hash)
  AND NOT EXISTS (SELECT 1 FROM plan_record_pictures r WHERE r.hash = paint_pictures.hash)`

/** What somebody brought that nothing uses yet, and what they are sending, bytes. */
export async function waitingOf(person: string): Promise<number> {
  const [row] = await question<{ waiting: unknown }>(
    `SELECT (SELECT COALESCE(SUM(bytes), 0) FROM paint_pictures WHERE brought_by = :person AND ${IS_UNUSED})
      + (SELECT COALESCE(SUM(size), 0) FROM paint_picture_parts WHERE sender LIKE CONCAT(:person, ' %')) AS waiting`,
    { person },
  )
  return Number(row!.waiting)
}

/** Pictures that nothing uses since a day, and what was never sent to its end. */
export async function forgetPaint(): Promise<void> {
  await command(`DELETE FROM paint_pictures WHERE brought_at < NOW(3) - INTERVAL 1 DAY AND ${IS_UNUSED}`, {})
  await command('DELETE FROM paint_picture_parts WHERE sent_at < NOW(3) - INTERVAL 7 DAY', {})
}
