import type { QueryInterface } from 'sequelize'

/**
 * How much of its room each door has used, and when that was so; it drains with time. What was counted before is
 * forgotten: it was of ten minutes. The clock of a record may go on for more than 24 days.
 */
export const doors = {
  name: '0013-doors',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query(`CREATE TABLE IF NOT EXISTS doors (
      name VARCHAR(120) PRIMARY KEY,
      used DOUBLE NOT NULL,
      at DATETIME(3) NOT NULL,
      INDEX (at)
    )`)
    await context.sequelize.query('DROP TABLE IF EXISTS sign_in_tries')
    await context.sequelize.query('ALTER TABLE drawings MODIFY COLUMN clock_ms BIGINT NOT NULL DEFAULT 0')
  },
}
