import type { QueryInterface } from 'sequelize'

/** Who did what from where, for the teacher of the class. */
export const audit = {
  name: '0016-audit',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query(`CREATE TABLE IF NOT EXISTS audit (
      id BIGINT PRIMARY KEY AUTO_INCREMENT,
      at DATETIME(3) NOT NULL,
      teacher_id BIGINT NULL,
      class_id BIGINT NULL,
      who VARCHAR(80) NOT NULL,
      what VARCHAR(30) NOT NULL,
      about VARCHAR(200) NOT NULL,
      address VARCHAR(60) NULL,
      INDEX (class_id, at),
      INDEX (teacher_id, at)
    )`)
  },
}
