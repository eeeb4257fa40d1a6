import * as oidc from 'openid-client'
import type { Person } from '#shared/views'
import { inTransaction, isDouble } from '../repositories/database'
import * as invitations from '../repositories/invitations'
import * as people from '../repositories/people'
import { thePlace } from '../repositories/place'
import { Refused } from '../utils/refuse'
import { note } from './audit'
import { mailSettings } from './mail'

/**
 * Teachers come in by the school's own accounts: OpenID Connect 1.0, the code flow with PKCE (RFC 7636). The school's
 * server says who somebody is; who may teach here is said by whoever keeps the place.
 */

/** A school's server that says nothing is given up after so long, s. */
const PATIENCE_S = 10
const SCOPE = 'openid email profile'

interface Settings {
  readonly issuer: string
  readonly clientId: string
  readonly clientSecret: string
  readonly name: string
}
const settings = (): Settings => useRuntimeConfig().oidc

/** What the school's accounts are called on the door; null: there are none. The way back needs to be known. */
export function schoolName(): string | null {
  const { issuer, clientId, name } = settings()
  if (issuer === '' || clientId === '' || mailSettings().address === '') return null
  return name || 'the school’s account'
}

const isAway = (error: unknown) =>
  new Refused(
    'unexpected',
    'The school’s accounts do not answer.',
    'Come in with your password, or try again in a while.',
    { reason: error instanceof Error ? error.message : '' },
  )

let known: { readonly key: string; readonly config: oidc.Configuration } | null = null

async function configuration(): Promise<oidc.Configuration> {
  const { issuer, clientId, clientSecret } = settings()
  const key = JSON.stringify([issuer, clientId, clientSecret])
  if (known?.key === key) return known.config
  const server = new URL(issuer)
  // A school's server speaks TLS; one on this very machine need not.
  const isHere = ['127.0.0.1', 'localhost', '[::1]'].includes(server.hostname)
  const config = await oidc
    .discovery(server, clientId, clientSecret || undefined, undefined, {
      timeout: PATIENCE_S,
      ...(isHere && server.protocol === 'http:' && { execute: [oidc.allowInsecureRequests] }),
    })
    .catch((error: unknown) => {
      throw isAway(error)
    })
  // Who somebody is said to be is read from a signature, not only from a line that is sealed.
  oidc.enableNonRepudiationChecks(config)
  known = { key, config }
  return config
}

const wayBack = () => `${mailSettings().address}/api/session/school/back`

/** What the browser keeps, sealed, until it comes back. */
export interface Going {
  readonly state: string
  readonly nonce: string
  readonly verifier: string
}

/** Where the browser goes to, and what it keeps meanwhile. Throws Refused `not-found` or `unexpected`. */
export async function goToSchool(): Promise<{ to: string; going: Going }> {
  if (schoolName() === null)
    throw new Refused('not-found', 'There are no school accounts here.', 'Come in with your password.')
  const config = await configuration()
  const going: Going = {
    state: oidc.randomState(),
    nonce: oidc.randomNonce(),
    verifier: oidc.randomPKCECodeVerifier(),
  }
  const to = oidc.buildAuthorizationUrl(config, {
    redirect_uri: wayBack(),
    scope: SCOPE,
    state: going.state,
    nonce: going.nonce,
    code_challenge: await oidc.calculatePKCECodeChallenge(going.verifier),
    code_challenge_method: 'S256',
  })
  return { to: to.href, going }
}

const notProved = () =>
  new Refused('wrong-sign-in', 'The school’s accounts did not say who you are.', 'Begin once more at the front door.')

/** Who came back. Throws Refused `wrong-sign-in`, `not-yours` or `unexpected`. */
export async function backFromSchool(
  query: string,
  going: Going | null,
): Promise<Extract<Person, { kind: 'teacher' }>> {
  if (!going) throw notProved()
  const config = await configuration()
  const tokens = await oidc
    .authorizationCodeGrant(config, new URL(`${wayBack()}${query}`), {
      expectedState: going.state,
      expectedNonce: going.nonce,
      pkceCodeVerifier: going.verifier,
      idTokenExpected: true,
    })
    .catch(() => {
      throw notProved()
    })
  const claims = tokens.claims()!
  const account = `${claims.iss} ${claims.sub}`
  // What is longer could be taken for another one; other letters are none of the standard (OpenID Connect Core, 2).
  if (!/^[\x20-\x7e]{1,255}$/.test(account)) throw notProved()
  const teacher =
    (await people.teacherBySchoolAccount(account)) ??
    (await takeUp(account, {
      email: typeof claims.email === 'string' && claims.email_verified === true ? claims.email.toLowerCase() : null,
      name: typeof claims.name === 'string' ? claims.name : '',
    }))
  if (teacher.lockedAt)
    throw new Refused('not-yours', 'Your account here is locked.', 'Ask whoever keeps the place to let you in.')
  return {
    kind: 'teacher',
    id: teacher.id,
    name: teacher.name,
    ...((await thePlace()).keeperId === teacher.id && { isKeeper: true }),
  }
}

/**
 * An account that comes for the first time: of a teacher with that address, or of somebody who was invited under it.
 * The school vouches for the address.
 */
async function takeUp(
  account: string,
  { email, name }: { email: string | null; name: string },
): Promise<people.Teacher> {
  const stranger = new Refused(
    'not-yours',
    email === null
      ? 'The school’s accounts vouch for no address of yours.'
      : `Nobody with the address ${email} teaches here.`,
    'Ask whoever keeps the place for an invitation to the address of your school account.',
  )
  if (email === null) throw stranger
  const known = await people.teacherByEmail(email)
  if (known?.isDemo) throw stranger
  const open = known
    ? null
    : (await invitations.openInvitations()).find(each => each.email === email && !each.teacherId)
  if (!known && !open) throw stranger
  const teacher = await inTransaction(async tx => {
    if (open) await invitations.useUp(open.id, tx)
    const row =
      known ??
      // Nothing is sealed as nothing: no password opens it.
      (await people.addTeacher({ email, name: (name || open!.name).slice(0, 80), secret: 'none' }, tx))
    await people.setSchoolAccount(row.id, account, tx)
    return row
  }).catch((error: unknown) => {
    throw isDouble(error) ? stranger : error
  })
  await note('school-account', { who: teacher.name, teacherId: teacher.id })
  return teacher
}
