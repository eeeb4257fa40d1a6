import type { QueryInterface } from 'sequelize'

/** A learner's name as they write it under their drawings. */
export const signatures = {
  name: '0003-signatures',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query(`CREATE TABLE signatures (
      learner_id BIGINT PRIMARY KEY REFERENCES learners (id) ON DELETE CASCADE,
      outlines MEDIUMTEXT NOT NULL
    ) CHARACTER SET utf8mb4`)
  },
}
