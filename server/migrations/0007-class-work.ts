import type { QueryInterface } from 'sequelize'

const CHANGES = [
  'ALTER TABLE classes ADD COLUMN archived_at DATETIME(3) NULL, ADD COLUMN front_drawing_id BIGINT NULL REFERENCES drawings (id) ON DELETE SET NULL',
  // A learner who is taken out keeps everything: it can be undone.
  'ALTER TABLE learners ADD COLUMN removed_at DATETIME(3) NULL',
  // `way`: whether its learners choose between the simple and the richer path. No rows in assignment_learners: all of the class.
  'ALTER TABLE assignments ADD COLUMN starts_at DATETIME(3) NULL, ADD COLUMN due_at DATETIME(3) NULL, ADD COLUMN way VARCHAR(10) NOT NULL DEFAULT \'own\'',
  `CREATE TABLE assignment_learners (
    class_id BIGINT NOT NULL,
    plan_id BIGINT NOT NULL,
    learner_id BIGINT NOT NULL REFERENCES learners (id) ON DELETE CASCADE,
    PRIMARY KEY (class_id, plan_id, learner_id),
    FOREIGN KEY (class_id, plan_id) REFERENCES assignments (class_id, plan_id) ON DELETE CASCADE
  )`,
  'ALTER TABLE drawings ADD COLUMN step_at DATETIME(3) NULL',
  // What a drawing looks like while it is drawn, as its browser sends it: shown in the Round, never examined.
  `CREATE TABLE live_pictures (
    drawing_id BIGINT PRIMARY KEY REFERENCES drawings (id) ON DELETE CASCADE,
    position INT NOT NULL,
    picture MEDIUMBLOB NOT NULL,
    findings LONGTEXT NULL,
    made_at DATETIME(3) NOT NULL
  )`,
  `CREATE TABLE raised_hands (
    learner_id BIGINT PRIMARY KEY REFERENCES learners (id) ON DELETE CASCADE,
    drawing_id BIGINT NOT NULL REFERENCES drawings (id) ON DELETE CASCADE,
    words VARCHAR(300) NOT NULL,
    raised_at DATETIME(3) NOT NULL
  )`,
  // What goes to learners at work, in its order. No learner: to all of the class.
  `CREATE TABLE news (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    class_id BIGINT NOT NULL REFERENCES classes (id) ON DELETE CASCADE,
    learner_id BIGINT NULL REFERENCES learners (id) ON DELETE CASCADE,
    body LONGTEXT NOT NULL,
    made_at DATETIME(3) NOT NULL,
    INDEX (class_id, id)
  )`,
]

/** The class at work: terms of what is given, who is taken out, and what the Round shows and sends. */
export const classWork = {
  name: '0007-class-work',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    for (const change of CHANGES) await context.sequelize.query(change)
  },
}
