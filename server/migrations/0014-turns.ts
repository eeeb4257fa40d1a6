import type { QueryInterface } from 'sequelize'

/**
 * Who asked for a job, what it will take about and what it took, so that nobody's jobs keep others waiting; what a
 * drawing takes to be drawn again, and how much of the room its record fills.
 */
export const turns = {
  name: '0014-turns',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    const run = (sql: string) => context.sequelize.query(sql)
    await run(`ALTER TABLE jobs
      ADD COLUMN IF NOT EXISTS asker VARCHAR(40) NOT NULL DEFAULT '',
      ADD COLUMN IF NOT EXISTS cost_ms BIGINT NOT NULL DEFAULT 0,
      ADD COLUMN IF NOT EXISTS spent_ms BIGINT NOT NULL DEFAULT 0,
      ADD COLUMN IF NOT EXISTS ended_at DATETIME(3) NULL,
      ADD INDEX IF NOT EXISTS jobs_ended (ended_at, asker)`)
    await run(`ALTER TABLE drawings
      ADD COLUMN IF NOT EXISTS cost_ms BIGINT NOT NULL DEFAULT 0,
      ADD COLUMN IF NOT EXISTS bytes BIGINT NOT NULL DEFAULT 0`)
    await run(`UPDATE drawings d SET bytes =
      (SELECT COALESCE(SUM(LENGTH(b.packed)), 0) FROM record_batches b WHERE b.drawing_id = d.id)`)
  },
}
