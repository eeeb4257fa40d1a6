import { command, question, type Tx } from './database'

/** Erases for good. What hangs on a row goes with it, where the tables say so. */

/** A teacher with all of their classes, learners, drawings and plans. */
export async function eraseTeacher(id: number, tx: Tx): Promise<void> {
  const learners = `SELECT l.id FROM learners l JOIN classes c ON c.id = l.class_id WHERE c.teacher_id = :id`
  const plans = `SELECT p.id FROM plans p WHERE p.teacher_id = :id OR p.learner_id IN (${learners})`
  for (const sql of [
    `DELETE FROM sessions WHERE (kind = 'teacher' AND person = :id) OR (kind = 'learner' AND person IN (${learners}))`,
    'DELETE FROM audit WHERE teacher_id = :id OR class_id IN (SELECT c.id FROM classes c WHERE c.teacher_id = :id)',
    'DELETE FROM murals WHERE class_id IN (SELECT c.id FROM classes c WHERE c.teacher_id = :id)',
    `DELETE FROM drawings WHERE teacher_id = :id OR learner_id IN (${learners})`,
  ])
    await command(sql, { id }, tx)
  const ids = (await question<{ id: number }>(plans, { id }, tx)).map(each => each.id)
  await command(
    'DELETE FROM assignments WHERE class_id IN (SELECT c.id FROM classes c WHERE c.teacher_id = :id)',
    { id },
    tx,
  )
  if (ids.length) await command('DELETE FROM plans WHERE id IN (:ids)', { ids }, tx)
  await command('DELETE FROM classes WHERE teacher_id = :id', { id }, tx)
  await command('DELETE FROM answers WHERE teacher_id = :id', { id }, tx)
  await command('DELETE FROM teachers WHERE id = :id', { id }, tx)
}
