import type { KeptTryBody } from '#shared/schemas'
import { ApiRefusal, isAway } from '../api/client'
import { api } from '../api/routes'

/** Tries of warm-ups that were made without a network: kept on this device, and sent once there is one. */

/** It has its name from the beginning: the server may have it, and its answer was lost. */
export type NamedTry = KeptTryBody & { readonly key: string }

interface KeptTry {
  readonly at: number
  readonly body: NamedTry
}
/** More are not kept: the oldest go. */
const MOST_KEPT = 500
const nameFor = (owner: number) => `little-easel-tries-${owner}`

function read(owner: number): KeptTry[] {
  try {
    return JSON.parse(localStorage.getItem(nameFor(owner)) ?? '[]') as KeptTry[]
  } catch {
    return []
  }
}

function write(owner: number, tries: readonly KeptTry[]): void {
  if (tries.length) localStorage.setItem(nameFor(owner), JSON.stringify(tries.slice(-MOST_KEPT)))
  else localStorage.removeItem(nameFor(owner))
}

export function keepTry(owner: number, body: NamedTry, at = Date.now()): void {
  write(owner, [...read(owner), { at, body }])
}

/** Sends those of a person, the oldest first; what the server refuses is let go, what it does not answer stays. */
export async function sendTries(
  owner: number,
  send: (body: KeptTryBody) => Promise<unknown> = api.keepTry,
  now = Date.now(),
): Promise<void> {
  for (let [first, ...rest] = read(owner); first; [first, ...rest] = read(owner)) {
    try {
      await send({ ...first.body, agoMs: Math.max(0, now - first.at) })
    } catch (error) {
      if (isAway(error) || (error instanceof ApiRefusal && error.code === 'not-signed-in')) return
    }
    write(owner, rest)
  }
}
