import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { startDatabase } from './database.mjs'
import { processAt } from './orphans.mjs'

/*
 * The database of a data folder, for commands that work on it: while a start command runs on the folder its address
 * lies there, for the folder's owner alone.
 */

const fileIn = folder => join(folder, 'database-url')

/** Notes the address of the database that runs from now on. */
export const noteDatabase = (folder, url) => writeFileSync(fileIn(folder), url, { mode: 0o600 })

/** Whether a start command, or what it left, runs on this folder. */
function isRunning(folder) {
  try {
    const { programs } = JSON.parse(readFileSync(join(folder, 'started.json'), 'utf8'))
    const database = programs.find(each => each.name === 'the database')
    return database !== undefined && processAt(database.pid)?.began === database.began
  } catch {
    return false
  }
}

/**
 * Gives `run` the address of the database: the one that DATABASE_URL names, the folder's that runs, or the folder's
 * started for this alone.
 * @template T
 * @param {string} folder
 * @param {(url: string) => Promise<T>} run
 * @returns {Promise<T>}
 */
export async function withDatabase(folder, run) {
  if (process.env.DATABASE_URL) return run(process.env.DATABASE_URL)
  if (isRunning(folder) && existsSync(fileIn(folder))) return run(readFileSync(fileIn(folder), 'utf8'))
  const database = await startDatabase(folder)
  try {
    return await run(database.url)
  } finally {
    await database.stop()
  }
}
