import type { QueryInterface } from 'sequelize'

/** Drawings and tries of warm-ups that were begun without a network: sent again under the same key, one is the same. */
export const begunAway = {
  name: '0022-begun-away',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    for (const sql of STEPS) await context.sequelize.query(sql)
  },
}

const STEPS = [
  `ALTER TABLE drawings ADD COLUMN IF NOT EXISTS begun_key VARCHAR(40) CHARACTER SET ascii NULL,
    ADD UNIQUE INDEX IF NOT EXISTS begun (learner_id, begun_key)`,
  `ALTER TABLE drill_tries ADD COLUMN IF NOT EXISTS try_key VARCHAR(40) CHARACTER SET ascii NULL,
    ADD UNIQUE INDEX IF NOT EXISTS kept (learner_id, try_key)`,
]
