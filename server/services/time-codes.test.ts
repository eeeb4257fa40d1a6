import { Secret } from 'otpauth'
import { describe, expect, it } from 'vitest'
import { newKey, stepOf, uriOf } from './time-codes'

/** RFC 6238, appendix B, SHA-1: the last six of its eight digits. */
const KEY = Secret.fromLatin1('12345678901234567890').base32
const VECTORS: readonly (readonly [seconds: number, code: string])[] = [
  [59, '287082'],
  [1_111_111_109, '081804'],
  [1_111_111_111, '050471'],
  [1_234_567_890, '005924'],
  [2_000_000_000, '279037'],
  [20_000_000_000, '353130'],
]

describe('time codes', () => {
  it.each(VECTORS)('are those of RFC 6238 at %i s', (seconds, code) => {
    expect(stepOf(KEY, code, seconds * 1000, 0)).toBe(Math.floor(seconds / 30))
  })

  it('are taken half a minute before and after, and no further', () => {
    const at = (seconds: number) => stepOf(KEY, '279037', (2_000_000_000 + seconds) * 1000, 0)
    expect([at(-30), at(30)]).toEqual([66_666_666, 66_666_666])
    expect([at(-90), at(90)]).toEqual([null, null])
  })

  it('are used once', () => {
    expect(stepOf(KEY, '279037', 2_000_000_000_000, 66_666_665)).toBe(66_666_666)
    expect(stepOf(KEY, '279037', 2_000_000_000_000, 66_666_666)).toBeNull()
  })

  it('may be typed in two halves; anything else fits nothing', () => {
    expect(stepOf(KEY, '279 037', 2_000_000_000_000, 0)).not.toBeNull()
    for (const other of ['', '27903', '2790377', '27903x', '000000'])
      expect(stepOf(KEY, other, 2_000_000_000_000, 0)).toBeNull()
  })

  it('go by a key drawn by lot, which apps read from an address', () => {
    const key = newKey()
    expect(key).toMatch(/^[A-Z2-7]{32}$/)
    expect(newKey()).not.toBe(key)
    const uri = new URL(uriOf(key, 'maud@lantern.example', 'Lantern Street'))
    expect(uri.protocol).toBe('otpauth:')
    expect(Object.fromEntries(uri.searchParams)).toMatchObject({ secret: key, issuer: 'Lantern Street', digits: '6' })
  })
})
