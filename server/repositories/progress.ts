import { DrillTryModel, type DrillTry } from '../models'
import { command, question, type Tx } from './database'
import { every } from './values'

export type { DrillTry } from '../models'

/** Adds time at work to a learner's day (UTC). */
export async function addWork(learnerId: number, at: Date, ms: number, transaction: Tx): Promise<void> {
  if (ms <= 0) return
  await command(
    'INSERT INTO drawn_days (learner_id, day, worked_ms) VALUES (:learnerId, :day, :ms) ON DUPLICATE KEY UPDATE worked_ms = worked_ms + :ms',
    { learnerId, day: at.toISOString().slice(0, 10), ms: Math.round(ms) },
    transaction,
  )
}

export interface DayRow {
  readonly learnerId: number
  readonly day: string
  readonly workedMs: number
}

/** Days on which these learners drew, the oldest first. */
export async function daysOf(learnerIds: number[]): Promise<DayRow[]> {
  if (learnerIds.length === 0) return []
  const rows = await question<{ learnerId: number; day: string; workedMs: number | string }>(
    "SELECT learner_id AS learnerId, DATE_FORMAT(day, '%Y-%m-%d') AS day, worked_ms AS workedMs FROM drawn_days WHERE learner_id IN (:learnerIds) ORDER BY day",
    { learnerIds },
  )
  return rows.map(each => ({ ...each, workedMs: Number(each.workedMs) }))
}

/** Tries of warm-ups, the oldest first. */
export function triesOfAll(learnerIds: number[]): Promise<DrillTry[]> {
  return every(
    DrillTryModel.findAll({
      where: { learnerId: learnerIds },
      order: ['id'],
      attributes: { exclude: ['figures'] },
    }),
  )
}
