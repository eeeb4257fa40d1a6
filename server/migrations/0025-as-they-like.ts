import type { QueryInterface } from 'sequelize'

/** What follows a learner to every device, PINs of pictures, guests, and learners who are in several classes. */
export const asTheyLike = {
  name: '0025-as-they-like',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    for (const sql of STEPS) await context.sequelize.query(sql)
  },
}

const STEPS = [
  // `guest_until`: here for a lesson, without a PIN. `folio_id`: whose folio it is, where one learner is in several
  // classes: a row in each, all with the number of the first.
  `ALTER TABLE learners ADD COLUMN IF NOT EXISTS comfort LONGTEXT NULL,
    ADD COLUMN IF NOT EXISTS guest_until DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS folio_id BIGINT NULL,
    ADD INDEX IF NOT EXISTS folio (folio_id)`,
  `ALTER TABLE classes ADD COLUMN IF NOT EXISTS has_picture_pins TINYINT(1) NOT NULL DEFAULT 0,
    ADD COLUMN IF NOT EXISTS guests_until DATETIME(3) NULL`,
]
