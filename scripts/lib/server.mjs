import { spawn } from 'node:child_process'
import { setTimeout as sleep } from 'node:timers/promises'
import { fromRoot, ROOT } from './root.mjs'
import { Trouble } from './say.mjs'

const READY_MS = 30_000
const STOP_MS = 8000

/** Starts the built app and waits until it is healthy. `log` gets each line that it writes. */
export async function startServer({ databaseUrl, port, host = '127.0.0.1', sessionPassword, log }) {
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
    },
  })
  child.stdout.on('data', data => log(String(data)))
  child.stderr.on('data', data => log(String(data)))
  const url = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`
  for (const until = Date.now() + READY_MS; ;) {
    if (child.exitCode !== null)
      throw new Trouble(`The app ended at once (${child.exitCode}).`, 'Read the lines above.')
    if (await isHealthy(url)) break
    if (Date.now() > until)
      throw new Trouble('The app does not answer.', 'Read the lines above; `npm run build` again if they do not help.')
    await sleep(150)
  }
  return {
    url,
    process: child,
    pid: child.pid,
    async stop(signal = 'SIGTERM') {
      if (child.exitCode !== null || child.signalCode !== null) return
      const gone = new Promise(resolve => child.once('exit', resolve))
      child.kill(signal)
      // One that hangs must not keep its database from being stopped.
      const late = setTimeout(() => child.kill('SIGKILL'), STOP_MS)
      await gone
      clearTimeout(late)
    },
  }
}

async function isHealthy(url) {
  try {
    return (await fetch(`${url}/api/health`)).ok
  } catch {
    return false
  }
}
