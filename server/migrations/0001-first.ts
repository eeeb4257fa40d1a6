import type { QueryInterface } from 'sequelize'

const TABLES = [
  `CREATE TABLE teachers (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    email VARCHAR(200) NOT NULL UNIQUE,
    name VARCHAR(80) NOT NULL,
    secret VARCHAR(200) NOT NULL
  )`,
  `CREATE TABLE classes (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    teacher_id BIGINT NOT NULL REFERENCES teachers (id),
    name VARCHAR(80) NOT NULL,
    code VARCHAR(12) NOT NULL UNIQUE,
    meets VARCHAR(120) NOT NULL
  )`,
  `CREATE TABLE learners (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    class_id BIGINT NOT NULL REFERENCES classes (id) ON DELETE CASCADE,
    name VARCHAR(60) NOT NULL,
    secret VARCHAR(200) NOT NULL,
    UNIQUE (class_id, name)
  )`,
  `CREATE TABLE plans (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    teacher_id BIGINT NOT NULL REFERENCES teachers (id),
    title VARCHAR(80) NOT NULL,
    document LONGTEXT NOT NULL,
    picture LONGBLOB NULL
  )`,
  `CREATE TABLE assignments (
    class_id BIGINT NOT NULL REFERENCES classes (id) ON DELETE CASCADE,
    plan_id BIGINT NOT NULL REFERENCES plans (id),
    place INT NOT NULL,
    PRIMARY KEY (class_id, plan_id)
  )`,
  `CREATE TABLE drawings (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    learner_id BIGINT NOT NULL REFERENCES learners (id) ON DELETE CASCADE,
    plan_id BIGINT NOT NULL REFERENCES plans (id),
    position INT NOT NULL DEFAULT 0,
    next_batch INT NOT NULL DEFAULT 0,
    step VARCHAR(60) NULL,
    writer VARCHAR(40) NULL,
    writer_seen_at DATETIME(3) NULL,
    last_seen_at DATETIME(3) NULL,
    INDEX (learner_id, plan_id)
  )`,
  `CREATE TABLE record_batches (
    drawing_id BIGINT NOT NULL REFERENCES drawings (id) ON DELETE CASCADE,
    number INT NOT NULL,
    start INT NOT NULL,
    count INT NOT NULL,
    digest CHAR(64) NOT NULL,
    packed LONGBLOB NOT NULL,
    PRIMARY KEY (drawing_id, number)
  )`,
  `CREATE TABLE hand_ins (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    drawing_id BIGINT NOT NULL REFERENCES drawings (id) ON DELETE CASCADE,
    attempt INT NOT NULL,
    position INT NOT NULL,
    hash CHAR(64) NOT NULL,
    note VARCHAR(1000) NOT NULL,
    state VARCHAR(20) NOT NULL DEFAULT 'waiting',
    verification VARCHAR(20) NOT NULL DEFAULT 'waiting',
    findings LONGTEXT NULL,
    picture LONGBLOB NULL,
    handed_in_at DATETIME(3) NOT NULL,
    UNIQUE (drawing_id, attempt),
    INDEX (state, handed_in_at)
  )`,
  `CREATE TABLE answers (
    hand_in_id BIGINT PRIMARY KEY REFERENCES hand_ins (id) ON DELETE CASCADE,
    teacher_id BIGINT NOT NULL REFERENCES teachers (id),
    marks LONGTEXT NOT NULL,
    words VARCHAR(4000) NOT NULL,
    next VARCHAR(1000) NOT NULL,
    outcome VARCHAR(20) NOT NULL,
    answered_at DATETIME(3) NOT NULL
  )`,
  `CREATE TABLE jobs (
    id BIGINT PRIMARY KEY AUTO_INCREMENT,
    kind VARCHAR(20) NOT NULL,
    subject BIGINT NOT NULL,
    state VARCHAR(20) NOT NULL DEFAULT 'waiting',
    tries INT NOT NULL DEFAULT 0,
    lease_until DATETIME(3) NULL,
    INDEX (state, id)
  )`,
  `CREATE TABLE sign_in_tries (
    door VARCHAR(200) PRIMARY KEY,
    count INT NOT NULL,
    since DATETIME(3) NOT NULL
  )`,
]

export const first = {
  name: '0001-first',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    for (const table of TABLES) await context.sequelize.query(`${table} CHARACTER SET utf8mb4`)
  },
}
