import type { PlaceBody, TeacherRow } from '#shared/place'
import { command, question, type Tx } from './database'

/** The place: one row, made with the database. */
export interface Place extends PlaceBody {
  readonly keeperId: number | null
  /** Null: nobody has made it their own yet. */
  readonly setUpAt: Date | null
  /** Digest of the code that lets it be set up; null: none was drawn. */
  readonly code: string | null
  /** Months that classes are kept after they were put away; null: for ever. */
  readonly keepMonths: number | null
}

/** With a transaction it is locked until that ends: of two at once the second sees what the first one did. */
export async function thePlace(tx?: Tx): Promise<Place> {
  const [row] = await question<Place>(
    `SELECT name, language, time_zone AS timeZone, keeper_id AS keeperId, set_up_at AS setUpAt, code,
        keep_months AS keepMonths
      FROM place WHERE id = 1 ${tx ? 'FOR UPDATE' : ''}`,
    {},
    tx,
  )
  return row!
}

/** Keeps the digest of a code, unless the place is somebody's own already. */
export async function setCode(code: string): Promise<void> {
  await command('UPDATE place SET code = :code WHERE id = 1 AND set_up_at IS NULL', { code })
}

export async function setPlace({ name, language, timeZone }: PlaceBody, tx?: Tx): Promise<void> {
  await command(
    'UPDATE place SET name = :name, language = :language, time_zone = :timeZone WHERE id = 1',
    { name, language, timeZone },
    tx,
  )
}

/** From now on it is somebody's own: the code is used up. */
export async function markSetUp(keeperId: number, tx: Tx): Promise<void> {
  await command(
    'UPDATE place SET keeper_id = :keeperId, set_up_at = NOW(3), code = NULL WHERE id = 1',
    { keeperId },
    tx,
  )
}

export async function setKeeper(keeperId: number, tx: Tx): Promise<void> {
  await command('UPDATE place SET keeper_id = :keeperId WHERE id = 1', { keeperId }, tx)
}

interface Row extends Omit<TeacherRow, 'isKeeper' | 'isDemo' | 'isLocked' | 'seenAt'> {
  readonly isKeeper: number
  readonly isDemo: number
  readonly isLocked: number
  readonly seenAt: Date | null
}

/** Every teacher of the place, by name. */
export async function teacherRows(): Promise<TeacherRow[]> {
  const rows = await question<Row>(
    `SELECT t.id, t.name, t.email, t.is_demo AS isDemo, t.locked_at IS NOT NULL AS isLocked,
        COALESCE(t.id = p.keeper_id, 0) AS isKeeper,
        (SELECT COUNT(*) FROM classes c WHERE c.teacher_id = t.id AND c.archived_at IS NULL) AS classes,
        (SELECT COALESCE(SUM(d.bytes), 0) FROM drawings d WHERE d.teacher_id = t.id OR d.learner_id IN
          (SELECT l.id FROM learners l JOIN classes k ON k.id = l.class_id WHERE k.teacher_id = t.id)) AS bytes,
        (SELECT MAX(s.seen_at) FROM sessions s WHERE s.kind = 'teacher' AND s.person = t.id) AS seenAt
      FROM teachers t JOIN place p ON p.id = 1 ORDER BY t.name, t.id`,
    {},
  )
  return rows.map(({ isKeeper, isDemo, isLocked, seenAt, ...row }) => ({
    ...row,
    classes: Number(row.classes),
    bytes: Number(row.bytes),
    isKeeper: Boolean(isKeeper),
    isDemo: Boolean(isDemo),
    isLocked: Boolean(isLocked),
    seenAt: seenAt?.toISOString() ?? null,
  }))
}

/** Bytes of all tables, as the database reckons them. */
export async function databaseBytes(): Promise<number> {
  const [row] = await question<{ bytes: number | string | null }>(
    `SELECT SUM(data_length + index_length) AS bytes FROM information_schema.tables WHERE table_schema = DATABASE()`,
    {},
  )
  return Number(row?.bytes ?? 0)
}

export async function setKeepMonths(months: number | null, tx: Tx): Promise<void> {
  await command('UPDATE place SET keep_months = :months WHERE id = 1', { months }, tx)
}
