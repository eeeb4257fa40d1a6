import { Op } from 'sequelize'
import type { MuralFacts, PanelSeams } from '#shared/mural'
import { MuralModel, MuralPanelModel, MuralPartModel, type MissingPanel, type Mural, type MuralPanel } from '../models'
import { question, type Tx } from './database'
import { every, made, one } from './values'
import { now } from '../utils/clock'

export type { MissingPanel, Mural, MuralPanel } from '../models'

const WITHOUT_PICTURE = { exclude: ['picture'] }
const PANEL_ALONE = { exclude: ['picture', 'edges', 'seams'] }

export function muralById(id: number): Promise<Mural | null> {
  return one(MuralModel.findByPk(id, { attributes: WITHOUT_PICTURE }))
}

export function muralsOf(classId: number): Promise<Mural[]> {
  return every(MuralModel.findAll({ where: { classId }, order: [['id', 'DESC']], attributes: WITHOUT_PICTURE }))
}

export async function muralPicture(id: number): Promise<Buffer | null> {
  return (await MuralModel.findByPk(id, { attributes: ['picture'] }))?.picture ?? null
}

export async function hasPicture(id: number): Promise<boolean> {
  return (await MuralModel.count({ where: { id, picture: { [Op.ne]: null } } })) > 0
}

export async function addMural(
  values: { classId: number; planId: number; facts: MuralFacts; picture: Buffer | null },
  versions: readonly number[],
  transaction: Tx,
): Promise<Mural> {
  const mural = await made(MuralModel.create({ ...values, madeAt: now() }, { transaction }))
  await MuralPanelModel.bulkCreate(
    versions.map((versionId, place) => ({ muralId: mural.id, place, versionId })),
    { transaction },
  )
  return mural
}

export async function archiveMural(id: number, isArchived: boolean): Promise<void> {
  await MuralModel.update({ archivedAt: isArchived ? now() : null }, { where: { id } })
}

export function panelAt(muralId: number, place: number): Promise<MuralPanel | null> {
  return one(MuralPanelModel.findOne({ where: { muralId, place }, attributes: PANEL_ALONE }))
}

export function panelsOf(muralId: number, transaction?: Tx): Promise<MuralPanel[]> {
  return every(MuralPanelModel.findAll({ where: { muralId }, order: ['place'], attributes: PANEL_ALONE, transaction }))
}

export async function panelsOfMurals(muralIds: number[]): Promise<MuralPanel[]> {
  if (muralIds.length === 0) return []
  return every(
    MuralPanelModel.findAll({ where: { muralId: muralIds }, order: ['muralId', 'place'], attributes: PANEL_ALONE }),
  )
}

/** The panel that a drawing is; null: it is none. */
export function panelOfDrawing(drawingId: number): Promise<MuralPanel | null> {
  return one(MuralPanelModel.findOne({ where: { drawingId }, attributes: PANEL_ALONE }))
}

/** Gives a panel to a learner if it is whose it was thought to be. Returns whether it was. */
export async function handPanel(
  muralId: number,
  place: number,
  from: number | null,
  to: number | null,
  transaction?: Tx,
): Promise<boolean> {
  const [count] = await MuralPanelModel.update(
    { learnerId: to, drawingId: null, picture: null, pictured: null, edges: null, seams: null },
    { where: { muralId, place, learnerId: from }, transaction },
  )
  return count > 0
}

export async function setPanelDrawing(
  muralId: number,
  place: number,
  drawingId: number,
  transaction: Tx,
): Promise<void> {
  await MuralPanelModel.update({ drawingId }, { where: { muralId, place }, transaction })
}

/** The row, locked until the transaction ends. */
export function lockPanel(muralId: number, place: number, transaction: Tx): Promise<MuralPanel | null> {
  return one(
    MuralPanelModel.findOne({
      where: { muralId, place },
      attributes: PANEL_ALONE,
      transaction,
      lock: transaction.LOCK.UPDATE,
    }),
  )
}

export interface PanelRow {
  readonly place: number
  readonly learnerId: number | null
  readonly learner: string | null
  readonly drawingId: number | null
  readonly position: number | null
  readonly lastSeenAt: Date | null
  readonly livePictured: number | null
  /** Of its live picture; and what the whole was measured to have, if that is newer. */
  readonly seams: string | null
  readonly handIn: number | null
}

