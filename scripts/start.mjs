// npm start: installs what is missing, starts the database, migrates, builds, serves.
import { databaseProgram } from './lib/database.mjs'
import { runMinded } from './lib/minded.mjs'
import { ensureBuilt, requireNode } from './lib/needs.mjs'
import { freePort } from './lib/ports.mjs'
import { demoSteps } from './lib/ready.mjs'
import { fromRoot } from './lib/root.mjs'
import { runMain } from './lib/say.mjs'
import { secretIn } from './lib/secret.mjs'
import { serverProgram } from './lib/server.mjs'
import { runSteps } from './lib/steps.mjs'

const dataFolder = process.env.LITTLE_EASEL_DATA ?? fromRoot('.data')

runMain(async () => {
  requireNode()
  await runMinded(dataFolder, async minder => {
    let databaseUrl = process.env.DATABASE_URL ?? null
    const start = async () => {
      const { url, program } = await databaseProgram(dataFolder)
      await minder.keep(program)
      databaseUrl = url
    }
    await runSteps({
      ...demoSteps({ start: databaseUrl ? null : start, url: () => databaseUrl }),
      'the build': { after: ['kernels'], run: ensureBuilt },
    })
    const { url, program } = serverProgram({
      databaseUrl,
      port: process.env.PORT ? Number(process.env.PORT) : await freePort(4310),
      host: process.env.HOST ?? '127.0.0.1',
      // Seals what a device keeps, over a restart as well.
      sessionPassword: secretIn(dataFolder, 'session-password', 32),
      log: text => process.stdout.write(text),
    })
    await minder.keep(program)
    welcome(url)
  })
})

function welcome(url) {
  console.log(`
  Little Easel   ${url}

  Teacher   orla@saltmarsh.example · kettle-and-lamp
  Learner   class KETTLE7 · Morten Skeel · PIN 2650   (nothing drawn yet)
            class KETTLE7 · Hanne Moorcroft · PIN 5531   (has an answer)

  Ctrl-C stops the app and its database.
`)
}
