import type { QueryInterface } from 'sequelize'

/** Warm-ups that a class does on a day: the same tries for everyone. */
export const warmUpSets = {
  name: '0010-warm-up-sets',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query(`CREATE TABLE warm_up_sets (
      id BIGINT PRIMARY KEY AUTO_INCREMENT,
      class_id BIGINT NOT NULL REFERENCES classes (id) ON DELETE CASCADE,
      title VARCHAR(80) NOT NULL,
      day DATE NOT NULL,
      warm_ups LONGTEXT NOT NULL,
      INDEX (class_id, day)
    )`)
  },
}
