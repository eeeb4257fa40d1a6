import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { TestProject } from 'vitest/node'
import { startDatabase } from '../../scripts/lib/database.mjs'
import { ensureBuilt } from '../../scripts/lib/needs.mjs'
import { setupDatabase } from '../../scripts/lib/setup.mjs'

declare module 'vitest' {
  interface ProvidedContext {
    /** A data folder with the demo in its database; nobody runs on it. Copied for each test file. */
    demoFolder: string
    /** Where the copies lie while they are used. */
    worldsFolder: string
  }
}

/** A small redo log: it is copied with the rest. */
export const TEST_LOG_MB = 48

/** Once for all test files: the production build, and the demo in a database of its own that is stopped again. */
export default async function prepareWorlds(project: TestProject): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'little-easel-tests-'))
  const demoFolder = join(folder, 'demo')
  const worldsFolder = join(folder, 'worlds')
  mkdirSync(worldsFolder)
  const makeDemo = async () => {
    const database = await startDatabase(demoFolder, { name: 'easel_test', durable: false, logMb: TEST_LOG_MB })
    await setupDatabase(database.url, ['--demo'], { quiet: true })
    await database.stop()
  }
  await Promise.all([ensureBuilt(), makeDemo()])
  project.provide('demoFolder', demoFolder)
  project.provide('worldsFolder', worldsFolder)
  return () => {
    endWhatIsLeft(worldsFolder)
    rmSync(folder, { recursive: true, force: true })
  }
}

/** Of a file that was stopped in its middle the database and the servers would run on. */
function endWhatIsLeft(worldsFolder: string): void {
  const files = readdirSync(worldsFolder).flatMap(world =>
    readdirSync(join(worldsFolder, world))
      .filter(each => each.endsWith('.pid'))
      .map(each => join(worldsFolder, world, each)),
  )
  for (const file of files) {
    try {
      process.kill(Number(readFileSync(file, 'utf8')), 'SIGKILL')
    } catch {
      // Gone already.
    }
  }
}
