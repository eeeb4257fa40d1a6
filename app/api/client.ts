import { CoreError } from '#core/base'
import type { ErrorCode, Refusal } from '#shared/errors'
import { BUILD } from '#shared/limits'
import { KEPT_AT } from '../service/kept-routes'
import { WorkerLost } from '../workers/lost'

/** The server understood and said no. `message` says what happened, `fix` what to do. */
export class ApiRefusal extends Error {
  override readonly name = 'ApiRefusal'

  constructor(
    readonly code: ErrorCode,
    message: string,
    readonly fix: string,
    readonly detail: Record<string, unknown> = {},
  ) {
    super(message)
  }
}

/** No answer: the network or the server is away. */
export class Unreachable extends Error {
  override readonly name = 'Unreachable'
  readonly fix = 'Check the connection. Your work is kept on this device and sent when the server is back.'

  constructor() {
    super('The server can’t be reached.')
  }
}

/** What passes by itself: the same is asked again later, and meanwhile one goes on with what this device keeps. */
export const IS_PASSING: ReadonlySet<ErrorCode> = new Set(['database-down', 'disk-full', 'busy', 'unexpected'])

/** Whether what failed passes by itself: silence, or a refusal that is over soon. */
export function isAway(error: unknown): boolean {
  return error instanceof Unreachable || (error instanceof ApiRefusal && IS_PASSING.has(error.code))
}

/** What an answer says besides: which build gave it, and when, if it was kept on this device. */
interface Beside {
  readonly build: string | null
  readonly keptAt: string | null
}
let hear: (beside: Beside | null) => void = () => {}

/** Says who hears what answers say besides; null: there was no answer. */
export function hearAnswers(listen: (beside: Beside | null) => void): void {
  hear = listen
}

/** How long an answer is waited for, ms. */
const PATIENCE_MS = 20_000

export type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'

/**
 * Calls a route and returns its JSON. Throws {@link ApiRefusal} or {@link Unreachable}; works in pages and workers.
 * `keepalive`: it goes out although the page is being left.
 */
export async function callApi<T>(method: Method, path: string, body?: unknown, keepalive = false): Promise<T> {
  try {
    return await callOnce<T>(method, path, body, keepalive)
  } catch (error) {
    const isAsked = error instanceof ApiRefusal && error.code === 'confirm' && confirmer !== null
    if (!isAsked || !(await confirmer!())) throw error
    return callOnce<T>(method, path, body, keepalive)
  }
}

/** Asks for the password before what can't be undone; false: it was not given. */
type Confirmer = () => Promise<boolean>
let confirmer: Confirmer | null = null

/** Says who asks for the password on this page. */
export function confirmBy(ask: Confirmer | null): void {
  confirmer = ask
}

async function callOnce<T>(method: Method, path: string, body: unknown, keepalive: boolean): Promise<T> {
  let response: Response
  let answer: unknown
  try {
    response = await fetch(path, {
      method,
      credentials: 'same-origin',
      keepalive,
      signal: AbortSignal.timeout(PATIENCE_MS),
      ...(body !== undefined && { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    })
    answer = await response.json()
  } catch {
    hear(null)
    throw new Unreachable()
  }
  hear({ build: response.headers.get(BUILD), keptAt: response.headers.get(KEPT_AT) })
  if (response.ok) return answer as T
  throw refusalOf(answer)
}

/** What an answer refuses; silence where it says nothing. */
function refusalOf(answer: unknown): ApiRefusal | Unreachable {
  const { error } = answer as Partial<Refusal>
  return error ? new ApiRefusal(error.code, error.message, error.fix, error.detail) : new Unreachable()
}

/** Bytes of a route that gives a file. Throws as {@link callApi} does. */
export async function fetchBytes(path: string): Promise<Uint8Array> {
  let response: Response
  try {
    response = await fetch(path, { credentials: 'same-origin', signal: AbortSignal.timeout(3 * PATIENCE_MS) })
    if (response.ok) return new Uint8Array(await response.arrayBuffer())
  } catch {
    throw new Unreachable()
  }
  throw refusalOf(await response.json().catch(() => ({})))
}

/** What to tell a person about what failed. */
export function troubleOf(error: unknown): { message: string; fix: string } {
  if (
    error instanceof ApiRefusal ||
    error instanceof Unreachable ||
    error instanceof WorkerLost ||
    error instanceof CoreError
  )
    return { message: error.message, fix: error.fix }
  return { message: 'Something went wrong here.', fix: 'Load the page again. Your drawing is kept.' }
}
