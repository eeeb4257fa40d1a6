import type { QueryInterface } from 'sequelize'

/**
 * Pictures that are brought in as paint: once each, by the hash of their px, however many drawings and plans use them;
 * the parts of those that are on their way; and who uses which.
 */
export const paintPictures = {
  name: '0030-paint-pictures',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    const run = (sql: string) => context.sequelize.query(sql)
    await run(`CREATE TABLE IF NOT EXISTS paint_pictures (
      hash CHAR(64) CHARACTER SET ascii PRIMARY KEY,
      width INT NOT NULL,
      height INT NOT NULL,
      bytes INT NOT NULL,
      packed LONGBLOB NOT NULL,
      brought_by VARCHAR(60) NOT NULL,
      brought_at DATETIME(3) NOT NULL
    )`)
    await run(`CREATE TABLE IF NOT EXISTS paint_picture_parts (
      hash CHAR(64) CHARACTER SET ascii NOT NULL,
      sender VARCHAR(100) NOT NULL,
      start INT NOT NULL,
      size INT NOT NULL,
      part MEDIUMBLOB NOT NULL,
      sent_at DATETIME(3) NOT NULL,
      PRIMARY KEY (hash, sender, start),
      KEY paint_picture_parts_sender (sender)
    )`)
    await run(`CREATE TABLE IF NOT EXISTS drawing_pictures (
      drawing_id BIGINT NOT NULL REFERENCES drawings (id) ON DELETE CASCADE,
      hash CHAR(64) CHARACTER SET ascii NOT NULL REFERENCES paint_pictures (hash),
      PRIMARY KEY (drawing_id, hash),
      KEY drawing_pictures_hash (hash)
    )`)
    await run(`CREATE TABLE IF NOT EXISTS plan_record_pictures (
      record CHAR(64) CHARACTER SET ascii NOT NULL REFERENCES plan_records (digest) ON DELETE CASCADE,
      hash CHAR(64) CHARACTER SET ascii NOT NULL REFERENCES paint_pictures (hash),
      PRIMARY KEY (record, hash),
      KEY plan_record_pictures_hash (hash)
    )`)
  },
}
