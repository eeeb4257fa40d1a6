import { Op } from 'sequelize'
import { FRONT_LASTS_MS } from '#shared/limits'
import type { LiveFinding } from '#shared/schemas'
import type { PanelSeams } from '#shared/mural'
import type { HandInState, News } from '#shared/views'
import {
  DrawingModel,
  LivePictureModel,
  NewsModel,
  RaisedHandModel,
  SchoolClassModel,
  type StoredNews,
} from '../models'
import { question, type Tx } from './database'
import { every } from './values'
import { now, nowMs } from '../utils/clock'

export type { StoredNews } from '../models'

/** A learner and the drawing that was last drawn on, as the database has them now. */
export interface RoundRow {
  readonly learnerId: number
  readonly name: string
  readonly drawingId: number | null
  readonly planId: number | null
  readonly versionId: number | null
  readonly position: number | null
  readonly step: string | null
  readonly stepAt: Date | null
  readonly lastSeenAt: Date | null
  readonly leftAt: Date | null
  readonly pictured: number | null
  readonly found: string | null
  readonly words: string | null
  readonly raisedAt: Date | null
  readonly handIn: HandInState | null
  readonly handInPosition: number | null
}

const ROUND = `SELECT l.id AS learnerId, l.name, l.left_at AS leftAt, d.id AS drawingId, d.plan_id AS planId, d.version_id AS versionId, d.position, d.step, d.step_at AS stepAt, d.last_seen_at AS lastSeenAt,
    p.position AS pictured, p.findings AS found, h.words, h.raised_at AS raisedAt, i.state AS handIn, i.position AS handInPosition
  FROM learners l
  LEFT JOIN drawings d ON d.id = (SELECT x.id FROM drawings x WHERE x.learner_id = l.id AND x.on_paper = 0 ORDER BY x.last_seen_at DESC, x.id DESC LIMIT 1)
  LEFT JOIN live_pictures p ON p.drawing_id = d.id
  LEFT JOIN raised_hands h ON h.learner_id = l.id
  LEFT JOIN hand_ins i ON i.id = (SELECT MAX(y.id) FROM hand_ins y WHERE y.drawing_id = d.id)
  WHERE l.class_id = :classId AND l.removed_at IS NULL
  ORDER BY l.name`

export function roundRows(classId: number): Promise<RoundRow[]> {
  return question<RoundRow>(ROUND, { classId })
}

export async function setLivePicture(
  values: {
    drawingId: number
    position: number
    picture: Buffer
    findings: LiveFinding[] | null
    edges?: Buffer | null
    seams?: PanelSeams | null
  },
  transaction?: Tx,
): Promise<void> {
  await LivePictureModel.upsert({ ...values, madeAt: now() }, { transaction })
}

/** Forgets the oldest pictures of a learner's drawings but so many; those of a mural's panels stay. */
export async function forgetPictures(learnerId: number, most: number): Promise<void> {
  const old = await question<{ id: number }>(
    `SELECT p.drawing_id AS id FROM live_pictures p JOIN drawings d ON d.id = p.drawing_id
      LEFT JOIN mural_panels m ON m.drawing_id = d.id
      WHERE d.learner_id = :learnerId AND m.drawing_id IS NULL ORDER BY p.made_at DESC LIMIT 1000 OFFSET :most`,
    { learnerId, most },
  )
  if (old.length > 0) await LivePictureModel.destroy({ where: { drawingId: old.map(each => each.id) } })
}

export async function hasLivePicture(drawingId: number): Promise<boolean> {
  return (await LivePictureModel.findByPk(drawingId, { attributes: ['drawingId'] })) !== null
}

export async function livePicture(drawingId: number): Promise<Buffer | null> {
  return (await LivePictureModel.findByPk(drawingId, { attributes: ['picture'] }))?.picture ?? null
}

/** What drawings look like just now, and after how many entries; those without a picture are left out. */
export function livePicturesOf(
  drawingIds: number[],
): Promise<{ drawingId: number; position: number; picture: Buffer }[]> {
  if (drawingIds.length === 0) return Promise.resolve([])
  const attributes = ['drawingId', 'position', 'picture']
  return every(LivePictureModel.findAll({ where: { drawingId: drawingIds }, attributes }))
}

export async function raiseHand(values: { learnerId: number; drawingId: number; words: string }): Promise<void> {
  await RaisedHandModel.upsert({ ...values, raisedAt: now() })
}

export async function lowerHand(learnerId: number): Promise<boolean> {
  return (await RaisedHandModel.destroy({ where: { learnerId } })) > 0
}

export async function addNews(classId: number, learnerIds: readonly (number | null)[], body: News): Promise<void> {
  await NewsModel.bulkCreate(learnerIds.map(learnerId => ({ classId, learnerId, body, madeAt: now() })))
}

/** News for classes after a number, the oldest first. */
export function newsAfter(classIds: number[], after: number, most: number): Promise<StoredNews[]> {
  return every(NewsModel.findAll({ where: { classId: classIds, id: { [Op.gt]: after } }, order: ['id'], limit: most }))
}

/** The number below which nothing is younger than a time. */
export async function newsBefore(time: Date): Promise<number> {
  const [row] = await question<{ id: number | null }>('SELECT MAX(id) AS id FROM news WHERE made_at < :time', { time })
  return row?.id ?? 0
}

export async function forgetNews(before: Date): Promise<void> {
  await NewsModel.destroy({ where: { madeAt: { [Op.lt]: before } } })
}

/** Puts a sheet in front of a class; null: none any more. */
export async function setFront(classId: number, drawingId: number | null): Promise<void> {
  const frontAt = drawingId === null ? null : now()
  await SchoolClassModel.update({ frontDrawingId: drawingId, frontAt }, { where: { id: classId } })
}

/** The sheet in front is still there. Answers whether it is (still, or again) that one. */
export async function keepFront(classId: number, drawingId: number): Promise<boolean> {
  const [count] = await SchoolClassModel.update(
    { frontAt: now() },
    { where: { id: classId, frontDrawingId: drawingId } },
  )
  // The driver counts rows that changed: the time does, in every ms.
  return count > 0
}

/** Of sheets that were heard of lately. */
const isFrontThere = () => ({ frontAt: { [Op.gt]: new Date(nowMs() - FRONT_LASTS_MS) } })

/** The sheet that each of the classes looks at, and how far it is. */
export async function fronts(classIds: number[]): Promise<Map<number, { drawing: number; position: number }>> {
  const classes = await SchoolClassModel.findAll({
    where: { id: classIds, frontDrawingId: { [Op.ne]: null }, ...isFrontThere() },
    attributes: ['id', 'frontDrawingId'],
  })
  if (classes.length === 0) return new Map()
  const rows = await DrawingModel.findAll({
    where: { id: classes.map(each => each.frontDrawingId!) },
    attributes: ['id', 'position'],
  })
  return new Map(
    classes.flatMap(each => {
      const row = rows.find(one => one.id === each.frontDrawingId)
      return row ? [[each.id, { drawing: row.id, position: row.position }] as const] : []
    }),
  )
}

/** Whether a class looks at this drawing now. */
export async function isInFront(classId: number, drawingId: number): Promise<boolean> {
  return (await SchoolClassModel.count({ where: { id: classId, frontDrawingId: drawingId, ...isFrontThere() } })) > 0
}
