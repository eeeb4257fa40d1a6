// npm run well: tells in plain words what is wrong on this machine, and what to do. Ends with 1 where something is.
import { X509Certificate } from 'node:crypto'
import { accessSync, constants, existsSync, readdirSync, readFileSync, statfsSync, statSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { askHere } from './lib/ask.mjs'
import { backupsIn, backupsKept } from './lib/backups.mjs'
import {
  judgeApp,
  judgeBackups,
  judgeCertificate,
  judgeClock,
  judgeDisk,
  judgeFolder,
  judgeNode,
  judgePackages,
} from './lib/machine.mjs'
import { arePackagesCurrent } from './lib/needs.mjs'
import { processAt } from './lib/orphans.mjs'
import { fromRoot } from './lib/root.mjs'
import { runMain } from './lib/say.mjs'

const dataFolder = resolve(process.env.LITTLE_EASEL_DATA ?? fromRoot('.data'))

runMain(async () => {
  const now = Date.now()
  const exists = existsSync(dataFolder)
  const started = readJson(join(dataFolder, 'started.json'))
  const isStarted = started?.command ? processAt(started.command.pid)?.began === started.command.began : false
  const url = isStarted ? textOf(join(dataFolder, 'app-url')) : ''
  const ask = async path => (url ? asJson((await askHere(`${url}${path}`)).text) : null)
  const health = await ask('/api/health')
  const backups = existsSync(backupsIn(dataFolder))
    ? readdirSync(backupsIn(dataFolder))
        .filter(name => name.endsWith('.tar'))
        .map(name => statSync(join(backupsIn(dataFolder), name)).mtimeMs)
    : []
  const judged = [
    judgeNode(process.versions.node),
    judgePackages(arePackagesCurrent()),
    judgeDisk(roomAt(exists ? dataFolder : dirname(dataFolder))),
    judgeFolder({ exists, isWritable: exists && mayWrite(dataFolder), mode: exists ? statSync(dataFolder).mode : 0 }),
    judgeClock(now, exists ? latestIn(dataFolder) : 0),
    judgeApp({ isStarted, health }),
    judgeBackups({ files: backups, kept: backupsKept() }, Boolean((await ask('/api/place/door'))?.place), now),
    judgeCertificate(certificateUntil(), now),
  ]
  for (const { isWell, what, todo } of judged)
    console.log(isWell ? `  well   ${what}` : `  LOOK   ${what}\n         → ${todo}`)
  process.exit(judged.every(each => each.isWell) ? 0 : 1)
})

function roomAt(folder) {
  const { bavail, blocks, bsize } = statfsSync(folder)
  return { free: bavail * bsize, whole: blocks * bsize }
}

function mayWrite(folder) {
  try {
    accessSync(folder, constants.W_OK)
    return true
  } catch {
    return false
  }
}

/** The latest time that a file right in the folder was written, ms. */
function latestIn(folder) {
  return Math.max(0, ...readdirSync(folder).map(name => statSync(join(folder, name)).mtimeMs))
}

function certificateUntil() {
  const file = process.env.LITTLE_EASEL_CERTIFICATE ?? join(dataFolder, 'certificates/certificate.crt')
  try {
    return new Date(new X509Certificate(readFileSync(file)).validTo)
  } catch {
    return null
  }
}

function textOf(file) {
  return existsSync(file) ? readFileSync(file, 'utf8') : ''
}

function readJson(file) {
  return asJson(textOf(file))
}

function asJson(text) {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}
