import type { QueryInterface } from 'sequelize'

/** A job that failed is told from one whose process ended for some other reason. */
export const jobFailures = {
  name: '0018-job-failures',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query('ALTER TABLE jobs ADD COLUMN IF NOT EXISTS failures INT NOT NULL DEFAULT 0')
  },
}
