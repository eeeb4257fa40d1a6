import { DrillTry } from '../models'

/** The latest tries of a learner, the oldest of them first. */
export async function triesOf(learnerId: number, most: number): Promise<DrillTry[]> {
  const rows = await DrillTry.findAll({ where: { learnerId }, order: [['id', 'DESC']], limit: most, attributes: { exclude: ['figures'] } })
  return rows.reverse()
}

export async function addTry(values: Pick<DrillTry, 'learnerId' | 'drill' | 'seed' | 'score' | 'figures'>): Promise<void> {
  await DrillTry.create({ ...values, triedAt: new Date() })
}
