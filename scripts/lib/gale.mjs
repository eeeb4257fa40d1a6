import { execFileSync } from 'node:child_process'
import { rmSync, statfsSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'

/**
 * Faults of a campaign against a cluster that is minded: each is done, and told by its name. `disk`: a folder on a file
 * system of its own that may be filled; null: there is none.
 */
export function faultsOf({ minder, random, disk, areDatabasesWhole }) {
  const pidOf = name => minder.running().get(name)
  const some = prefix => {
    const names = [...minder.running().keys()].filter(each => each.startsWith(prefix))
    return names[Math.floor(random() * names.length)]
  }
  const signal = (pid, name) => {
    try {
      if (pid) process.kill(-pid, name)
    } catch {
      // It has just ended.
    }
  }
  const kill = prefix => async () => signal(pidOf(some(prefix)), 'SIGKILL')
  const pause = (prefix, leastMs, mostMs) => async () => {
    const pid = pidOf(some(prefix))
    signal(pid, 'SIGSTOP')
    // Other faults happen meanwhile.
    setTimeout(() => signal(pid, 'SIGCONT'), leastMs + (mostMs - leastMs) * random())
  }
  const faults = {
    'a process of the app is killed': { weight: 5, run: kill('app') },
    'a process of the app is paused': { weight: 3, run: pause('app', 300, 7000) },
    'its examiner is killed': { weight: 2, run: async () => killChild(pidOf(some('app'))) },
    // Two of three at once would be more than such a cluster is made for.
    'a database server is killed': { weight: 5, run: kill('database'), may: areDatabasesWhole },
    'a database server is paused': { weight: 4, run: pause('database', 300, 6000), may: areDatabasesWhole },
    'the proxy is killed': { weight: 2, run: kill('the proxy') },
    'the proxy is paused': { weight: 2, run: pause('the proxy', 300, 3000) },
  }
  if (disk) faults['the disk is full'] = { weight: 1, run: () => fill(disk, 1500 + 2500 * random()) }
  return faults
}

function killChild(pid) {
  try {
    const children = execFileSync('pgrep', ['-P', String(pid)], { encoding: 'utf8' })
      .trim()
      .split('\n')
    process.kill(Number(children[0]), 'SIGKILL')
  } catch {
    // It has none at the moment.
  }
}

async function fill(folder, ms) {
  const files = []
  try {
    // The databases take some meanwhile: what is left is asked for in smaller and smaller pieces.
    for (let part = 1; part > 1e-4; part /= 2) {
      const { bavail, bsize } = statfsSync(folder)
      const bytes = Math.floor(bavail * part) * bsize
      if (bytes === 0) continue
      files.push(join(folder, `filler${files.length}`))
      try {
        execFileSync('fallocate', ['-l', String(bytes), files.at(-1)], { stdio: 'ignore' })
      } catch {
        // Somebody was quicker.
      }
    }
    await sleep(ms)
  } finally {
    for (const file of files) rmSync(file, { force: true })
  }
}

/** One of them by lot, as its weight says; what may not be done now is drawn again. */
export async function drawFault(faults, random) {
  const all = Object.entries(faults)
  for (;;) {
    let left = random() * all.reduce((sum, [, { weight }]) => sum + weight, 0)
    const [name, fault] = all.find(([, { weight }]) => (left -= weight) < 0) ?? all.at(-1)
    if (!fault.may || (await fault.may())) return [name, fault]
  }
}
