import type { Measures } from '#core/review'
import type { StepFindings } from '#shared/views'
import { AnswerModel, HandInModel, type HandIn, type Answer } from '../models'
import { question, type Tx } from './database'
import { every, made, one } from './values'

export type { HandIn, Answer } from '../models'

const WITHOUT_PICTURE = { exclude: ['picture', 'cardPicture'] }

const BY_TIME = ['handedInAt', 'id']
const HEAD = { exclude: [...WITHOUT_PICTURE.exclude, 'findings', 'measures'] }
/** Of a hand-in what lists show. */
export type HandInHead = Omit<HandIn, 'picture' | 'cardPicture' | 'findings' | 'measures'>

export function handInById(id: number): Promise<HandIn | null> {
  return one(HandInModel.findByPk(id, { attributes: WITHOUT_PICTURE }))
}

export function handInsOf(drawingIds: number[], transaction?: Tx): Promise<HandIn[]> {
  return every(
    HandInModel.findAll({
      where: { drawingId: drawingIds },
      order: [...BY_TIME],
      attributes: WITHOUT_PICTURE,
      transaction,
    }),
  )
}

/** The same without what was found and measured. */
export function handInHeadsOf(drawingIds: number[]): Promise<HandInHead[]> {
  if (drawingIds.length === 0) return Promise.resolve([])
  return every(
    HandInModel.findAll({
      where: { drawingId: drawingIds },
      order: [...BY_TIME],
      attributes: HEAD,
    }),
  )
}

export function handInHeadsById(ids: number[]): Promise<HandInHead[]> {
  return every(HandInModel.findAll({ where: { id: ids }, attributes: HEAD }))
}

export async function handInPicture(id: number): Promise<Buffer | null> {
  return (await HandInModel.findByPk(id, { attributes: ['picture'] }))?.picture ?? null
}

export function addHandIn(
  values: Pick<HandIn, 'drawingId' | 'attempt' | 'position' | 'hash' | 'note' | 'handedInAt'>,
  transaction?: Tx,
): Promise<HandIn> {
  return made(HandInModel.create(values, { transaction }))
}

/** Takes what still waits of a drawing off the pile. */
export async function replaceWaiting(drawingId: number, transaction: Tx): Promise<void> {
  await HandInModel.update({ state: 'replaced' }, { where: { drawingId, state: 'waiting' }, transaction })
}

export function countHandIns(drawingId: number, transaction?: Tx): Promise<number> {
  return HandInModel.count({ where: { drawingId }, transaction })
}

/** Of all drawings of a learner, within the last day. */
export async function countToday(learnerId: number, transaction?: Tx): Promise<number> {
  const [row] = await question<{ count: number }>(
    `SELECT COUNT(*) AS count FROM hand_ins h JOIN drawings d ON d.id = h.drawing_id
      WHERE d.learner_id = :learnerId AND h.handed_in_at > NOW() - INTERVAL 1 DAY`,
    { learnerId },
    transaction,
  )
  return Number(row!.count)
}

export async function setExamined(
  id: number,
  values: { verification: 'matches' | 'differs'; findings: StepFindings[]; measures: Measures; picture: Buffer },
  transaction?: Tx,
): Promise<void> {
  const row = await HandInModel.findByPk(id, { attributes: WITHOUT_PICTURE, transaction })
  await row?.update({ ...values, ...countMet(values.findings), cardPicture: null }, { transaction })
}

/** How many look-fors are met, of how many that could be judged. */
export function countMet(findings: readonly StepFindings[]): { met: number; judged: number } {
  const all = findings.flatMap(each => each.findings).filter(each => each.verdict !== 'cant-tell')
  return { met: all.filter(each => each.verdict === 'met').length, judged: all.length }
}

/** The small picture of a hand-in: as it is kept, or made of the whole one by `make` and kept; null: none yet. */
export async function handInCardPicture(id: number, make: (whole: Buffer) => Promise<Buffer>): Promise<Buffer | null> {
  const row = await HandInModel.findByPk(id, { attributes: ['cardPicture'] })
  if (!row || row.cardPicture) return row?.cardPicture ?? null
  const whole = await handInPicture(id)
  if (!whole) return null
  const cardPicture = await make(whole)
  await HandInModel.update({ cardPicture }, { where: { id } })
  return cardPicture
}

/** It could not be drawn again: that takes more than the server has. */
export async function setUnchecked(id: number): Promise<void> {
  await HandInModel.update({ verification: 'unchecked' }, { where: { id } })
}

/** The answer to a hand-in, locked until the transaction ends. */
export function lockAnswer(handInId: number, transaction: Tx): Promise<Answer | null> {
  return one(AnswerModel.findByPk(handInId, { transaction, lock: transaction.LOCK.UPDATE }))
}

/** The row, locked until the transaction ends: two who answer at once come one after the other. */
export function lockHandIn(id: number, transaction: Tx): Promise<HandIn | null> {
  return one(HandInModel.findByPk(id, { attributes: ['id'], transaction, lock: transaction.LOCK.UPDATE }))
}

export function answersOf(handInIds: number[]): Promise<Answer[]> {
  return every(AnswerModel.findAll({ where: { handInId: handInIds } }))
}

export async function setAnswer(
  values: Omit<Answer, 'pins' | 'sketch' | 'criteria'> & Partial<Answer>,
  transaction: Tx,
): Promise<void> {
  await AnswerModel.upsert(values, { transaction })
  await HandInModel.update({ state: values.outcome }, { where: { id: values.handInId }, transaction })
}
