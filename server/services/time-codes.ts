import { Secret, TOTP } from 'otpauth'

/** Time codes (RFC 6238): six digits, half a minute, SHA-1, as every app for them takes. */

const PERIOD_S = 30
/** Clocks of telephones are off: the code before and the one after are taken too. */
const WINDOW = 1

const codesOf = (secret: string, label: string, issuer: string) =>
  new TOTP({ issuer, label, secret: Secret.fromBase32(secret), algorithm: 'SHA1', digits: 6, period: PERIOD_S })

/** A new key, base32: 160 bits by lot (RFC 4226, 4). */
export const newKey = (): string => new Secret({ size: 20 }).base32

/** What apps read as a QR code. */
export const uriOf = (key: string, name: string, place: string): string => codesOf(key, name, place).toString()

/**
 * Which half minute a code is of; null: it is of none near, or of one not later than `after`, which was used already
 * (RFC 6238, 5.2).
 */
export function stepOf(key: string, code: string, atMs: number, after: number): number | null {
  const delta = codesOf(key, '', 'Little Easel').validate({
    token: code.replace(/\s/g, ''),
    timestamp: atMs,
    window: WINDOW,
  })
  if (delta === null) return null
  const step = Math.floor(atMs / 1000 / PERIOD_S) + delta
  return step > after ? step : null
}
