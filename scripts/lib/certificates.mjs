import { createPrivateKey, X509Certificate } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { hostname, networkInterfaces } from 'node:os'
import { join } from 'node:path'
import { Trouble } from './say.mjs'

/*
 * Certificates (X.509, RFC 5280) for a classroom's network: an authority of one's own, made once and kept in the data
 * folder, and a certificate from it for this machine, made anew before it runs out or when names or addresses change.
 */

const DAY_MS = 24 * 3600 * 1000
const AUTHORITY_DAYS = 10 * 365
/** Some systems take none that lasts longer than 398 days. */
const CERTIFICATE_DAYS = 180
/** It is made anew so long before it runs out. */
const EARLY_DAYS = 30
/** Clocks of others may be behind. */
const CLOCKS_MS = 2 * DAY_MS

/**
 * @typedef {{ certificate: string, key: string, authority: string | null, until: Date }} Sealed PEM; `authority`: whom
 *   devices have to trust first; null: they trust it already
 */

/** Names and addresses of this machine, as others may call it. `more`: further names. */
export function namesHere(more = []) {
  const addresses = Object.values(networkInterfaces())
    .flat()
    .filter(each => !each.internal && !each.address.startsWith('fe80:'))
    .sort((a, b) => Number(a.family === 'IPv6') - Number(b.family === 'IPv6'))
    .map(each => each.address)
  const own = hostname().toLowerCase()
  return {
    names: [...new Set([...more, own, ...(own.includes('.') ? [] : [`${own}.local`]), 'localhost'])],
    addresses: [...new Set([...addresses, '127.0.0.1', '::1'])],
  }
}

/** The certificate of this machine, from the authority in this folder; both are made where they are not there. */
export async function certificateIn(folder, { names, addresses }, now = new Date()) {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const authority = await kept(
    join(folder, 'authority'),
    () => true,
    () => newAuthority(now),
  )
  const whole = [...names.map(name => `DNS:${name}`), ...addresses.map(address => `IP Address:${asShown(address)}`)]
  const isGood = certificate => {
    const has = certificate.subjectAltName?.split(', ') ?? []
    return (
      certificate.verify(new X509Certificate(authority.certificate).publicKey) &&
      Date.parse(certificate.validFrom) <= now.getTime() &&
      Date.parse(certificate.validTo) - now.getTime() > EARLY_DAYS * DAY_MS &&
      whole.every(each => has.includes(each))
    )
  }
  const own = await kept(join(folder, 'certificate'), isGood, () =>
    newCertificate(authority, { names, addresses }, now),
  )
  return {
    certificate: own.certificate,
    key: own.key,
    authority: authority.certificate,
    until: new Date(new X509Certificate(own.certificate).validTo),
  }
}

/** What a file and its key hold, where that is good; else what is made now. */
async function kept(path, isGood, make) {
  const [file, keyFile] = [`${path}.crt`, `${path}.key`]
  if (existsSync(file) && existsSync(keyFile)) {
    const certificate = readFileSync(file, 'utf8')
    const key = readFileSync(keyFile, 'utf8')
    if (isPair(certificate, key) && isGood(new X509Certificate(certificate))) return { certificate, key }
  }
  const made = await make()
  writeFileSync(keyFile, made.key, { mode: 0o600 })
  writeFileSync(file, made.certificate, { mode: 0o644 })
  return made
}

function isPair(certificate, key) {
  try {
    return new X509Certificate(certificate).checkPrivateKey(createPrivateKey(key))
  } catch {
    return false
  }
}

async function newAuthority(now) {
  return generated(`Little Easel on ${hostname()}`, {
    ...lasting(AUTHORITY_DAYS, now),
    extensions: [
      { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    ],
  })
}

async function newCertificate(authority, { names, addresses }, now) {
  return generated(names[0], {
    ...lasting(CERTIFICATE_DAYS, now),
    ca: { key: authority.key, cert: authority.certificate },
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: [...names.map(value => ({ type: 2, value })), ...addresses.map(ip => ({ type: 7, ip }))],
      },
    ],
  })
}

const lasting = (days, now) => ({
  notBeforeDate: new Date(now.getTime() - CLOCKS_MS),
  notAfterDate: new Date(now.getTime() + days * DAY_MS),
})

/** A pair of keys on the curve P-256, and a certificate for it. */
async function generated(name, options) {
  const { default: selfsigned } = await import('selfsigned')
  const made = await selfsigned.generate([{ name: 'commonName', value: name }], {
    keyType: 'ec',
    curve: 'P-256',
    algorithm: 'sha256',
    ...options,
  })
  return { certificate: made.cert, key: made.private }
}

/** IPv6 as Node shows it in a certificate: groups in capitals, none left out. */
function asShown(address) {
  if (!address.includes(':')) return address
  const [head, tail] = address.split('::')
  const front = head === '' ? [] : head.split(':')
  const back = tail === undefined || tail === '' ? [] : tail.split(':')
  const zeros = tail === undefined ? [] : Array.from({ length: 8 - front.length - back.length }, () => '0')
  return [...front, ...zeros, ...back].map(group => parseInt(group, 16).toString(16).toUpperCase()).join(':')
}

/** A certificate that somebody else has made, from two files. Throws Trouble where it can't be used. */
export function givenCertificate(certificateFile, keyFile, now = new Date()) {
  const read = file => {
    try {
      return readFileSync(file, 'utf8')
    } catch {
      throw new Trouble(`${file} can't be read.`, 'LITTLE_EASEL_CERTIFICATE and LITTLE_EASEL_KEY name two PEM files.')
    }
  }
  const [certificate, key] = [read(certificateFile), read(keyFile)]
  let until
  try {
    until = new Date(new X509Certificate(certificate).validTo)
  } catch {
    throw new Trouble(`${certificateFile} holds no certificate.`, 'It is PEM: the certificate first, then its chain.')
  }
  if (!isPair(certificate, key))
    throw new Trouble(`${keyFile} is not the key of ${certificateFile}.`, 'Give the two files that belong together.')
  if (until < now)
    throw new Trouble(
      `The certificate in ${certificateFile} ran out on ${until.toISOString().slice(0, 10)}.`,
      'Have it made anew; and look whether the clock of this machine is right.',
    )
  return { certificate, key, authority: null, until }
}

/** What people compare: SHA-256 of the certificate, in pairs. */
export const fingerprintOf = certificate => new X509Certificate(certificate).fingerprint256
