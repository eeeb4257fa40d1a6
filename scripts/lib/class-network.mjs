import { isIPv6 } from 'node:net'
import { join } from 'node:path'
import { certificateIn, fingerprintOf, givenCertificate, namesHere } from './certificates.mjs'
import { freePort } from './ports.mjs'
import { say, Trouble } from './say.mjs'
import { serveTrustPage } from './trust-page.mjs'

/** How often it is looked whether the certificate is still good, ms. */
const LOOK_MS = 6 * 3600 * 1000

/**
 * What a class on the same network needs to come in: a certificate for this machine, and where it is one's own a page
 * that says how to trust it. `words`: what to tell whoever starts it. The certificate is made anew by itself, and the
 * app started again with it.
 * @param {{ dataFolder: string, host: string, port: number, minder: import('./minder.mjs').Minder }} options
 */
export async function openToClass({ dataFolder, host, port, minder }) {
  const { LITTLE_EASEL_CERTIFICATE: file, LITTLE_EASEL_KEY: keyFile, LITTLE_EASEL_NAMES: more } = process.env
  if (Boolean(file) !== Boolean(keyFile))
    throw new Trouble(
      'Of a certificate of yours one half is missing.',
      'Set LITTLE_EASEL_CERTIFICATE and LITTLE_EASEL_KEY.',
    )
  const own = (more ?? '').split(/[\s,]+/).filter(Boolean)
  const make = () =>
    file ? givenCertificate(file, keyFile) : certificateIn(join(dataFolder, 'certificates'), namesHere(own))
  let sealed = await make()
  const { names, addresses } = namesHere(own)
  // Where it listens by IPv4 alone, nobody comes in by another address.
  const isHeard = each => each !== '127.0.0.1' && each !== '::1' && (host.includes(':') || !isIPv6(each))
  const others = [...own, ...addresses.filter(isHeard)]
  const shown = others.length ? others : [names[0]]
  const urls = shown.map(each => `https://${isIPv6(each) ? `[${each}]` : each}:${port}`)

  setInterval(async () => {
    try {
      const next = await make()
      if (next.certificate === sealed.certificate) return
      sealed = next
      say('the certificate is made anew: the app is started again with it')
      process.kill(minder.running().get('the app'), 'SIGTERM')
    } catch (error) {
      say(error.message)
    }
  }, LOOK_MS).unref()

  const door = sealed.authority ? await trustDoor({ host, shown, urls, authority: sealed.authority }) : null
  const { toString: qr } = (await import('qrcode')).default
  const words = [
    `Little Easel   ${urls.join('\n               ')}`,
    `certificate good until ${sealed.until.toISOString().slice(0, 10)}${sealed.authority ? ', made anew by itself' : ''}`,
    door &&
      `Devices have to trust this machine first, once: how, they read at\n\n      ${door}\n\nSHA-256 ${fingerprintOf(sealed.authority)}`,
    (await qr(door ?? urls[0], { type: 'terminal', small: true })).trimEnd(),
  ]
  return { address: urls[0], sealed: () => sealed, words: words.filter(Boolean).join('\n\n') }
}

/** The page over plain http, and its address. */
async function trustDoor({ host, shown, urls, authority }) {
  const port = process.env.LITTLE_EASEL_TRUST_PORT ? Number(process.env.LITTLE_EASEL_TRUST_PORT) : await freePort(4380)
  await serveTrustPage({ port, host, authority, addresses: urls, fingerprint: fingerprintOf(authority) })
  return `http://${isIPv6(shown[0]) ? `[${shown[0]}]` : shown[0]}:${port}`
}
