// npm run dev: the development server on the demo. Pages, components and server routes are taken over as they change;
// so are the kernels. Its data lies apart from that of npm start.
import { spawn } from 'node:child_process'
import { watch } from 'node:fs'
import { startDatabase } from './lib/database.mjs'
import { requireNode } from './lib/needs.mjs'
import { freePort } from './lib/ports.mjs'
import { demoSteps } from './lib/ready.mjs'
import { fromRoot, ROOT } from './lib/root.mjs'
import { run } from './lib/run.mjs'
import { runMain, say } from './lib/say.mjs'
import { runSteps } from './lib/steps.mjs'

/** Sessions outlive a restart of the development server. */
const SESSION_PASSWORD = 'only-while-developing-on-this-machine'
const SETTLED_MS = 300

runMain(async () => {
  requireNode()
  let database = null
  await runSteps(
    demoSteps({
      async start() {
        database = await startDatabase(fromRoot('.data/dev'), { portFrom: 43506, durable: false })
      },
      url: () => database.url,
    }),
  )
  const port = process.env.PORT ? Number(process.env.PORT) : await freePort(4410)
  const server = spawn('npx', ['nuxt', 'dev', '--host', '127.0.0.1', '--port', String(port), '--no-qr'], {
    cwd: ROOT,
    stdio: 'inherit',
    env: {
      ...process.env,
      NODE_ENV: 'development',
      NUXT_DATABASE_URL: database.url,
      NUXT_SESSION_PASSWORD: SESSION_PASSWORD,
      NUXT_WORKERS_DIR: fromRoot('.nuxt/tools'),
    },
  })
  const watcher = watchKernels()
  server.on('exit', async code => {
    watcher.close()
    await database.stop()
    process.exit(code ?? 0)
  })
  // Ctrl-C reaches the server as well; it ends first.
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => server.kill(signal))
})

/** Compiles the kernels again when they change. */
function watchKernels() {
  let timer
  return watch(fromRoot('core/kernels/assembly'), () => {
    clearTimeout(timer)
    timer = setTimeout(() => {
      say('compiling the kernels')
      run(process.execPath, ['scripts/build-kernels.mjs']).catch(error => console.error(error.message))
    }, SETTLED_MS)
  })
}
