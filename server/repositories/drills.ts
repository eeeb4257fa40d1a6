import { literal, Op } from 'sequelize'
import { DrillTryModel, type DrillTry } from '../models'
import { every } from './values'
import { now } from '../utils/clock'

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

type NewTry = Pick<DrillTry, 'learnerId' | 'drill' | 'seed' | 'score' | 'figures'>

export function addTry(values: NewTry): Promise<void> {
  return addTryAt(values, now())
}

export async function addTryAt(values: NewTry, triedAt: Date): Promise<void> {
  await DrillTryModel.create({ ...values, triedAt })
}
