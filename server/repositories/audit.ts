import type { Happened } from '#shared/views'
import { command, question } from './database'

/** What happened is kept for so long. */
const KEPT = '400 DAY'

export interface NewHappened {
  /** Whose own doing it is, or whose class. */
  readonly teacherId: number | null
  readonly classId: number | null
  readonly who: string
  readonly what: Happened
  readonly about: string
  readonly address: string | null
}

export async function addHappened(row: NewHappened): Promise<void> {
  await command(
    `INSERT INTO audit (at, teacher_id, class_id, who, what, about, address)
      VALUES (NOW(3), :teacherId, :classId, :who, :what, :about, :address)`,
    { ...row, who: row.who.slice(0, 80), about: row.about.slice(0, 200), address: row.address?.slice(0, 60) ?? null },
  )
}

export interface HappenedRow extends Omit<NewHappened, 'teacherId' | 'classId'> {
  readonly id: number
  readonly at: Date
}

/** In a class, and to its teacher's own account, the latest first. */
export function happenedIn(classId: number, teacherId: number, most: number): Promise<HappenedRow[]> {
  return question<HappenedRow>(
    `SELECT id, at, who, what, about, address FROM audit
      WHERE class_id = :classId OR (class_id IS NULL AND teacher_id = :teacherId) ORDER BY id DESC LIMIT :most`,
    { classId, teacherId, most },
  )
}

/** To the place and its accounts, not in a class, the latest first. */
export function happenedToPlace(most: number): Promise<HappenedRow[]> {
  return question<HappenedRow>(
    `SELECT id, at, who, what, about, address FROM audit WHERE class_id IS NULL ORDER BY id DESC LIMIT :most`,
    { most },
  )
}

export async function forgetHappened(): Promise<void> {
  await command(`DELETE FROM audit WHERE at < NOW(3) - INTERVAL ${KEPT}`, {})
}
