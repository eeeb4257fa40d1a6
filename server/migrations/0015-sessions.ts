import type { QueryInterface } from 'sequelize'

/** Who is signed in, and where: the token itself is only in the browser. */
export const sessions = {
  name: '0015-sessions',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query(`CREATE TABLE IF NOT EXISTS sessions (
      id BIGINT PRIMARY KEY AUTO_INCREMENT,
      token CHAR(64) NOT NULL UNIQUE,
      kind VARCHAR(10) NOT NULL,
      person BIGINT NOT NULL,
      address VARCHAR(60) NULL,
      device VARCHAR(80) NOT NULL DEFAULT '',
      began_at DATETIME(3) NOT NULL,
      seen_at DATETIME(3) NOT NULL,
      confirmed_at DATETIME(3) NOT NULL,
      INDEX (kind, person),
      INDEX (seen_at)
    )`)
  },
}
