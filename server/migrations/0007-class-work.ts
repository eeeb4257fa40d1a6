import type { QueryInterface } from 'sequelize'

const CHANGES = [
  'ALTER TABLE classes ADD COLUMN archived_at DATETIME(3) NULL, ADD COLUMN front_drawing_id BIGINT NULL REFERENCES drawings (id) ON DELETE SET NULL',
  // A learner who is taken out keeps everything: it can be undone.
  'ALTER TABLE learners ADD COLUMN removed_at DATETIME(3) NULL',
  // `way`: whether its learners choose between the simple and the richer path. No rows in assignment_learners: all of
  // the class.
  "ALTER TABLE assignments ADD COLUMN starts_at DATETIME(3) NULL, ADD COLUMN due_at DATETIME(3) NULL, ADD COLUMN way VARCHAR(10) NOT NULL DEFAULT 'own'",
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
  // What can be measured of any hand-in, for its charts and the class's spread behind them.
  'ALTER TABLE hand_ins ADD COLUMN measures LONGTEXT NULL',
  // Comments at places, a drawing over the work, and marks by the teacher's own criteria.
  'ALTER TABLE answers ADD COLUMN pins LONGTEXT NULL, ADD COLUMN sketch LONGTEXT NULL, ADD COLUMN criteria LONGTEXT NULL',
  // Phrases that the teacher keeps, and criteria with their levels.
  'ALTER TABLE teachers ADD COLUMN crit_kit LONGTEXT NULL',
]

/**
 * The class at work: terms of what is given, who is taken out, what the Round shows and sends, and what a crit is
 * answered with.
 */
export const classWork = {
  name: '0007-class-work',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    for (const change of CHANGES) await context.sequelize.query(change)
  },
}
