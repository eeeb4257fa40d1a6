import { dirname, join } from 'node:path'
import { startRunner } from '../jobs/runner'
import { closeDatabase, openDatabase } from '../repositories/database'
import { log } from '../utils/log'

/** Opens the database pool and the job queue, and closes both when the server ends. */
export default defineNitroPlugin((nitro) => {
  const { databaseUrl, workersDir } = useRuntimeConfig()
  if (!databaseUrl) throw new Error('NUXT_DATABASE_URL is not set: start the app with `npm start`.')
  openDatabase(databaseUrl)
  const stop = startRunner(workersDir || join(dirname(process.argv[1]!), '../tools'))
  log('info', 'server-started', { pid: process.pid })
  nitro.hooks.hook('close', async () => {
    await stop()
    await closeDatabase()
    log('info', 'server-stopped', { pid: process.pid })
  })
})
