import type { QueryInterface } from 'sequelize'

/** How long classes that were put away are kept, and what the school's own lists call a class and its learners. */
export const keepingTimes = {
  name: '0023-keeping-times',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    for (const sql of STEPS) await context.sequelize.query(sql)
  },
}

const STEPS = [
  // Null: for ever.
  'ALTER TABLE place ADD COLUMN IF NOT EXISTS keep_months SMALLINT NULL',
  `ALTER TABLE classes ADD COLUMN IF NOT EXISTS erase_at DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS source_id VARCHAR(255) NULL`,
  'ALTER TABLE learners ADD COLUMN IF NOT EXISTS source_id VARCHAR(255) NULL',
]
