import type { QueryInterface } from 'sequelize'

const CHANGES = [
  // Strokes that did not follow on are a drawing of their own, once, however often it is asked for.
  `ALTER TABLE drawings ADD COLUMN copied_from BIGINT NULL, ADD COLUMN copy_key VARCHAR(40) NULL,
    ADD COLUMN title VARCHAR(80) NULL, ADD COLUMN removed_at DATETIME(3) NULL,
    ADD UNIQUE INDEX (copied_from, copy_key)`,
  // Which plan a class draws today, as its teacher said, and when.
  'ALTER TABLE classes ADD COLUMN today_plan_id BIGINT NULL REFERENCES plans (id) ON DELETE SET NULL, ADD COLUMN today_at DATETIME(3) NULL',
  // When a learner signed out last: who has is away at once.
  'ALTER TABLE learners ADD COLUMN left_at DATETIME(3) NULL',
]

/**
 * Drawings with a name of their own, put away by their learner, or made of strokes that did not follow on; what a class
 * draws today, and who has left.
 */
export const ownDrawings = {
  name: '0009-own-drawings',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    for (const change of CHANGES) await context.sequelize.query(change)
  },
}
