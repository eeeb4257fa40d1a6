import type { QueryInterface } from 'sequelize'

/** Sheets of learners' own: plans that belong to one of them and were given to no class. */
export const ownSheets = {
  name: '0004-own-sheets',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query(
      'ALTER TABLE plans ADD COLUMN learner_id BIGINT NULL REFERENCES learners (id) ON DELETE CASCADE, ADD INDEX (learner_id)',
    )
  },
}
