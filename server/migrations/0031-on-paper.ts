import type { QueryInterface } from 'sequelize'

/** Drawings that were made on paper: they are looked at as any other, and nobody goes on with them by the way. */
export const onPaper = {
  name: '0031-on-paper',
  async up({ context: { sequelize } }: { context: QueryInterface }): Promise<void> {
    await sequelize.query('ALTER TABLE drawings ADD COLUMN IF NOT EXISTS on_paper TINYINT(1) NOT NULL DEFAULT 0')
  },
}
