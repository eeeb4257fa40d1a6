import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { killGroup } from './minder.mjs'
import { say, Trouble } from './say.mjs'

/*
 * What a start command has started stands in a file of its data folder, so that a later one finds what was left. A
 * process is known by its number together with when it began (proc(5), /proc/pid/stat, field 22): numbers are given
 * again.
 */

/** How long what was left may take to end by itself, ms. */
const PATIENCE_MS = 30_000

/** A process that runs; null: there is none of that number, or only what is left of it until somebody asks. */
export function processAt(pid) {
  try {
    // The second field is a name in brackets, which may hold anything.
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1).split(' ')
    if (fields[0] === 'Z') return null
    const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ')
    return { pid, began: fields[19], parent: Number(fields[1]), command }
  } catch {
    return null
  }
}

const isSame = ({ pid, began }) => processAt(pid)?.began === began

/** Whether whoever started it is still there. */
export const isMinded = ({ parent }) => parent > 1 && /^\S*node\b/.test(processAt(parent)?.command ?? '')

/** Ends a process that nobody minds any more; comes back when it is gone. */
export async function endOrphan(one, patienceMs = PATIENCE_MS) {
  try {
    process.kill(one.pid, 'SIGTERM')
    for (const until = Date.now() + patienceMs; isSame(one); await sleep(50)) {
      if (Date.now() < until) continue
      process.kill(one.pid, 'SIGKILL')
    }
  } catch {
    // It is gone.
  }
  killGroup(one.pid)
}

/**
 * Takes a data folder for this process alone, and ends what an earlier one left running. Throws Trouble where another
 * one runs on it.
 */
export async function takeFolder(folder, tell = say) {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const file = join(folder, 'started.json')
  const mine = { command: processAt(process.pid), programs: [] }
  const write = flag => writeFileSync(file, JSON.stringify(mine), { flag, mode: 0o600 })
  for (;;) {
    try {
      write('wx')
      break
    } catch (error) {
      if (error.code !== 'EEXIST') throw error
    }
    const { command, programs } = readStarted(file)
    if (command && isSame(command))
      throw new Trouble(
        `Little Easel already runs on this data folder (process ${command.pid}).`,
        `Press Ctrl-C where it was started, or:  kill ${command.pid}`,
      )
    // The last that was started needs those before it.
    for (const each of programs.reverse()) {
      if (!isSame(each)) continue
      tell(`${each.name} was left running (process ${each.pid}): it is ended`)
      await endOrphan(each)
    }
    rmSync(file, { force: true })
  }
  return {
    note(name, { pid }) {
      const began = processAt(pid)?.began
      mine.programs = [...mine.programs.filter(each => each.name !== name), { name, pid, began }]
      write('w')
    },
    leave: () => rmSync(file, { force: true }),
  }
}

function readStarted(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'))
  } catch {
    // It was cut off while it was written.
    return { command: null, programs: [] }
  }
}
