import type { QueryInterface } from 'sequelize'

/** Drawings as the server drew them last: those that are handed in again are drawn on from there. */
export const keyframes = {
  name: '0029-keyframes',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query(`CREATE TABLE IF NOT EXISTS keyframes (
      drawing_id BIGINT PRIMARY KEY REFERENCES drawings (id) ON DELETE CASCADE,
      position INT NOT NULL,
      hash CHAR(64) NOT NULL,
      packed LONGBLOB NOT NULL,
      kept_at DATETIME(3) NOT NULL
    )`)
  },
}
