import type { Measures } from '#core/review'
import type { StepFindings } from '#shared/views'
import { Answer, HandIn } from '../models'
import type { Tx } from './database'

const WITHOUT_PICTURE = { exclude: ['picture'] }

export function handInById(id: number): Promise<HandIn | null> {
  return HandIn.findByPk(id, { attributes: WITHOUT_PICTURE })
}

export function handInsOf(drawingIds: number[]): Promise<HandIn[]> {
  return HandIn.findAll({
    where: { drawingId: drawingIds },
    order: [
      ['handedInAt', 'ASC'],
      ['id', 'ASC'],
    ],
    attributes: WITHOUT_PICTURE,
  })
}

export function handInsById(ids: number[]): Promise<HandIn[]> {
  return HandIn.findAll({ where: { id: ids }, attributes: WITHOUT_PICTURE })
}

export async function handInPicture(id: number): Promise<Buffer | null> {
  return (await HandIn.findByPk(id, { attributes: ['picture'] }))?.picture ?? null
}

export function addHandIn(
  values: Pick<HandIn, 'drawingId' | 'attempt' | 'position' | 'hash' | 'note' | 'handedInAt'>,
  transaction?: Tx,
): Promise<HandIn> {
  return HandIn.create(values, { transaction })
}

/** Takes what still waits of a drawing off the pile. */
export async function replaceWaiting(drawingId: number, transaction: Tx): Promise<void> {
  await HandIn.update({ state: 'replaced' }, { where: { drawingId, state: 'waiting' }, transaction })
}

export function countHandIns(drawingId: number, transaction?: Tx): Promise<number> {
  return HandIn.count({ where: { drawingId }, transaction })
}

export async function setExamined(
  id: number,
  values: { verification: 'matches' | 'differs'; findings: StepFindings[]; measures: Measures; picture: Buffer },
  transaction?: Tx,
): Promise<void> {
  const row = await HandIn.findByPk(id, { transaction })
  await row?.update(values, { transaction })
}

/** The answer to a hand-in, locked until the transaction ends. */
export function lockAnswer(handInId: number, transaction: Tx): Promise<Answer | null> {
  return Answer.findByPk(handInId, { transaction, lock: transaction.LOCK.UPDATE })
}

/** The row, locked until the transaction ends: two who answer at once come one after the other. */
export function lockHandIn(id: number, transaction: Tx): Promise<HandIn | null> {
  return HandIn.findByPk(id, { attributes: ['id'], transaction, lock: transaction.LOCK.UPDATE })
}

export function answersOf(handInIds: number[]): Promise<Answer[]> {
  return Answer.findAll({ where: { handInId: handInIds } })
}

export async function setAnswer(values: Answer['_creationAttributes'], transaction: Tx): Promise<void> {
  await Answer.upsert(values, { transaction })
  await HandIn.update({ state: values.outcome }, { where: { id: values.handInId }, transaction })
}
