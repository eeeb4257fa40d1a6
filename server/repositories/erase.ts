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

/** A class with all of its learners and what they made, murals, Wall, warm-ups and what was noted of it. */
export async function eraseClass(id: number, tx: Tx): Promise<void> {
  const learners = await question<{ id: number; name: string; classId: number }>(
    'SELECT id, name, class_id AS classId FROM learners WHERE class_id = :id',
    { id },
    tx,
  )
  for (const each of learners) await eraseLearner(each, tx)
  const murals = await question<{ id: number }>('SELECT plan_id AS id FROM murals WHERE class_id = :id', { id }, tx)
  for (const sql of [
    'DELETE FROM murals WHERE class_id = :id',
    'DELETE FROM assignments WHERE class_id = :id',
    'DELETE FROM audit WHERE class_id = :id',
    'DELETE FROM classes WHERE id = :id',
  ])
    await command(sql, { id }, tx)
  if (murals.length)
    await command("DELETE FROM plans WHERE kind = 'mural' AND id IN (:ids)", { ids: murals.map(each => each.id) }, tx)
}

/**
 * A learner with all drawings, hand-ins, answers, what hangs on the Wall, and what others saw of it: murals with a
 * panel of theirs have to be put together anew. Where their name was noted, that it was a learner stays.
 */
export async function eraseLearner(learner: { id: number; name: string; classId: number }, tx: Tx): Promise<void> {
  const { id, name, classId } = learner
  const murals = 'SELECT p.mural_id FROM mural_panels p WHERE p.learner_id = :id'
  for (const sql of [
    `DELETE FROM mural_parts WHERE mural_id IN (${murals})`,
    `UPDATE murals SET run = NULL, assembled_at = NULL, missing = NULL WHERE id IN (${murals})`,
    `UPDATE mural_panels SET learner_id = NULL, drawing_id = NULL, picture = NULL, pictured = NULL, edges = NULL,
      seams = NULL WHERE learner_id = :id`,
    "DELETE FROM sessions WHERE kind = 'learner' AND person = :id",
    'DELETE FROM doors WHERE name = :door OR name LIKE :from',
    "UPDATE audit SET who = 'a learner since erased' WHERE class_id = :classId AND who = :name",
    "UPDATE audit SET about = 'a learner since erased' WHERE class_id = :classId AND INSTR(about, :name) > 0",
    'DELETE FROM drawings WHERE learner_id = :id',
    'DELETE FROM plans WHERE learner_id = :id',
    'DELETE FROM learners WHERE id = :id',
  ])
    await command(sql, { id, classId, name, door: `learner ${id}`, from: `learner ${id} from %` }, tx)
}