const PANELS = `SELECT p.place, p.learner_id AS learnerId, l.name AS learner, p.drawing_id AS drawingId, d.position, d.last_seen_at AS lastSeenAt,
    v.position AS livePictured,
    IF(p.seams IS NOT NULL AND (v.made_at IS NULL OR v.made_at < m.assembled_at), p.seams, v.seams) AS seams, (SELECT MAX(h.id) FROM hand_ins h WHERE h.drawing_id = p.drawing_id) AS handIn
  FROM mural_panels p
  JOIN murals m ON m.id = p.mural_id
  LEFT JOIN learners l ON l.id = p.learner_id
  LEFT JOIN drawings d ON d.id = p.drawing_id
  LEFT JOIN live_pictures v ON v.drawing_id = p.drawing_id
  WHERE p.mural_id = :muralId ORDER BY p.place`

/** All panels with what is drawn of them, as the database has it now. */
export function panelRows(muralId: number): Promise<PanelRow[]> {
  return question<PanelRow>(PANELS, { muralId })
}

export interface EdgeRow {
  readonly place: number
  readonly learner: string | null
  readonly pictured: number | null
  readonly edges: Buffer | null
}

const EDGES = `SELECT p.place, l.name AS learner, v.position AS pictured, v.edges
  FROM mural_panels p
  LEFT JOIN learners l ON l.id = p.learner_id
  LEFT JOIN live_pictures v ON v.drawing_id = p.drawing_id
  WHERE p.mural_id = :muralId AND p.place IN (:places)`

/** Some panels with their edges. */
export function edgeRows(muralId: number, places: number[]): Promise<EdgeRow[]> {
  return question<EdgeRow>(EDGES, { muralId, places })
}

export function seamsOf(row: { readonly seams: string | null }): PanelSeams {
  return row.seams === null ? {} : (JSON.parse(row.seams) as PanelSeams)
}

// --- put together

/** A panel's part as it was put in; null: never. */
export async function panelPicture(muralId: number, place: number): Promise<Buffer | null> {
  return (await panelPut(muralId, place))?.picture ?? null
}

/** The same with its edges. */
export async function panelPut(muralId: number, place: number): Promise<{ picture: Buffer; edges: Buffer } | null> {
  const { picture, edges } =
    (await MuralPanelModel.findOne({ where: { muralId, place }, attributes: ['picture', 'edges'] })) ?? {}
  return picture && edges ? { picture, edges } : null
}

export async function setPanelPut(
  muralId: number,
  place: number,
  values: { picture: Buffer; edges: Buffer; pictured: number },
): Promise<void> {
  await MuralPanelModel.update(values, { where: { muralId, place } })
}

export async function addPart(muralId: number, run: number, number: number, bytes: Buffer): Promise<void> {
  await MuralPartModel.upsert({ muralId, run, number, bytes })
}

/** One assembly is whole: those before it are forgotten. `seams`: one a panel. */
export async function setWhole(
  muralId: number,
  run: number,
  { missing, seams }: { missing: readonly MissingPanel[]; seams: readonly PanelSeams[] },
  transaction: Tx,
): Promise<void> {
  for (const [place, each] of seams.entries())
    await MuralPanelModel.update({ seams: each }, { where: { muralId, place }, transaction })
  await MuralModel.update({ run, assembledAt: now(), missing: [...missing] }, { where: { id: muralId }, transaction })
  await MuralPartModel.destroy({ where: { muralId, run: { [Op.ne]: run } }, transaction })
}

export async function dropParts(muralId: number, run: number): Promise<void> {
  await MuralPartModel.destroy({ where: { muralId, run } })
}

/** The numbers of an assembly's parts, and one of them. */
export async function partNumbers(muralId: number, run: number): Promise<number[]> {
  return (await MuralPartModel.findAll({ where: { muralId, run }, attributes: ['number'], order: ['number'] })).map(
    each => each.number,
  )
}
export async function part(muralId: number, run: number, number: number): Promise<Buffer | null> {
  return (await MuralPartModel.findOne({ where: { muralId, run, number } }))?.bytes ?? null
}
