import { X509Certificate } from 'node:crypto'
import { readdir, readFile, stat, statfs } from 'node:fs/promises'
import { join } from 'node:path'
import type { KeepingView } from '#shared/place'
import { version } from '../../package.json'
import { happenedToPlace } from '../repositories/audit'
import { waitingJobs } from '../repositories/jobs'
import { databaseBytes } from '../repositories/place'

/** How the place is kept: what it takes, and what lies in the data folder of the start command. */

const MOST_BACKUPS = 12
const MOST_HAPPENED = 40

export async function keepingView(): Promise<KeepingView> {
  const { dataFolder } = useRuntimeConfig()
  const [bytes, jobs, happened, disk, backups, certificateUntil] = await Promise.all([
    databaseBytes(),
    waitingJobs(),
    happenedToPlace(MOST_HAPPENED),
    dataFolder ? roomOf(dataFolder) : null,
    dataFolder ? backupsIn(join(dataFolder, 'backups')) : null,
    dataFolder ? untilOf(join(dataFolder, 'certificates/certificate.crt')) : null,
  ])
  return {
    version,
    bytes,
    jobs: jobs.map(({ state, count }) => ({ state, count: Number(count) })),
    happened: happened.map(({ at, ...row }) => ({ ...row, at: at.toISOString() })),
    disk,
    backups,
    certificateUntil,
  }
}

async function roomOf(folder: string): Promise<{ free: number; whole: number } | null> {
  const found = await statfs(folder).catch(() => null)
  return found && { free: found.bavail * found.bsize, whole: found.blocks * found.bsize }
}

/** The latest first; a folder that there is not yet holds none. */
async function backupsIn(folder: string): Promise<{ name: string; bytes: number; at: string }[]> {
  const names = (await readdir(folder).catch(() => [])).filter(name => name.endsWith('.tar'))
  const found = await Promise.all(
    names.map(async name => {
      const { size, mtime } = await stat(join(folder, name))
      return { name, bytes: size, at: mtime.toISOString() }
    }),
  )
  return found.toSorted((a, b) => (a.at < b.at ? 1 : -1)).slice(0, MOST_BACKUPS)
}

async function untilOf(file: string): Promise<string | null> {
  try {
    return new Date(new X509Certificate(await readFile(file)).validTo).toISOString()
  } catch {
    return null
  }
}
