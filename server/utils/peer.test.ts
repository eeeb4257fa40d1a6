import type { H3Event } from 'h3'
import { describe, expect, it, vi } from 'vitest'
import { addressOf, isHere, isSecure } from './peer'

let trustedProxies = ''
vi.stubGlobal('useRuntimeConfig', () => ({ trustedProxies }))

const from = (remoteAddress: string | undefined, headers: Record<string, string> = {}, more = {}) =>
  ({
    node: { req: { socket: { remoteAddress, ...more }, headers: { host: 'easel.school.example', ...headers } } },
  }) as unknown as H3Event

const LIED = {
  'x-forwarded-for': '198.51.100.7',
  'x-forwarded-proto': 'https',
}

describe('what a proxy says', () => {
  it('is believed of nobody who is not named', () => {
    trustedProxies = ''
    const event = from('203.0.113.5', LIED)
    expect(addressOf(event)).toBe('203.0.113.5')
    expect(isSecure(event)).toBe(false)
    trustedProxies = '10.0.0.0/8'
    expect(addressOf(from('203.0.113.5', LIED))).toBe('203.0.113.5')
    expect(addressOf(from('127.0.0.1', LIED))).toBe('127.0.0.1')
  })

  it('is believed of those named: by range, by name, behind one another', () => {
    trustedProxies = 'loopback, 10.0.0.0/8'
    expect(addressOf(from('10.1.2.3', LIED))).toBe('198.51.100.7')
    expect(addressOf(from('::ffff:127.0.0.1', LIED))).toBe('198.51.100.7')
    expect(isSecure(from('10.1.2.3', LIED))).toBe(true)
    expect(isSecure(from('10.1.2.3', { 'x-forwarded-proto': 'http' }))).toBe(false)
    // What came before the last proxy that is believed anybody may have written.
    const chain = { 'x-forwarded-for': '1.1.1.1, 198.51.100.7, 10.9.9.9' }
    expect(addressOf(from('127.0.0.1', chain))).toBe('198.51.100.7')
  })

  it('is not asked where this server speaks TLS itself; a line that is gone has no address', () => {
    trustedProxies = ''
    expect(isSecure(from('203.0.113.5', {}, { encrypted: true }))).toBe(true)
    expect(addressOf(from(undefined))).toBeNull()
  })
})

describe('who sits at the machine itself', () => {
  it('comes by loopback, of either kind', () => {
    trustedProxies = ''
    for (const address of ['127.0.0.1', '127.8.8.8', '::1', '::ffff:127.0.0.1'])
      expect([address, isHere(from(address))]).toEqual([address, true])
    for (const address of ['192.0.2.7', '10.0.0.1', 'fe80::1', undefined])
      expect([address, isHere(from(address))]).toEqual([address, false])
  })

  it('is nobody who was sent on by a proxy that is not believed, whatever it says', () => {
    trustedProxies = ''
    expect(isHere(from('127.0.0.1', LIED))).toBe(false)
    expect(isHere(from('127.0.0.1', { 'x-forwarded-for': '127.0.0.1' }))).toBe(false)
    expect(isHere(from('127.0.0.1', { forwarded: 'for=127.0.0.1' }))).toBe(false)
  })

  it('is told by a proxy that is believed', () => {
    trustedProxies = 'loopback'
    expect(isHere(from('127.0.0.1', LIED))).toBe(false)
    expect(isHere(from('127.0.0.1', { 'x-forwarded-for': '127.0.0.1' }))).toBe(true)
    expect(isHere(from('192.0.2.7', { 'x-forwarded-for': '127.0.0.1' }))).toBe(false)
  })
})
