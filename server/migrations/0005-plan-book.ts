import type { QueryInterface } from 'sequelize'

const CHANGES = [
  // `sheet`: what a teacher draws a lesson on, before a plan is made of it.
  "ALTER TABLE plans ADD COLUMN kind VARCHAR(10) NOT NULL DEFAULT 'lesson', ADD COLUMN revision INT NOT NULL DEFAULT 1, ADD COLUMN changed_at DATETIME(3) NULL, ADD COLUMN archived_at DATETIME(3) NULL",
  "UPDATE plans SET kind = 'sheet' WHERE learner_id IS NOT NULL",
  `CREATE TABLE plan_versions (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    plan_id BIGINT NOT NULL REFERENCES plans (id) ON DELETE CASCADE,
    number INT NOT NULL,
    document LONGTEXT NOT NULL,
    made_at DATETIME(3) NOT NULL,
    UNIQUE (plan_id, number)
  )`,
  'INSERT INTO plan_versions (plan_id, number, document, made_at) SELECT id, 1, document, NOW(3) FROM plans WHERE learner_id IS NULL',
  'ALTER TABLE assignments ADD COLUMN version_id BIGINT NULL REFERENCES plan_versions (id), ADD COLUMN opened LONGTEXT NULL',
  'UPDATE assignments JOIN plan_versions v ON v.plan_id = assignments.plan_id SET assignments.version_id = v.id',
  `ALTER TABLE drawings MODIFY COLUMN learner_id BIGINT NULL,
    ADD COLUMN teacher_id BIGINT NULL REFERENCES teachers (id) ON DELETE CASCADE,
    ADD COLUMN version_id BIGINT NULL REFERENCES plan_versions (id),
    ADD COLUMN purpose VARCHAR(10) NULL,
    ADD INDEX (teacher_id)`,
  'UPDATE drawings JOIN plan_versions v ON v.plan_id = drawings.plan_id SET drawings.version_id = v.id',
]

/** Versions of plans, sheets of teachers' own, and what is opened for a class. */
export const planBook = {
  name: '0005-plan-book',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    for (const change of CHANGES) await context.sequelize.query(change)
  },
}
