import { randomBytes } from 'node:crypto'
import Bowser from 'bowser'
import { deleteCookie, getCookie, getRequestHeader, setCookie, type H3Event } from 'h3'
import type { Person } from '#shared/views'
import * as sessions from '../repositories/sessions'
import { digestOf } from './digest'
import { addressOf, isSecure } from './peer'

/*
 * A browser that is signed in has a token drawn by lot; the server keeps its digest (`repositories/sessions.ts`). Each
 * sign-in draws a new one.
 */

const TOKEN_BYTES = 32
/** The browser forgets it then at the latest, s: the server's own limits come before. */
const MOST_AGE_S = 200 * 24 * 3600

/** By TLS the name says that nobody else set it, for this host alone (RFC 6265bis, 4.1.3.2). */
const nameFor = (event: H3Event) => (isSecure(event) ? '__Host-easel' : 'easel')
const optionsFor = (event: H3Event) =>
  ({ httpOnly: true, sameSite: 'lax', secure: isSecure(event), path: '/' }) as const

/** The digest of what the browser has; null: it has none. */
function tokenOf(event: H3Event): string | null {
  const token = getCookie(event, nameFor(event))
  return token === undefined || token.length > 100 ? null : digestOf(token)
}

/** Who asks; null: nobody who is signed in. */
export async function sessionFor(event: H3Event): Promise<sessions.Session | null> {
  const token = tokenOf(event)
  return token === null ? null : sessions.sessionOf(token)
}

/** From now on this browser is this person's; what it was before has ended. */
export async function beginSession(event: H3Event, { kind, id }: Person): Promise<void> {
  await endSession(event)
  const token = randomBytes(TOKEN_BYTES).toString('base64url')
  await sessions.addSession({
    token: digestOf(token),
    kind,
    person: id,
    address: addressOf(event),
    device: deviceOf(getRequestHeader(event, 'user-agent') ?? ''),
  })
  setCookie(event, nameFor(event), token, { ...optionsFor(event), maxAge: MOST_AGE_S })
}

export async function endSession(event: H3Event): Promise<void> {
  const token = tokenOf(event)
  if (token === null) return
  await sessions.endSession(token)
  deleteCookie(event, nameFor(event), optionsFor(event))
}

/** A browser as people call it; empty: it does not say. */
export function deviceOf(agent: string): string {
  if (agent === '') return ''
  const { browser, os } = Bowser.parse(agent)
  return [browser.name, os.name].filter(Boolean).join(' on ')
}
