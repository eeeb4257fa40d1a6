import type { HandInCard, HandInState } from '#shared/views'
import { question } from './database'

/** What a teacher's desk shows, counted and cut where it lies: nothing of it grows with what is not shown. */

/** Classes that a teacher teaches, alone or with others. */
const TAUGHT = `(c.teacher_id = :teacherId
    OR c.id IN (SELECT h.class_id FROM class_teachers h WHERE h.teacher_id = :teacherId))`

const HAND_INS = `FROM hand_ins g JOIN drawings d ON d.id = g.drawing_id
    JOIN learners l ON l.id = d.learner_id AND l.removed_at IS NULL
    JOIN classes c ON c.id = l.class_id AND c.archived_at IS NULL AND ${TAUGHT}`

export interface DeskClass {
  readonly id: number
  readonly name: string
  readonly code: string
  readonly meets: string
  readonly archivedAt: Date | null
  readonly eraseAt: Date | null
  readonly learners: number
  readonly works: number
  readonly words: number
}

/** All classes of a teacher, also those that are put away, with what waits on their Walls. */
export function classesOfDesk(teacherId: number): Promise<DeskClass[]> {
  return question<DeskClass>(
    `SELECT c.id, c.name, c.code, c.meets, c.archived_at AS archivedAt, c.erase_at AS eraseAt,
      (SELECT COUNT(*) FROM learners l WHERE l.class_id = c.id AND l.removed_at IS NULL) AS learners,
      (SELECT COUNT(*) FROM wall_works w WHERE w.class_id = c.id AND w.state = 'offered') AS works,
      (SELECT COUNT(*) FROM wall_words k JOIN wall_works w ON w.id = k.work_id
        WHERE w.class_id = c.id AND w.state <> 'down' AND k.state = 'waiting') AS words
    FROM classes c WHERE ${TAUGHT} ORDER BY c.name, c.id`,
    { teacherId },
  )
}

type Card = Omit<HandInCard, 'handedInAt'> & { handedInAt: Date; all: number }

/**
 * Cards of hand-ins in one of these states, and how many there are in all: what waits oldest first, the others latest
 * first.
 */
export async function cardsOf(
  teacherId: number,
  states: readonly HandInState[],
  most: number,
): Promise<{ cards: HandInCard[]; all: number }> {
  const order = states.includes('waiting') ? 'ASC' : 'DESC'
  const rows = await question<Card>(
    `SELECT g.id, l.name AS learner, c.name AS className, p.title AS plan, g.handed_in_at AS handedInAt, g.state,
      g.verification, g.attempt, g.met, g.judged, COUNT(*) OVER () AS \`all\`
    ${HAND_INS} JOIN plans p ON p.id = d.plan_id
    WHERE g.state IN (:states) ORDER BY g.handed_in_at ${order}, g.id ${order} LIMIT :most`,
    { teacherId, states, most },
  )
  return {
    cards: rows.map(({ all: _all, handedInAt, ...card }) => ({ ...card, handedInAt: handedInAt.toISOString() })),
    all: Number(rows[0]?.all ?? 0),
  }
}

/** Numbers of all hand-ins that wait, oldest first. */
export async function waitingOf(teacherId: number): Promise<number[]> {
  const rows = await question<{ id: number }>(
    `SELECT g.id ${HAND_INS} WHERE g.state = 'waiting' ORDER BY g.handed_in_at, g.id`,
    { teacherId },
  )
  return rows.map(each => each.id)
}

export interface DeskPlan {
  readonly id: number
  readonly title: string
  readonly goal: string
  readonly minutes: number
  readonly steps: number
}

/** The plans that were changed last, and how many there are in all. */
export async function plansOfDesk(teacherId: number, most: number): Promise<{ plans: DeskPlan[]; all: number }> {
  const rows = await question<DeskPlan & { all: number }>(
    `SELECT p.id, p.title, d.goal, d.minutes, JSON_LENGTH(d.steps) AS steps, COUNT(*) OVER () AS \`all\`
    FROM plans p JOIN plan_documents d ON d.digest = p.digest
    WHERE p.teacher_id = :teacherId AND p.kind = 'lesson' AND p.archived_at IS NULL
    ORDER BY p.changed_at DESC, p.id DESC LIMIT :most`,
    { teacherId, most },
  )
  return {
    plans: rows.map(({ all: _all, ...plan }) => ({ ...plan, steps: Number(plan.steps) })),
    all: Number(rows[0]?.all ?? 0),
  }
}

/** Changes with whatever a desk shows of what comes from others. */
export async function markOfDesk(teacherId: number): Promise<string> {
  const rows = await question<Record<string, unknown>>(
    `SELECT COUNT(*) AS handIns, MAX(g.id) AS latest, SUM(g.state = 'waiting') AS waiting,
      SUM(g.verification = 'waiting') AS unseen, MAX(a.answered_at) AS answered,
      (SELECT CONCAT_WS(' ', COUNT(*), SUM(w.state = 'offered'), MAX(w.id)) FROM wall_works w
        JOIN classes c ON c.id = w.class_id WHERE ${TAUGHT}) AS works,
      (SELECT CONCAT_WS(' ', COUNT(*), SUM(k.state = 'waiting'), MAX(k.id)) FROM wall_words k
        JOIN wall_works w ON w.id = k.work_id JOIN classes c ON c.id = w.class_id WHERE ${TAUGHT}) AS words
    ${HAND_INS} LEFT JOIN answers a ON a.hand_in_id = g.id`,
    { teacherId },
  )
  return JSON.stringify(rows[0])
}
