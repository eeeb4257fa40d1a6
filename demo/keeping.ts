import { answerSchema, type AnswerBody } from '#shared/schemas'
import type { Entry } from '#core/drawing'
import type { Plan } from '#core/plan'
import { workMs } from '#core/review'
import * as drawings from '../server/repositories/drawings'
import type { Drawing } from '../server/repositories/drawings'
import * as handIns from '../server/repositories/handins'
import * as plans from '../server/repositories/plans'
import { addWork } from '../server/repositories/progress'
import { inTransaction, type Tx } from '../server/repositories/database'
import { areaOf, rowOf } from '../server/services/records'
import { packed } from '../server/threads/tasks'
import type { Examined } from './drawn'

/** Storing what was drawn for the demo as the server stores what a browser sends. */

/** Entries in a stored batch of the demo. */
const BATCH = 40
const MINUTE = 60_000

/** Stores a drawing with its record, in batches as a browser sends them. */
export async function keepDrawing(
  of: { learnerId: number; planId: number; versionId: number },
  entries: readonly Entry[],
  endedAt: Date,
  tx: Tx,
): Promise<Drawing> {
  const drawing = await drawings.addDrawing(of, tx)
  const area = await areaOf(drawing, tx)
  const has = { position: entries.length, nextBatch: 0, bytes: 0, costMs: 0 }
  for (let start = 0; start < entries.length; start += BATCH) {
    const part = packed(entries.slice(start, start + BATCH), 0, area)
    await drawings.addBatch({ drawingId: drawing.id, number: has.nextBatch++, start, ...rowOf(part) }, tx)
    has.bytes += part.packed.length
    has.costMs += Math.round(part.costMs)
  }
  const step = entries.findLast(entry => entry.type === 'step')
  await addWork(of.learnerId, endedAt, workMs(entries, 0), tx)
  await drawings.setDrawing(
    drawing.id,
    {
      ...has,
      clockMs: entries.at(-1)!.at,
      step: step?.step ?? null,
      stepAt: step ? new Date(endedAt.getTime() - entries.at(-1)!.at + step.at) : null,
      lastSeenAt: endedAt,
    },
    tx,
  )
  return { ...drawing, ...has }
}

/**
 * Stores a hand-in of a whole drawing with what was found in it, and the teacher's answer if there is one. Returns its
 * number.
 */
export async function keepHandIn(
  drawing: Drawing,
  examined: Examined,
  {
    note,
    endedAt,
    teacherId,
    answer,
  }: { note: string; endedAt: Date; teacherId: number; answer: AnswerBody | undefined },
  tx: Tx,
): Promise<number> {
  const { hash, findings, measures, picture } = examined
  const row = await handIns.addHandIn(
    {
      drawingId: drawing.id,
      attempt: 1,
      position: drawing.position,
      hash,
      note,
      handedInAt: new Date(endedAt.getTime() + MINUTE),
    },
    tx,
  )
  await handIns.setExamined(row.id, { verification: 'matches', findings, measures, picture: Buffer.from(picture) }, tx)
  if (answer)
    await handIns.setAnswer(
      {
        handInId: row.id,
        teacherId,
        answeredAt: new Date(endedAt.getTime() + 30 * MINUTE),
        ...answerSchema.parse(answer),
      },
      tx,
    )
  return row.id
}

/** Stores a plan and its first version. */
export async function keepPlan(
  teacherId: number,
  plan: Plan,
  picture: Uint8Array,
): Promise<readonly [plans.StoredPlan, plans.PlanVersion]> {
  const kept = await inTransaction(async tx => {
    const row = await plans.addPlan(teacherId, plan, Buffer.from(picture), tx)
    return [row, await plans.addVersion(row.id, 1, row.digest, tx)] as const
  })
  // Whoever sets up a place beside the demo begins with its lessons in the library.
  await plans.setShared(kept[0].id, true)
  return kept
}
