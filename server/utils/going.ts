import { useSession, type H3Event } from 'h3'
import type { Going } from '../services/school-accounts'
import { isSecure } from './peer'

/** Whoever goes to the school's accounts is back within so long, s. */
const WHILE_S = 15 * 60

const keptOn = (event: H3Event) =>
  useSession<Partial<Going>>(event, {
    name: 'easel-going',
    password: useRuntimeConfig(event).session.password,
    maxAge: WHILE_S,
    cookie: { httpOnly: true, sameSite: 'lax', secure: isSecure(event), path: '/api/session/school' },
  })

export async function keepGoing(event: H3Event, going: Going): Promise<void> {
  await (await keptOn(event)).update({ ...going })
}

/** What was kept; it is good once. */
export async function takeGoing(event: H3Event): Promise<Going | null> {
  const kept = await keptOn(event)
  const { state, nonce, verifier } = kept.data
  await kept.clear()
  return state && nonce && verifier ? { state, nonce, verifier } : null
}
