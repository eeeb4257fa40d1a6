import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { backupsIn, backupsKept, dailyBackup, nameAt } from './backups.mjs'

const HOUR_MS = 3600 * 1000
let dataFolder: string
beforeEach(() => {
  dataFolder = mkdtempSync(join(tmpdir(), 'little-easel-backups-'))
})
afterEach(() => rmSync(dataFolder, { recursive: true, force: true }))

/** Writes a file where a backup would be; its time is when it was asked for. */
const make = ({ file, now }: { file: string; now: Date }) => {
  writeFileSync(file, 'all of it')
  utimesSync(file, now, now)
  return Promise.resolve()
}
const dayAt = (hours: number) => new Date(Date.UTC(2026, 10, 30, 19, 5) + hours * HOUR_MS)
const daily = (hours: number, kept = 3) =>
  dailyBackup({ dataFolder, databaseUrl: 'mariadb://x', kept, now: dayAt(hours), make: make as never })

describe('the backup of the day', () => {
  it('is made once a day, under its time', async () => {
    expect(nameAt('daily', dayAt(0))).toBe('daily-2026-11-30-1905.tar')
    expect(await daily(0)).toBe(join(backupsIn(dataFolder), 'daily-2026-11-30-1905.tar'))
    expect(await daily(1)).toBeNull()
    expect(await daily(23.9)).toBeNull()
    expect(await daily(24)).toBe(join(backupsIn(dataFolder), 'daily-2026-12-01-1905.tar'))
  })

  it('takes the place of the oldest, and leaves alone what people made themselves', async () => {
    mkdirSync(backupsIn(dataFolder), { recursive: true })
    for (const own of ['backup-2026-01-01-0900.tar', 'before-update-2026-01-02-0900.tar', 'note.txt'])
      writeFileSync(join(backupsIn(dataFolder), own), '')
    for (let day = 0; day < 5; day++) await daily(24 * day)
    expect(readdirSync(backupsIn(dataFolder)).toSorted()).toEqual([
      'backup-2026-01-01-0900.tar',
      'before-update-2026-01-02-0900.tar',
      'daily-2026-12-02-1905.tar',
      'daily-2026-12-03-1905.tar',
      'daily-2026-12-04-1905.tar',
      'note.txt',
    ])
  })

  it('is not made where none are to be kept, and removes nothing where it could not be made', async () => {
    expect(await daily(0, 0)).toBeNull()
    expect(existsSync(backupsIn(dataFolder))).toBe(false)
    for (let day = 0; day < 3; day++) await daily(24 * day)
    const failing = dailyBackup({
      dataFolder,
      databaseUrl: 'mariadb://x',
      kept: 1,
      now: dayAt(96),
      make: () => Promise.reject(new Error('the disk is full')),
    })
    await expect(failing).rejects.toThrow('the disk is full')
    expect(readdirSync(backupsIn(dataFolder))).toHaveLength(3)
  })

  it('is kept seven times, unless it is said otherwise in a number', () => {
    expect([undefined, '3', '0', 'many', '-1', '2.5'].map(backupsKept)).toEqual([7, 3, 0, 7, 7, 7])
  })
})
