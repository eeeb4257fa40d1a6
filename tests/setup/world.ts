import { mkdtempSync, rmSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { TestProject } from 'vitest/node'
import { startDatabase } from '../../scripts/lib/database.mjs'
import { ensureBuilt } from '../../scripts/lib/needs.mjs'
import { freePort } from '../../scripts/lib/ports.mjs'
import { startServer } from '../../scripts/lib/server.mjs'
import { setupDatabase } from '../../scripts/lib/setup.mjs'

declare module 'vitest' {
  interface ProvidedContext {
    /** Address of the app under test. */
    appUrl: string
    /** Address of another process of the app before the same database. */
    secondUrl: string
    /** Address where a test asks for faults: POST /database/kill, /database/start, /server/kill, /server/start. */
    faultsUrl: string
  }
}

/** A MariaDB of its own on loopback, the demo in it, and the production build before it. */
export default async function world(project: TestProject): Promise<() => Promise<void>> {
  // One that stands already: for writing tests, where a minute for the demo each time is too much.
  const standing = process.env.LITTLE_EASEL_WORLD
  if (standing) {
    const [app, second, faults] = standing.split(' ')
    project.provide('appUrl', app!)
    project.provide('secondUrl', second!)
    project.provide('faultsUrl', faults!)
    return async () => {}
  }
  const folder = mkdtempSync(join(tmpdir(), 'little-easel-world-'))
  const lines: string[] = []
  const database = await startDatabase(folder, { name: 'easel_test', durable: false })
  await Promise.all([ensureBuilt(), setupDatabase(database.url, ['--demo'], { quiet: true })])
  const port = await freePort(45210)
  const startAt = (port: number) => startServer({ databaseUrl: database.url, port, sessionPassword: 'only-for-tests-'.repeat(3), log: (line: string) => void lines.push(line) })
  const start = () => startAt(port)
  let server = await start()
  const second = await startAt(await freePort(45410))

  const isDown = { database: false, server: false }
  const faults: Record<string, () => Promise<void>> = {
    '/database/kill': async () => {
      await database.kill()
      isDown.database = true
    },
    '/database/start': async () => {
      if (isDown.database) await database.restart()
      isDown.database = false
    },
    '/server/kill': async () => {
      await server.stop('SIGKILL')
      isDown.server = true
    },
    '/server/start': async () => {
      if (isDown.server) server = await start()
      isDown.server = false
    },
  }
  const control = await serveFaults(faults, await freePort(45610))
  project.provide('appUrl', server.url)
  project.provide('secondUrl', second.url)
  project.provide('faultsUrl', control.url)
  return async () => {
    control.server.close()
    await server.stop()
    await second.stop()
    await database.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

async function serveFaults(faults: Record<string, () => Promise<void>>, port: number): Promise<{ server: Server, url: string }> {
  const server = createServer((request, response) => {
    const run = faults[request.url ?? '']
    if (!run) {
      response.writeHead(404).end()
      return
    }
    run().then(() => response.writeHead(204).end(), (error: unknown) => response.writeHead(500).end(String(error)))
  })
  await new Promise<void>(resolve => server.listen(port, '127.0.0.1', resolve))
  return { server, url: `http://127.0.0.1:${port}` }
}
