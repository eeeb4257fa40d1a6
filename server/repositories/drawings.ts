import { literal, Op } from 'sequelize'
import { DrawingRow, RecordBatch } from '../models'
import type { Tx } from './database'

export function drawingById(id: number): Promise<DrawingRow | null> {
  return DrawingRow.findByPk(id)
}

export function drawingsById(ids: number[]): Promise<DrawingRow[]> {
  return DrawingRow.findAll({ where: { id: ids } })
}

/** The row, locked until the transaction ends: batches of one drawing are stored one after the other. */
export function lockDrawing(id: number, transaction: Tx): Promise<DrawingRow | null> {
  return DrawingRow.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE })
}

/** The copy of a drawing that was asked for under a key. */
export function copyOf(drawingId: number, copyKey: string, transaction: Tx): Promise<DrawingRow | null> {
  return DrawingRow.findOne({ where: { copiedFrom: drawingId, copyKey }, transaction })
}

/** A learner's drawings for a plan that were not put away, the oldest first. */
export function drawingsFor(learnerId: number, planId: number): Promise<DrawingRow[]> {
  return DrawingRow.findAll({ where: { learnerId, planId, removedAt: null }, order: ['id'] })
}

export function removedBefore(time: Date): Promise<DrawingRow[]> {
  return DrawingRow.findAll({ where: { removedAt: { [Op.lt]: time } } })
}

/** For good, with their records. */
export async function dropDrawings(ids: number[]): Promise<void> {
  await DrawingRow.destroy({ where: { id: ids } })
}

/** The learner's latest drawing for a version of a plan. */
export function drawingForVersion(learnerId: number, versionId: number, transaction?: Tx): Promise<DrawingRow | null> {
  return DrawingRow.findOne({ where: { learnerId, versionId }, order: [['id', 'DESC']], transaction })
}

export function drawingsOf(learnerIds: number[]): Promise<DrawingRow[]> {
  return DrawingRow.findAll({ where: { learnerId: learnerIds }, order: ['id'] })
}

/** A teacher's own drawings, the latest first. */
export function teachersDrawings(teacherId: number): Promise<DrawingRow[]> {
  return DrawingRow.findAll({ where: { teacherId }, order: [['id', 'DESC']] })
}

type NewDrawing = Pick<DrawingRow, 'planId'> &
  Partial<Pick<DrawingRow, 'learnerId' | 'teacherId' | 'versionId' | 'purpose' | 'step' | 'copiedFrom' | 'copyKey'>>

export function addDrawing(values: NewDrawing, transaction?: Tx): Promise<DrawingRow> {
  return DrawingRow.create({ ...values }, { transaction })
}

export function batchesOf(drawingId: number, transaction?: Tx): Promise<RecordBatch[]> {
  return RecordBatch.findAll({ where: { drawingId }, order: ['number'], transaction })
}

/** Those that hold entries from a place on. */
export function batchesFrom(drawingId: number, from: number): Promise<RecordBatch[]> {
  return RecordBatch.findAll({
    where: { drawingId, [Op.and]: literal('`start` + `count` > ' + String(Math.trunc(from))) },
    order: ['number'],
  })
}

export function batch(drawingId: number, number: number, transaction?: Tx): Promise<RecordBatch | null> {
  return RecordBatch.findOne({ where: { drawingId, number }, transaction })
}

export type NewBatch = Pick<RecordBatch, 'drawingId' | 'number' | 'start' | 'count' | 'digest' | 'packed'>

export async function addBatch(values: NewBatch, transaction?: Tx): Promise<void> {
  await RecordBatch.create(values, { transaction })
}
