import { createCipheriv, createDecipheriv, createHmac, hkdfSync, randomBytes } from 'node:crypto'

/*
 * What the server keeps sealed, by AES-256-GCM (NIST SP 800-38D) with a key made of the session password (HKDF,
 * RFC 5869): whoever has the database alone reads none of it.
 */

const IV_BYTES = 12
const TAG_BYTES = 16

const keyOf = (password: string, use: string) => Buffer.from(hkdfSync('sha256', password, '', `easel ${use}`, 32))

export function sealText(text: string, password: string): string {
  const iv = randomBytes(IV_BYTES)
  const cipher = createCipheriv('aes-256-gcm', keyOf(password, 'seal'), iv)
  const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return Buffer.concat([iv, cipher.getAuthTag(), body]).toString('base64')
}

/** Null: it was changed, or sealed with another password. */
export function openText(sealed: string, password: string): string | null {
  try {
    const bytes = Buffer.from(sealed, 'base64')
    const decipher = createDecipheriv('aes-256-gcm', keyOf(password, 'seal'), bytes.subarray(0, IV_BYTES))
    decipher.setAuthTag(bytes.subarray(IV_BYTES, IV_BYTES + TAG_BYTES))
    return Buffer.concat([decipher.update(bytes.subarray(IV_BYTES + TAG_BYTES)), decipher.final()]).toString('utf8')
  } catch {
    return null
  }
}

/** A digest that nobody can make without the password, hex. */
export const keyedDigest = (text: string, password: string): string =>
  createHmac('sha256', keyOf(password, 'digest')).update(text).digest('hex')
