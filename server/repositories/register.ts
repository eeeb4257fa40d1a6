import type { HandInState } from '#shared/views'
import { question } from './database'

/** A drawing of a learner as a register shows it, or each of its hand-ins, oldest drawing first. */
export interface DrawnRow {
  readonly id: number
  readonly learnerId: number
  readonly planId: number
  readonly planTitle: string
  readonly position: number
  readonly step: string | null
  readonly lastSeenAt: Date | null
  /** Null: it was not handed in. */
  readonly handIn: number | null
  readonly handedInAt: Date | null
  readonly state: HandInState | null
}

/** All that those who are in a class drew and handed in. */
export function drawnIn(classId: number): Promise<DrawnRow[]> {
  return question(
    `SELECT d.id, d.learner_id AS learnerId, d.plan_id AS planId, p.title AS planTitle, d.position, d.step,
      d.last_seen_at AS lastSeenAt, g.id AS handIn,
      g.handed_in_at AS handedInAt, g.state
    FROM learners l JOIN drawings d ON d.learner_id = l.id JOIN plans p ON p.id = d.plan_id
    LEFT JOIN hand_ins g ON g.drawing_id = d.id
    WHERE l.class_id = :classId AND l.removed_at IS NULL ORDER BY d.id, g.id`,
    { classId },
  )
}
