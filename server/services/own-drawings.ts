import { KEPT_REMOVED_MS } from '#shared/limits'
import type { Duplicate } from '#shared/schemas'
import type { FolioDrawing, Person } from '#shared/views'
import * as drawings from '../repositories/drawings'
import type { Drawing } from '../repositories/drawings'
import * as handIns from '../repositories/handins'
import * as plans from '../repositories/plans'
import { Refused } from '../utils/refuse'
import { copyDrawing } from './records'
import { requireOwnDrawing } from './rights'
import { now, nowMs } from '../utils/clock'

/** What a learner does with drawings of one's own: a name, a second one like it, put away and taken back. */

export const folioDrawing = ({ id, title, position, lastSeenAt }: Drawing): FolioDrawing => ({
  id,
  title,
  position,
  lastSeenAt: lastSeenAt?.toISOString() ?? null,
})

/** The one that is gone on with: the newest, unless it was made of another's strokes; none that is on paper. */
export function currentOf(theirs: readonly Drawing[]): Drawing | undefined {
  const drawn = theirs.filter(each => !each.onPaper)
  return drawn.findLast(each => each.copiedFrom === null) ?? drawn.at(-1)
}

/** Whether it may still be taken back. */
export const isTakenBackYet = ({ removedAt }: Drawing) =>
  removedAt !== null && nowMs() - removedAt.getTime() < KEPT_REMOVED_MS

export async function renameDrawing(person: Person, id: number, title: string): Promise<{ ok: true }> {
  await requireOwnDrawing(person, id)
  await drawings.setDrawing(id, { title })
  return { ok: true }
}

/** A second one: as it stands, or begun with what lay there at a moment of its making. */
export async function duplicateDrawing(
  person: Person,
  id: number,
  { key, title, from }: Duplicate,
): Promise<{ id: number }> {
  const drawing = await requireOwnDrawing(person, id)
  const copy = await copyDrawing(person, id, { position: from ?? drawing.position, key, isLaidOut: from !== undefined })
  await renameDrawing(person, copy.id, title)
  return { id: copy.id }
}

/**
 * Puts a drawing away, or takes it back. What was handed in stays with the teacher.
 * Throws Refused `not-yours` or `not-found`.
 */
export async function removeDrawing(person: Person, id: number, isRemoved: boolean): Promise<{ ok: true }> {
  const drawing = await requireOwnDrawing(person, id)
  if ((await plans.planById(drawing.planId))?.kind === 'mural')
    throw new Refused('not-yours', 'This is your part of a mural.', 'Give the panel back on the mural’s page.')
  if (!isRemoved && drawing.removedAt !== null && !isTakenBackYet(drawing))
    throw new Refused('not-found', 'It was put away too long ago.', 'Begin another one.')
  await drawings.setDrawing(id, { removedAt: isRemoved ? now() : null })
  return { ok: true }
}

/**
 * Drops what was put away longer ago than it can be taken back. What was handed in is the teacher's as well, and stays.
 */
export async function dropRemoved(): Promise<number> {
  const old = await drawings.removedBefore(new Date(nowMs() - KEPT_REMOVED_MS))
  const handed = new Set((await handIns.handInHeadsOf(old.map(each => each.id))).map(each => each.drawingId))
  const gone = old.filter(each => !handed.has(each.id))
  await drawings.dropDrawings(gone.map(each => each.id))
  await plans.dropSheetsWithoutDrawings([...new Set(gone.map(each => each.planId))])
  return gone.length
}
