// npm start: installs what is missing, starts the database, migrates, builds, serves. With --own an empty place begins
// without the demo; with --class it serves a classroom's network by TLS.
import { writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { askHere } from './lib/ask.mjs'
import { backupsIn, keepBackups, nameAt } from './lib/backups.mjs'
import { openToClass } from './lib/class-network.mjs'
import { databaseProgram } from './lib/database.mjs'
import { runMinded } from './lib/minded.mjs'
import { ensureBuilt, requireNode } from './lib/needs.mjs'
import { noteDatabase } from './lib/own-database.mjs'
import { freePort } from './lib/ports.mjs'
import { demoSteps } from './lib/ready.mjs'
import { fromRoot } from './lib/root.mjs'
import { runMain, Trouble } from './lib/say.mjs'
import { secretIn } from './lib/secret.mjs'
import { serverProgram } from './lib/server.mjs'
import { drawSetupCode } from './lib/setup-code.mjs'
import { runSteps } from './lib/steps.mjs'

const dataFolder = process.env.LITTLE_EASEL_DATA ?? fromRoot('.data')

const DEMO = `Teacher   orla@saltmarsh.example · kettle-and-lamp
Learner   class KETTLE7 · Morten Skeel · PIN 2650   (nothing drawn yet)
          class KETTLE7 · Hanne Moorcroft · PIN 5531   (has an answer)`

const isLoopback = host => /^(127\.|localhost$|::1$)/.test(host)

runMain(async () => {
  requireNode()
  const { own, class: isClass } = asked()
  const host = process.env.HOST || (isClass ? '0.0.0.0' : '127.0.0.1')
  if (!isClass) requireLoopback(host)
  await runMinded(dataFolder, async minder => {
    let databaseUrl = process.env.DATABASE_URL ?? null
    const start = async () => {
      const { url, program } = await databaseProgram(dataFolder)
      await minder.keep(program)
      databaseUrl = url
      noteDatabase(dataFolder, url)
    }
    const code = drawSetupCode()
    await runSteps({
      ...demoSteps({
        start: databaseUrl ? null : start,
        url: () => databaseUrl,
        // The demo's secrets are published: where others come in it is not loaded.
        isOwn: own || !isLoopback(host),
        code,
        backupTo: join(backupsIn(dataFolder), nameAt('before-update')),
      }),
      'the build': { after: ['kernels'], run: ensureBuilt },
    })
    const port = process.env.PORT ? Number(process.env.PORT) : await freePort(4310)
    const network = isClass ? await openToClass({ dataFolder, host, port, minder }) : null
    const { url, program } = serverProgram({
      databaseUrl,
      port,
      host,
      // Seals what a device keeps, over a restart as well.
      sessionPassword: secretIn(dataFolder, 'session-password', 32),
      log: text => process.stdout.write(text),
      tls: network?.sealed,
      env: {
        NUXT_DATA_FOLDER: resolve(dataFolder),
        // Where links in mails lead, unless somebody said it.
        ...(network && !process.env.NUXT_ADDRESS && { NUXT_ADDRESS: network.address }),
      },
    })
    await minder.keep(program)
    writeFileSync(join(dataFolder, 'app-url'), url)
    keepBackups(dataFolder, databaseUrl)
    await welcome({ url, code, network })
  })
})

function asked() {
  try {
    return parseArgs({ options: { own: { type: 'boolean' }, class: { type: 'boolean' } } }).values
  } catch (error) {
    throw new Trouble(error.message, 'npm start, npm start -- --own, npm start -- --class, or both.')
  }
}

/** Over a network browsers seal cookies, and give the means to draw, to pages that came by TLS alone. */
function requireLoopback(host) {
  if (isLoopback(host) || process.env.NUXT_TRUSTED_PROXIES) return
  throw new Trouble(
    `At ${host} others would come in by plain http: what they send could be read on its way, and browsers refuse to ` +
      'draw there.',
    'Use  npm start -- --class  (TLS for a classroom), or put a proxy with TLS before it and name it in ' +
      'NUXT_TRUSTED_PROXIES (docs/deploy.md).',
  )
}

async function welcome({ url, code, network }) {
  const door = JSON.parse((await askHere(`${url}/api/place/door`)).text || '{}')
  const parts = [network ? network.words : `Little Easel   ${url}`]
  if (door.place) parts.push(door.place.name)
  if (door.isDemoOpen && !network) parts.push(DEMO)
  if (!door.place)
    parts.push(`To make it your own: “Set up your own” on the front door, with the code\n\n      ${code}`)
  parts.push('Ctrl-C stops the app and its database.')
  console.log(`\n${parts.join('\n\n').replace(/^(?=.)/gm, '  ')}\n`)
}
