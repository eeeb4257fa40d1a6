import { OFTEN } from '#shared/limits'
import type { KeptTryBody } from '#shared/schemas'
import type { Person, WarmUpsView } from '#shared/views'
import { isDouble } from '../repositories/database'
import * as drills from '../repositories/drills'
import { leftOf } from './room'
import { ownSets } from './warm-up-sets'
import { nowMs } from '../utils/clock'

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
  { agoMs = 0, key, ...body }: KeptTryBody,
): Promise<{ left: number | null }> {
  // Its answer was lost.
  if (key !== undefined && (await drills.hasTry(person.id, key))) return { left: null }
  const left = leftOf(await drills.countToday(person.id), OFTEN.triesADay, 'tried warm-ups')
  try {
    await drills.addTryAt({ learnerId: person.id, ...body, tryKey: key ?? null }, new Date(nowMs() - agoMs))
  } catch (error) {
    if (!isDouble(error)) throw error
  }
  return { left }
}
