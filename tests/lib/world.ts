import { cp, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { createConnection, type Connection } from 'mariadb'
import { inject } from 'vitest'
import { startDatabase } from '../../scripts/lib/database.mjs'
import { freePort } from '../../scripts/lib/ports.mjs'
import { startServer } from '../../scripts/lib/server.mjs'
import { TEST_LOG_MB } from '../setup/world'

/**
 * The app before a database of its own with the demo in it, fresh for each test file: a copy of what the tests made
 * once. `tests/setup/each.ts` starts it before the file is read, and ends it after the file's last test. Files of one
 * worker share what they have loaded, this module as well.
 */

/** Ports of a worker begin here, below those that the system hands out by itself. */
const PORTS_FROM = 20_000 + 1000 * Number(process.env.VITEST_POOL_ID ?? 0)

type Server = Awaited<ReturnType<typeof startServer>>
type Database = Awaited<ReturnType<typeof startDatabase>>
interface World {
  readonly folder: string
  readonly database: Database
  readonly port: number
  /** Every process of the app, those that were cut off as well; the first is at `url`. */
  readonly servers: Server[]
  main: Server
  isDatabaseDown: boolean
  isServerDown: boolean
}

let world: World | null = null
const now = (): World => {
  if (!world) throw new Error('no world stands: this is for end-to-end tests only')
  return world
}

/** Address of the app under test; another one for each file. */
// eslint-disable-next-line import/no-mutable-exports -- files of one worker share this module
export let url = ''

/** A world for the file that comes next. */
export async function startWorld(): Promise<void> {
  const folder = await mkdtemp(join(inject('worldsFolder'), 'file-'))
  await cp(inject('demoFolder'), folder, { recursive: true })
  const database = await startDatabase(folder, {
    name: 'easel_test',
    // A database of before, which a test brings up to date.
    also: ['older'],
    durable: false,
    portFrom: PORTS_FROM,
    logMb: TEST_LOG_MB,
  })
  const servers: Server[] = []
  const port = await freePort(PORTS_FROM + 300)
  const main = await serve({ folder, database, servers }, port)
  world = { folder, database, port, servers, main, isDatabaseDown: false, isServerDown: false }
  url = main.url
}

export async function endWorld(): Promise<void> {
  const { servers, database, folder, isDatabaseDown } = now()
  for (const each of servers) await each.stop()
  if (!isDatabaseDown) await database.stop()
  await rm(folder, { recursive: true, force: true })
  world = null
}

async function serve(
  { folder, database, servers }: Pick<World, 'folder' | 'database' | 'servers'>,
  at: number,
  env: Record<string, string> = {},
) {
  const started = await startServer({
    databaseUrl: database.url,
    port: at,
    sessionPassword: 'only-for-tests-'.repeat(3),
    log() {},
    env,
  })
  servers.push(started)
  // Should the file be stopped in its middle, whoever began the run ends them.
  await writeFile(join(folder, `server-${servers.length}.pid`), String(started.pid))
  return started
}

/** Address of its database: for what no route shows. */
export const databaseUrl = (): string => now().database.url

/** A connection to it. */
export function connectToDatabase(): Promise<Connection> {
  const { hostname: host, port, username: user, password, pathname } = new URL(databaseUrl())
  return createConnection({ host, port: Number(port), user, password, database: pathname.slice(1) })
}

/** Starts another process of the app before the same database, with settings of its own, and gives its address. */
export async function anotherServer(env: Record<string, string> = {}, port?: number): Promise<string> {
  return (await serve(now(), port ?? (await freePort(PORTS_FROM + 600)), env)).url
}

/** Faults that a test asks for; each can be asked for again. */
export const faults = {
  async killDatabase(): Promise<void> {
    const own = now()
    if (!own.isDatabaseDown) await own.database.kill()
    own.isDatabaseDown = true
  },
  async startDatabase(): Promise<void> {
    const own = now()
    if (own.isDatabaseDown) await own.database.restart()
    own.isDatabaseDown = false
  },
  async killServer(): Promise<void> {
    const own = now()
    await own.main.stop('SIGKILL')
    own.isServerDown = true
  },
  async startServer(): Promise<void> {
    const own = now()
    if (own.isServerDown) own.main = await serve(own, own.port)
    own.isServerDown = false
  },
}
