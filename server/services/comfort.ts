import type { Comfort } from '#shared/comfort'
import type { Person } from '#shared/views'
import { setComfort } from '../repositories/people'
import { idsOf } from './rights'

/** How a learner likes the program, on every device; of one in several classes, in all of them. */
export async function keepComfort(person: Extract<Person, { kind: 'learner' }>, comfort: Comfort): Promise<Comfort> {
  await setComfort(await idsOf(person), comfort)
  return comfort
}
