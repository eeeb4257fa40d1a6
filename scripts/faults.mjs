// npm run faults -- 200 [seed]: a cluster of its own in which so many faults happen while a class draws, hands in and
// listens; then it is looked at whether anything was lost or doubled. Ends with 1 where something was. SIGUSR2: so many
// are enough.
import { execFileSync, fork } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { bundle } from './lib/bundle.mjs'
import { startCluster } from './lib/cluster.mjs'
import { endInOrder } from './lib/endings.mjs'
import { drawFault, faultsOf } from './lib/gale.mjs'
import { Minder } from './lib/minder.mjs'
import { ensureDebian, ensureKernels, ensurePackages, requireNode } from './lib/needs.mjs'
import { fromRoot } from './lib/root.mjs'
import { runMain, say } from './lib/say.mjs'

const COUNT = Number(process.argv[2] ?? 200)
const SEED = Number(process.argv[3] ?? 1)
const LEARNERS = Number(process.env.LITTLE_EASEL_LEARNERS ?? 8)
const hasBrowser = process.env.LITTLE_EASEL_BROWSER !== 'no'
/** Between two faults, ms. */
const LEAST_MS = 500
const MOST_MS = 2000
/** All that was paused goes on by then, ms. */
const LONGEST_PAUSE_MS = 8000
/** Clocks of the app's processes are set apart by so much, ms. */
const SHIFTS = [0, 190_000, -250_000]
/** Room on the file system that is filled up. */
const DISK = '3g'

runMain(async () => {
  requireNode()
  await ensurePackages()
  await ensureKernels()
  if (hasBrowser) await ensureDebian('chromium', ['chromium'])
  const folder = mkdtempSync('/var/tmp/little-easel-faults-')
  const disk = mount(join(folder, 'databases'))
  let people = null
  const log = []
  const minder = new Minder({
    tell: line => log.push(`${new Date().toISOString()} ${line}`),
    giveUp: trouble => console.error(trouble.message),
    // A gale: what dies often is started again all the same.
    now: () => performance.now() * 100,
  })
  const { end } = endInOrder(async () => {
    people?.kill('SIGKILL')
    await minder.end()
    if (disk) execFileSync('umount', ['-l', disk])
    rmSync(folder, { recursive: true, force: true })
  })
  let ending = 1
  try {
    say('a cluster of its own')
    const cluster = await startCluster(minder, {
      folder,
      durable: false,
      portsFrom: 45_400,
      log: text => log.push(text.trim()),
      appEnv: i => ({
        NODE_OPTIONS: `--import ${fromRoot('scripts/lib/shifted-clock.mjs')}`,
        LITTLE_EASEL_CLOCK_SHIFT: String(SHIFTS[i % SHIFTS.length]),
      }),
    })
    const ca = join(folder, 'ca.pem')
    writeFileSync(ca, cluster.certificate)
    people = fork(await bundle('faults/index.ts', 'faults'), { env: { ...process.env, NODE_EXTRA_CA_CERTS: ca } })
    const hear = key => new Promise(resolve => people.on('message', told => told[key] && resolve(told[key])))
    const gone = new Promise((_, reject) => people.once('exit', code => reject(new Error(`the people ended: ${code}`))))
    const report = hear('report')
    const ready = hear('ready')
    people.send({ url: cluster.url, learners: LEARNERS, hasBrowser, seed: SEED })
    await Promise.race([ready, gone])
    say(`${COUNT} faults, seed ${SEED}`)
    const random = seeded(SEED)
    const faults = faultsOf({ minder, random, disk, areDatabasesWhole: () => isWhole(cluster) })
    const done = {}
    const began = Date.now()
    let isEnough = false
    process.once('SIGUSR2', () => (isEnough = true))
    for (let i = 1; i <= COUNT && !isEnough; i++) {
      await Promise.race([sleep(LEAST_MS + (MOST_MS - LEAST_MS) * random()), gone])
      const [name, { run }] = await drawFault(faults, random)
      done[name] = (done[name] ?? 0) + 1
      log.push(`${new Date().toISOString()} ${name}`)
      await run()
      if (i % 50 === 0) say(`${i} of ${COUNT}, ${Math.round((Date.now() - began) / 1000)} s`)
    }
    await sleep(LONGEST_PAUSE_MS)
    say('the weather is fine again: what is left is sent and looked at')
    people.send({ stop: true })
    const found = await Promise.race([report, gone])
    table(done, found, began)
    ending = found.wrong.length > 0 ? 1 : 0
  } catch (error) {
    console.error(error)
  }
  if (ending !== 0 || process.env.LITTLE_EASEL_KEEP_LOG) {
    writeFileSync(fromRoot('node_modules/.cache/little-easel/faults.log'), log.join('\n'))
    say('what the processes said stands in node_modules/.cache/little-easel/faults.log')
  }
  await end(ending)
})

/** A file system of its own that can be filled up; null where this user may not make one. */
function mount(folder) {
  mkdirSync(folder, { recursive: true })
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${DISK},mode=711`, 'tmpfs', folder], { stdio: 'ignore' })
    return folder
  } catch {
    say('no file system of its own may be made here: the disk does not get full')
    return null
  }
}

async function isWhole({ appUrls }) {
  // The app looks at them once a second: what has just been done to one may not be known yet.
  await sleep(1200)
  for (const url of appUrls) {
    try {
      const { servers } = await (await fetch(`${url}/api/health`, { signal: AbortSignal.timeout(500) })).json()
      return servers.ready === servers.all
    } catch {
      // Another one may know.
    }
  }
  return false
}

function table(done, found, began) {
  const { wrong, counts, ...numbers } = found
  console.log(
    `\n  ${Object.values(done).reduce((a, b) => a + b)} faults in ${Math.round((Date.now() - began) / 1000)} s`,
  )
  for (const [name, count] of Object.entries(done)) console.log(`  ${String(count).padStart(6)}  ${name}`)
  console.log()
  for (const [name, count] of Object.entries({ ...numbers, ...counts }))
    console.log(`  ${String(Math.round(count)).padStart(6)}  ${name}`)
  console.log(wrong.length === 0 ? '\n  nothing lost, nothing doubled' : `\n  ${wrong.length} wrong:`)
  for (const each of wrong) console.log(`    ${each}`)
}

/** mulberry32, public domain. */
function seeded(seed) {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}
