import type { QueryInterface } from 'sequelize'

/** A teacher's second factor: the key of the time codes, sealed, and recovery codes as digests. */
export const secondFactor = {
  name: '0020-second-factor',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query(`CREATE TABLE IF NOT EXISTS second_factors (
      teacher_id BIGINT PRIMARY KEY REFERENCES teachers (id) ON DELETE CASCADE,
      secret VARCHAR(300) NOT NULL,
      confirmed_at DATETIME(3) NULL,
      step BIGINT NOT NULL DEFAULT 0,
      recovery LONGTEXT NOT NULL
    )`)
  },
}
