import { literal, Op } from 'sequelize'
import { DrillTryModel, type DrillTry } from '../models'
import { every } from './values'

export type { DrillTry } from '../models'

/** The latest tries of a learner, the oldest of them first. */
export async function triesOf(learnerId: number, most: number): Promise<DrillTry[]> {
  const rows = await every(
    DrillTryModel.findAll({
      where: { learnerId },
      order: [['id', 'DESC']],
      limit: most,
      attributes: { exclude: ['figures'] },
    }),
  )
  return rows.reverse()
}

/** Within the last day. */
export function countToday(learnerId: number): Promise<number> {
  return DrillTryModel.count({ where: { learnerId, [Op.and]: literal('tried_at > NOW() - INTERVAL 1 DAY') } })
}

/** Whether a learner's device sent one under this name already. */
export async function hasTry(learnerId: number, tryKey: string): Promise<boolean> {
  return (await DrillTryModel.count({ where: { learnerId, tryKey } })) > 0
}

type NewTry = Pick<DrillTry, 'learnerId' | 'drill' | 'seed' | 'score' | 'figures'> & Partial<Pick<DrillTry, 'tryKey'>>

export async function addTryAt(values: NewTry, triedAt: Date): Promise<void> {
  await DrillTryModel.create({ ...values, triedAt })
}
