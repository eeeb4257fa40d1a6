import { spawn } from 'node:child_process'
import { mkdirSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { askHere } from './ask.mjs'
import { endingOf, hasEnded } from './minder.mjs'
import { commandPath, ensureDebian } from './needs.mjs'
import { Trouble } from './say.mjs'

const READY_MS = 30_000
const STOP_MS = 5000
/** A certificate for trying lasts so long. */
const CERTIFICATE_DAYS = 365

/**
 * The settings of HAProxy before some processes of the app: TLS, a process that does not answer gets nothing more,
 * streams go through as they come. (https://docs.haproxy.org/2.6/configuration.html)
 * @param {{ address: string, certificate: string, apps: string[], stats?: string }} options `address`: host and port
 *   where it listens; `certificate`: file with certificate and key; `apps`: host and port of each process
 */
export const proxySettings = ({ address, certificate, apps }) => `# Little Easel: what stands before its processes.
global
  maxconn 4000
  ssl-default-bind-options ssl-min-ver TLSv1.2

defaults
  mode http
  timeout connect 2s
  # A stream says something every 20 s.
  timeout client 75s
  timeout server 75s
  timeout http-request 30s
  timeout http-keep-alive 15s
  # What could not be handed to one process at all goes to another one.
  retries 2
  option redispatch
  retry-on conn-failure

frontend easel
  bind ${address} ssl crt ${certificate} alpn h2,http/1.1
  # Whoever asks may have written these themselves.
  http-request set-header X-Forwarded-For %[src]
  http-request set-header X-Forwarded-Proto https
  http-request del-header X-Forwarded-Host
  http-response set-header Strict-Transport-Security "max-age=31536000"
  default_backend apps

backend apps
  balance leastconn
  option httpchk GET /api/health
  # The lines of one that is down are cut: whoever listens there listens elsewhere.
  default-server check inter 1s fall 2 rise 1 on-marked-down shutdown-sessions
${apps.map((each, i) => `  server app${i + 1} ${each}`).join('\n')}
`

/** HAProxy as a program, before processes of the app, with a certificate of its own. */
export async function proxyProgram(where, { port, apps }) {
  await ensureDebian('haproxy', ['haproxy'])
  const folder = resolve(where)
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const { default: selfsigned } = await import('selfsigned')
  const made = await selfsigned.generate([{ name: 'commonName', value: 'localhost' }], {
    notAfterDate: new Date(Date.now() + CERTIFICATE_DAYS * 24 * 3600 * 1000),
    extensions: [
      {
        name: 'subjectAltName',
        altNames: [
          { type: 2, value: 'localhost' },
          { type: 7, ip: '127.0.0.1' },
        ],
      },
    ],
  })
  const certificate = join(folder, 'certificate.pem')
  writeFileSync(certificate, `${made.cert}\n${made.private}\n`, { mode: 0o600 })
  const settings = join(folder, 'haproxy.cfg')
  writeFileSync(settings, proxySettings({ address: `127.0.0.1:${port}`, certificate, apps }))
  return {
    url: `https://localhost:${port}`,
    certificate: made.cert,
    program: {
      name: 'the proxy',
      patienceMs: STOP_MS,
      spawn: () => spawn(commandPath('haproxy'), ['-f', settings, '-db'], { stdio: 'ignore', detached: true }),
      async ready(child) {
        for (const until = Date.now() + READY_MS; ; await sleep(100)) {
          if (hasEnded(child))
            throw new Trouble(`The proxy ended at once, ${endingOf(child)}.`, `Try:  haproxy -c -f ${settings}`)
          // One of the processes behind it is healthy.
          if ((await askHere(`https://localhost:${port}/api/health`)).ok) return
          if (Date.now() > until) throw new Trouble('The proxy does not answer.', `Try:  haproxy -c -f ${settings}`)
        }
      },
    },
  }
}
