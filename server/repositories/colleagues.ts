import { command, question, type Tx } from './database'

/** Who teaches a class beside the one whose it is. */

export async function classesHelpedBy(teacherId: number): Promise<number[]> {
  const rows = await question<{ id: number }>(
    'SELECT class_id AS id FROM class_teachers WHERE teacher_id = :teacherId',
    { teacherId },
  )
  return rows.map(each => each.id)
}

export async function helps(teacherId: number, classId: number): Promise<boolean> {
  return (await classesHelpedBy(teacherId)).includes(classId)
}

export interface Colleague {
  readonly id: number
  readonly name: string
  readonly isLead: boolean
}

/** All who teach a class, whose it is first. */
export async function teachersOfClass(classId: number): Promise<Colleague[]> {
  const rows = await question<{ id: number; name: string; isLead: number }>(
    `SELECT t.id, t.name, t.id = c.teacher_id AS isLead FROM teachers t JOIN classes c ON c.id = :classId
      WHERE t.id = c.teacher_id
        OR t.id IN (SELECT h.teacher_id FROM class_teachers h WHERE h.class_id = :classId)
      ORDER BY isLead DESC, t.name, t.id`,
    { classId },
  )
  return rows.map(each => ({ ...each, isLead: Boolean(each.isLead) }))
}

/** Teachers who may come in, but for the demo's and one's own. */
export function colleaguesOf(teacherId: number): Promise<{ id: number; name: string }[]> {
  return question(
    'SELECT id, name FROM teachers WHERE id <> :teacherId AND locked_at IS NULL AND is_demo = 0 ORDER BY name, id',
    { teacherId },
  )
}

export async function addHelper(classId: number, teacherId: number, tx?: Tx): Promise<void> {
  await command(
    'INSERT IGNORE INTO class_teachers (class_id, teacher_id) VALUES (:classId, :teacherId)',
    { classId, teacherId },
    tx,
  )
}

export async function dropHelper(classId: number, teacherId: number, tx?: Tx): Promise<void> {
  await command(
    'DELETE FROM class_teachers WHERE class_id = :classId AND teacher_id = :teacherId',
    { classId, teacherId },
    tx,
  )
}

/** Another teacher's class from now on; who had it stays with it. */
export async function handClassOn(classId: number, from: number, to: number, tx: Tx): Promise<void> {
  await command('UPDATE classes SET teacher_id = :to WHERE id = :classId', { to, classId }, tx)
  await dropHelper(classId, to, tx)
  await addHelper(classId, from, tx)
}

/** All classes, put away or not, lessons and sheets for lessons of one teacher become another's. Gives how many. */
export async function handAllOver(
  from: { id: number; name: string },
  to: number,
  tx: Tx,
): Promise<{ classes: number; plans: number }> {
  const given = { from: from.id, name: from.name, to }
  await command(
    `DELETE FROM class_teachers WHERE teacher_id = :to AND class_id IN (SELECT id FROM classes WHERE teacher_id = :from)`,
    given,
    tx,
  )
  await command(
    `INSERT IGNORE INTO class_teachers (class_id, teacher_id)
      SELECT h.class_id, :to FROM class_teachers h JOIN classes c ON c.id = h.class_id
        WHERE h.teacher_id = :from AND c.teacher_id <> :to`,
    given,
    tx,
  )
  const [counts] = await question<{ classes: number; plans: number }>(
    `SELECT (SELECT COUNT(*) FROM classes WHERE teacher_id = :from) AS classes,
      (SELECT COUNT(*) FROM plans WHERE teacher_id = :from AND kind = 'lesson') AS plans`,
    given,
    tx,
  )
  for (const sql of [
    'DELETE FROM class_teachers WHERE teacher_id = :from',
    'UPDATE classes SET teacher_id = :to WHERE teacher_id = :from',
    'UPDATE plans SET teacher_id = :to, maker = COALESCE(maker, :name) WHERE teacher_id = :from',
    'UPDATE drawings SET teacher_id = :to WHERE teacher_id = :from',
  ])
    await command(sql, given, tx)
  return { classes: Number(counts!.classes), plans: Number(counts!.plans) }
}
