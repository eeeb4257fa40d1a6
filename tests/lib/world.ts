import { cp, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { afterAll, inject } from 'vitest'
import { startDatabase } from '../../scripts/lib/database.mjs'
import { freePort } from '../../scripts/lib/ports.mjs'
import { startServer } from '../../scripts/lib/server.mjs'
import { TEST_LOG_MB } from '../setup/world'

/**
 * The app before a database of its own with the demo in it, fresh for each test file: a copy of what the tests made
 * once. Importing this starts it; it ends after the file's last test.
 */

/** Ports of a worker begin here, below those that the system hands out by itself. */
const portsFrom = 20_000 + 1000 * Number(process.env.VITEST_POOL_ID ?? 0)

const folder = await mkdtemp(join(inject('worldsFolder'), 'file-'))
await cp(inject('demoFolder'), folder, { recursive: true })
const database = await startDatabase(folder, {
  name: 'easel_test',
  durable: false,
  portFrom: portsFrom,
  logMb: TEST_LOG_MB,
})
type Server = Awaited<ReturnType<typeof startServer>>
const servers: Server[] = []

const port = await freePort(portsFrom + 300)
let server = await serve(port)
let isDatabaseDown = false
let isServerDown = false

async function serve(at: number): Promise<Server> {
  const started = await startServer({
    databaseUrl: database.url,
    port: at,
    sessionPassword: 'only-for-tests-'.repeat(3),
    log() {},
  })
  servers.push(started)
  // Should the file be stopped in its middle, whoever began the run ends them.
  await writeFile(join(folder, `server-${servers.length}.pid`), String(started.pid))
  return started
}

afterAll(async () => {
  for (const each of servers) await each.stop()
  if (!isDatabaseDown) await database.stop()
  await rm(folder, { recursive: true, force: true })
})

/** Address of the app under test. */
export const url = server.url

/** Starts another process of the app before the same database and gives its address. */
export async function anotherServer(): Promise<string> {
  return (await serve(await freePort(portsFrom + 600))).url
}

/** Faults that a test asks for; each can be asked for again. */
export const faults = {
  async killDatabase(): Promise<void> {
    if (!isDatabaseDown) await database.kill()
    isDatabaseDown = true
  },
  async startDatabase(): Promise<void> {
    if (isDatabaseDown) await database.restart()
    isDatabaseDown = false
  },
  async killServer(): Promise<void> {
    await server.stop('SIGKILL')
    isServerDown = true
  },
  async startServer(): Promise<void> {
    if (isServerDown) server = await serve(port)
    isServerDown = false
  },
}
