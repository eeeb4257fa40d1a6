import { createHash } from 'node:crypto'
import { promisify } from 'node:util'
import { deflate, inflate } from 'node:zlib'
import { entryCost, recordCost, type DrawingRecord, type Entry } from '#core/drawing'
import { workMs } from '#core/review'
import { DEVICE_NAME, WRITER_SILENCE_MS } from '#shared/limits'
import type { Batch, Claim } from '#shared/schemas'
import type { Person, Stored } from '#shared/views'
import { inTransaction, type Tx } from '../repositories/database'
import * as drawings from '../repositories/drawings'
import type { Drawing } from '../repositories/drawings'
import { addWork } from '../repositories/progress'
import { factsFor } from '../repositories/plans'
import { Refused } from '../utils/refuse'
import { requireOwnDrawing } from './rights'

const pack = promisify(deflate) as (data: Buffer, options: { level: number }) => Promise<Buffer>
const unpack = promisify(inflate) as (data: Buffer) => Promise<Buffer>

/** Entries as they are stored: packed JSON and its digest. */
export async function packEntries(entries: readonly Entry[]): Promise<{ packed: Buffer; digest: string }> {
  const json = Buffer.from(JSON.stringify(entries))
  return { packed: await pack(json, { level: 6 }), digest: createHash('sha256').update(json).digest('hex') }
}

/** All entries the server has of a drawing, in order. */
export async function entriesOf(drawingId: number, transaction?: Tx): Promise<Entry[]> {
  const batches = await drawings.batchesOf(drawingId, transaction)
  const parts = await Promise.all(
    batches.map(async each => JSON.parse((await unpack(each.packed)).toString()) as Entry[]),
  )
  return parts.flat()
}

/** Entries from a place on, without reading the batches before it. */
export async function entriesFrom(drawingId: number, from: number): Promise<Entry[]> {
  const batches = await drawings.batchesFrom(drawingId, from)
  const parts = await Promise.all(
    batches.map(async each => JSON.parse((await unpack(each.packed)).toString()) as Entry[]),
  )
  return parts.flat().slice(Math.max(from - (batches[0]?.start ?? 0), 0))
}

/** The record of a drawing up to `position`. */
export async function recordOf(drawing: Drawing, position: number): Promise<DrawingRecord> {
  const { sheet } = await factsFor(drawing)
  return { version: 1, sheet, entries: (await entriesOf(drawing.id)).slice(0, position) }
}

/**
 * Stores a batch. The same batch again is answered, not stored twice; anything out of order, from
 * another tab or different under the same number is refused and nothing is stored.
 */
export async function storeBatch(person: Person, drawingId: number, batch: Batch): Promise<Stored> {
  const cost = await costOfEntries(await requireOwnDrawing(person, drawingId), batch.entries)
  const { packed, digest } = await packEntries(batch.entries)
  return inTransaction(async tx => {
    const drawing = (await drawings.lockDrawing(drawingId, tx))!
    const known = batch.number < drawing.nextBatch ? await drawings.batch(drawingId, batch.number, tx) : null
    if (known) {
      if (known.digest !== digest) {
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
    await drawings.addBatch(
      { drawingId, number: batch.number, start: batch.from, count: batch.entries.length, digest, packed },
      tx,
    )
    const now = new Date()
    if (drawing.learnerId !== null) await addWork(drawing.learnerId, now, workMs(batch.entries, drawing.clockMs), tx)
    const step = batch.entries.findLast(entry => entry.type === 'step')
    const has = {
      position: drawing.position + batch.entries.length,
      nextBatch: drawing.nextBatch + 1,
    }
    await drawings.setDrawing(
      drawingId,
      {
        ...has,
        clockMs: batch.entries.at(-1)!.at,
        costMs: drawing.costMs + Math.round(cost),
        bytes: drawing.bytes + packed.length,
        writer: batch.writer,
        writerSeenAt: now,
        lastSeenAt: now,
        ...(step && { step: step.step, stepAt: now }),
      },
      tx,
    )
    return has
  })
}

/** One act takes so long at most, ms: no hand draws what takes longer, but it can be written down. */
const MOST_ACT_MS = 300_000

/** What it takes about to draw these. Throws Refused `malformed` where one of them was drawn by no hand. */
async function costOfEntries(drawing: Drawing, entries: readonly Entry[]): Promise<number> {
  const { sheet } = await factsFor(drawing)
  // A sheet may have been made larger since: as large as one can be, it is not a few times this.
  const area = sheet.width * sheet.height
  const costs = entries.map(entry => entryCost(entry, area))
  const heaviest = costs.findIndex(cost => cost > MOST_ACT_MS)
  if (heaviest >= 0)
    throw new Refused(
      'malformed',
      `entries.${heaviest}: it would take ${Math.round(costs[heaviest]! / 60_000)} minutes to draw this.`,
      'Draw it in several strokes.',
    )
  return costs.reduce((sum, cost) => sum + cost, 0)
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
      isOther && drawing.writerSeenAt !== null && Date.now() - drawing.writerSeenAt.getTime() < WRITER_SILENCE_MS
    if (isHeld && !takeOver) {
      throw new Refused(
        'open-elsewhere',
        'This drawing is open in another place.',
        'Go on there, or take it over here.',
      )
    }
    await drawings.setDrawing(drawingId, { writer, writerSeenAt: new Date() }, tx)
    return stored(drawing)
  })
}

/**
 * A new drawing that begins as the first `position` entries of this one: nothing drawn apart is lost. Asked for again
 * under the same key, it is the same one. `made`: what becomes of those entries.
 */
export async function copyDrawing(
  person: Person,
  drawingId: number,
  { position, key }: { position: number; key: string },
  made: (entries: Entry[]) => Entry[] = entries => entries,
): Promise<{ id: number } & Stored> {
  const drawing = await requireOwnDrawing(person, drawingId)
  const entries = made((await entriesOf(drawingId)).slice(0, position))
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
    return { id: copy.id, ...(await beginWith(copy, entries, tx)) }
  })
}

/** The first entries of a new drawing; answers what it has then. */
export async function beginWith(drawing: Drawing, entries: readonly Entry[], tx: Tx): Promise<Stored> {
  if (entries.length === 0) return stored(drawing)
  const batch = await packEntries(entries)
  await drawings.addBatch({ drawingId: drawing.id, number: 0, start: 0, count: entries.length, ...batch }, tx)
  const has = { position: entries.length, nextBatch: 1 }
  const { sheet } = await factsFor(drawing, tx)
  const costMs = Math.round(recordCost({ version: 1, sheet, entries: [...entries] }))
  await drawings.setDrawing(
    drawing.id,
    { ...has, costMs, bytes: batch.packed.length, clockMs: entries.at(-1)!.at, lastSeenAt: new Date() },
    tx,
  )
  return has
}
