import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { backUp } from './backup.mjs'
import { say } from './say.mjs'

/** Backups that are made by themselves: one a day, and so many are kept. */

const DAY_MS = 24 * 3600 * 1000
const LOOK_MS = 3600 * 1000
/** The first one waits until the start is over. */
const FIRST_MS = 10 * 60_000
const KEPT = 7

const BY_ITSELF = /^daily-[\d-]+\.tar$/
export const backupsIn = dataFolder => join(dataFolder, 'backups')

/** A name by the time: 2026-11-30-1905. */
export const nameAt = (kind, now = new Date()) =>
  `${kind}-${now
    .toISOString()
    .slice(0, 16)
    .replace(/[T:]/g, each => (each === 'T' ? '-' : ''))}.tar`

/** Those that were made by themselves, the oldest first. */
export function dailyBackups(dataFolder) {
  const folder = backupsIn(dataFolder)
  if (!existsSync(folder)) return []
  return readdirSync(folder)
    .filter(name => BY_ITSELF.test(name))
    .sort()
    .map(name => join(folder, name))
}

/** How many are kept; 0: none are made. */
export function backupsKept(given = process.env.LITTLE_EASEL_BACKUPS) {
  const kept = Number(given ?? KEPT)
  return Number.isInteger(kept) && kept >= 0 ? kept : KEPT
}

/** Makes the day's backup if there is none of today, and removes those that are too many. Returns its file, or null. */
export async function dailyBackup({ dataFolder, databaseUrl, kept, now = new Date(), make = backUp }) {
  const last = dailyBackups(dataFolder).at(-1)
  if (kept === 0 || (last && now.getTime() - statSync(last).mtimeMs < DAY_MS)) return null
  mkdirSync(backupsIn(dataFolder), { recursive: true, mode: 0o700 })
  const file = join(backupsIn(dataFolder), nameAt('daily', now))
  await make({ databaseUrl, dataFolder, file, now })
  for (const old of dailyBackups(dataFolder).slice(0, -kept)) rmSync(old, { force: true })
  return file
}

/** From now on a backup a day is made while this process runs. */
export function keepBackups(dataFolder, databaseUrl) {
  const kept = backupsKept()
  const look = () =>
    dailyBackup({ dataFolder, databaseUrl, kept }).then(
      file => file && say(`backup of the day: ${file}`),
      error => say(error.message),
    )
  setTimeout(look, FIRST_MS).unref()
  setInterval(look, LOOK_MS).unref()
}
