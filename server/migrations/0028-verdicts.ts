import { QueryTypes, type QueryInterface } from 'sequelize'

/** Verdicts stand beside what was found: progress and the Table read them without sentences and marks. */
export const verdicts = {
  name: '0028-verdicts',
  async up({ context: { sequelize } }: { context: QueryInterface }): Promise<void> {
    await sequelize.query('ALTER TABLE hand_ins ADD COLUMN IF NOT EXISTS verdicts LONGTEXT NULL')
    for (let after = 0; ;) {
      const rows = await sequelize.query<{ id: number; findings: string }>(
        `SELECT id, findings FROM hand_ins WHERE id > :after AND findings IS NOT NULL ORDER BY id LIMIT ${PART}`,
        { replacements: { after }, type: QueryTypes.SELECT },
      )
      for (const { id, findings } of rows) {
        const found = (JSON.parse(findings) as { findings: { lookFor: string; verdict: string }[] }[]).flatMap(each =>
          each.findings.map(one => [one.lookFor, one.verdict]),
        )
        const replacements = { id, verdicts: JSON.stringify(Object.fromEntries(found)) }
        await sequelize.query('UPDATE hand_ins SET verdicts = :verdicts WHERE id = :id', { replacements })
      }
      if (rows.length < PART) return
      after = rows.at(-1)!.id
    }
  },
}

/** Rows that are read at once. */
const PART = 200
