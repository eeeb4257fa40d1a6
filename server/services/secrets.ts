import { scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'
import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'
import pLimit from 'p-limit'
import { Refused } from '../utils/refuse'

/** scrypt (RFC 7914) in the PHC string format: the cost stands in it, so that it can grow. */
const hash = new Hash(new Scrypt({}))

/**
 * So many are worked out at once, of the four threads that Node has for such work: files and packing need theirs. More
 * than so many don't wait.
 */
const AT_ONCE = 2
const MOST_WAITING = 200
const limit = pLimit(AT_ONCE)

function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (limit.pendingCount >= MOST_WAITING)
    throw new Refused('busy', 'Very many are coming in just now.', 'Try again in a moment.')
  return limit(work)
}

/** A password or PIN as it is stored. Throws Refused `busy`. */
export const sealSecret = async (secret: string): Promise<string> => inTurn(() => hash.make(secret))

/** Whether it is the secret that was sealed; what is damaged fits nothing. Throws Refused `busy`. */
export async function secretFits(secret: string, sealed: string): Promise<boolean> {
  return inTurn(async () => {
    if (EARLIER.test(sealed)) return fitsEarlier(secret, sealed)
    return hash.isValidHash(sealed) && (await hash.verify(sealed, secret))
  })
}

/** Whether it should be sealed anew, now that the secret is at hand. */
export const isSealedEarlier = (sealed: string): boolean => EARLIER.test(sealed) || hash.needsReHash(sealed)

/** As secrets were sealed before: salt and key in hex, at Node's default cost. */
const EARLIER = /^[0-9a-f]{32}:[0-9a-f]{64}$/

async function fitsEarlier(secret: string, sealed: string): Promise<boolean> {
  const [salt = '', key = ''] = sealed.split(':')
  const expected = Buffer.from(key, 'hex')
  const derive = promisify(scrypt) as (secret: string, salt: Buffer, length: number) => Promise<Buffer>
  return timingSafeEqual(expected, await derive(secret, Buffer.from(salt, 'hex'), expected.length))
}
