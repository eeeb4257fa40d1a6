import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { processAt } from '../scripts/lib/orphans.mjs'
import { freePort } from '../scripts/lib/ports.mjs'
import { fromRoot } from '../scripts/lib/root.mjs'

/** The start command itself, in a data folder of its own. */

let folder: string
let port: number
let started: ChildProcess[] = []
let said = ''

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'little-easel-start-'))
  port = await freePort(19_000)
})
afterEach(async () => {
  // Whatever a test has left: nothing of it is to outlive the file.
  for (const each of started) each.kill('SIGKILL')
  started = []
})
afterAll(() => {
  for (const { pid } of programs()) if (processAt(pid)) process.kill(pid, 'SIGKILL')
  rmSync(folder, { recursive: true, force: true })
})

const START = fromRoot('scripts/start.mjs')

function start(command = process.execPath, args = [START]): ChildProcess {
  said = ''
  const child = spawn(command, args, {
    env: { ...process.env, LITTLE_EASEL_DATA: folder, PORT: String(port), DATABASE_URL: '' },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  })
  for (const stream of [child.stdout!, child.stderr!]) stream.on('data', data => (said += String(data)))
  started.push(child)
  return child
}

function programs(): { name: string; pid: number }[] {
  try {
    return JSON.parse(readFileSync(join(folder, 'started.json'), 'utf8')).programs
  } catch {
    return []
  }
}
const pidOf = (name: string) => programs().find(each => each.name === name)!.pid
const isUp = () =>
  fetch(`http://127.0.0.1:${port}/api/health`).then(
    answer => answer.ok,
    () => false,
  )
const SOON = { timeout: 200_000, interval: 100 }
const ended = (child: ChildProcess) => child.exitCode ?? child.signalCode
const welcomed = () => expect.poll(() => said, SOON).toContain('Ctrl-C stops the app and its database.')

describe('the start command', () => {
  it('starts again what dies, app or database, and Ctrl-C ends all of it', async () => {
    const command = start()
    await welcomed()
    process.kill(pidOf('the app'), 'SIGKILL')
    await expect.poll(() => said, SOON).toContain('the app ended by SIGKILL: it is started again')
    await expect.poll(() => said, SOON).toContain('the app is there again')
    expect(await isUp()).toBe(true)
    process.kill(pidOf('the database'), 'SIGKILL')
    await expect.poll(() => said, SOON).toContain('the database ended by SIGKILL: it is started again')
    await expect.poll(() => said, SOON).toContain('the database is there again')
    await expect.poll(isUp, SOON).toBe(true)
    const were = programs()
    command.kill('SIGINT')
    await expect.poll(() => ended(command), SOON).toBe(0)
    expect(were.map(each => processAt(each.pid))).toEqual([null, null])
    expect(programs()).toEqual([])
  })

  it('killed, leaves what the next start finds and ends; nobody starts twice', async () => {
    const first = start()
    await welcomed()
    const second = start()
    await expect.poll(() => said, SOON).toContain('already runs on this data folder')
    await expect.poll(() => ended(second), SOON).toBe(1)
    expect(await isUp()).toBe(true)
    first.kill('SIGKILL')
    await expect.poll(() => ended(first), SOON).toBe('SIGKILL')
    const left = programs()
    expect(left.map(each => each.name)).toEqual(['the database', 'the app'])
    const third = start()
    await welcomed()
    expect(said).toContain(`the app was left running (process ${left[1]!.pid}): it is ended`)
    expect(said).toContain(`the database was left running (process ${left[0]!.pid}): it is ended`)
    expect(left.map(each => processAt(each.pid))).toEqual([null, null])
    expect(await isUp()).toBe(true)
    third.kill('SIGTERM')
    await expect.poll(() => ended(third), SOON).toBe(0)
  })

  it('ends in order when its terminal is closed, although nobody reads what it says any more', async () => {
    // A terminal of its own (script(1)); killed, it closes it.
    const terminal = start('script', ['-qfc', `${process.execPath} ${START}`, '/dev/null'])
    await welcomed()
    const were = programs()
    expect(were).toHaveLength(2)
    terminal.kill('SIGKILL')
    await expect.poll(() => were.map(each => processAt(each.pid)), SOON).toEqual([null, null])
    await expect.poll(programs, SOON).toEqual([])
  })

  it('in the middle of a start is ended by Ctrl-C as well', async () => {
    const command = start()
    await expect.poll(() => programs().length, SOON).toBe(1)
    const [database] = programs()
    command.kill('SIGINT')
    await expect.poll(() => ended(command), SOON).toBe(0)
    expect(processAt(database!.pid)).toBeNull()
  })
})
