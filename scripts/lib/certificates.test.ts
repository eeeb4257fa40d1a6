import { X509Certificate } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createServer, request } from 'node:https'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { certificateIn, fingerprintOf, givenCertificate, namesHere } from './certificates.mjs'

let folder: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'little-easel-certificates-'))
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

const HERE = { names: ['easel.example', 'localhost'], addresses: ['192.0.2.7', '127.0.0.1', '::1', '2001:db8::a:1'] }
const DAY_MS = 24 * 3600 * 1000

/** What a client that trusts `ca` alone is answered. */
async function asked(sealed: { certificate: string; key: string }, ca: string, host: string): Promise<string> {
  const server = createServer({ cert: sealed.certificate, key: sealed.key }, (_, answer) => answer.end('well'))
  await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
  const { port } = server.address() as AddressInfo
  try {
    return await new Promise(done => {
      request({ host: '127.0.0.1', port, ca, servername: host }, answer => {
        answer.on('data', data => done(String(data)))
      })
        .on('error', (error: NodeJS.ErrnoException) => done(error.code ?? error.message))
        .end()
    })
  } finally {
    server.close()
  }
}

describe('an authority of one’s own', () => {
  it('seals what is asked for by name, for those who trust it and for nobody else', async () => {
    const sealed = await certificateIn(folder, HERE)
    expect(await asked(sealed, sealed.authority, 'easel.example')).toBe('well')
    expect(await asked(sealed, sealed.authority, 'another.example')).toBe('ERR_TLS_CERT_ALTNAME_INVALID')
    const other = await certificateIn(join(folder, 'other'), HERE)
    expect(await asked(sealed, other.authority, 'easel.example')).not.toBe('well')
  })

  it('is kept, and so is the certificate while it is good', async () => {
    const first = await certificateIn(folder, HERE)
    expect(await certificateIn(folder, HERE)).toEqual(first)
    expect(statSync(join(folder, 'authority.key')).mode & 0o777).toBe(0o600)
    expect(statSync(join(folder, 'certificate.key')).mode & 0o777).toBe(0o600)
  })

  it('makes the certificate anew a month before it runs out, and where names or addresses have changed', async () => {
    const first = await certificateIn(folder, HERE)
    const in149 = new Date(Date.now() + 149 * DAY_MS)
    expect((await certificateIn(folder, HERE, in149)).certificate).toBe(first.certificate)
    const in151 = new Date(Date.now() + 151 * DAY_MS)
    const second = await certificateIn(folder, HERE, in151)
    expect(second.certificate).not.toBe(first.certificate)
    expect(second.authority).toBe(first.authority)
    const moved = await certificateIn(folder, { ...HERE, addresses: ['192.0.2.8'] }, in151)
    expect(moved.certificate).not.toBe(second.certificate)
    expect(new X509Certificate(moved.certificate).checkIP('192.0.2.8')).toBe('192.0.2.8')
  })

  it('makes anew what does not belong together', async () => {
    const first = await certificateIn(folder, HERE)
    writeFileSync(join(folder, 'certificate.key'), 'no key')
    const second = await certificateIn(folder, HERE)
    expect(second.certificate).not.toBe(first.certificate)
    expect(await asked(second, second.authority, 'localhost')).toBe('well')
  })

  it('lasts no longer than devices take, and may seal nothing but servers', async () => {
    const { certificate, authority } = await certificateIn(folder, HERE)
    const { validFrom, validTo, ca, keyUsage } = new X509Certificate(certificate)
    expect((Date.parse(validTo) - Date.parse(validFrom)) / DAY_MS).toBeLessThan(398)
    expect(ca).toBe(false)
    expect(keyUsage).toEqual(['1.3.6.1.5.5.7.3.1'])
    expect(new X509Certificate(authority).ca).toBe(true)
    expect(fingerprintOf(authority)).toMatch(/^([0-9A-F]{2}:){31}[0-9A-F]{2}$/)
  })
})

describe('a certificate that somebody else has made', () => {
  const files = () => [join(folder, 'certificate.crt'), join(folder, 'certificate.key')] as const

  it('is taken with its key', async () => {
    await certificateIn(folder, HERE)
    const given = givenCertificate(...files())
    expect(given.authority).toBeNull()
    expect(given.key).toBe(readFileSync(files()[1], 'utf8'))
  })

  it('is refused in words where it ran out, is none, or is another’s', async () => {
    await certificateIn(folder, HERE)
    const [crt, key] = files()
    expect(() => givenCertificate(crt, key, new Date(Date.now() + 200 * DAY_MS))).toThrow(/ran out on \d{4}-/)
    expect(() => givenCertificate(crt, join(folder, 'authority.key'))).toThrow('is not the key of')
    expect(() => givenCertificate(key, key)).toThrow('holds no certificate')
    expect(() => givenCertificate(join(folder, 'nothing'), key)).toThrow("can't be read")
  })
})

it('this machine has names and addresses, and those that are given besides', () => {
  const { names, addresses } = namesHere(['easel.example'])
  expect(names[0]).toBe('easel.example')
  expect(names).toContain('localhost')
  expect(addresses).toEqual(expect.arrayContaining(['127.0.0.1', '::1']))
})
