import { defineEventHandler, getRouterParams, getQuery, setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import type { z } from 'zod'
import { faultLine } from '#core/base'
import { BODY_BYTES } from '#shared/limits'
import type { Person } from '#shared/views'
import { learnerById } from '../repositories/people'
import type { Session } from '../repositories/sessions'
import { note, withAddress } from '../services/audit'
import { jsonBody, jsonBytes, leaveRest } from './body'
import { log, reasonOf } from './log'
import { requireSameOrigin } from './origin'
import { addressOf } from './peer'
import { asRefused, Refused } from './refuse'
import { sessionFor } from './session'
import { Turns } from './turns'

/** Who may call a route at all; the service then says whose things they may touch. */
type Who = 'anyone' | 'teacher' | 'learner' | 'signed-in'

type Caller<W extends Who> = W extends 'anyone'
  ? Person | null
  : W extends 'teacher'
    ? Extract<Person, { kind: 'teacher' }>
    : W extends 'learner'
      ? Extract<Person, { kind: 'learner' }>
      : Person

interface Route<W extends Who, P, B, Q, R> {
  who: W
  params?: z.ZodType<P>
  body?: z.ZodType<B>
  /**
   * A body that is too much to be read beside what others wait for: `run` is given its bytes, and has them read by this
   * schema in a thread.
   */
  bytes?: z.ZodType
  /** It can't be undone: the teacher has given the password lately, or gives it once more. */
  isFinal?: boolean
  /** Bytes of the body at most; absent: {@link BODY_BYTES}. */
  most?: number
  query?: z.ZodType<Q>
  run: (given: {
    person: Caller<W>
    session: Session | null
    params: P
    body: B
    bytes: Buffer
    query: Q
    event: H3Event
  }) => Promise<R> | R
}

/** A thin route: checks who calls and what is given, calls one service, answers what it returns. */
export function defineRoute<W extends Who, P = unknown, B = unknown, Q = unknown, R = unknown>(
  route: Route<W, P, B, Q, R>,
) {
  return defineEventHandler(event => withAddress(addressOf(event), () => answered(route, event)))
}

async function answered<W extends Who, P, B, Q, R>(route: Route<W, P, B, Q, R>, event: H3Event): Promise<R> {
  let session: Session | null = null
  try {
    // What is somebody's own is kept by nobody on the way, unless a route says otherwise.
    setResponseHeader(event, 'cache-control', 'no-store')
    requireSameOrigin(event)
    session = await sessionFor(event)
    const person = requirePerson(session, route.who)
    if (route.isFinal && !session?.isConfirmed) throw toConfirm()
    const { most = BODY_BYTES } = route
    const answer = async () =>
      route.run({
        person: person as Caller<W>,
        session,
        params: route.params ? check(route.params, getRouterParams(event)) : (undefined as P),
        body: route.body ? check(route.body, await jsonBody(event, most)) : (undefined as B),
        bytes: route.bytes ? await jsonBytes(event, most) : NO_BYTES,
        query: route.query ? check(route.query, getQuery(event)) : (undefined as Q),
        event,
      })
    // Whoever sends much waits for their own: what is not their turn is not read.
    if (most > BODY_BYTES && person) return await large.take(`${person.kind} ${person.id}`, answer)
    return await answer()
  } catch (error) {
    const refused = asRefused(error)
    if (refused.status >= 500) {
      log('error', 'request-failed', {
        path: event.path,
        code: refused.code,
        error: reasonOf(error),
      })
    } else {
      log('info', 'request-refused', { path: event.path, code: refused.code })
      if (refused.code === 'not-yours' && session) await noteRefused(session.person, event)
    }
    leaveRest(event)
    setResponseStatus(event, refused.status)
    // The route's type is what it answers when all is well: who calls it looks at the status first.
    return refused.body as never
  }
}

/** Large bodies of one person are read so many at once: a batch, and a picture beside it. */
const large = new Turns(2)
const NO_BYTES = Buffer.alloc(0)

/** A learner who asks for what is another's: the class's teacher should know. */
async function noteRefused(person: Person, { method, path }: H3Event): Promise<void> {
  if (person.kind === 'teacher')
    return note('refused', { who: person.name, teacherId: person.id, about: `${method} ${path}` })
  const classId = (await learnerById(person.id).catch(() => null))?.classId ?? null
  await note('refused', { who: person.name, classId, about: `${method} ${path}` })
}

function requirePerson(session: Session | null, who: Who): Person | null {
  const person = session?.person ?? null
  if (who === 'anyone') return person
  if (!person)
    throw new Refused(
      'not-signed-in',
      'You are not signed in here any more.',
      'Sign in again. What you drew is kept, here and on the server.',
    )
  if (who !== 'signed-in' && person.kind !== who) {
    throw new Refused('not-yours', `This is for ${who}s.`, `Sign in as a ${who}.`)
  }
  return person
}

const toConfirm = () =>
  new Refused('confirm', 'This can’t be undone.', 'Give your password once more, so that it is surely you.')

function check<T>(schema: z.ZodType<T>, value: unknown): T {
  const parsed = schema.safeParse(value)
  if (parsed.success) return parsed.data
  throw new Refused('malformed', faultLine(parsed.error), 'Correct it and send it again.')
}
