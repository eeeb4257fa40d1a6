import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'

const derive = promisify(scrypt) as (secret: string, salt: Buffer, length: number) => Promise<Buffer>

const KEY_BYTES = 32

/** A password or PIN as it is stored: salt and scrypt key (RFC 7914, Node's default cost), hex. */
export async function sealSecret(secret: string): Promise<string> {
  const salt = randomBytes(16)
  return `${salt.toString('hex')}:${(await derive(secret, salt, KEY_BYTES)).toString('hex')}`
}

export async function secretFits(secret: string, sealed: string): Promise<boolean> {
  const [salt = '', key = ''] = sealed.split(':')
  const expected = Buffer.from(key, 'hex')
  const given = await derive(secret, Buffer.from(salt, 'hex'), KEY_BYTES)
  return expected.length === given.length && timingSafeEqual(expected, given)
}
