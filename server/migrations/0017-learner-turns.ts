import type { QueryInterface } from 'sequelize'

/**
 * What one learner asks at once is done one after the other: whoever comes first writes the row. Between the servers of
 * a cluster only what is written keeps two from the same.
 */
export const learnerTurns = {
  name: '0017-learner-turns',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query('ALTER TABLE learners ADD COLUMN IF NOT EXISTS turn INT UNSIGNED NOT NULL DEFAULT 0')
  },
}
