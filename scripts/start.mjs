// npm start: installs what is missing, starts the database, migrates, builds, serves.
import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { startDatabase } from './lib/database.mjs'
import { ensureBuilt, requireNode } from './lib/needs.mjs'
import { freePort } from './lib/ports.mjs'
import { demoSteps } from './lib/ready.mjs'
import { fromRoot } from './lib/root.mjs'
import { runMain, say } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'
import { runSteps } from './lib/steps.mjs'

const dataFolder = process.env.LITTLE_EASEL_DATA ?? fromRoot('.data')

runMain(async () => {
  requireNode()
  const isOwnDatabase = !process.env.DATABASE_URL
  let database = null
  let server = null
  let isEnding = false
  const databaseUrl = () => process.env.DATABASE_URL ?? database.url
  const end = async code => {
    if (isEnding) return
    isEnding = true
    say('stopping')
    await server?.stop()
    await database?.stop()
    process.exit(code)
  }
  process.on('SIGINT', () => void end(0))
  process.on('SIGTERM', () => void end(0))

  try {
    await runSteps({
      ...demoSteps({
        start: isOwnDatabase
          ? async () => {
              database = await startDatabase(dataFolder)
            }
          : null,
        url: databaseUrl,
      }),
      'the build': { after: ['kernels'], run: ensureBuilt },
    })
    const port = process.env.PORT ? Number(process.env.PORT) : await freePort(4310)
    server = await startServer({
      databaseUrl: databaseUrl(),
      port,
      host: process.env.HOST ?? '127.0.0.1',
      sessionPassword: sessionPassword(),
      log: text => process.stdout.write(text),
    })
    server.process.on('exit', code => void end(code ?? 1))
    welcome(server.url)
  } catch (error) {
    console.error(error.message)
    await end(1)
  }
})

/** Seals the cookies; made once and kept, so that people stay signed in over a restart. */
function sessionPassword() {
  mkdirSync(dataFolder, { recursive: true, mode: 0o700 })
  const file = join(dataFolder, 'session-password')
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 })
  return readFileSync(file, 'utf8').trim()
}

function welcome(url) {
  console.log(`
  Little Easel   ${url}

  Teacher   orla@saltmarsh.example · kettle-and-lamp
  Learner   class KETTLE7 · Morten Skeel · PIN 2650   (nothing drawn yet)
            class KETTLE7 · Hanne Moorcroft · PIN 5531   (has an answer)

  Ctrl-C stops the app and its database.
`)
}
