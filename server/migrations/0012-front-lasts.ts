import type { QueryInterface } from 'sequelize'

/** When the sheet that a class looks at was heard of last. */
export const frontLasts = {
  name: '0012-front-lasts',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query('ALTER TABLE classes ADD COLUMN IF NOT EXISTS front_at DATETIME(3) NULL')
  },
}
