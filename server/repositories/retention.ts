import { ANNOUNCED_DAYS } from '#shared/place'
import { command, question, type Tx } from './database'

/** When classes that were put away are erased. All times are the database's. */

/** Says of each that was put away when it is erased, where that is not said yet: never without notice. */
export async function markDueClasses(tx?: Tx): Promise<void> {
  await command(
    `UPDATE classes SET erase_at = GREATEST(
        archived_at + INTERVAL (SELECT p.keep_months FROM place p WHERE p.id = 1) MONTH,
        NOW(3) + INTERVAL ${ANNOUNCED_DAYS} DAY)
      WHERE archived_at IS NOT NULL AND erase_at IS NULL
        AND EXISTS (SELECT 1 FROM place p WHERE p.id = 1 AND p.keep_months IS NOT NULL)`,
    {},
    tx,
  )
}

/** All anew, by how long they are kept now. */
export async function reckonAnew(tx: Tx): Promise<void> {
  await command('UPDATE classes SET erase_at = NULL', {}, tx)
  await markDueClasses(tx)
}

/** Those whose time has come. */
export function dueClasses(): Promise<{ id: number; name: string; teacherId: number }[]> {
  return question(
    `SELECT id, name, teacher_id AS teacherId FROM classes
      WHERE archived_at IS NOT NULL AND erase_at < NOW(3)`,
    {},
  )
}
