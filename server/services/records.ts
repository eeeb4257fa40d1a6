import { promisify } from 'node:util'
import { inflate } from 'node:zlib'
import type { Entry } from '#core/drawing'
import { DEVICE_NAME, WRITER_SILENCE_MS } from '#shared/limits'
import type { Claim } from '#shared/schemas'
import type { Person, Stored } from '#shared/views'
import { inTransaction, type Tx } from '../repositories/database'
import * as drawings from '../repositories/drawings'
import { picturesOfDrawing } from '../repositories/paint'
import type { Drawing } from '../repositories/drawings'
import { addWork } from '../repositories/progress'
import { factsFor } from '../repositories/plans'
import type { PackedRecord } from '../jobs/asked'
import { inThread } from '../threads/pool'
import { countBatch } from './metrics'
import { packed, type Packed, type ReadBatch } from '../threads/tasks'
import { withJson } from '../utils/raw'
import { Refused } from '../utils/refuse'
import { useForDrawing } from './paint'
import { requireOwnDrawing } from './rights'
import { requireRoomForDrawing, requireRoomToDraw } from './room'
import { now, nowMs } from '../utils/clock'

const unpack = promisify(inflate) as (data: Uint8Array) => Promise<Buffer>

/**
 * Entries of a drawing as JSON, those from one place up to before another: they go out as they were stored, and are not
 * taken apart here.
 */
export async function entriesJson(drawingId: number, from = 0, to = Infinity): Promise<Buffer> {
  const batches = (await drawings.batchesFrom(drawingId, from)).filter(each => each.start < to)
  const texts = await Promise.all(
    batches.map(async ({ packed: bytes, start, count }) => {
      const text = await unpack(bytes)
      if (start >= from && start + count <= to) return text
      const entries = JSON.parse(text.toString()) as Entry[]
      return Buffer.from(JSON.stringify(entries.slice(Math.max(from - start, 0), to - start)))
    }),
  )
  // Without their brackets; a batch is never empty.
  const parts = texts.flatMap((text, i) => [...(i > 0 ? [COMMA] : []), text.subarray(1, -1)])
  return Buffer.concat([Buffer.from('['), ...parts, Buffer.from(']')])
}

const COMMA = Buffer.from(',')

/** The record of a drawing up to `position`, as JSON. */
export async function recordJson(drawing: Drawing, position: number): Promise<Buffer> {
  const { sheet } = await factsFor(drawing)
  return withJson({ version: 1, sheet }, 'entries', await entriesJson(drawing.id, 0, position))
}

/** The record of a drawing up to `position`, as it is stored. */
export async function packedRecordOf(drawing: Drawing, position: number): Promise<PackedRecord> {
  const { sheet } = await factsFor(drawing)
  const batches = (await drawings.batchesOf(drawing.id)).filter(each => each.start < position)
  const pictures = await picturesOfDrawing(drawing.id)
  return { sheet, parts: batches.map(each => each.packed), position, costMs: drawing.costMs, pictures }
}

/**
 * Stores a batch. The same batch again is answered, not stored twice; anything out of order, from
 * another tab or different under the same number is refused and nothing is stored.
 */
export async function storeBatch(person: Person, drawingId: number, bytes: Buffer): Promise<Stored> {
  const own = await requireOwnDrawing(person, drawingId)
  const batch = await batchOf(own, bytes)
  if (own.learnerId !== null) await requireRoomToDraw(own.learnerId, batch.packed.length)
  let isNew = false
  const has = await inTransaction(async tx => {
    isNew = false
    const drawing = (await drawings.lockDrawing(drawingId, tx))!
    const known = batch.number < drawing.nextBatch ? await drawings.batch(drawingId, batch.number, tx) : null
    if (known) {
      if (known.digest !== batch.digest) {
        throw new Refused(
          'batch-differs',
          `Part ${batch.number} of this drawing is kept already and is different.`,
          'This drawing went on in another place. Keep your strokes as a drawing of their own.',
          stored(drawing),
        )
      }
      return stored(drawing)
    }
    if (batch.number !== drawing.nextBatch || batch.from !== drawing.position) {
      throw new Refused(
        'batch-out-of-order',
        `Part ${drawing.nextBatch} from entry ${drawing.position} comes next, not part ${batch.number} from ${batch.from}.`,
        'Send the missing parts first.',
        stored(drawing),
      )
    }
    if (drawing.writer !== null && drawing.writer !== batch.writer) {
      throw new Refused(
        'other-writer',
        'This drawing was opened in another place.',
        'Go on there, or take it over here.',
        stored(drawing),
      )
    }
    const pictured = await useForDrawing(drawingId, batch.pictures, tx)
    await drawings.addBatch({ drawingId, number: batch.number, start: batch.from, ...rowOf(batch) }, tx)
    const at = now()
    if (drawing.learnerId !== null) await addWork(drawing.learnerId, at, batch.workMs, tx)
    const has = { position: drawing.position + batch.count, nextBatch: drawing.nextBatch + 1 }
    await drawings.setDrawing(
      drawingId,
      {
        ...has,
        clockMs: batch.clockMs,
        costMs: drawing.costMs + Math.round(batch.costMs),
        bytes: drawing.bytes + batch.packed.length + pictured,
        writer: batch.writer,
        writerSeenAt: at,
        lastSeenAt: at,
        ...(batch.step !== null && { step: batch.step, stepAt: at }),
      },
      tx,
    )
    isNew = true
    return has
  })
  if (isNew) countBatch(batch.count)
  return has
}

