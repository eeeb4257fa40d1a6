import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startDatabase } from './database.mjs'
import { ensureBuilt } from './needs.mjs'
import { freePort } from './ports.mjs'
import { startServer } from './server.mjs'
import { setupDatabase } from './setup.mjs'

/**
 * The built app with a fresh demo in a database of its own, for the bench and the screenshots. `processes`: how many of
 * the app stand before it. `durable`: every commit is on the disk before it is answered.
 */
export async function demoWorld({ durable = false, processes = 1 } = {}) {
  const folder = mkdtempSync(join(tmpdir(), 'little-easel-demo-'))
  const database = await startDatabase(folder, { name: 'easel_demo', durable })
  await Promise.all([ensureBuilt(), setupDatabase(database.url, ['--demo'], { quiet: true })])
  const servers = []
  for (let i = 0; i < processes; i++)
    servers.push(
      await startServer({
        databaseUrl: database.url,
        port: await freePort(46210),
        sessionPassword: 'only-for-the-demo-world-'.repeat(2),
        log() {},
      }),
    )
  return {
    databaseUrl: database.url,
    urls: servers.map(each => each.url),
    pids: servers.map(each => each.pid),
    async end() {
      for (const each of servers) await each.stop()
      await database.stop()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
