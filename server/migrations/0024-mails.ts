import type { QueryInterface } from 'sequelize'

/** Mails that wait to be sent, and teachers who come in by the school's own accounts. */
export const mails = {
  name: '0024-mails',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    for (const sql of STEPS) await context.sequelize.query(sql)
  },
}

const STEPS = [
  `CREATE TABLE IF NOT EXISTS mails (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    recipient VARCHAR(200) NOT NULL,
    subject VARCHAR(160) NOT NULL,
    words TEXT NOT NULL,
    made_at DATETIME(3) NOT NULL,
    sent_at DATETIME(3) NULL,
    tries INT NOT NULL DEFAULT 0,
    next_at DATETIME(3) NOT NULL,
    trouble VARCHAR(300) NULL,
    KEY waiting (sent_at, next_at)
  )`,
  // By a mail that somebody asked for, not by the word of whoever keeps the place.
  'ALTER TABLE invitations ADD COLUMN IF NOT EXISTS by_mail TINYINT(1) NOT NULL DEFAULT 0',
  // Who they are at the school's own accounts: whose word it is, and what they are called there.
  `ALTER TABLE teachers ADD COLUMN IF NOT EXISTS school_account VARCHAR(255) CHARACTER SET ascii NULL,
    ADD UNIQUE INDEX IF NOT EXISTS school (school_account)`,
]
