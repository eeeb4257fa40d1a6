import type { QueryInterface } from 'sequelize'

/** Whose this Little Easel is, and the links that let teachers in for the first time or with a new password. */
export const places = {
  name: '0019-places',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    for (const sql of STEPS) await context.sequelize.query(sql)
  },
}

const STEPS = [
  `ALTER TABLE teachers ADD COLUMN IF NOT EXISTS locked_at DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS is_demo TINYINT(1) NOT NULL DEFAULT 0`,
  `UPDATE teachers SET is_demo = 1 WHERE email = 'orla@saltmarsh.example'`,
  // One row: the place.
  `CREATE TABLE IF NOT EXISTS place (
    id TINYINT PRIMARY KEY,
    name VARCHAR(80) NOT NULL DEFAULT '',
    language VARCHAR(35) NOT NULL DEFAULT '',
    time_zone VARCHAR(60) NOT NULL DEFAULT '',
    keeper_id BIGINT NULL REFERENCES teachers (id),
    set_up_at DATETIME(3) NULL,
    code CHAR(64) CHARACTER SET ascii NULL
  )`,
  'INSERT IGNORE INTO place (id) VALUES (1)',
  `CREATE TABLE IF NOT EXISTS invitations (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    token CHAR(64) CHARACTER SET ascii NOT NULL UNIQUE,
    name VARCHAR(80) NOT NULL,
    email VARCHAR(200) NOT NULL,
    teacher_id BIGINT NULL REFERENCES teachers (id) ON DELETE CASCADE,
    until DATETIME(3) NOT NULL,
    used_at DATETIME(3) NULL
  )`,
]