/** One act takes so long at most, ms: no hand draws what takes longer, but it can be written down. */
const MOST_ACT_MS = 300_000

/** A batch as it came. Throws Refused `malformed`, also where an act was drawn by no hand. */
async function batchOf(drawing: Drawing, bytes: Buffer): Promise<ReadBatch> {
  const area = await areaOf(drawing)
  const read = await inThread('readBatch', { bytes, clockMs: drawing.clockMs, area }, bytes.length)
  if ('wrong' in read) throw new Refused('malformed', read.wrong, 'Correct it and send it again.')
  const { place, ms } = read.heaviest
  if (ms > MOST_ACT_MS)
    throw new Refused(
      'malformed',
      `entries.${place}: it would take ${Math.round(ms / 60_000)} minutes to draw this.`,
      'Draw it in several strokes.',
    )
  return read
}

/** Of its sheet, px. A sheet may have been made larger since: as large as can be, it is not much more than this. */
export async function areaOf(drawing: Drawing, tx?: Tx): Promise<number> {
  const { sheet } = await factsFor(drawing, tx)
  return sheet.width * sheet.height
}

const stored = ({ position, nextBatch }: Stored): Stored => ({ position, nextBatch })

/** Whether a writer may take another's place: both are of one browser, where only one tab holds a drawing. */
const isSameDevice = (a: string, b: string) => a.slice(0, DEVICE_NAME) === b.slice(0, DEVICE_NAME)

/**
 * Makes a tab the one that draws; what another still sends is refused from now on. Refused while another device was
 * heard of lately, unless it is taken over. `isAgain`: asked by one that was replaced: refused while whoever it is was
 * heard of lately.
 */
export async function claimDrawing(
  person: Person,
  drawingId: number,
  { writer, takeOver, isAgain = false }: Claim,
): Promise<Stored> {
  await requireOwnDrawing(person, drawingId)
  return inTransaction(async tx => {
    const drawing = (await drawings.lockDrawing(drawingId, tx))!
    const isOther =
      drawing.writer !== null && drawing.writer !== writer && (isAgain || !isSameDevice(drawing.writer, writer))
    const isHeld =
      isOther && drawing.writerSeenAt !== null && nowMs() - drawing.writerSeenAt.getTime() < WRITER_SILENCE_MS
    if (isHeld && !takeOver) {
      throw new Refused(
        'open-elsewhere',
        'This drawing is open in another place.',
        'Go on there, or take it over here.',
      )
    }
    await drawings.setDrawing(drawingId, { writer, writerSeenAt: now() }, tx)
    return stored(drawing)
  })
}

/**
 * A new drawing that begins as the first `position` entries of this one: nothing drawn apart is lost. Asked for again
 * under the same key, it is the same one. `isLaidOut`: what lies there is laid out, not drawn.
 */
export async function copyDrawing(
  person: Person,
  drawingId: number,
  { position, key, isLaidOut = false }: { position: number; key: string; isLaidOut?: boolean },
): Promise<{ id: number } & Stored> {
  const drawing = await requireOwnDrawing(person, drawingId)
  if (drawing.learnerId !== null) await requireRoomForDrawing(drawing.learnerId)
  const parts = (await drawings.batchesOf(drawingId)).map(each => each.packed)
  const area = await areaOf(drawing)
  const entries = await inThread('copied', { parts, position, isLaidOut, area }, drawing.bytes)
  return inTransaction(async tx => {
    // One after the other: two who ask at once get the same.
    await drawings.lockDrawing(drawingId, tx)
    const known = await drawings.copyOf(drawingId, key, tx)
    if (known) return { id: known.id, ...stored(known) }
    const { learnerId, teacherId, planId, versionId, purpose, step } = drawing
    const copy = await drawings.addDrawing(
      { learnerId, teacherId, planId, versionId, purpose, step, copiedFrom: drawingId, copyKey: key },
      tx,
    )
    return { id: copy.id, ...(await beginWithPacked(copy, entries, tx)) }
  })
}

/** The first entries of a new drawing; answers what it has then. */
export async function beginWith(drawing: Drawing, entries: readonly Entry[], tx: Tx): Promise<Stored> {
  return beginWithPacked(drawing, packed(entries, 0, await areaOf(drawing, tx)), tx)
}

async function beginWithPacked(drawing: Drawing, entries: Packed, tx: Tx): Promise<Stored> {
  if (entries.count === 0) return stored(drawing)
  const pictured = await useForDrawing(drawing.id, entries.pictures, tx)
  await drawings.addBatch({ drawingId: drawing.id, number: 0, start: 0, ...rowOf(entries) }, tx)
  const has = { position: entries.count, nextBatch: 1 }
  const { clockMs, costMs, packed: bytes } = entries
  await drawings.setDrawing(
    drawing.id,
    { ...has, clockMs, costMs: Math.round(costMs), bytes: bytes.length + pictured, lastSeenAt: now() },
    tx,
  )
  return has
}

/** As a row has them. */
export const rowOf = ({ count, digest, packed: bytes }: Packed) => ({ count, digest, packed: Buffer.from(bytes) })
