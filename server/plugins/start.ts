import { dirname, join } from 'node:path'
import { startRunner } from '../jobs/runner'
import { forgetHappened } from '../repositories/audit'
import { closeDatabase, openDatabase } from '../repositories/database'
import { forgetOldDoors } from '../repositories/doors'
import { forgetInvitations } from '../repositories/invitations'
import { forgetKeyframes } from '../repositories/keyframes'
import { forgetPaint } from '../repositories/paint'
import { forgetMails } from '../repositories/mails'
import { forgetUnused } from '../repositories/plan-documents'
import { forgetSessions } from '../repositories/sessions'
import { dropRemoved } from '../services/own-drawings'
import { sendWaiting } from '../services/mail'
import { eraseDue, eraseGuests } from '../services/retention'
import { closeThreads, openThreads } from '../threads/pool'
import { log, outliveReaders, reasonOf } from '../utils/log'

const DAY_MS = 24 * 3600 * 1000
/** Mails that could not be sent are looked after this often. */
const POST_MS = 60_000

/** Opens the database pool and the job queue, and closes both when the server ends. */
export default defineNitroPlugin(nitro => {
  const { databaseUrl, workersDir } = useRuntimeConfig()
  if (!databaseUrl) throw new Error('NUXT_DATABASE_URL is not set: start the app with `npm start`.')
  outliveReaders()
  openDatabase(databaseUrl)
  const tools = workersDir || join(dirname(process.argv[1]!), '../tools')
  openThreads(join(tools, 'thread.mjs'))
  const stop = startRunner(tools)
  const drop = () =>
    void dropRemoved()
      .then(count => count && log('info', 'removed-dropped', { count }))
      .then(forgetUnused)
      .then(forgetOldDoors)
      .then(forgetSessions)
      .then(forgetHappened)
      .then(forgetInvitations)
      .then(forgetMails)
      .then(forgetKeyframes)
      .then(forgetPaint)
      .then(eraseGuests)
      .then(eraseDue)
      .then(count => count && log('info', 'classes-erased', { count }))
      .catch((error: unknown) => log('error', 'removed-not-dropped', { error: reasonOf(error) }))
  const daily = setInterval(drop, DAY_MS)
  const posting = setInterval(() => void sendWaiting(), POST_MS)
  drop()
  log('info', 'server-started', { pid: process.pid })
  nitro.hooks.hook('close', async () => {
    clearInterval(daily)
    clearInterval(posting)
    await stop()
    await closeThreads()
    await closeDatabase()
    log('info', 'server-stopped', { pid: process.pid })
  })
})
