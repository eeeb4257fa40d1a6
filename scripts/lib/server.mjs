import { spawn } from 'node:child_process'
import { setTimeout as sleep } from 'node:timers/promises'
import { askHere } from './ask.mjs'
import { endChild, endingOf, hasEnded, startAlone } from './minder.mjs'
import { fromRoot, ROOT } from './root.mjs'
import { Trouble } from './say.mjs'

const READY_MS = 30_000
/** One that hangs must not keep its database from being stopped. */
const STOP_MS = 8000

/**
 * The built app as a program, ready when it is healthy. `log` gets what it writes; `name`: as people are told; `tls`:
 * what it seals with, asked each time that it begins.
 * @param {{ databaseUrl: string, port: number, host?: string, sessionPassword: string, log: (text: string) => void,
 *   name?: string, env?: Record<string, string>, tls?: () => { certificate: string, key: string } }} options
 * @returns {{ url: string, program: import('./minder.mjs').Program }}
 */
export function serverProgram({
  databaseUrl,
  port,
  host = '127.0.0.1',
  sessionPassword,
  log,
  name = 'the app',
  env = {},
  tls,
}) {
  const url = `${tls ? 'https' : 'http'}://${isEverywhere(host) ? '127.0.0.1' : host}:${port}`
  const begin = () => {
    const child = spawn(process.execPath, [fromRoot('.output/server/index.mjs')], {
      cwd: ROOT,
      detached: true,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: {
        ...process.env,
        NODE_ENV: 'production',
        PORT: String(port),
        HOST: host,
        NITRO_PORT: String(port),
        NITRO_HOST: host,
        NUXT_DATABASE_URL: databaseUrl,
        NUXT_SESSION_PASSWORD: sessionPassword,
        NITRO_SHUTDOWN_TIMEOUT: '3000',
        ...(tls && { NITRO_SSL_CERT: tls().certificate, NITRO_SSL_KEY: tls().key }),
        ...env,
      },
    })
    child.stdout.on('data', data => log(String(data)))
    child.stderr.on('data', data => log(String(data)))
    return child
  }
  const ready = async child => {
    for (const until = Date.now() + READY_MS; ;) {
      if (hasEnded(child)) throw new Trouble(`The app ended at once, ${endingOf(child)}.`, 'Read the lines above.')
      if ((await askHere(`${url}/api/health`)).ok) return
      if (Date.now() > until)
        throw new Trouble(
          'The app does not answer.',
          'Read the lines above; `npm run build` again if they do not help.',
        )
      await sleep(150)
    }
  }
  return { url, program: { name, spawn: begin, ready, patienceMs: STOP_MS } }
}

/** Starts the built app and waits until it is healthy. */
export async function startServer(options) {
  const { url, program } = serverProgram(options)
  const child = await startAlone(program)
  return {
    url,
    process: child,
    pid: child.pid,
    stop: (signal = 'SIGTERM') => endChild(child, { ...program, signal }),
  }
}

const isEverywhere = host => host === '0.0.0.0' || host === '::'
