import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, it } from 'vitest'
import { isMinded, processAt, takeFolder } from './orphans.mjs'

let folder: string
const children: ChildProcess[] = []
const told: string[] = []
const tell = (line: string) => void told.push(line)
const file = () => join(folder, 'started.json')

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'little-easel-orphans-'))
  told.length = 0
})
afterEach(() => {
  for (const child of children.splice(0)) child.kill('SIGKILL')
  rmSync(folder, { recursive: true, force: true })
})

function sleeper(): ChildProcess {
  const child = spawn('sleep', ['600'], { detached: true, stdio: 'ignore' })
  children.push(child)
  return child
}

it('a folder is one process’s own until it leaves', async () => {
  const mine = await takeFolder(folder, tell)
  await expect(takeFolder(folder, tell)).rejects.toThrow(`already runs on this data folder (process ${process.pid})`)
  mine.leave()
  await (await takeFolder(folder, tell)).leave()
  expect(told).toEqual([])
})

it('what an earlier one left running is ended, the last first; others with such a number are not', async () => {
  const [database, app, other] = [sleeper(), sleeper(), sleeper()]
  const before = await takeFolder(folder, tell)
  before.note('the database', database)
  before.note('the app', app)
  const kept = JSON.parse(readFileSync(file(), 'utf8'))
  // Its starter has died; and one of the numbers was given again.
  kept.command.began = '1'
  kept.programs.push({ name: 'another', pid: other.pid, began: '1' })
  writeFileSync(file(), JSON.stringify(kept))
  const runs = () => [app, database].filter(({ pid }) => processAt(pid!)).length
  const now = await takeFolder(folder, line => tell(`${line}; ${runs()} of them run`))
  expect(told).toEqual([
    `the app was left running (process ${app.pid}): it is ended; 2 of them run`,
    `the database was left running (process ${database.pid}): it is ended; 1 of them run`,
  ])
  expect(runs()).toBe(0)
  expect(processAt(other.pid!)).not.toBeNull()
  now.leave()
})

it('a file that was cut off while it was written holds nobody up', async () => {
  writeFileSync(file(), '{"command":{"pi')
  const mine = await takeFolder(folder, tell)
  expect(JSON.parse(readFileSync(file(), 'utf8')).command.pid).toBe(process.pid)
  mine.leave()
})

it('a process that has ended is none, also before anybody asked how', async () => {
  const child = sleeper()
  const { pid } = child
  expect(processAt(pid!)).toMatchObject({ pid, parent: process.pid })
  expect(isMinded(processAt(pid!)!)).toBe(true)
  expect(isMinded({ parent: 1 })).toBe(false)
  child.kill('SIGKILL')
  await expect.poll(() => processAt(pid!), { timeout: 30_000 }).toBeNull()
})
