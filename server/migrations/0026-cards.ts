import { QueryTypes, type QueryInterface } from 'sequelize'

/**
 * What lists show of a hand-in stands in columns of its own: how many look-fors are met, of how many, and a small
 * picture. So no list loads what was found, or a whole picture.
 */
export const cards = {
  name: '0026-cards',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    for (const sql of STEPS) await context.sequelize.query(sql)
    await countAll(context)
  },
}

const STEPS = [
  `ALTER TABLE hand_ins ADD COLUMN IF NOT EXISTS met SMALLINT NULL, ADD COLUMN IF NOT EXISTS judged SMALLINT NULL,
    ADD COLUMN IF NOT EXISTS card_picture MEDIUMBLOB NULL`,
  'ALTER TABLE plan_pictures ADD COLUMN IF NOT EXISTS card_bytes MEDIUMBLOB NULL',
]

/** Rows that are read at once. */
const PART = 200

/** Counts what was found before there were such columns. */
async function countAll({ sequelize }: QueryInterface): Promise<void> {
  for (let after = 0; ;) {
    const rows = await sequelize.query<{ id: number; findings: string }>(
      `SELECT id, findings FROM hand_ins WHERE id > :after AND findings IS NOT NULL ORDER BY id LIMIT ${PART}`,
      { replacements: { after }, type: QueryTypes.SELECT },
    )
    for (const { id, findings } of rows) {
      const verdicts = (JSON.parse(findings) as { findings: { verdict: string }[] }[])
        .flatMap(each => each.findings.map(one => one.verdict))
        .filter(each => each !== 'cant-tell')
      const counts = { id, met: verdicts.filter(each => each === 'met').length, judged: verdicts.length }
      await sequelize.query('UPDATE hand_ins SET met = :met, judged = :judged WHERE id = :id', { replacements: counts })
    }
    if (rows.length < PART) return
    after = rows.at(-1)!.id
  }
}
