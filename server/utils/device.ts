import { randomBytes } from 'node:crypto'
import { useSession, type H3Event } from 'h3'
import type { From } from '../services/doors'
import { addressOf, isHere, isSecure } from './peer'

/** What a browser keeps, sealed, of who was let in on it. */
interface Known {
  readonly id?: string
  readonly who?: readonly string[]
}

/** So many are remembered on one device: a class and more. */
const MOST_KNOWN = 60
const YEAR_S = 365 * 24 * 3600

const knownOn = (event: H3Event) =>
  useSession<Known>(event, {
    name: 'easel-device',
    password: useRuntimeConfig(event).session.password,
    maxAge: YEAR_S,
    // A school's server on plain http must stay reachable.
    cookie: { httpOnly: true, sameSite: 'lax', secure: isSecure(event), path: '/api/session' },
  })

/** Where a request comes from, and how to remember whom it let in. */
export async function fromOf(event: H3Event): Promise<{ from: From; remember: (who: string) => Promise<void> }> {
  const known = await knownOn(event)
  const { id, who = [] } = known.data
  return {
    from: {
      address: addressOf(event),
      device: id === undefined ? null : { id, knows: each => who.includes(each) },
      isHere: isHere(event),
    },
    async remember(each) {
      if (who.includes(each)) return
      await known.update({ id: id ?? randomBytes(12).toString('hex'), who: [...who, each].slice(-MOST_KNOWN) })
    },
  }
}
