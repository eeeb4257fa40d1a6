import { Op } from 'sequelize'
import { WallWordsModel, WallWorkModel, type WallWork, type WallWords } from '../models'
import { question, type Tx } from './database'
import { every, one } from './values'
import { now } from '../utils/clock'

export type { WallWork, WallWords } from '../models'

export function workById(id: number): Promise<WallWork | null> {
  return one(WallWorkModel.findByPk(id))
}

/** All that hangs, is asked for or offered, in its order. */
export function worksOf(classId: number): Promise<WallWork[]> {
  return every(WallWorkModel.findAll({ where: { classId, state: { [Op.ne]: 'down' } }, order: ['place', 'id'] }))
}

export function workOfHandIn(handInId: number, transaction?: Tx): Promise<WallWork | null> {
  return one(WallWorkModel.findOne({ where: { handInId }, transaction }))
}

/** What waits for the teacher on the Walls of classes: works that were offered, and words. */
export async function waitingOn(classIds: number[]): Promise<{ classId: number; works: number; words: number }[]> {
  if (classIds.length === 0) return []
  return question(
    `SELECT w.class_id AS classId, CAST(SUM(w.state = 'offered') AS INT) AS works,
      CAST(SUM((SELECT COUNT(*) FROM wall_words k WHERE k.work_id = w.id AND k.state = 'waiting')) AS INT) AS words
    FROM wall_works w WHERE w.class_id IN (:classIds) AND w.state <> 'down' GROUP BY w.class_id`,
    { classIds },
  )
}

/** Works of a learner for which the teacher would like leave. */
export function countAsked(learnerId: number): Promise<number> {
  return WallWorkModel.count({ where: { learnerId, state: 'asked' } })
}

/** Puts a hand-in forward for the Wall, or again after it was taken down. */
export async function putForward(
  values: Pick<WallWork, 'classId' | 'learnerId' | 'handInId' | 'title' | 'isNamed' | 'state'>,
  transaction?: Tx,
): Promise<number> {
  const known = await workOfHandIn(values.handInId, transaction)
  if (!known) return (await WallWorkModel.create({ ...values, askedAt: now() }, { transaction })).id
  const again = { ...values, askedAt: now(), hungAt: null }
  await WallWorkModel.update(again, { where: { id: known.id }, transaction })
  return known.id
}

export async function setWork(
  id: number,
  values: Partial<Pick<WallWork, 'title' | 'isNamed' | 'state' | 'hungAt' | 'place'>>,
  transaction?: Tx,
): Promise<void> {
  await WallWorkModel.update(values, { where: { id }, transaction })
}

export function wordsById(id: number): Promise<WallWords | null> {
  return one(WallWordsModel.findByPk(id))
}

/** The oldest first. */
export function wordsOf(workIds: number[]): Promise<WallWords[]> {
  return every(WallWordsModel.findAll({ where: { workId: workIds }, order: ['id'] }))
}

export async function addWords(
  values: Pick<WallWords, 'workId' | 'learnerId' | 'teacherId' | 'words' | 'state'>,
  transaction?: Tx,
): Promise<number> {
  return (await WallWordsModel.create({ ...values, saidAt: now() }, { transaction })).id
}

export function countWaiting(learnerId: number, transaction?: Tx): Promise<number> {
  return WallWordsModel.count({ where: { learnerId, state: 'waiting' }, transaction })
}

export async function setWords(id: number, state: WallWords['state']): Promise<void> {
  await WallWordsModel.update({ state }, { where: { id } })
}

export async function removeWords(id: number): Promise<void> {
  await WallWordsModel.destroy({ where: { id } })
}
