import { Op } from 'sequelize'
import { DrillTryModel, WarmUpSetModel, type DrillTry, type WarmUpSet } from '../models'
import { every, made, one } from './values'

export type { DrillTry, WarmUpSet } from '../models'

type NewSet = Pick<WarmUpSet, 'classId' | 'title' | 'day' | 'warmUps'>

/** A class's sets, the latest day first. */
export function setsOf(classId: number): Promise<WarmUpSet[]> {
  return every(
    WarmUpSetModel.findAll({
      where: { classId },
      order: [
        ['day', 'DESC'],
        ['id', 'DESC'],
      ],
    }),
  )
}

export function setById(id: number): Promise<WarmUpSet | null> {
  return one(WarmUpSetModel.findByPk(id))
}

export function addSet(values: NewSet): Promise<WarmUpSet> {
  return made(WarmUpSetModel.create(values))
}

/** What these learners tried of these sets, the oldest first. */
export async function triesOfSets(
  learnerIds: readonly number[],
  sets: readonly Pick<WarmUpSet, 'warmUps'>[],
): Promise<DrillTry[]> {
  const asked = new Set(sets.flatMap(each => each.warmUps.map(one => `${one.drill} ${one.seed}`)))
  if (asked.size === 0 || learnerIds.length === 0) return []
  const seeds = [...new Set(sets.flatMap(each => each.warmUps.map(one => one.seed)))]
  const rows = await every(
    DrillTryModel.findAll({
      where: { learnerId: { [Op.in]: [...learnerIds] }, seed: { [Op.in]: seeds } },
      order: [['id', 'ASC']],
      attributes: { exclude: ['figures'] },
    }),
  )
  return rows.filter(each => asked.has(`${each.drill} ${each.seed}`))
}

export async function changeSet(id: number, values: Omit<NewSet, 'classId'>): Promise<void> {
  await WarmUpSetModel.update(values, { where: { id } })
}

export async function dropSet(id: number): Promise<void> {
  await WarmUpSetModel.destroy({ where: { id } })
}
