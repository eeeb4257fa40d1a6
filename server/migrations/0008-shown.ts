import type { QueryInterface } from 'sequelize'

const CHANGES = [
  'ALTER TABLE jobs ADD COLUMN done INT NOT NULL DEFAULT 0, ADD COLUMN whole INT NOT NULL DEFAULT 0',
  // Of a mural's panel, as its browser sends them: shown to its neighbours, examined when the mural is put together.
  'ALTER TABLE live_pictures ADD COLUMN edges MEDIUMBLOB NULL, ADD COLUMN seams LONGTEXT NULL',
  // One picture, every learner a part. Its plan holds what all share; each panel is a version of it.
  `CREATE TABLE murals (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    class_id BIGINT NOT NULL REFERENCES classes (id) ON DELETE CASCADE,
    plan_id BIGINT NOT NULL REFERENCES plans (id),
    facts LONGTEXT NOT NULL,
    picture LONGBLOB NULL,
    made_at DATETIME(3) NOT NULL,
    archived_at DATETIME(3) NULL,
    run BIGINT NULL,
    assembled_at DATETIME(3) NULL,
    missing LONGTEXT NULL,
    INDEX (class_id)
  )`,
  `CREATE TABLE mural_panels (
    mural_id BIGINT NOT NULL REFERENCES murals (id) ON DELETE CASCADE,
    place INT NOT NULL,
    version_id BIGINT NOT NULL REFERENCES plan_versions (id),
    learner_id BIGINT NULL REFERENCES learners (id) ON DELETE SET NULL,
    drawing_id BIGINT NULL REFERENCES drawings (id) ON DELETE SET NULL,
    picture LONGBLOB NULL,
    pictured INT NULL,
    edges MEDIUMBLOB NULL,
    seams LONGTEXT NULL,
    PRIMARY KEY (mural_id, place),
    UNIQUE INDEX (drawing_id)
  )`,
  // A whole mural is too much for one packet.
  `CREATE TABLE mural_parts (
    mural_id BIGINT NOT NULL REFERENCES murals (id) ON DELETE CASCADE,
    run BIGINT NOT NULL,
    number INT NOT NULL,
    bytes LONGBLOB NOT NULL,
    PRIMARY KEY (mural_id, run, number)
  )`,
  // What hangs on a class's Wall, and the words below it that the teacher lets through.
  `CREATE TABLE wall_works (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    class_id BIGINT NOT NULL REFERENCES classes (id) ON DELETE CASCADE,
    learner_id BIGINT NOT NULL REFERENCES learners (id) ON DELETE CASCADE,
    hand_in_id BIGINT NOT NULL REFERENCES hand_ins (id) ON DELETE CASCADE,
    title VARCHAR(120) NOT NULL,
    is_named TINYINT(1) NOT NULL DEFAULT 1,
    state VARCHAR(10) NOT NULL,
    place INT NOT NULL DEFAULT 0,
    asked_at DATETIME(3) NOT NULL,
    hung_at DATETIME(3) NULL,
    UNIQUE INDEX (hand_in_id),
    INDEX (class_id, state)
  )`,
  `CREATE TABLE wall_words (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    work_id BIGINT NOT NULL REFERENCES wall_works (id) ON DELETE CASCADE,
    learner_id BIGINT NULL REFERENCES learners (id) ON DELETE CASCADE,
    teacher_id BIGINT NULL REFERENCES teachers (id) ON DELETE CASCADE,
    words VARCHAR(400) NOT NULL,
    state VARCHAR(10) NOT NULL,
    said_at DATETIME(3) NOT NULL,
    INDEX (work_id)
  )`,
  // How long everyone drew, day by day; and the clock of each record, from which it is counted on.
  'ALTER TABLE drawings ADD COLUMN clock_ms INT NOT NULL DEFAULT 0',
  `CREATE TABLE drawn_days (
    learner_id BIGINT NOT NULL REFERENCES learners (id) ON DELETE CASCADE,
    day DATE NOT NULL,
    worked_ms BIGINT NOT NULL DEFAULT 0,
    PRIMARY KEY (learner_id, day)
  )`,
]

/** What a class shows: murals that it draws together, its Wall; and how long everyone draws. */
export const shown = {
  name: '0008-shown',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    for (const change of CHANGES) await context.sequelize.query(change)
  },
}
