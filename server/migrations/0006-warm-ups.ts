import type { QueryInterface } from 'sequelize'

/** Tries of warm-ups. */
export const warmUps = {
  name: '0006-warm-ups',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query(`CREATE TABLE drill_tries (
      id BIGINT PRIMARY KEY AUTO_INCREMENT,
      learner_id BIGINT NOT NULL REFERENCES learners (id) ON DELETE CASCADE,
      drill VARCHAR(40) NOT NULL,
      seed INT NOT NULL,
      score INT NOT NULL,
      figures LONGTEXT NOT NULL,
      tried_at DATETIME(3) NOT NULL,
      INDEX (learner_id, drill)
    )`)
  },
}
