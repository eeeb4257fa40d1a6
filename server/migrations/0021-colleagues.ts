import type { QueryInterface } from 'sequelize'

/** Classes with several teachers, and plans that all teachers of the place may read. */
export const colleagues = {
  name: '0021-colleagues',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    for (const sql of STEPS) await context.sequelize.query(sql)
  },
}

const STEPS = [
  // Beside the one whose class it is.
  `CREATE TABLE IF NOT EXISTS class_teachers (
    class_id BIGINT NOT NULL REFERENCES classes (id) ON DELETE CASCADE,
    teacher_id BIGINT NOT NULL REFERENCES teachers (id) ON DELETE CASCADE,
    PRIMARY KEY (class_id, teacher_id),
    KEY by_teacher (teacher_id)
  )`,
  // `maker`: who drew what it was copied from; of their own it is null.
  `ALTER TABLE plans ADD COLUMN IF NOT EXISTS shared_at DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS maker VARCHAR(80) NULL`,
]
