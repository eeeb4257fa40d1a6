import { OFTEN } from '#shared/limits'
import type { DrillTryBody } from '#shared/schemas'
import type { Person, WarmUpsView } from '#shared/views'
import * as drills from '../repositories/drills'
import { leftOf } from './room'
import { ownSets } from './warm-up-sets'

/** Tries that are shown at most: a year of daily warm-ups. */
const MOST = 2000

export async function warmUpsView(person: Extract<Person, { kind: 'learner' }>): Promise<WarmUpsView> {
  const [rows, sets] = await Promise.all([drills.triesOf(person.id, MOST), ownSets(person.id)])
  return {
    sets,
    tries: rows.map(({ drill, seed, score, triedAt }) => ({ drill, seed, score, triedAt: triedAt.toISOString() })),
  }
}

/** `left`: how often it may still be done today, where that is few. Throws Refused `enough`. */
export async function keepTry(
  person: Extract<Person, { kind: 'learner' }>,
  body: DrillTryBody,
): Promise<{ left: number | null }> {
  const left = leftOf(await drills.countToday(person.id), OFTEN.triesADay, 'tried warm-ups')
  await drills.addTry({ learnerId: person.id, ...body })
  return { left }
}
