import { nameKey } from '#core/roster'
import type { Person } from '#shared/views'
import { inTransaction } from '../repositories/database'
import * as people from '../repositories/people'
import { Refused } from '../utils/refuse'
import { note } from './audit'
import { named } from './register'
import { requireClass, requireLearner } from './rights'

/** A learner in several classes: a row in each, with one folio. */

type Teacher = Extract<Person, { kind: 'teacher' }>

/**
 * Takes a learner into another class as well. Whoever has the name there already is taken for the same one; otherwise
 * they come in there with the same PIN. Throws Refused `malformed`.
 */
export async function takeIntoAlso(
  person: Teacher,
  learnerId: number,
  classId: number,
): Promise<{ code: string; className: string; wasThere: boolean }> {
  const { learner, schoolClass } = await requireLearner(person, learnerId)
  const to = await requireClass(person, classId)
  if (to.id === schoolClass.id || learner.guestUntil)
    throw new Refused(
      'malformed',
      `${learner.name} is a ${learner.guestUntil ? 'guest' : 'learner'} here.`,
      'Choose another class.',
    )
  const there = (await people.everyLearnerOf([to.id])).find(each => nameKey(each.name) === nameKey(learner.name))
  if (there?.removedAt)
    throw new Refused('malformed', `${there.name} was taken out of ${to.name}.`, 'Put them back there first.')
  await named(
    `“${learner.name}”`,
    inTransaction(async tx => {
      const folioId = learner.folioId ?? there?.folioId ?? learner.id
      const row =
        there ??
        (await people.addLearner(
          {
            classId: to.id,
            name: learner.name,
            secret: learner.secret,
            comfort: learner.comfort,
            sourceId: learner.sourceId,
          },
          tx,
        ))
      // Whoever was one with either is one with both.
      await people.joinFolios([learner.id, row.id], folioId, tx)
    }),
  )
  for (const each of [schoolClass, to])
    await note('also-in', { who: person.name, classId: each.id, about: `${learner.name}: ${to.name}` })
  return { code: to.code, className: to.name, wasThere: there !== undefined }
}
