import type { QueryInterface } from 'sequelize'

/** Jobs say for which class they are: classes take turns as people do. */
export const classTurns = {
  name: '0027-class-turns',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query('ALTER TABLE jobs ADD COLUMN IF NOT EXISTS class_id BIGINT NULL')
  },
}
