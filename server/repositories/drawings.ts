import { literal, Op } from 'sequelize'
import { DrawingModel, RecordBatchModel, type Drawing, type RecordBatch } from '../models'
import { question, type Tx } from './database'
import { every, made, one } from './values'

export type { Drawing, RecordBatch } from '../models'

export function drawingById(id: number): Promise<Drawing | null> {
  return one(DrawingModel.findByPk(id))
}

export function drawingsById(ids: number[]): Promise<Drawing[]> {
  return every(DrawingModel.findAll({ where: { id: ids } }))
}

/** The row, locked until the transaction ends: batches of one drawing are stored one after the other. */
export function lockDrawing(id: number, transaction: Tx): Promise<Drawing | null> {
  return one(DrawingModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE }))
}

/** The copy of a drawing that was asked for under a key. */
export function copyOf(drawingId: number, copyKey: string, transaction: Tx): Promise<Drawing | null> {
  return one(DrawingModel.findOne({ where: { copiedFrom: drawingId, copyKey }, transaction }))
}

/** The one that a learner's browser began without a network under a key; the learner may have several rows. */
export function begunUnder(learnerIds: number[], begunKey: string): Promise<Drawing | null> {
  return one(DrawingModel.findOne({ where: { learnerId: learnerIds, begunKey } }))
}

/** A learner's drawings for a plan that were not put away, the oldest first. */
export function drawingsFor(learnerId: number | number[], planId: number): Promise<Drawing[]> {
  return every(DrawingModel.findAll({ where: { learnerId, planId, removedAt: null }, order: ['id'] }))
}

export function removedBefore(time: Date): Promise<Drawing[]> {
  return every(DrawingModel.findAll({ where: { removedAt: { [Op.lt]: time } } }))
}

/** For good, with their records. */
export async function dropDrawings(ids: number[]): Promise<void> {
  await DrawingModel.destroy({ where: { id: ids } })
}

/** The learner's latest drawing for a version of a plan. */
export function drawingForVersion(learnerId: number, versionId: number, transaction?: Tx): Promise<Drawing | null> {
  return one(DrawingModel.findOne({ where: { learnerId, versionId }, order: [['id', 'DESC']], transaction }))
}

export function drawingsOf(learnerIds: number[], transaction?: Tx): Promise<Drawing[]> {
  return every(DrawingModel.findAll({ where: { learnerId: learnerIds }, order: ['id'], transaction }))
}

/** A teacher's own drawings, the latest first. */
export function teachersDrawings(teacherId: number): Promise<Drawing[]> {
  return every(DrawingModel.findAll({ where: { teacherId }, order: [['id', 'DESC']] }))
}

/** Drawings and the bytes of their records; `ever`: with those that were put away and are not forgotten yet. */
export interface UsedRoom {
  readonly drawings: number
  readonly bytes: number
  readonly ever: number
  readonly everBytes: number
}

const USED = `SELECT COUNT(*) AS ever, COALESCE(SUM(d.removed_at IS NULL), 0) AS drawings,
    COALESCE(SUM(d.bytes), 0) AS everBytes, COALESCE(SUM(IF(d.removed_at IS NULL, d.bytes, 0)), 0) AS bytes
  FROM drawings d`

async function usedRoom(where: string, id: number, tx?: Tx): Promise<UsedRoom> {
  const [row] = await question<Record<keyof UsedRoom, unknown>>(`${USED} ${where}`, { id }, tx)
  const { drawings, bytes, ever, everBytes } = row!
  // Sums come as decimals.
  return { drawings: Number(drawings), bytes: Number(bytes), ever: Number(ever), everBytes: Number(everBytes) }
}

export const roomOfLearner = (id: number, tx?: Tx): Promise<UsedRoom> => usedRoom('WHERE d.learner_id = :id', id, tx)
export const roomOfClass = (id: number): Promise<UsedRoom> =>
  usedRoom('JOIN learners l ON l.id = d.learner_id WHERE l.class_id = :id', id)
/** Of the teacher's own sheets and of all learners of all classes. */
export const roomOfTeacher = (id: number): Promise<UsedRoom> =>
  usedRoom(
    `LEFT JOIN learners l ON l.id = d.learner_id LEFT JOIN classes c ON c.id = l.class_id
      WHERE d.teacher_id = :id OR c.teacher_id = :id`,
    id,
  )

type NewDrawing = Pick<Drawing, 'planId'> &
  Partial<
    Pick<
      Drawing,
      | 'learnerId'
      | 'teacherId'
      | 'versionId'
      | 'purpose'
      | 'step'
      | 'copiedFrom'
      | 'copyKey'
      | 'begunKey'
      | 'title'
      | 'onPaper'
    >
  >

export function addDrawing(values: NewDrawing, transaction?: Tx): Promise<Drawing> {
  return made(DrawingModel.create({ ...values }, { transaction }))
}

export function batchesOf(drawingId: number, transaction?: Tx): Promise<RecordBatch[]> {
  return every(RecordBatchModel.findAll({ where: { drawingId }, order: ['number'], transaction }))
}

/** Those that hold entries from a place on. */
export function batchesFrom(drawingId: number, from: number): Promise<RecordBatch[]> {
  return every(
    RecordBatchModel.findAll({
      where: { drawingId, [Op.and]: literal('`start` + `count` > ' + String(Math.trunc(from))) },
      order: ['number'],
    }),
  )
}

export function batch(drawingId: number, number: number, transaction?: Tx): Promise<RecordBatch | null> {
  return one(RecordBatchModel.findOne({ where: { drawingId, number }, transaction }))
}

/** What becomes known of a drawing while it is drawn, renamed, put away. */
export async function setDrawing(
  id: number,
  values: Partial<Omit<Drawing, 'id' | 'learnerId' | 'teacherId' | 'planId'>>,
  transaction?: Tx,
): Promise<void> {
  await DrawingModel.update(values, { where: { id }, transaction })
}

export type NewBatch = Pick<RecordBatch, 'drawingId' | 'number' | 'start' | 'count' | 'digest' | 'packed'>

export async function addBatch(values: NewBatch, transaction?: Tx): Promise<void> {
  await RecordBatchModel.create(values, { transaction })
}
